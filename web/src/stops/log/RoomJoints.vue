<script setup lang="ts">
// The room from above with each joint by how it closed: a shape and a word, not a colour alone. A tap on one says it, or says otherwise.
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Floor } from '../../api/client'
import SetText from '../../parts/SetText.vue'
import { sayFit, type How } from '../../state/fits'
import type { LogJoint } from '../../state/log'
import { mayCut } from '../../state/me'
import { room } from '../../state/place'

const props = defineProps<{ joints: LogJoint[] }>()
const emit = defineEmits<{ said: [] }>()
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const floor = computed<Floor | undefined>(() => room.value?.floor)
const pad = 34
const high = computed(() => Math.min(420, Math.max(240, width.value * 0.75)))
const k = computed(() => {
  const b = floor.value?.box ?? [0, 0, 1, 1]
  return Math.max(0.01, Math.min((width.value - 2 * pad) / (b[2]! || 1), (high.value - 2 * pad) / (b[3]! || 1)))
})
const X = (p: number[]) => (width.value - k.value * floor.value!.box[2]!) / 2 + k.value * (p[0]! - floor.value!.box[0]!)
const Y = (p: number[]) => (high.value - k.value * floor.value!.box[3]!) / 2 + k.value * (p[1]! - floor.value!.box[1]!)
const key = (j: LogJoint) => `${j.piece}/${j.end}`
/** Where each joint's mark stands: at its corner into the room, one past the other where several meet there; else at its piece's end. */
const marks = computed(() => {
  const f = floor.value
  if (!f || !width.value) return []
  const taken = new Map<string, number>()
  return props.joints.flatMap((j) => {
    const c = f.corners.find((x) => x.id === j.corner)
    const p = f.pieces.find((x) => x.id === j.piece)
    const end = p?.ends[j.end === 'left' ? 0 : p.ends.length - 1]
    const at = c ? c.at : end?.from
    const facing = c ? c.facing : p?.facing
    if (!at || !facing) return []
    const spot = c ? c.id : `${Math.round(at[0]!)},${Math.round(at[1]!)}`
    const n = taken.get(spot) ?? 0
    taken.set(spot, n + 1)
    return [{ j, key: key(j), x: X(at) + facing[0]! * (16 + 24 * n), y: Y(at) + facing[1]! * (16 + 24 * n) }]
  })
})
const picked = ref('')
const untold = computed(() => props.joints.filter((j) => j.up && !j.how))
const now = computed(() => props.joints.find((j) => key(j) === picked.value))
const ways: { how: How; name: string }[] = [
  { how: 'closed', name: 'Closed' },
  { how: 'hairline', name: 'Hairline' },
  { how: 'filled', name: 'Filled' },
  { how: 'recut', name: 'Cut again' },
  { how: 'open', name: 'Gapes still' },
]
const places = [
  ['top', 'at the top'],
  ['bottom', 'at the bottom'],
  ['face', 'at the face'],
  ['back', 'behind'],
  ['all', 'all along'],
] as const
/** What was said just now, so that where it gapes can be added. */
const half = ref<How | ''>('')
async function say(how: How, where = '') {
  const j = now.value
  if (!j) return
  if (how !== 'closed' && !where && half.value !== how) return void (half.value = how) // a second tap: where it gapes
  await sayFit(j.piece, j.end as 'left' | 'right', j.label, { how, ...(where ? { where: where as (typeof places)[number][0] } : {}) })
  half.value = ''
  picked.value = ''
  emit('said')
}
function pick(id: string) {
  picked.value = picked.value === id ? '' : id
  half.value = ''
}
</script>

