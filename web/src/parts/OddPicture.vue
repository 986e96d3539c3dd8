<script setup lang="ts">
// An odd place to scale: what is cut, what stands there, its measures; a field that a measure shows is put on it.
import { useElementSize } from '@vueuse/core'
import { computed, ref, useSlots } from 'vue'
import type { WorkedView } from '../api/client'

type Drawn = WorkedView['drawn']
type At = [number, number]
const props = defineProps<{ of: Drawn; small?: boolean; /** Parts that are drawn stronger. */ picked?: string }>()
defineSlots<{ field?: (p: { of: string }) => unknown }>()
const box = ref<HTMLElement>()
const { width, height } = useElementSize(box)
const points = computed(() => [
  ...props.of.shapes.flatMap((s) => s.points as At[]),
  ...props.of.dims.flatMap((d) => [d.from, d.to] as At[]),
  ...props.of.notes.map((n) => n.at as At),
])
const slots = useSlots()
const asking = computed(() => (slots.field ? props.of.dims.filter((d) => d.field) : []))
/** Fields stand beside the drawing, each with a line to what it measures. */
const gutter = computed(() => (asking.value.length ? 112 : 0))
const row = (i: number) => 40 + i * 62
/** How the drawing lies in its box: to scale, its own up turned down. */
const frame = computed(() => {
  const xs = points.value.map((p) => p[0])
  const ys = points.value.map((p) => p[1])
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const edge = props.small ? 14 : 34
  const aside = gutter.value
  const w = Math.max(width.value, 80)
  const h = Math.max(height.value, 60)
  const scale = Math.min((w - aside - 2 * edge) / Math.max(x1 - x0, 0.01), (h - 2 * edge) / Math.max(y1 - y0, 0.01))
  const left = aside + (w - aside - (x1 - x0) * scale) / 2
  const top = (h - (y1 - y0) * scale) / 2
  return { w, h, to: (p: At): At => [left + (p[0] - x0) * scale, top + (y1 - p[1]) * scale] }
})
/** Lines lie on faces. */
const shapes = computed(() => [...props.of.shapes.filter((s) => !s.open), ...props.of.shapes.filter((s) => s.open)])
const pts = (ps: At[]) => ps.map((p) => frame.value.to(p).join(',')).join(' ')
const dims = computed(() =>
  props.of.dims.map((d) => {
    const a = frame.value.to(d.from as At)
    const b = frame.value.to(d.to as At)
    const flat = Math.abs(a[0] - b[0]) >= Math.abs(a[1] - b[1])
    return { a, b, text: d.text, field: d.field, x: (a[0] + b[0]) / 2, y: (a[1] + b[1]) / 2, flat }
  }),
)
const leader = (d: Drawn['dims'][number], i: number) => {
  const [a, b] = [frame.value.to(d.from as At), frame.value.to(d.to as At)]
  return `M${gutter.value - 4} ${row(i) + 8} L${(a[0] + b[0]) / 2} ${(a[1] + b[1]) / 2}`
}
const mayBe = (x: number, most: number, keep: number) => Math.min(Math.max(x, keep), most - keep)
</script>

<template>
  <div ref="box" class="odd" :class="{ small }">
    <svg
      :viewBox="`0 0 ${frame.w} ${frame.h}`"
      :width="frame.w"
      :height="frame.h"
      role="img"
      :aria-label="of.view === 'above' ? 'From above' : 'From the front'"
    >
      <template v-for="(s, i) in shapes" :key="i">
        <polyline v-if="s.open" :class="s.kind" class="open" :points="pts(s.points as At[])" />
        <polygon v-else :class="[s.kind, { picked: picked && s.of === picked }]" :points="pts(s.points as At[])" />
      </template>
      <g v-for="(d, i) in dims" :key="`d${i}`" class="dim">
        <line :x1="d.a[0]" :y1="d.a[1]" :x2="d.b[0]" :y2="d.b[1]" />
        <circle :cx="d.a[0]" :cy="d.a[1]" r="2.2" />
        <circle :cx="d.b[0]" :cy="d.b[1]" r="2.2" />
        <text
          v-if="!d.field || !$slots.field"
          :x="mayBe(d.flat ? d.x : d.field ? d.x - 7 : d.x + 7, frame.w, 30)"
          :y="mayBe(d.flat ? d.y - 6 : d.y + 4, frame.h, 10)"
          :text-anchor="d.flat ? 'middle' : d.field ? 'end' : 'start'"
        >
          {{ d.text }}
        </text>
      </g>
      <path v-for="(d, i) in asking" :key="`l${i}`" class="leader" :d="leader(d, i)" />
      <text v-for="(n, i) in of.notes" :key="`n${i}`" class="note" :x="frame.to(n.at as At)[0]" :y="frame.to(n.at as At)[1]" text-anchor="middle">
        {{ n.text }}
      </text>
    </svg>
    <div v-for="(d, i) in asking" :key="d.field" class="at" :style="{ top: `${row(i)}px` }"><slot name="field" :of="d.field!" /></div>
    <span class="seen">{{ of.view === 'above' ? 'from above, the wall at the top' : 'as one faces the wall' }}</span>
  </div>
</template>

<style scoped>
.odd {
  position: relative;
  overflow: hidden;
  background: var(--sheet);
  border: 1px solid var(--rule);
  height: 100%;
  min-height: 120px;
}
svg {
  display: block;
  position: absolute;
  inset: 0;
}
polygon,
polyline {
  stroke-width: 1.2;
  stroke-linejoin: round;
}
.wood {
  fill: var(--pine);
  stroke: var(--pine-edge);
}
.wood.picked {
  stroke: var(--chalk);
  stroke-width: 2.5;
}
.there {
  fill: var(--paper);
  stroke: var(--pencil);
}
.filler {
  fill: var(--raw);
  stroke: var(--pine-edge);
}
.hole {
  fill: var(--sheet);
  stroke: var(--brick);
}
.open {
  fill: none;
}
.open.wall,
.open.floor {
  stroke: var(--ink);
  stroke-width: 2;
}
.open.mark {
  stroke: var(--chalk);
  stroke-width: 2;
  stroke-dasharray: 6 4;
}
.open.wood {
  stroke: var(--pine-edge);
  stroke-width: 4;
}
.mark {
  fill: none;
  stroke: var(--chalk);
}
.dim line {
  stroke: var(--chalk);
  stroke-width: 1;
}
.dim circle {
  fill: var(--chalk);
}
text {
  font-size: 13px;
  fill: var(--chalk);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
}
.note {
  fill: var(--ink);
}
.at {
  position: absolute;
  left: 8px;
  transform: translateY(-50%);
  width: 100px;
}
.leader {
  fill: none;
  stroke: var(--chalk);
  stroke-dasharray: 2 3;
}
.seen {
  position: absolute;
  right: 8px;
  bottom: 4px;
  font-size: 12px;
  color: var(--pencil);
}
.small .seen {
  display: none;
}
</style>
