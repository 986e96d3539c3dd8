<script setup lang="ts">
// An end seen from above with the wall on top: the slant is the end's own; a
// cope is its line, a square end a line.
import { computed } from 'vue'
import type { EndView } from '../api/client'

const props = defineProps<{ end: EndView; hand: 'left' | 'right'; done?: boolean }>()
const slope = computed(() => Math.max(-1.6, Math.min(1.6, props.end.slope)))
const H = 12
const x0 = computed(() => (props.hand === 'left' ? 14 : 26))
const x1 = computed(() => x0.value + slope.value * H)
const far = computed(() => (props.hand === 'left' ? 40 : 0))
const outline = computed(() => `M${far.value} 2H${x0.value}L${x1.value} ${2 + H}H${far.value}`)
const cope = computed(() => `M${x0.value} 2C${x0.value} ${2 + H * 0.45} ${x1.value} ${2 + H * 0.35} ${x1.value} ${2 + H}`)
</script>

<template>
  <svg class="glyph" viewBox="0 0 40 16" width="40" height="16" aria-hidden="true">
    <path :d="outline" :class="{ done }" class="wood" />
    <path v-if="end.joint === 'cope'" :d="cope" class="cope" />
    <line v-else :x1="x0" y1="2" :x2="x1" :y2="2 + H" class="edge" />
  </svg>
</template>

<style scoped>
.glyph { flex: none; display: block; }
.wood { fill: var(--pine); stroke: var(--pine-edge); stroke-width: 1; }
.wood.done { fill: var(--leaf-wash); stroke: var(--leaf); }
.edge { stroke: var(--ink); stroke-width: 1.8; }
.cope { fill: none; stroke: var(--chalk); stroke-width: 2; }
</style>
