<script setup lang="ts">
// The room from above, as measured; nothing is adjusted. With pieces it shows
// the base, thicker than it is, with the hanging order.
import { useElementSize } from '@vueuse/core'
import { select } from 'd3-selection'
import { zoom, zoomIdentity } from 'd3-zoom'
import { computed, ref, shallowRef, watch } from 'vue'
import LengthText from './LengthText.vue'
import SetText from './SetText.vue'
import type { Floor } from '../api/client'
import { sheetOpen, shooting } from '../state/measuring'
import { comeInBy, decisions, sightOn } from '../state/deciding'
import { choose, chosen, doubtful, isChosen, pieceById, room, runShown } from '../state/place'

const props = defineProps<{ trim?: boolean; aside?: number }>()
const box = ref<HTMLElement>()
const { width, height } = useElementSize(box)
const floor = computed(() => room.value?.floor)
/** Room to leave around the drawing; what stands aside of it, on its left, has its own. */
const pad = computed(() => ({ left: width.value < 700 ? 64 : Math.max(64, props.aside ?? 0), right: 64, top: 34, bottom: width.value < 500 ? 72 : 52 }))
/** Pan and zoom by wheel, drag or two fingers; one finger scrolls the page as ever. */
const svg = ref<SVGSVGElement>()
const eye = shallowRef(zoomIdentity)
const zooming = zoom<SVGSVGElement, unknown>()
  .scaleExtent([0.5, 40])
  .filter((e: MouseEvent | TouchEvent | WheelEvent) => ('touches' in e ? e.touches.length > 1 : e.type === 'wheel' || e.button === 0))
  .on('zoom', (e: { transform: typeof zoomIdentity }) => (eye.value = e.transform))