<template>
  <div ref="box" class="room">
    <svg v-if="floor && width" :width="width" :height="high" role="group" aria-label="The room from above, its joints by how they closed">
      <line v-for="w in floor.walls" :key="w.id" :x1="X(w.from)" :y1="Y(w.from)" :x2="X(w.to)" :y2="Y(w.to)" class="wall" />
      <text v-for="c in floor.corners" :key="c.id" :x="X(c.at) - 14 * c.facing[0]!" :y="Y(c.at) - 14 * c.facing[1]! + 4" class="letter">{{ c.letter }}</text>
      <g
        v-for="m in marks"
        :key="m.key"
        class="mark"
        :class="[m.j.how || 'untold', { on: m.key === picked, down: !m.j.up }]"
        :transform="`translate(${m.x.toFixed(1)} ${m.y.toFixed(1)})`"
        role="button"
        :tabindex="m.j.up && mayCut ? 0 : -1"
        :aria-label="`${m.j.title}, ${m.j.kind} of ${m.j.of}: ${m.j.up ? m.j.text : 'not up yet'}`"
        @click="m.j.up && mayCut && pick(m.key)"
        @keydown.enter="m.j.up && mayCut && pick(m.key)"
      >
        <circle r="14" class="hit" />
        <circle v-if="['closed', 'hairline', '', undefined].includes(m.j.how)" r="7" />
        <path v-if="m.j.how === 'hairline'" d="M-7 0H7" />
        <rect v-if="m.j.how === 'filled'" x="-6.5" y="-6.5" width="13" height="13" />
        <path v-if="m.j.how === 'recut'" d="M0 -8L8 7H-8Z" />
        <path v-if="m.j.how === 'open'" d="M-6 -6L6 6M-6 6L6 -6" />
      </g>
    </svg>
    <ul v-if="untold.length && mayCut" class="untold-list" aria-label="Not said yet">
      <li v-for="j in untold" :key="key(j)">
        <button type="button" class="tap" :class="{ on: key(j) === picked }" @click="pick(key(j))">{{ j.title }}</button>
      </li>
    </ul>
    <div v-if="now" class="say">
      <p>
        <b>{{ now.title }}</b>, {{ now.kind }} of {{ now.of }}: <SetText :text="now.text" /><span v-if="now.by" class="quiet"> · {{ now.by }}</span>
      </p>
      <p class="taps">
        <button v-for="w in ways" :key="w.how" type="button" class="tap" :class="{ on: (half || now.how) === w.how }" @click="say(w.how)">{{ w.name }}</button>
      </p>
      <p v-if="half" class="taps">
        <span class="quiet small">Where did it gape?</span>
        <button v-for="[code, name] in places" :key="code" type="button" class="tap" @click="say(half as How, code)">{{ name }}</button>
        <button type="button" class="tap" @click="say(half as How)">did not look</button>
      </p>
    </div>
  </div>
</template>

<style scoped>
.room {
  position: relative;
}
.wall {
  stroke: var(--ink);
  stroke-width: 2.5;
}
.letter {
  font-size: 13px;
  font-weight: 600;
  text-anchor: middle;
}
.mark {
  cursor: pointer;
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.mark.down {
  opacity: 0.3;
  cursor: default;
}
.hit {
  fill: transparent;
  stroke: none;
}
.mark.on .hit,
.mark:focus-visible .hit {
  stroke: var(--chalk);
}
.untold circle:not(.hit) {
  stroke-dasharray: 3 3;
  fill: var(--paper);
}
.closed circle:not(.hit) {
  fill: var(--leaf);
  stroke: var(--leaf);
}
.hairline circle:not(.hit) {
  fill: var(--leaf-wash);
}
.filled rect {
  fill: var(--pine);
}
.recut path,
.open path {
  fill: #f1d9b8;
  stroke: var(--ochre);
}
.open path {
  stroke: var(--brick);
  stroke-width: 3;
}
.say {
  border-left: 3px solid var(--chalk);
  padding-left: 12px;
}
.say p {
  margin: 4px 0;
}
.untold-list {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  list-style: none;
  padding: 0;
  margin: 4px 0;
}
.taps {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.tap {
  min-height: 44px;
  padding: 0 14px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  cursor: pointer;
}
.tap.on {
  border-color: var(--chalk);
  background: var(--chalk-wash);
  font-weight: 600;
}
</style>
