<script setup lang="ts">
// A piece as a bar seen from above with the wall on top: ends at their own slant, a cope
// as its line; its length is drawn as a share of the longest shown.
import { computed } from 'vue'
import type { EndView, PieceView } from '../api/client'

const props = defineProps<{ piece: PieceView; longest: number }>()
const H = 12
const W = 168
const cut = (e: EndView) => Math.max(-1.6, Math.min(1.6, e.slope)) * H
const length = computed(() => 34 + (W - 34 - 40) * Math.min(1, props.piece.cut.nm / props.longest))
const x = computed(() => ({ l: 20, lf: 20 + cut(props.piece.left), r: 20 + length.value, rf: 20 + length.value + cut(props.piece.right) }))
const cope = (back: number, face: number) => `M${back} 1C${back} ${1 + H * 0.45} ${face} ${1 + H * 0.35} ${face} ${1 + H}`
const ends = computed(() => [
  { e: props.piece.left, b: x.value.l, f: x.value.lf },
  { e: props.piece.right, b: x.value.r, f: x.value.rf },
])
</script>

<template>
  <svg class="bar" :viewBox="`0 0 ${W} 14`" :width="W" height="14" aria-hidden="true">
    <path class="wood" :class="{ done: piece.done }" :d="`M${x.l} 1H${x.r}L${x.rf} ${1 + H}H${x.lf}Z`" />
    <template v-for="(k, i) in ends" :key="i">
      <path v-if="k.e.joint === 'cope'" class="cope" :d="cope(k.b, k.f)" />
      <line v-else :class="k.e.joint === 'scarf' ? 'scarf' : 'edge'" :x1="k.b" y1="1" :x2="k.f" :y2="1 + H" />
    </template>
  </svg>
</template>

<style scoped>
.bar {
  display: block;
  max-width: 100%;
}
.wood {
  fill: var(--pine);
  stroke: var(--pine-edge);
  stroke-width: 1;
}
.wood.done {
  fill: var(--leaf-wash);
  stroke: var(--leaf);
}
.edge {
  stroke: var(--ink);
  stroke-width: 1.6;
}
.scarf {
  stroke: var(--ochre);
  stroke-width: 1.8;
}
.cope {
  fill: none;
  stroke: var(--chalk);
  stroke-width: 2;
}
@media print {
  .bar {
    display: none;
  }
} /* the cut sheet to print has them large */
</style>
