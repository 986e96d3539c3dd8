<script setup lang="ts">
// A piece as it lies face up, its bottom edge toward you, with what is cut out of it and where it is not nailed.
import { computed } from 'vue'
import type { LyingPiece } from '../api/client'

const props = defineProps<{ of: LyingPiece }>()
/** Of a long piece what is between its holes is left out of the drawing by being drawn shorter; the figures tell. */
const shown = computed(() => {
  const first = Math.min(...props.of.holes.map((h) => h.nailFrom))
  const last = Math.max(...props.of.holes.map((h) => h.nailTo))
  const from = Math.max(0, first - props.of.high)
  const to = Math.min(props.of.long, last + props.of.high)
  return { from, long: Math.max(to - from, props.of.high), high: props.of.high }
})
const up = (y: number) => props.of.high - y
const pts = (ps: number[][]) => ps.map((p) => `${p[0]},${up(p[1]!)}`).join(' ')
const font = computed(() => shown.value.long / 46)
</script>

<template>
  <svg
    class="lying"
    :viewBox="`${shown.from} ${-font * 1.6} ${shown.long} ${shown.high + font * 3.4}`"
    role="img"
    aria-label="The piece face up, its bottom edge toward you"
  >
    <polygon class="piece" :points="pts(of.outline)" vector-effect="non-scaling-stroke" />
    <g v-for="(h, i) in of.holes" :key="i">
      <rect class="nonail" :x="h.nailFrom" :y="0" :width="h.nailTo - h.nailFrom" :height="of.high" />
      <polygon class="hole" :points="pts(h.outline)" vector-effect="non-scaling-stroke" />
      <text :x="h.from" :y="of.high + font * 1.3" :font-size="font" text-anchor="end">{{ h.texts.from }}</text>
      <text :x="h.to" :y="of.high + font * 1.3" :font-size="font" text-anchor="start">{{ h.texts.to }}</text>
      <text :x="h.to + font * 0.4" :y="up(h.high) + font * 0.9" :font-size="font">{{ h.texts.high }}</text>
      <text v-if="h.low > 0" :x="h.to + font * 0.4" :y="up(h.low)" :font-size="font">{{ h.texts.low }}</text>
      <text class="name" :x="(h.from + h.to) / 2" :y="-font * 0.5" :font-size="font" text-anchor="middle">{{ h.title.toLowerCase() }} · no nail</text>
    </g>
  </svg>
</template>

<style scoped>
.lying {
  display: block;
  width: 100%;
  max-height: 170px;
}
.piece {
  fill: var(--pine);
  stroke: var(--pine-edge);
}
.nonail {
  fill: var(--brick);
  opacity: 0.12;
}
.hole {
  fill: var(--sheet);
  stroke: var(--brick);
  stroke-width: 1.5;
}
text {
  fill: currentcolor;
}
.name {
  fill: var(--brick);
}
</style>
