<script setup lang="ts">
// The saw from above and from its left end, from coordinates that Go computed:
// the fence, the blade at its swing, the piece with its slanted end.
import { useElementSize } from '@vueuse/core'
import { computed, ref, useId } from 'vue'
import type { Bench } from '../api/client'

const props = defineProps<{ bench: Bench; swing: string; markText: string; light?: boolean; small?: boolean }>()
const hatch = useId()
const box = ref<HTMLElement>()
const { width, height } = useElementSize(box)
const side = computed(() => !props.small && width.value > 440)
const topWidth = computed(() => (side.value ? width.value * 0.7 : width.value))
const k = computed(() => Math.max(1, Math.min(topWidth.value / props.bench.box[2]!, (height.value - 64) / (props.bench.box[3]! - 1.1))))
const X = (p: number[]) => topWidth.value / 2 + p[0]! * k.value
// Below the table the blade's handle needs room. The saw's y points away from whoever stands at it; the page's points down.
const Y = (p: number[]) =>
  (props.bench.box[1]! + props.bench.box[3]! - p[1]!) * k.value + Math.max(50 - 1.1 * k.value, (height.value - 14 - props.bench.box[3]! * k.value) / 2)
const path = (ps: number[][]) => ps.map((p) => `${X(p).toFixed(2)},${Y(p).toFixed(2)}`).join(' ')
const centre = (ps: number[][]) => [ps.reduce((a, p) => a + p[0]!, 0) / ps.length, ps.reduce((a, p) => a + p[1]!, 0) / ps.length]
const keepAt = computed(() => centre(props.bench.keep))
const wasteAt = computed(() => centre(props.bench.waste))
/** The side of an added fence, as a sign. */
const aside = computed(() => (props.bench.addedOn === 'right' ? 1 : -1))
const keepRight = computed(() => keepAt.value[0]! > 0)
const turned = computed(() => Math.abs(props.bench.arc.at(-1)![0]! - props.bench.arc[0]![0]!) > 0.02)
const toRight = computed(() => props.bench.arc.at(-1)![0]! > props.bench.arc[0]![0]!)

// The end view: distance from the fence to the right of it, height up.
const ext = computed(() => {
  const s = props.bench.section
  return { w: Math.max(...s.map((p) => p[0]!)), h: Math.max(...s.map((p) => p[1]!)) }
})
const e = computed(() => {
  const w = width.value - topWidth.value - 40
  const kk = Math.max(1, Math.min((w - 40) / Math.max(ext.value.w, 1.2), (height.value - 110) / Math.max(ext.value.h, 1)))
  return { k: kk, x: topWidth.value + 44, y: height.value / 2 + (ext.value.h * kk) / 2 }
})
const section = computed(() =>
  props.bench.section.map((p) => `${(e.value.x + p[0]! * e.value.k).toFixed(1)},${(e.value.y - p[1]! * e.value.k).toFixed(1)}`).join(' '),
)
</script>

