<script setup lang="ts">
// An opening by thumb: one side after the other, drawn small with the side in hand, on to the next door by one key.
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import ElevationPicture from '../../parts/ElevationPicture.vue'
import LengthText from '../../parts/LengthText.vue'
import SetText from '../../parts/SetText.vue'
import TrayBox from '../../parts/TrayBox.vue'
import { lineOf, type OpeningView } from '../../api/client'
import { laser, tray, waiting } from '../../state/instruments'
import { allHere, attempt, change, newId, setOp, view } from '../../state/job'
import { drawingWanted } from '../../state/measuring'
import { lastOf, likes, makeLike, pressAt, shownOf, takeSide, type Side } from '../../state/opening'
import { choose, findings, room } from '../../state/place'
import ThumbPad from './ThumbPad.vue'
import { pressed } from './thumbkeys'

const props = defineProps<{ opening?: OpeningView; wall: string }>()
const emit = defineEmits<{ go: [by: 1 | -1]; left: [] }>()

const o = computed(() => props.opening)
type Own = 'from' | 'sill' | 'jamb_depth'
type Slot = { key: Own | Side; name: string }
const always: Slot[] = [
  { key: 'from', name: 'from the wall’s left end to the jamb' },
  { key: 'bottom', name: 'width at the foot' },
  { key: 'top', name: 'width at the head' },
  { key: 'left', name: 'left height' },
  { key: 'right', name: 'right height' },
  { key: 'rising', name: 'bottom left to top right' },
  { key: 'falling', name: 'top left to bottom right' },
]
/** Of a window also how high it sits, and how deep its stool goes in. */
const slots = computed<Slot[]>(() => [
  ...always,
  ...(o.value?.kind === 'window'
    ? ([
        { key: 'sill', name: 'sill, above the floor' },
        { key: 'jamb_depth', name: 'wall to sash' },
      ] as Slot[])
    : []),
])
const own = (key: Slot['key']): key is Own => ['from', 'sill', 'jamb_depth'].includes(key)
const at = ref(0)
const slot = computed(() => slots.value[at.value] ?? always[0]!)
const draft = ref('') // where a new one begins, until its width is keyed
const entry = computed(() => {
  const k = slot.value.key
  return !o.value ? undefined : own(k) ? o.value[k] : shownOf(o.value, k)
})
const shown = computed(() => entry.value?.typed ?? (slot.value.key === 'from' ? draft.value : ''))
const text = ref('')
const touched = ref(false)
const error = ref('')
const busy = ref(false)
const fresh = ref(false)
watch(
  () => [o.value?.id, at.value],
  (now, was) => {
    if (was && now[0] !== was[0] && was[0]) at.value = 0
    fresh.value = false
  },
)
watch(
  () => [o.value?.id, at.value, shown.value, fresh.value],
  () => {
    text.value = fresh.value ? '' : shown.value
    touched.value = false
    error.value = ''
  },
  { immediate: true },
)
function key(next: string) {
  text.value = next
  touched.value = true
  error.value = ''
}
function tap(k: string) {
  key(pressed(touched.value ? text.value : '', k))
  if (text.value) return
  text.value = shown.value
  touched.value = false
}
const here = computed(() =>
  findings.value.filter((f) => f.kind === 'opening' && f.id === o.value?.id && f.stop === 'measure' && f.severity !== 'note' && !f.missing),
)

async function take(): Promise<boolean> {
  if (!touched.value || (text.value === shown.value && !fresh.value)) return true
  if (busy.value) return false
  busy.value = true
  const typed = text.value.trim()
  const before = new Set(here.value.map((f) => f.key))
  try {
    const k = slot.value.key
    if (!o.value) {
      if (k === 'from') draft.value = typed
      else await begin(typed)
      return true
    }
    if (own(k)) await change(setOp('opening', o.value.id, k, typed || null, o.value[k]?.typed ?? null))
    else await takeSide(o.value, k, fresh.value)(typed, fresh.value ? '' : shown.value)
    fresh.value = false
    return here.value.every((f) => before.has(f.key))
  } catch (e) {
    error.value = lineOf(e)
    return false
  } finally {
    busy.value = false
  }
}
/** The second figure of a new one makes it: a door, to its jamb, like the last one where there is one. */
async function begin(width: string) {
  const id = newId('o')
  await change({
    do: 'add',
    kind: 'opening',
    in: room.value!.id,
    id,
    value: { id, wall: props.wall, kind: 'door', from: draft.value, width, told: 'jamb' },
  })
  draft.value = ''
  choose('opening', id)
}
async function go(by: 1 | -1) {
  if (!(await take())) return
  if (!o.value && by < 0 && at.value === 0) return emit('left')
  const next = at.value + by
  if (next < 0 || next >= slots.value.length) {
    at.value = 0
    emit('go', by)
  } else at.value = next
}
const burn = computed(() => view.value?.tools.burn ?? '')
const reading = computed(() => (o.value && !own(slot.value.key) ? lastOf(o.value, slot.value.key) : undefined))
const burned = () => reading.value && attempt(setOp('jamb_length', reading.value.id, 'burned', reading.value.burned ? null : burn.value))
const kinds = ['door', 'window', 'opening']
const nextKind = () => o.value && attempt(setOp('opening', o.value.id, 'kind', kinds[(kinds.indexOf(o.value.kind) + 1) % kinds.length], o.value.kind))
// What it may be like stands in any room.
onMounted(() => void allHere())
const others = computed(() => likes.value.filter((l) => l.o.id !== o.value?.id))