watch(svg, (el) => el && select(el).call(zooming).on('dblclick.zoom', null).style('touch-action', 'pan-x pan-y'))
const whole = () => svg.value && select(svg.value).call(zooming.transform, zoomIdentity)
const zoomBy = (k: number) => svg.value && select(svg.value).call(zooming.scaleBy, k)
watch(() => room.value?.id, whole)
const base = computed(() => {
  const b = floor.value?.box ?? [0, 0, 1, 1]
  const k = Math.max(
    0.01,
    Math.min((width.value - pad.value.left - pad.value.right) / (b[2]! || 1), (height.value - pad.value.top - pad.value.bottom) / (b[3]! || 1)),
  )
  return {
    k,
    x: Math.max((width.value - k * b[2]!) / 2, pad.value.left) - k * b[0]!,
    y: pad.value.top + (height.value - pad.value.top - pad.value.bottom - k * b[3]!) / 2 - k * b[1]!,
  }
})
const fit = computed(() => ({ k: base.value.k * eye.value.k, x: base.value.x * eye.value.k + eye.value.x, y: base.value.y * eye.value.k + eye.value.y }))
const X = (p: number[]) => fit.value.x + fit.value.k * p[0]!
const Y = (p: number[]) => fit.value.y + fit.value.k * p[1]!
const path = (ps: number[][]) => ps.map((p) => `${X(p).toFixed(2)},${Y(p).toFixed(2)}`).join(' ')
/** A point some pixels from p along a direction of length one. */
const off = (p: number[], d: number[], px: number) => ({ x: X(p) + d[0]! * px, y: Y(p) + d[1]! * px })
const mid = (a: number[], b: number[]) => [(a[0]! + b[0]!) / 2, (a[1]! + b[1]!) / 2]
const shotText = (id: string) => room.value?.diagonals.find((d) => d.id === id)?.length.text ?? ''
function shoot(d: Floor['shots'][number]) {
  if (d.id) choose('diagonal', d.id)
  else shooting.value = { from: d.fromId, to: d.toId }
  sheetOpen.value = 'diagonals'
}
const entryOf = computed(() => new Map(room.value?.walls.map((w) => [w.id, w])))
const readingOf = (id: string) => (cornerOf.value.get(id)?.readings.length ? (cornerOf.value.get(id)!.theta ?? '?') : '?')
const cornerOf = computed(() => new Map(room.value?.corners.map((c) => [c.id, c])))
const wallOn = (id: string) => isChosen('wall', id) || (chosen.value?.kind === 'piece' && pieceById.value.get(chosen.value.id)?.wall === id)
const trimmed = computed(() => (floor.value?.pieces ?? []).filter((p) => pieceById.value.get(p.id)?.run === runShown.value))
/** Seams between pieces: a cope's is told apart where it faces the way in. */
const facing = computed(() => new Set(decisions.value.filter((d) => d.seen && d.seam > 0.5).map((d) => d.corner)))
const seams = computed(() =>
  trimmed.value.flatMap((p) =>
    p.ends.filter((e) => ['cope', 'mitre', 'scarf'].includes(e.joint) && (e.corner || e.joint === 'scarf')).map((e, i) => ({ ...e, key: p.id + i })),
  ),
)
/** Joints that may not close, by their corner. */
const open = computed(() => new Map(decisions.value.filter((d) => d.fit && !d.fit.closes).map((d) => [d.corner, d.fit!.word])))
const byHand = computed(() => new Set(decisions.value.filter((d) => d.overrides.length).map((d) => d.corner)))
/** From the way in to every corner that is seen from there. */
const sight = computed(() => (props.trim && sightOn.value ? room.value?.sight : undefined))
const seen = computed(() => (floor.value?.corners ?? []).filter((c) => sight.value?.sees.includes(c.id)))
const waysIn = computed(() => (props.trim && sightOn.value ? (floor.value?.openings ?? []).filter((o) => o.kind === 'door' || o.kind === 'opening') : []))
/** Where each piece's hanging number goes: close to a short piece, further out where another or a letter stands already. */
const numbers = computed(() => {
  const small = long({ from: [0, 0], to: [floor.value!.span, 0] }) < 260
  const taken = letters.value.map((c) => ({ x: c.x, y: c.y, r: 7 }))
  return trimmed.value.map((p) => {
    const short = small || long({ from: p.outline[0]!, to: p.outline[1]! }) < 36
    const r = short ? 8.5 : 11
    let at = off(p.middle, p.facing, short ? 18 : 28)
    for (let out = 1; out < 4 && taken.some((t) => Math.hypot(t.x - at.x, t.y - at.y) < t.r + r - 2); out++)
      at = off(p.middle, p.facing, (short ? 18 : 28) + out * 17)
    taken.push({ ...at, r })
    return { id: p.id, ...at, r }
  })
})
/** The drawing's scale as a ratio, at the usual 96 pixels to the inch. */
const scale = computed(() => Math.round(96 / fit.value.k))
const long = (w: { from: number[]; to: number[] }) => Math.hypot(X(w.to) - X(w.from), Y(w.to) - Y(w.from))
/** Where each wall's size goes, behind the wall. One that would lie on another's is left to the band, until its wall is chosen or the drawing is closer. */
const sizeAt = computed(() => {
  const taken: { x: number; y: number; w: number; h: number }[] = []
  const out = new Map<string, string>()
  const walls = [...(floor.value?.walls ?? [])].sort((a, b) => Number(wallOn(b.id)) - Number(wallOn(a.id)) || long(b) - long(a))
  for (const w of walls) {
    const l = long(w)
    if (l <= 40 && !wallOn(w.id)) continue
    const angle = l < 44 ? 0 : w.angle
    const steep = l < 44 ? 0 : Math.abs(w.facing[0]!) // what a text along the wall takes up and down
    const p = off(mid(w.from, w.to), w.facing, l < 44 ? -26 : -17)
    const half = 3.5 * (entryOf.value.get(w.id)?.length?.text.length ?? 6) // of the text's width
    const box = { ...p, w: half * (1 - steep) + 7, h: half * steep + 7 }
    if (taken.some((t) => Math.abs(t.x - p.x) < t.w + box.w && Math.abs(t.y - p.y) < t.h + box.h)) continue
    taken.push(box)
    out.set(w.id, `translate(${p.x} ${p.y}) rotate(${angle})`)
  }
  return out
})
/** A corner's letter stands in the room, or behind the wall where the base is drawn; outside corners always in front. */
const letters = computed(() =>
  (floor.value?.corners ?? []).map((c) => {
    const behind = props.trim && c.kind === 'inside'
    const p = off(c.at, c.facing, behind ? -16 : c.kind === 'outside' && props.trim ? 24 : 17)
    const side = props.trim ? 0 : c.facing[0]!
    return { ...c, y: p.y, ...(side > 0.3 ? { x: p.x - 6, anchor: 'start' } : side < -0.3 ? { x: p.x + 6, anchor: 'end' } : { x: p.x, anchor: 'middle' }) }
  }),
)
/** The letters with the readings that have room: none lies on a letter or on another. The letter stands nearest its corner. */
const readings = computed(() => {
  const span = (x: number, anchor: string, from: number, to: number) =>
    anchor === 'start' ? [x + from, x + to] : anchor === 'end' ? [x - to, x - from] : [x - to / 2, x + to / 2]
  const taken = letters.value.map((c) => ({ id: c.id, at: span(c.x, c.anchor, 0, 12), y: c.y }))
  return letters.value.map((c) => {
    const at = span(c.x, c.anchor, 14, 60)
    const bare = taken.some((t) => t.id !== c.id && t.at[0]! < at[1]! && at[0]! < t.at[1]! && Math.abs(t.y - c.y) < 15) && !isChosen('corner', c.id)
    if (!bare) taken.push({ id: c.id, at, y: c.y })
    return { ...c, bare }
  })
})
</script>

