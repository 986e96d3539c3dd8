<script setup lang="ts">
// A length, set as feet, inches and a true fraction, or as millimetres. Copied,
// it is plain text. In a drawing it is a tspan.
import type { LengthView } from '../api/client'
import { metric } from '../state/job'

defineProps<{ of: LengthView; svg?: boolean }>()
</script>

<template>
  <component :is="svg ? 'tspan' : 'span'" class="length" :aria-label="svg ? undefined : of.text">
    <template v-if="metric">{{ of.mm }}<component :is="svg ? 'tspan' : 'span'" class="unit">{{ svg ? ' mm' : ' mm' }}</component></template>
    <template v-else>{{ of.negative ? '−' : '' }}{{ of.feet ? `${of.feet}′` : '' }}{{ of.feet && (of.inches || of.num) ? ' ' : '' }}{{ of.inches || (!of.feet && !of.num) ? of.inches : '' }}{{ of.inches && of.num ? ' ' : '' }}<component :is="svg ? 'tspan' : 'span'" v-if="of.num" class="frac">{{ of.num }}/{{ of.den }}</component>{{ of.inches || of.num || !of.feet ? '″' : '' }}</template>
  </component>
</template>

<style>
.length { white-space: nowrap; font-variant-numeric: tabular-nums; }
.frac { font-feature-settings: 'frac'; font-variant-numeric: diagonal-fractions; }
.length .unit { font-size: 0.72em; font-weight: 400; opacity: 0.75; }
</style>