// A reading that streams in fills the screen's own field, and goes on.
waiting.value = {
  kind: 'length',
  id: 'thumb',
  receive: async (t) => {
    key(t)
    await go(1)
  },
}
onBeforeUnmount(() => {
  if (waiting.value?.id === 'thumb') waiting.value = null
})
</script>

<template>
  <section class="thumb" :aria-label="o?.title ?? 'New opening'">
    <div class="face">
      <header>
        <h2>
          {{ o?.title ?? 'New door' }} <span class="quiet">{{ slot.name }}</span>
        </h2>
        <button class="draw" type="button" @click="drawingWanted = true">Drawing</button>
      </header>
      <div class="two">
        <ElevationPicture v-if="o?.drawn" :of="o.drawn" :side="slot.key" diagonals class="small" />
        <div>
          <p class="figure" :class="{ bad: error, keyed: touched }" aria-live="polite">
            <SetText v-if="touched" :text="text.replace(/'/g, '′')" />
            <LengthText v-else-if="entry && !fresh" :of="entry" />
            <template v-else-if="text">{{ text }}</template>
            <span v-else class="hint">not measured</span>
          </p>
          <p v-if="error" class="error" role="alert">{{ error }}</p>
          <p v-for="f in here.slice(0, 1)" v-else :key="f.key" class="said" :class="f.severity">
            <b><SetText :text="f.text" /></b> <SetText :text="f.why" />
          </p>
        </div>
      </div>
      <div v-if="o" class="chips">
        <button type="button" @click="nextKind">{{ o.kind }}</button>
        <select value="" aria-label="Like another opening" @change="(e) => makeLike(o!, (e.target as HTMLSelectElement).value)">
          <option value="">like…</option>
          <option v-for="l in others" :key="l.o.id" :value="l.o.id">like {{ l.text }}</option>
        </select>
      </div>
      <TrayBox v-if="tray.length" />
    </div>
    <div class="keys">
      <ThumbPad @tap="tap">
        <button class="low wide" type="button" :disabled="!reading" :aria-pressed="!!reading?.burned" @click="burned">burned {{ burn }}</button>
        <button class="low" type="button" :disabled="!entry || own(slot.key)" @click="fresh = true">again</button>
      </ThumbPad>
    </div>
    <footer>
      <button class="back" type="button" @click="go(-1)">Back</button>
      <button v-if="laser?.practice" class="read" type="button" @click="pressAt(o, wall, slot.key)">Laser</button>
      <button class="on" type="button" :disabled="busy" @click="go(1)">
        On <span class="small">{{ at + 1 }} of {{ slots.length }}</span>
      </button>
    </footer>
  </section>
</template>

<style scoped src="./thumb.css"></style>
<style scoped>
.two {
  display: flex;
  gap: 14px;
  align-items: center;
}
.small:is(svg) {
  width: 110px;
  height: 150px;
  flex: none;
}
.said {
  font-size: 14px;
  line-height: 1.3;
}
.said.stop b {
  color: var(--brick);
}
.said.check b {
  color: var(--ochre);
}
.chips {
  display: flex;
  gap: 6px;
  padding-top: 4px;
}
.chips select {
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  min-height: 44px;
  padding: 0 12px;
  font-size: 15px;
}
.low {
  min-height: 50px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  font-size: 14px;
}
.low:disabled {
  opacity: 0.4;
}
.low[aria-pressed='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: #fff;
}
.wide {
  grid-column: span 2;
}
.keys {
  flex: none;
  padding: 0 10px;
}
.chips button,
.chips select {
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  min-height: 44px;
  padding: 0 12px;
  font-size: 15px;
}
.figure {
  font-size: 46px;
  line-height: 64px;
  min-height: 64px;
}
</style>