<template>
  <div ref="box" class="plan">
    <svg v-if="floor && floor.walls.length && width > 40" ref="svg" :width="width" :height="height" role="img" :aria-label="`${room?.title} from above`">
      <polygon v-if="room?.closed" class="floor" :class="{ island: floor.island }" :points="path(floor.walls.map((w) => w.from))" />
      <g v-if="trim">
        <polygon
          v-for="p in trimmed"
          :key="p.id"
          class="piece"
          :class="{ on: isChosen('piece', p.id), done: pieceById.get(p.id)?.done }"
          :points="path(p.outline)"
          @click="choose('piece', p.id)"
        />
        <line
          v-for="e in seams"
          :key="e.key"
          class="seam"
          :class="[e.joint, { faces: facing.has(e.corner) && e.joint === 'cope' }]"
          :x1="X(e.from)"
          :y1="Y(e.from)"
          :x2="X(e.to)"
          :y2="Y(e.to)"
        />
      </g>
      <g
        v-for="w in floor.walls"
        :key="w.id"
        class="wall"
        :class="{ on: wallOn(w.id), bad: w.doubt || doubtful.has(`wall:${w.id}`), unknown: !w.known }"
        @click="choose('wall', w.id)"
      >
        <line class="hit" :x1="X(w.from)" :y1="Y(w.from)" :x2="X(w.to)" :y2="Y(w.to)" />
        <line class="face" :x1="X(w.from)" :y1="Y(w.from)" :x2="X(w.to)" :y2="Y(w.to)" />
        <text
          v-if="!trim && sizeAt.has(w.id)"
          class="size"
          text-anchor="middle"
          dominant-baseline="central"
          :class="{ small: long(w) < 70 }"
          :transform="sizeAt.get(w.id)"
        >
          <LengthText v-if="entryOf.get(w.id)?.length" :of="entryOf.get(w.id)!.length!" svg />
          <tspan v-else>{{ w.label }}?</tspan>
        </text>
      </g>
      <g v-for="o in floor.openings" :key="o.id">
        <line class="gap" :class="o.kind" :x1="X(o.from)" :y1="Y(o.from)" :x2="X(o.to)" :y2="Y(o.to)" />
        <polygon v-for="(leg, i) in o.trim ?? []" :key="i" class="leg" :points="leg!.map((p) => `${X(p)},${Y(p)}`).join(' ')" />
      </g>
      <g
        v-for="d in floor.shots"
        :key="d.id || `${d.fromId}${d.toId}`"
        class="shot"
        :class="{ offered: !d.id, bad: d.doubt, on: d.id && isChosen('diagonal', d.id) }"
        @click="shoot(d)"
      >
        <template v-if="!trim">
          <line class="hit thin" :x1="X(d.from)" :y1="Y(d.from)" :x2="X(d.to)" :y2="Y(d.to)" />
          <line :x1="X(d.from)" :y1="Y(d.from)" :x2="X(d.to)" :y2="Y(d.to)" />
          <text
            text-anchor="middle"
            dominant-baseline="central"
            :transform="`translate(${X(mid(d.from, d.to))} ${Y(mid(d.from, d.to)) - 10}) rotate(${d.angle})`"
          >
            <template v-if="d.id">{{ shotText(d.id) }}</template>
            <template v-else>{{ d.label }}</template>
          </text>
        </template>
      </g>
      <g v-for="s in floor.spots" :key="s.id" class="spot">
        <title>{{ s.kind.replace('_', ' ') }}</title>
        <rect v-if="!['stud', 'joist'].includes(s.kind)" :x="off(s.at, s.facing, 5).x - 3.5" :y="off(s.at, s.facing, 5).y - 3.5" width="7" height="7" />
        <line v-else :x1="off(s.at, s.facing, -6).x" :y1="off(s.at, s.facing, -6).y" :x2="off(s.at, s.facing, 0).x" :y2="off(s.at, s.facing, 0).y" />
      </g>
      <g v-if="floor.gap?.shown" class="open">
        <line :x1="X(floor.gap.from)" :y1="Y(floor.gap.from)" :x2="X(floor.gap.to)" :y2="Y(floor.gap.to)" />
        <circle :cx="X(floor.gap.from)" :cy="Y(floor.gap.from)" r="4" />
        <circle class="end" :cx="X(floor.gap.to)" :cy="Y(floor.gap.to)" r="4" />
        <text v-if="room?.gap" :x="X(mid(floor.gap.from, floor.gap.to)) + 8" :y="Y(mid(floor.gap.from, floor.gap.to)) - 8">
          <LengthText :of="room.gap" svg />
        </text>
      </g>
      <g
        v-for="c in readings"
        :key="c.id"
        class="corner"
        :class="{ on: isChosen('corner', c.id), bad: c.doubt || doubtful.has(`corner:${c.id}`), unread: !c.known }"
        @click="choose('corner', c.id)"
      >
        <circle class="hit" :cx="X(c.at)" :cy="Y(c.at)" r="20" />
        <circle v-if="trim && byHand.has(c.id)" class="byhand" :cx="X(c.at)" :cy="Y(c.at)" r="11" />
        <circle v-if="isChosen('corner', c.id)" class="ring" :cx="X(c.at)" :cy="Y(c.at)" r="15" />
        <text :text-anchor="c.anchor" dominant-baseline="central" :x="c.x" :y="c.y">
          <tspan v-if="!trim && !c.bare && c.anchor === 'end'" class="reading">{{ readingOf(c.id) }}</tspan>
          <tspan class="letter" :dx="!trim && !c.bare && c.anchor === 'end' ? 4 : 0">{{ c.letter }}</tspan>
          <tspan v-if="!trim && !c.bare && c.anchor !== 'end'" class="reading" dx="4">{{ readingOf(c.id) }}</tspan>
          <tspan v-if="trim && open.has(c.id)" class="shows" dx="4">△ {{ open.get(c.id) }}</tspan>
        </text>
      </g>
      <g v-if="sight" class="sight">
        <line v-for="c in seen" :key="c.id" :x1="X(sight.eye)" :y1="Y(sight.eye)" :x2="X(c.at)" :y2="Y(c.at)" />
        <circle :cx="X(sight.eye)" :cy="Y(sight.eye)" r="5" />
        <g
          v-for="o in waysIn"
          :key="o.id"
          class="door"
          :class="{ on: sight.opening === o.id }"
          role="button"
          tabindex="0"
          :aria-label="sight.opening === o.id ? 'The way in' : 'Come in by this door'"
          @click="comeInBy(o.id)"
          @keydown.enter="comeInBy(o.id)"
        >
          <line class="hit" :x1="X(o.from)" :y1="Y(o.from)" :x2="X(o.to)" :y2="Y(o.to)" />
          <line class="way" :x1="X(o.from)" :y1="Y(o.from)" :x2="X(o.to)" :y2="Y(o.to)" />
        </g>
      </g>
      <g v-if="trim">
        <g
          v-for="p in numbers"
          :key="p.id"
          class="hang"
          :class="{ on: isChosen('piece', p.id), done: pieceById.get(p.id)?.done }"
          @click="choose('piece', p.id)"
        >
          <circle :cx="p.x" :cy="p.y" :r="p.r" />
          <text text-anchor="middle" dominant-baseline="central" :x="p.x" :y="p.y">{{ pieceById.get(p.id)?.hang || '–' }}</text>
        </g>
      </g>
    </svg>
    <p v-if="floor && floor.walls.length" class="lens">
      <button type="button" aria-label="Closer" title="Closer" @click="zoomBy(1.5)">+</button
      ><button type="button" aria-label="Further away" title="Further away" @click="zoomBy(1 / 1.5)">−</button
      ><button v-if="eye !== zoomIdentity" type="button" @click="whole">whole room</button>
    </p>
    <p v-if="floor && floor.walls.length" class="note quiet small">
      <template v-if="!trim && room?.closing"
        ><b :class="{ stop: !floor.gap?.closes }"><SetText :text="room.closing" /></b> ·
      </template>
      scale 1:{{ scale
      }}<template v-if="width > 400">
        ·
        {{
          trim
            ? width > 760
              ? "trim drawn thicker · blue: a cope's seam, red where it faces the way in · numbers: order to hang"
              : "blue: a cope's seam, red facing the way in"
            : floor.gap?.closes
              ? 'walls as measured, corners adjusted for drawing only'
              : 'walls as measured'
        }}</template
      >
    </p>
  </div>
