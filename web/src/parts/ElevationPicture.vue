<script setup lang="ts">
// An opening as one faces it, to scale, with what stands around it.
import { computed } from 'vue'
import type { components } from '../api/schema.gen'

type Elevation = components['schemas']['ElevationView']
const props = defineProps<{ of: Elevation; diagonals?: boolean; picked?: string; angles?: boolean; /** The side in hand. */ side?: string }>()
defineEmits<{ pick: [piece: string] }>()
const edge = 3
const box = computed(() => {
  const [x, y, w, h] = props.of.box as [number, number, number, number]
  return { x: x - edge, y: y - edge, w: w + 2 * edge, h: h + 2 * edge }
})
const pts = (ps: number[][] | null) => (ps ?? []).map((p) => `${p[0]},${p[1]}`).join(' ')
const at = (i: number) => props.of.jamb![i] as [number, number]
/** From which corner to which each side runs. */
const runs: Record<string, [number, number]> = { top: [0, 1], bottom: [3, 2], left: [3, 0], right: [2, 1], rising: [3, 1], falling: [0, 2] }
const inHand = computed(() => (props.side && props.of.jamb?.length === 4 ? runs[props.side] : undefined))
/** Angles are written inside the corners. */
const place = (c: { at: string; place: number[] }) => ({
  x: c.place[0]! + (c.at.endsWith('left') ? 1.5 : -1.5),
  y: c.place[1]! + (c.at.startsWith('top') ? 4 : -2),
  anchor: c.at.endsWith('left') ? 'start' : 'end',
})
</script>

<template>
  <svg :viewBox="`${box.x} ${box.y} ${box.w} ${box.h}`" role="img" aria-label="The opening as one faces it" class="elevation">
    <line class="floor" :x1="box.x" :x2="box.x + box.w" :y1="0" :y2="0" vector-effect="non-scaling-stroke" />
    <polygon class="hole" :points="pts(of.jamb)" vector-effect="non-scaling-stroke" />
    <polygon
      v-for="p in of.parts"
      :key="p.part"
      class="part"
      :class="{ picked: picked && p.piece === picked }"
      :points="pts(p.points)"
      vector-effect="non-scaling-stroke"
      @click="p.piece && $emit('pick', p.piece)"
    />
    <template v-if="diagonals && of.jamb && of.jamb.length === 4">
      <line class="diagonal" :x1="at(3)[0]" :y1="at(3)[1]" :x2="at(1)[0]" :y2="at(1)[1]" vector-effect="non-scaling-stroke" />
      <line class="diagonal" :x1="at(0)[0]" :y1="at(0)[1]" :x2="at(2)[0]" :y2="at(2)[1]" vector-effect="non-scaling-stroke" />
    </template>
    <line
      v-if="inHand"
      class="hand"
      :x1="at(inHand[0])[0]"
      :y1="at(inHand[0])[1]"
      :x2="at(inHand[1])[0]"
      :y2="at(inHand[1])[1]"
      vector-effect="non-scaling-stroke"
    />
    <template v-if="angles">
      <text v-for="c in of.corners" :key="c.at" class="angle" :class="{ guess: !c.known }" v-bind="place(c)" :text-anchor="place(c).anchor">
        {{ c.angle }}°
      </text>
    </template>
  </svg>
</template>

<style scoped>
.hole {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 1;
}
.part {
  fill: var(--pine);
  stroke: var(--pine-edge);
  stroke-width: 1;
  cursor: pointer;
}
.part.picked {
  stroke: var(--chalk);
  stroke-width: 2.5;
}
.floor {
  stroke: var(--pencil);
  stroke-width: 1;
}
.diagonal {
  stroke: var(--pencil);
  stroke-width: 1;
  stroke-dasharray: 5 4;
}
.hand {
  stroke: var(--chalk);
  stroke-width: 4;
}
.angle {
  font-size: 3.4px;
  fill: var(--ink);
}
.guess {
  fill: var(--pencil);
  font-style: italic;
}
</style>
