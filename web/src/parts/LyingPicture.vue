<script setup lang="ts">
// A piece as it lies face up, its bottom edge toward you, with what is cut out of it and where it is not nailed.
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { LyingPiece } from '../api/client'

const props = defineProps<{ of: LyingPiece }>()
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const high = 62
const foot = 20
/** Of a long piece only what is around its holes is drawn, to scale; the figures are from its left end and its bottom edge. */
const frame = computed(() => {
  const h = props.of.high
  const from = Math.max(0, Math.min(...props.of.holes.map((k) => k.nailFrom)) - h)
  const to = Math.min(props.of.long, Math.max(...props.of.holes.map((k) => k.nailTo)) + h)
  const w = Math.max(width.value, 200)
  const scale = Math.min(high / h, (w - 8) / Math.max(to - from, h))
  return { w, x: (x: number) => 4 + (Math.min(Math.max(x, from), to) - from) * scale, y: (y: number) => foot + (h - y) * scale, tall: h * scale + 2 * foot }
})
const pts = (ps: number[][]) => ps.map((p) => `${frame.value.x(p[0]!)},${frame.value.y(p[1]!)}`).join(' ')
</script>

<template>
  <div ref="box" class="lying">
    <svg :width="frame.w" :height="frame.tall" role="img" aria-label="The piece face up, its bottom edge toward you">
      <polygon class="piece" :points="pts(of.outline)" />
      <g v-for="(h, i) in of.holes" :key="i">
        <rect class="nonail" :x="frame.x(h.nailFrom)" :y="foot" :width="frame.x(h.nailTo) - frame.x(h.nailFrom)" :height="frame.tall - 2 * foot" />
        <polygon class="hole" :points="pts(h.outline)" />
        <text :x="frame.x(h.from) - 2" :y="frame.tall - 5" text-anchor="end">{{ h.texts.from }}</text>
        <text :x="frame.x(h.to) + 2" :y="frame.tall - 5">{{ h.texts.to }}</text>
        <text class="on" :x="frame.x(h.to) + 5" :y="frame.y(h.high) + 11">{{ h.texts.high }}</text>
        <text v-if="h.low > 0" class="on" :x="frame.x(h.to) + 5" :y="frame.y(h.low)">{{ h.texts.low }}</text>
        <text :x="(frame.x(h.from) + frame.x(h.to)) / 2" :y="foot - 6" text-anchor="middle">{{ h.title.toLowerCase() }} · no nail where it is darker</text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.lying {
  width: 100%;
  overflow: hidden;
}
svg {
  display: block;
}
.piece {
  fill: var(--pine);
  stroke: var(--pine-edge);
}
.nonail {
  fill: var(--brick);
  opacity: 0.16;
}
.hole {
  fill: var(--sheet);
  stroke: var(--brick);
  stroke-width: 1.5;
}
text {
  font-size: 12px;
  fill: currentcolor;
}
.on {
  fill: var(--ink);
}
</style>
