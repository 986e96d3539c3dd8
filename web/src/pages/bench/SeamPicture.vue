<script setup lang="ts">
// A joint seen from the room: the one face, the end that meets it, and the gap between, drawn wider than it is.
import { computed } from 'vue'
import type { ClosingSide } from '../../api/client'

const props = defineProps<{ of: ClosingSide }>()
const p = computed(() => props.of.picture)
const box = computed(() => {
  const [x, y, w, h] = p.value.box as [number, number, number, number]
  return { x, y, w, h, view: `${x} ${-(y + h)} ${w} ${h}` }
})
const pts = (ps: readonly number[][]) => ps.map((q) => `${q[0]},${-q[1]!}`).join(' ')
const left = computed(() => `${box.value.x},${-(box.value.y + box.value.h)} ${box.value.x},${-box.value.y} ${pts(p.value.mate)}`)
const right = computed(() => {
  const r = box.value.x + box.value.w
  return `${r},${-(box.value.y + box.value.h)} ${r},${-box.value.y} ${pts(p.value.edge)}`
})
const gap = computed(() => `${pts(p.value.mate)} ${pts([...p.value.edge].reverse())}`)
</script>

<template>
  <svg class="seam" :viewBox="box.view" role="img" :aria-label="`${of.gap} ${of.where}`">
    <polygon class="through" :points="left" />
    <polygon class="gives" :points="right" />
    <polygon class="gap" :points="gap" />
  </svg>
</template>

<style scoped>
.seam {
  width: 100%;
  height: 100%;
}
polygon {
  vector-effect: non-scaling-stroke;
}
.through {
  fill: var(--pine);
  stroke: var(--pine-edge);
}
.gives {
  fill: var(--raw);
  stroke: var(--pine-edge);
}
.gap {
  fill: var(--brick);
  stroke: var(--brick);
  stroke-width: 0.7;
}
</style>