<template>
  <div ref="box" class="bench" :class="{ light }">
    <svg v-if="width > 40" :width="width" :height="height" role="img" :aria-label="`The saw from above, ${swing}. ${bench.lies}`">
      <defs>
        <pattern :id="hatch" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="9" class="hatch" />
        </pattern>
      </defs>
      <rect class="table" :x="X([bench.box[0]!, 0])" :y="Y([0, 0])" :width="bench.box[2]! * k" :height="-bench.box[1]! * k" rx="6" />
      <polygon class="waste" :points="path(bench.waste)" :fill="`url(#${hatch})`" />
      <polygon class="keep" :points="path(bench.keep)" />
      <line v-for="(f, i) in bench.fence" :key="i" class="fence" :x1="X(f[0]!)" :x2="X(f[1]!)" :y1="Y(f[0]!) - 7" :y2="Y(f[1]!) - 7" />
      <text class="quiet" :x="X(bench.fence[0]![0]!) + 6" :y="Y([0, 0]) - 20">fence</text>
      <line class="straight" :x1="X(bench.straight[0]!)" :y1="Y(bench.straight[0]!)" :x2="X(bench.straight[1]!)" :y2="Y(bench.straight[1]!)" />
      <polyline v-if="turned" class="arc" :points="path(bench.arc)" />
      <line
        v-if="bench.added"
        class="fence added"
        :x1="X(bench.added[0]!) + aside * 8"
        :x2="X(bench.added[1]!) + aside * 8"
        :y1="Y(bench.added[0]!)"
        :y2="Y(bench.added[1]!)"
      />
      <line v-if="bench.topEdge" class="top-edge" :x1="X(bench.topEdge[0]!)" :y1="Y(bench.topEdge[0]!)" :x2="X(bench.topEdge[1]!)" :y2="Y(bench.topEdge[1]!)" />
      <line class="blade" :x1="X(bench.blade[0]!)" :y1="Y(bench.blade[0]!)" :x2="X(bench.blade[1]!)" :y2="Y(bench.blade[1]!)" />
      <circle class="handle" :cx="X(bench.handle)" :cy="Y(bench.handle)" r="11" />
      <text v-if="turned" class="swing" :x="X(bench.straight[0]!) + (toRight ? -12 : 12)" :y="Y(bench.arc[0]!) - 2" :text-anchor="toRight ? 'end' : 'start'">
        {{ swing }}
      </text>
      <text
        class="keep-word"
        :class="{ beside: bench.added }"
        text-anchor="middle"
        dominant-baseline="central"
        :x="bench.added ? X(keepAt) - aside * ((bench.depth * k) / 2 + 26) : X(keepAt)"
        :y="bench.added ? Y(bench.mark) + 13 : Y(keepAt)"
      >
        keep
      </text>
      <text v-if="!bench.added" class="waste-word" text-anchor="middle" dominant-baseline="central" :x="X(wasteAt)" :y="Y(wasteAt)">waste</text>
      <circle class="mark" :cx="X(bench.mark)" :cy="Y(bench.mark)" r="5.5" />
      <template v-if="bench.added">
        <path class="lead" :d="`M${X(bench.mark) + aside * 7} ${Y(bench.mark)}h${aside * 34}`" />
        <text class="mark-word" :x="X(bench.mark) + aside * 46" :y="Y(bench.mark) + 5" :text-anchor="aside > 0 ? 'start' : 'end'">{{ markText }}</text>
        <text class="quiet" :x="X([bench.box[0]! * -aside, 0]) - aside * 6" :y="Y([0, 0]) + 16" :text-anchor="aside > 0 ? 'end' : 'start'">added fence</text>
      </template>
      <template v-else>
        <path class="lead" :d="`M${X(bench.mark)} ${Y(bench.mark) - 7}V${Y([0, 0]) - 30}h${keepRight ? 14 : -14}`" />
        <text class="mark-word" :x="X(bench.mark) + (keepRight ? 20 : -20)" :y="Y([0, 0]) - 26" :text-anchor="keepRight ? 'start' : 'end'">{{ markText }}</text>
      </template>
      <g v-if="side">
        <text class="quiet" :x="e.x - 14" :y="e.y - ext.h * e.k - 34">from the left end</text>
        <rect class="post" :x="e.x - 14" :y="e.y - ext.h * e.k - 20" width="14" :height="ext.h * e.k + 34" />
        <rect class="post" :x="e.x - 14" :y="e.y" :width="Math.max(ext.w * e.k + 60, 110)" height="14" />
        <polygon class="keep" :points="section" />
        <text class="quiet" :x="e.x - 14" :y="e.y + 34">
          at the {{ bench.added ? 'added ' : '' }}fence:
          <tspan :x="e.x - 14" dy="16">{{ bench.touches }}</tspan>
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.bench {
  position: relative;
  width: 100%;
  height: 100%;
  min-height: 150px;
  overflow: hidden;
  --line: var(--dark-pencil);
  --cut: var(--pink);
  --face: #fff;
  --bed: var(--dark-sheet);
}
.bench.light {
  --line: var(--pencil);
  --cut: var(--brick);
  --face: var(--ink);
  --bed: var(--paper);
}
svg {
  position: absolute;
  inset: 0;
}
.table {
  fill: var(--bed);
}
.fence {
  stroke: var(--steel);
  stroke-width: 14;
}
.post {
  fill: var(--steel);
}
.keep {
  fill: var(--pine);
  stroke: var(--pine-edge);
}
.waste {
  stroke: var(--line);
  stroke-dasharray: 4 4;
  stroke-width: 1;
}
.hatch {
  stroke: var(--line);
  stroke-width: 1;
  opacity: 0.7;
}
.blade {
  stroke: var(--cut);
  stroke-width: 3;
  stroke-linecap: round;
}
.top-edge {
  stroke: var(--cut);
  stroke-width: 1.5;
  stroke-dasharray: 5 4;
}
.straight {
  stroke: var(--line);
  stroke-dasharray: 3 5;
}
.arc {
  fill: none;
  stroke: var(--cut);
  stroke-width: 1.5;
}
.handle {
  fill: none;
  stroke: var(--cut);
  stroke-width: 3;
}
.mark {
  fill: var(--face);
  stroke: var(--bed);
  stroke-width: 1.5;
}
.lead {
  fill: none;
  stroke: var(--face);
  stroke-width: 1.2;
}
text {
  fill: var(--line);
  font-size: 13px;
}
.mark-word {
  fill: var(--face);
  font-size: 15px;
  font-weight: 600;
}
.swing {
  fill: var(--cut);
  font-size: 20px;
  font-weight: 700;
}
.keep-word {
  fill: var(--ink);
  font-weight: 700;
  font-size: 16px;
}
.keep-word.beside {
  fill: var(--face);
}
.waste-word {
  font-size: 14px;
  paint-order: stroke;
  stroke: var(--bed);
  stroke-width: 5;
}
</style>
