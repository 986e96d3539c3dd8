<script setup lang="ts">
// Measuring with one thumb on a ladder: the wall or corner in hand fills the phone, big
// keys stand where the thumb is, and one goes on by key or swipe.
import { useSwipe } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { lineOf, type CornerView, type WallView } from '../../api/client'
import LengthText from '../../parts/LengthText.vue'
import SetText from '../../parts/SetText.vue'
import { laser, press, protractor, tray, waiting } from '../../state/instruments'
import { view } from '../../state/job'
import { between, doAct, drawingWanted, level, walked } from '../../state/measuring'
import { tell } from '../../state/notice'
import { choose, chosen, findings, room, wallIndex } from '../../state/place'
import TrayBox from '../../parts/TrayBox.vue'
import CornerKeys from './CornerKeys.vue'
import LengthKeys from './LengthKeys.vue'
import ThumbOpening from './ThumbOpening.vue'
import { useCorner } from './corner'
import { useLength } from './length'
import { pressed } from './thumbkeys'

const none: WallView = { id: '', label: '', lengths: [], joists: false } as unknown as WallView
const wall = computed(() => room.value?.walls[wallIndex.value] ?? none)
const corner = computed(() => room.value?.corners[wallIndex.value] ?? ({ id: '', readings: [], letter: '' } as unknown as CornerView))
const kind = computed<'length' | 'angle'>(() => (chosen.value?.kind === 'corner' && corner.value.joined ? 'angle' : 'length'))
/** The opening in hand, or a new one in this wall. */
const opening = computed(() => (chosen.value?.kind === 'opening' ? room.value?.openings.find((o) => o.id === chosen.value!.id) : undefined))
const adding = ref(false)
watch(opening, (o) => o && (adding.value = false))
const length = useLength(() => wall.value)
const angle = useCorner(() => corner.value)

