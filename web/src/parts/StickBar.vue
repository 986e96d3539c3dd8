<script setup lang="ts">
// A stick from above with the back on top: pieces with their slants, kerfs and
// what is left, to scale along. It is drawn deeper than it is.
import { computed } from 'vue'
import type { BarView } from '../api/client'

const props = defineProps<{ of: BarView; longest: number; chosen?: string }>()
const D = 34
const pic = computed(() => props.of.picture)
const width = computed(() => `${(100 * pic.value.length) / props.longest}%`)
// x in thousandths of the stick; slants keep their own scale along the stick.
const X = (x: number) => (1000 * x) / pic.value.length
const shapes = computed(() =>
  pic.value.pieces.map((p, i) => ({
    ...p,
    piece: props.of.pieces[i]!,
    d: `M${X(p.backFrom)} 0H${X(p.backTo)}L${X(p.faceTo)} ${D}H${X(p.faceFrom)}Z`,
    cut: `M${X(p.backTo)} 0H${X(p.backTo + p.kerf)}L${X(p.faceTo + p.kerf)} ${D}H${X(p.faceTo)}Z`,
  })),
)
const left = computed(() => (100 * pic.value.left) / pic.value.length)
</script>

<template>
  <svg class="bar" :style="{ width }" :viewBox="`0 0 1000 ${D}`" preserveAspectRatio="none" :height="D" aria-hidden="true">
    <rect class="stick" x="0" y="0" width="1000" :height="D" />
    <rect v-if="left < 100" class="left" :class="{ keep: of.offcut || of.racked || of.spare }" :x="left * 10" y="0" :width="1000 - left * 10" :height="D" />
    <rect v-for="(s, i) in pic.spoiled" :key="`s${i}`" class="spoiled" :x="X(s.from)" y="0" :width="X(s.to - s.from)" :height="D" />
    <g v-for="s in shapes" :key="s.id">
      <path class="wood" :class="{ cut: s.piece.begun, gone: s.piece.gone, on: chosen === s.id }" :d="s.d" vector-effect="non-scaling-stroke" />
      <path v-if="s.kerf" class="kerf" :d="s.cut" vector-effect="non-scaling-stroke" />
    </g>
    <rect class="edge" x="0" y="0" width="1000" :height="D" vector-effect="non-scaling-stroke" />
  </svg>
</template>

<style scoped>
.bar {
  display: block;
  overflow: visible;
}
.stick {
  fill: var(--stick);
}
.left {
  fill: #f0ebdf;
}
.left.keep {
  fill: var(--raw);
}
.spoiled {
  fill: #e3c6bf;
}
.wood {
  fill: var(--pine);
  stroke: var(--pine-edge);
  stroke-width: 1;
}
.wood.cut {
  fill: var(--leaf-wash);
  stroke: var(--leaf);
}
.wood.gone {
  fill: #ddd;
}
.wood.on {
  stroke: var(--chalk);
  stroke-width: 2.5;
}
.kerf {
  fill: var(--ink);
  stroke: var(--ink);
  stroke-width: 0.8;
}
.edge {
  fill: none;
  stroke: var(--pine-edge);
  stroke-width: 1;
}
</style>
