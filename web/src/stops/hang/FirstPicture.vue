<script setup lang="ts">
// What the first piece is set with, seen along the wall: wall left, ceiling over it.
import { computed } from 'vue'
import type { Schemas } from '../../api/client'

const props = defineProps<{ first: Schemas['FirstView']; school: string }>()
const f = computed(() => props.first)
const wide = computed(() => f.value.out + 3)
const high = computed(() => f.value.drop + 2.4)
/** A sheet's y goes down from the ceiling, which lies at 1. */
const down = (z: number) => 1 + f.value.drop - z
const crown = computed(() => f.value.section.map((p) => `${1 + p[0]!},${down(p[1]!)}`).join(' '))
const block = computed(() => {
  const [l, r, t, b] = [1, 1 + f.value.out, 1, 1 + f.value.drop]
  return `${r},${t} ${r + 1.2},${t} ${r + 1.2},${b + 1} ${l},${b + 1} ${l},${b} ${r},${b}`
})
</script>

<template>
  <svg :viewBox="`0 0 ${wide} ${high}`" aria-hidden="true">
    <path :d="`M0 0h${wide}v1H1V${high}H0z`" class="house" />
    <polygon v-if="school === 'block'" class="tool" :points="block" />
    <rect v-else-if="school === 'gauge'" class="tool" x="1" :y="1 + first.drop" :width="first.out" height="0.7" />
    <polygon class="crown" :class="{ scrap: school !== 'block' }" :points="crown" vector-effect="non-scaling-stroke" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  height: 150px;
  max-width: 100%;
  margin-bottom: 6px;
}
.house {
  fill: #dcdad2;
}
.tool {
  fill: #b9c9d6;
}
.crown {
  fill: var(--pine);
  stroke: var(--pine-edge);
  stroke-width: 1.2;
}
.crown.scrap {
  fill: var(--raw);
  stroke-dasharray: 4 2;
}
</style>