/** What stands on the screen: the reading in hand until a key is pressed. */
const text = ref('')
const touched = ref(false)
const error = ref('')
const busy = ref(false)
const shown = computed(() => (kind.value === 'angle' ? (angle.cur.value?.typed ?? '') : (length.cur.value?.length.typed ?? '')))
watch(
  () => [kind.value, wall.value.id, length.slot.value, angle.slot.value, shown.value],
  (now, was) => {
    if (touched.value && was && now[0] === was[0] && now[1] === was[1]) return // somebody else's change does not take what is being keyed
    text.value = shown.value
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
/** A key writes on what was keyed; the first one begins anew. With all of it taken back the reading in hand stands again: none is thrown away by it. */
function tap(k: string) {
  key(pressed(touched.value ? text.value : '', k))
  if (text.value) return
  text.value = shown.value
  touched.value = false
}

const thing = computed(() => (kind.value === 'angle' ? { kind: 'corner', id: corner.value.id } : { kind: 'wall', id: wall.value.id }))
/** What was taken last: the room's closing is told where the reading was taken that it hangs on. */
const took = ref('')
/** What is doubtful about this very thing, or about the room where this is suspected of it. */
const here = computed(() =>
  findings.value.filter(
    (f) =>
      f.stop === 'measure' &&
      f.severity !== 'note' &&
      !f.missing &&
      ((f.kind === thing.value.kind && f.id === thing.value.id) || f.acts.some((a) => a.id === thing.value.id) || (took.value === thing.value.id && f.closing)),
  ),
)

/** Takes what was keyed. False where it was refused, or where it made this thing doubtful: then one looks first. */
async function takeIt(): Promise<boolean> {
  if (!touched.value || text.value === shown.value) return true
  if (busy.value) return false
  busy.value = true
  const before = new Set(findings.value.map((f) => f.key))
  const id = thing.value.id
  try {
    await (kind.value === 'angle' ? angle.commit(text.value.trim(), shown.value) : length.commit(text.value.trim(), shown.value))
    took.value = id
    if (thing.value.id !== id) return false // one has gone on by the strip meanwhile, and may be keying there
    touched.value = false
    text.value = shown.value
    return here.value.every((f) => before.has(f.key))
  } catch (e) {
    if (thing.value.id === id) error.value = lineOf(e)
    else tell(lineOf(e), true)
    return false
  } finally {
    busy.value = false
  }
}
/** The way around: each wall, the openings in it that are told to their jambs, then the corner at its right end. */
const way = computed(() =>
  (room.value?.walls ?? []).flatMap((w, i) => [
    { kind: 'wall', id: w.id },
    ...room.value!.openings.filter((o) => o.wall === w.id && o.told === 'jamb').map((o) => ({ kind: 'opening', id: o.id })),
    ...(room.value!.corners[i]?.joined ? [{ kind: 'corner', id: room.value!.corners[i]!.id }] : []),
  ]),
)
async function go(by: 1 | -1) {
  if (!(await takeIt())) return
  walk(by)
}
function walk(by: 1 | -1) {
  adding.value = false
  const on = opening.value ? { kind: 'opening', id: opening.value.id } : thing.value
  const at = way.value.findIndex((s) => s.kind === on.kind && s.id === on.id)
  const next = way.value[(at + by + way.value.length) % way.value.length]
  if (next) choose(next.kind, next.id)
}
const face = ref<HTMLElement>()
useSwipe(face, { threshold: 60, onSwipeEnd: (_, d) => void (d === 'left' ? go(1) : d === 'right' ? go(-1) : 0) })

// A reading that streams in, or that an instrument types, fills the screen's own field.
watch(
  [kind, () => !!opening.value || adding.value],
  ([k, elsewhere]) => {
    if (elsewhere) return
    waiting.value = {
      kind: k,
      id: 'thumb',
      receive: async (t) => {
        key(t)
        await go(1)
      },
    }
  },
  { immediate: true, flush: 'post' },
)
onBeforeUnmount(() => {
  if (waiting.value?.id === 'thumb') waiting.value = null
})
const practice = computed(() => (kind.value === 'length' ? laser.value : protractor.value)?.practice)
const step = computed(() => `${walked.value.walls.taken + walked.value.corners.taken} of ${walked.value.walls.all + walked.value.corners.all}`)
</script>

<template>
  <ThumbOpening v-if="opening || adding" :opening="opening" :wall="wall.id" @go="walk" @left="adding = false" />
  <section v-else class="thumb" :aria-label="kind === 'angle' ? `Corner ${corner.letter}` : `Wall ${wallIndex + 1}`">
    <div ref="face" class="face">
      <header>
        <h2>
          {{ kind === 'angle' ? `Corner ${corner.letter}` : `Wall ${wallIndex + 1}` }}
          <span class="quiet">{{ kind === 'angle' ? corner.kind : between }}{{ level === 'floor' ? '' : `, ${level}` }}</span>
        </h2>
        <span class="tools"
          ><button v-if="kind === 'length'" class="draw" type="button" aria-label="Add a door or window in this wall" @click="adding = true">+ door</button>
          <button class="draw" type="button" @click="drawingWanted = true">Drawing</button></span
        >
      </header>
      <p class="figure" :class="{ bad: error, keyed: touched }" aria-live="polite">
        <template v-if="touched"><SetText :text="text.replace(/'/g, '′')" />{{ kind === 'angle' ? '°' : '' }}</template>
        <LengthText v-else-if="kind === 'length' && length.cur.value" :of="length.cur.value.length" />
        <template v-else-if="kind === 'angle' && angle.cur.value">{{ angle.cur.value.typed }}°</template>
        <span v-else class="hint">{{ (kind === 'length' && length.about.value) || 'not measured' }}</span>
      </p>
      <p v-if="error" class="error" role="alert">{{ error }}</p>
      <ul v-else-if="here.length" class="here">
        <li v-for="f in here.slice(0, 2)" :key="f.code + f.id" :class="f.severity">
          <b><SetText :text="f.text" /></b> <SetText :text="f.remedy" /><span class="acts"
            ><button v-for="a in f.acts.slice(0, 2)" :key="a.do + a.id" type="button" @click="doAct(a)">{{ a.text }}</button></span
          >
        </li>
      </ul>
      <p v-else class="quiet small said">
        {{
          kind === 'angle'
            ? angle.scale.value === 'corner'
              ? 'read on the corner scale'
              : `on the ${angle.scale.value} scale${corner.theta ? `: a corner of ${corner.theta}` : ''}`
            : ''
        }}{{ kind === 'length' && wall.spread ? `readings spread ${wall.spread}` : '' }}
      </p>
      <TrayBox v-if="tray.length" />
    </div>
    <LengthKeys v-if="kind === 'length'" :of="length" @tap="tap" />
    <CornerKeys v-else :of="angle" :corner="corner" @tap="tap" @use="key" />
    <footer>
      <button class="back" type="button" @click="go(-1)">Back</button>
      <button v-if="practice" class="read" type="button" @click="press(kind, room!.title, wallIndex)">{{ kind === 'length' ? 'Laser' : 'Protractor' }}</button>
      <button class="on" type="button" :disabled="busy || !view" @click="go(1)">
        On <span class="small">{{ step }}</span>
      </button>
    </footer>
  </section>
</template>

<style scoped src="./thumb.css"></style>
<style scoped>
.tools {
  display: flex;
  gap: 6px;
}
.here {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 14.5px;
  line-height: 1.35;
}
.here li {
  padding: 6px 0;
  border-top: 1px dashed var(--rule);
}
.here .stop b {
  color: var(--brick);
}
.here .check b {
  color: var(--ochre);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding-top: 4px;
}
.acts button {
  min-height: 44px;
  border: 1px solid var(--chalk);
  border-radius: 3px;
  background: none;
  color: var(--chalk);
  font-weight: 600;
  padding: 0 12px;
}
.said {
  min-height: 20px;
}
</style>
