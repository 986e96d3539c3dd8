<script setup lang="ts">
// A length, set as feet, inches and a true fraction, or as millimetres. Copied,
// it is plain text. In a drawing it is a tspan.
import { computed } from 'vue'
import type { LengthView } from '../api/client'
import { metric } from '../state/job'

/** tape: feet and inches together in inches, as a tape is numbered. */
const props = defineProps<{ of: LengthView; svg?: boolean; tape?: boolean }>()
const feet = computed(() => (props.tape ? 0 : props.of.feet))
const inches = computed(() => (props.tape ? props.of.total : props.of.inches))
</script>

<template>
  <component :is="svg ? 'tspan' : 'span'" class="length" :aria-label="svg ? undefined : of.text">
    <template v-if="metric"
      >{{ of.mm }}<component :is="svg ? 'tspan' : 'span'" class="unit">{{ svg ? ' mm' : ' mm' }}</component></template
    >
    <template v-else
      >{{ of.negative ? '−' : '' }}{{ feet ? `${feet}′` : '' }}{{ feet && (inches || of.num) ? ' ' : '' }}{{ inches || (!feet && !of.num) ? inches : ''
      }}{{ inches && of.num ? ' ' : '' }}<component :is="svg ? 'tspan' : 'span'" v-if="of.num" class="frac">{{ of.num }}/{{ of.den }}</component
      >{{ inches || of.num || !feet ? '″' : '' }}</template
    >
  </component>
</template>

<style>
.length {
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
.frac {
  font-feature-settings: 'frac';
  font-variant-numeric: diagonal-fractions;
}
.length .unit {
  font-size: 0.72em;
  font-weight: 400;
  opacity: 0.75;
}
</style>
