<script setup lang="ts">
// A moulding's section as it hangs, to scale: wall on the left. With points it can be
// drawn on: each is dragged to where it belongs.
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

const props = defineProps<{ sketch: number[][]; points?: { u: number; z: number }[]; bad?: number[] | null; crown?: boolean; chosen?: number }>()
const emit = defineEmits<{ moved: [i: number, u: number, z: number]; chose: [i: number] }>()
const box = ref<HTMLElement>()
const { width, height } = useElementSize(box)
const drag = ref<{ i: number; u: number; z: number } | null>(null)
const ext = computed(() => {
  const ps = [...props.sketch, ...(props.points ?? []).map((p) => [p.u, p.z])]
  const us = ps.map((p) => p[0]!)
  const zs = ps.map((p) => p[1]!)
  return { u0: Math.min(0, ...us), u1: Math.max(0.1, ...us), z0: Math.min(0, ...zs), z1: Math.max(0.1, ...zs) }
})
const pad = computed(() => (props.points ? 34 : 10))
const fit = computed(() => {
  const e = ext.value
  const k = Math.max(1, Math.min((width.value - 2 * pad.value) / (e.u1 - e.u0), (height.value - 2 * pad.value) / (e.z1 - e.z0)))
  return { k, x: (width.value - k * (e.u1 + e.u0)) / 2, y: (height.value + k * (e.z1 + e.z0)) / 2 }
})
const X = (u: number) => fit.value.x + fit.value.k * u
const Y = (z: number) => fit.value.y - fit.value.k * z
const outline = computed(() => props.sketch.map((p) => `${X(p[0]!).toFixed(1)},${Y(p[1]!).toFixed(1)}`).join(' '))
function down(e: PointerEvent, i: number) {
  emit('chose', i)
  const p = props.points![i]!
  drag.value = { i, u: p.u, z: p.z }
  ;(e.target as Element).setPointerCapture(e.pointerId)
}
function move(e: PointerEvent) {
  if (!drag.value || !box.value) return
  const r = box.value.getBoundingClientRect()
  drag.value = { i: drag.value.i, u: (e.clientX - r.left - fit.value.x) / fit.value.k, z: (fit.value.y - (e.clientY - r.top)) / fit.value.k }
}
function up() {
  const d = drag.value
  drag.value = null
  const p = d && props.points![d.i]
  if (d && p && Math.hypot(d.u - p.u, d.z - p.z) * fit.value.k > 2) emit('moved', d.i, d.u, d.z)
}
const at = (i: number) => (drag.value?.i === i ? drag.value : props.points![i]!)
</script>

<template>
  <div ref="box" class="section">
    <svg
      v-if="width > 20"
      :width="width"
      :height="height"
      role="img"
      aria-label="The section as it hangs, the wall on its left"
      @pointermove="move"
      @pointerup="up"
    >
      <line class="wall" :x1="X(0)" :x2="X(0)" :y1="Y(ext.z0) + 8" :y2="Y(ext.z1) - (crown ? 0 : 12)" />
      <line v-if="crown" class="wall" :x1="X(0)" :x2="X(ext.u1) + 12" :y1="Y(ext.z1)" :y2="Y(ext.z1)" />
      <polygon class="wood" :points="outline" />
      <circle v-if="bad" class="bad" :cx="X(bad[0]!)" :cy="Y(bad[1]!)" r="9" />
      <template v-if="points">
        <g v-for="(_, i) in points" :key="i" class="pt" :class="{ on: chosen === i }">
          <circle class="hit" :cx="X(at(i).u)" :cy="Y(at(i).z)" r="16" @pointerdown="(e) => down(e, i)" />
          <circle :cx="X(at(i).u)" :cy="Y(at(i).z)" r="5" />
          <text v-if="chosen === i || points.length < 14" :x="X(at(i).u) + 8" :y="Y(at(i).z) - 7">{{ i + 1 }}</text>
        </g>
      </template>
    </svg>
  </div>
</template>

<style scoped>
.section {
  position: relative;
  width: 100%;
  height: 100%;
  overflow: hidden;
}
svg {
  position: absolute;
  inset: 0;
  touch-action: none;
}
.wall {
  stroke: var(--pencil);
  stroke-width: 2;
}
.wood {
  fill: var(--pine);
  stroke: var(--pine-edge);
  stroke-width: 1.4;
}
.bad {
  fill: none;
  stroke: var(--brick);
  stroke-width: 2.5;
}
.pt circle {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.4;
  pointer-events: none;
}
.pt .hit {
  fill: transparent;
  stroke: none;
  pointer-events: all;
  cursor: grab;
}
.pt.on circle:not(.hit) {
  fill: var(--chalk);
  stroke: var(--chalk);
}
.pt text {
  font-size: 12px;
  fill: var(--pencil);
  pointer-events: none;
}
</style>
