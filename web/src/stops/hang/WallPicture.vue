<script setup lang="ts">
// The wall in front of one, unrolled: what is behind it, what hangs, what goes up now, and its nails.
import { computed } from 'vue'
import type { Schemas } from '../../api/client'

const props = defineProps<{ wall: Schemas['Wall']; now: string[] }>()
const pts = (ps: number[][]) => ps.map((p) => p.join(',')).join(' ')
/** A little room around, so that strong lines at its edges are seen whole. */
const box = computed(() => `-2 -2 ${props.wall.width + 4} ${props.wall.height + 4}`)
const joist = (at: number) => `${at - 1.2},3.4 ${at},0.4 ${at + 1.2},3.4`
const nails = computed(() => props.wall.nails.filter((n) => props.now.includes(n.piece)))
const said = computed(() =>
  [
    `${props.wall.title}: ${props.wall.pieces.filter((p) => p.up).length} of ${props.wall.pieces.length} pieces up`,
    `${nails.value.length} nails in what goes up now`,
  ].join(', '),
)
</script>

<template>
  <figure class="wall">
    <figcaption>
      <b>{{ wall.from }}</b><span>{{ wall.title }}{{ wall.length ? ` · ${wall.length}` : ', not measured' }}</span
      ><b>{{ wall.to }}</b>
    </figcaption>
    <svg :viewBox="box" role="img" :aria-label="said" preserveAspectRatio="xMidYMid meet">
      <polygon class="face" :points="pts(wall.face)" />
      <line
        v-for="s in wall.studs"
        :key="`s${s.at}`"
        class="stud"
        :class="{ supposed: !s.found }"
        :x1="s.at"
        :x2="s.at"
        y1="0"
        :y2="wall.height"
        vector-effect="non-scaling-stroke"
      />
      <rect
        v-for="(o, i) in wall.openings"
        :key="`o${i}`"
        class="opening"
        :x="o.left"
        :y="o.top"
        :width="Math.max(0, o.right - o.left)"
        :height="Math.max(0, o.bottom - o.top)"
      />
      <polygon
        v-for="p in wall.pieces"
        :key="p.id"
        class="piece"
        :class="{ up: p.up, now: now.includes(p.id) }"
        :points="pts(p.points)"
        vector-effect="non-scaling-stroke"
      />
      <rect
        v-for="(s, i) in wall.strips"
        :key="`b${i}`"
        class="strip"
        :x="s.left"
        :y="s.top"
        :width="s.right - s.left"
        :height="Math.max(0.6, s.bottom - s.top)"
      />
      <polygon
        v-for="j in wall.joists"
        :key="`j${j.at}`"
        class="joist"
        :class="{ supposed: !j.found }"
        :points="joist(j.at)"
        vector-effect="non-scaling-stroke"
      />
      <rect
        v-for="(s, i) in wall.spots"
        :key="`p${i}`"
        class="spot"
        :x="s.left"
        :y="s.top"
        :width="s.right - s.left"
        :height="s.bottom - s.top"
        vector-effect="non-scaling-stroke"
      />
      <polyline v-if="wall.line.length" class="line" :points="pts(wall.line)" vector-effect="non-scaling-stroke" />
      <polyline class="floor" :points="pts(wall.face.slice(2))" vector-effect="non-scaling-stroke" />
      <circle
        v-for="(n, i) in nails"
        :key="`n${i}`"
        class="nail"
        :class="{ supposed: n.supposed }"
        :cx="n.at[0]"
        :cy="n.at[1]"
        r="0.75"
        vector-effect="non-scaling-stroke"
      />
    </svg>
    <p class="key quiet small">
      <span v-if="wall.line.length" class="blue">line {{ wall.under }} under the ceiling</span
      ><span v-if="wall.studs.length">grey: studs, dotted where supposed</span><span v-if="wall.joists.length">▲ joists</span
      ><span v-if="wall.strips.length">brown: backing or furring</span><span v-if="nails.length">● nails</span
      ><span v-if="!wall.studs.length">no stud is known here</span><span v-if="wall.taller !== 1">heights drawn {{ wall.taller }} times</span>
    </p>
  </figure>
</template>

<style scoped>
.wall {
  margin: 0;
}
figcaption {
  display: flex;
  justify-content: space-between;
  font-size: 13.5px;
  padding: 0 2px 2px;
}
svg {
  display: block;
  width: 100%;
  max-height: 34vh;
}
.face {
  fill: #fff;
}
.stud {
  stroke: #dcdad2;
  stroke-width: 6;
}
.stud.supposed {
  stroke-dasharray: 5 4;
}
.opening {
  fill: var(--paper);
  stroke: var(--pencil);
  stroke-width: 0.2;
}
.piece {
  fill: none;
  stroke: var(--pine-edge);
  stroke-width: 1;
}
.piece.up {
  fill: var(--pine);
}
.piece.now {
  fill: var(--chalk-wash);
  stroke: var(--chalk);
  stroke-width: 2.5;
}
.strip {
  fill: #b08a52;
}
.joist {
  fill: var(--ink);
}
.joist.supposed {
  fill: #fff;
  stroke: var(--ink);
  stroke-dasharray: 2 1.5;
}
.spot {
  fill: #fff;
  stroke: var(--brick);
  stroke-width: 1.5;
}
.line {
  fill: none;
  stroke: var(--chalk);
  stroke-width: 1.2;
  stroke-dasharray: 7 3;
}
.floor {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.nail {
  fill: var(--ink);
}
.nail.supposed {
  fill: #fff;
  stroke: var(--ink);
  stroke-width: 1.2;
}
.key {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  padding: 3px 2px 0;
}
.blue {
  color: var(--chalk);
}
</style>