</template>

<style scoped>
.plan {
  position: relative;
  width: 100%;
  height: 100%;
  min-height: 200px;
  overflow: hidden;
}
svg {
  position: absolute;
  inset: 0;
}
.note {
  position: absolute;
  left: 20px;
  right: 180px;
  bottom: 8px;
}
.lens {
  position: absolute;
  right: 10px;
  bottom: 6px;
  display: flex;
  gap: 4px;
  z-index: 1;
}
.lens button {
  min-width: 32px;
  height: 32px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  cursor: pointer;
  font-size: 15px;
  padding: 0 8px;
}
@media (max-width: 860px) {
  .lens button {
    min-width: 44px;
    height: 44px;
  }
  .note {
    right: 120px;
  }
}
.floor {
  fill: #fffef8;
}
.face {
  stroke: var(--ink);
  stroke-width: 3;
  stroke-linecap: square;
}
.hit {
  stroke: transparent;
  stroke-width: 22;
  fill: transparent;
  cursor: pointer;
}
.wall.on .face {
  stroke: var(--chalk);
  stroke-width: 4;
}
.wall.bad .face {
  stroke: var(--brick);
}
.wall.unknown .face {
  stroke-dasharray: 5 6;
  stroke-width: 2;
  stroke: var(--pencil);
}
.wall.unknown .size {
  fill: var(--pencil);
  font-weight: 400;
}
.wall.unknown.on .face {
  stroke: var(--chalk);
}
.size {
  font-weight: 600;
  font-size: 15px;
  pointer-events: none;
  fill: var(--ink);
}
.size.small {
  font-size: 13px;
  font-family: var(--narrow);
}
.wall.on .size {
  fill: var(--chalk);
}
.wall.bad .size {
  fill: var(--brick);
}
.leg {
  fill: var(--pine);
  stroke: var(--pine-edge);
  stroke-width: 1;
}
.gap {
  stroke: #fffef8;
  stroke-width: 7;
}
.gap.window {
  stroke-width: 1.6;
}
.gap.cabinet,
.gap.tub {
  stroke: var(--pencil);
  stroke-dasharray: 3 2;
}
.floor.island {
  fill: #e3dccb;
}
.corner {
  cursor: pointer;
  font-size: 13px;
}
.letter {
  font-weight: 700;
}
.reading {
  fill: var(--pencil);
}
.corner.bad .reading,
.corner.bad .letter {
  fill: var(--brick);
  font-weight: 700;
}
.corner.on .letter {
  fill: var(--chalk);
}
.ring {
  fill: none;
  stroke: var(--chalk);
  stroke-width: 2.5;
  pointer-events: none;
}
.open line {
  stroke: var(--brick);
  stroke-width: 2;
  stroke-dasharray: 4 3;
}
.open circle {
  fill: var(--brick);
}
.open .end {
  fill: var(--sheet);
  stroke: var(--brick);
  stroke-width: 2;
}
.open text {
  fill: var(--brick);
  font-weight: 700;
  font-size: 14px;
  paint-order: stroke;
  stroke: #fffef8;
  stroke-width: 4px;
}
.shot {
  cursor: pointer;
  font-size: 13px;
}
.shot line:not(.hit) {
  stroke: var(--pencil);
  stroke-width: 1.2;
}
.shot text {
  fill: var(--pencil);
  paint-order: stroke;
  stroke: #fffef8;
  stroke-width: 4px;
}
.shot.offered line:not(.hit) {
  stroke: var(--chalk);
  stroke-dasharray: 1 6;
  stroke-linecap: round;
  stroke-width: 2;
}
.shot.offered text {
  fill: var(--chalk);
}
.shot.bad line:not(.hit) {
  stroke: var(--brick);
}
.shot.bad text {
  fill: var(--brick);
}
.hit.thin {
  stroke-width: 12;
}
.spot rect {
  fill: var(--sheet);
  stroke: var(--pencil);
}
.spot line {
  stroke: var(--pine-edge);
  stroke-width: 3;
}
.piece {
  fill: var(--pine);
  stroke: var(--pine-edge);
  stroke-width: 1;
  cursor: pointer;
}
.piece.done {
  fill: var(--leaf-wash);
  stroke: var(--leaf);
}
.piece.on {
  fill: #c9dcea;
  stroke: var(--chalk);
  stroke-width: 1.5;
}
.seam {
  stroke: var(--ink);
  stroke-width: 1.4;
  pointer-events: none;
}
.seam.cope {
  stroke: var(--chalk);
  stroke-width: 2.6;
}
.seam.cope.faces {
  stroke: var(--brick);
}
.seam.scarf {
  stroke: var(--ochre);
  stroke-width: 2;
}
.sight > line {
  stroke: var(--chalk);
  stroke-width: 1.2;
  stroke-dasharray: 1 5;
  stroke-linecap: round;
  pointer-events: none;
}
.sight > circle {
  fill: var(--chalk);
  pointer-events: none;
}
.door {
  cursor: pointer;
}
.way {
  stroke: var(--chalk);
  stroke-width: 3;
  stroke-dasharray: 4 3;
}
.door.on .way {
  stroke-dasharray: none;
  stroke-width: 5;
}
.shows {
  fill: var(--ochre);
  font-size: 12px;
  font-weight: 600;
}
.byhand {
  fill: none;
  stroke: var(--chalk);
  stroke-width: 1.2;
  stroke-dasharray: 2 3;
  pointer-events: none;
}
.hang {
  cursor: pointer;
  font-size: 12px;
  font-weight: 700;
}
.hang circle {
  fill: var(--sheet);
  stroke: var(--ink);
}
.hang.done circle {
  fill: var(--leaf-wash);
  stroke: var(--leaf);
}
.hang.on circle {
  fill: var(--chalk);
  stroke: var(--chalk);
}
.hang.on text {
  fill: #fff;
}
</style>
