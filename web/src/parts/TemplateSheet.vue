<script setup lang="ts">
// A template of a coped end, drawn from its own coordinates: fitted to its box, or in true size by this screen's ruler.
import { computed } from 'vue'
import type { TemplateView } from '../api/client'

const props = defineProps<{ of: TemplateView; dark?: boolean; perInch?: number; lit?: number[][]; marks?: { n: number; at: number[] }[] }>()
const box = computed(() => {
  const [x, y, w, h] = props.of.box as [number, number, number, number]
  return { x, y, w, h, view: `${x} ${-(y + h)} ${w} ${h}` }
})
const size = computed(() => (props.perInch ? { width: `${box.value.w * props.perInch}px`, height: `${box.value.h * props.perInch}px` } : {}))
const line = (at: readonly number[][]) => at.map((p) => `${p[0]},${-p[1]!}`).join(' ')
</script>

<template>
  <svg class="sheet" :class="{ dark, fit: !perInch }" :viewBox="box.view" :style="size" role="img" :aria-label="of.name">
    <polyline v-for="(s, i) in of.strokes" :key="i" :class="s.layer.toLowerCase()" :points="line(s.at)" vector-effect="non-scaling-stroke" />
    <polyline v-if="lit?.length" class="lit" :points="line(lit)" vector-effect="non-scaling-stroke" />
    <text v-for="(n, i) in of.notes" :key="`n${i}`" :x="n.at[0]" :y="-n.at[1]!" :font-size="n.size * (dark ? 1.6 : perInch ? 1 : 1.3)" :text-anchor="n.anchor">
      {{ n.text }}
    </text>
  </svg>
</template>

<style scoped>
.sheet {
  display: block;
  overflow: visible;
  fill: none;
  stroke-linejoin: round;
  stroke-linecap: round;
}
.fit {
  width: 100%;
  height: 100%;
}
polyline {
  stroke: var(--ink);
  stroke-width: 1;
}
.cut {
  stroke-width: 2.2;
}
.relief {
  stroke: var(--chalk);
  stroke-width: 1.6;
  stroke-dasharray: 6 4;
}
.fold {
  stroke: var(--pencil);
  stroke-width: 0.8;
  stroke-dasharray: 1 4;
}
.corner {
  stroke: var(--pencil);
  stroke-dasharray: 10 3 2 3;
}
.lit {
  stroke: var(--brick);
  stroke-width: 5;
  stroke-opacity: 0.75;
}
text {
  fill: var(--ink);
  font-family: var(--font);
}
.dark polyline {
  stroke: var(--pale);
}
.dark .cut {
  stroke: #fff;
  stroke-width: 3;
}
.dark .relief {
  stroke: var(--pink);
  stroke-width: 2.2;
}
.dark .fold,
.dark .corner {
  stroke: var(--dark-pencil);
}
.dark .lit {
  stroke: var(--pink);
  stroke-width: 8;
  stroke-opacity: 0.55;
}
.dark text {
  fill: #fff;
}
</style>
