<script setup lang="ts">
// The next cut, readable from two metres: one end at a time.
import { useWakeLock } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { api, type CutView, take } from '../api/client'
import LengthText from '../parts/LengthText.vue'
import LyingPicture from '../parts/LyingPicture.vue'
import SetText from '../parts/SetText.vue'
import SawBench from '../parts/SawBench.vue'
import OrderPicker from './OrderPicker.vue'
import { attempt, metric, sendNow, setOp, view } from '../state/job'
import { useKeys } from '../state/keys'
import { mayCut } from '../state/me'
import { news } from '../state/news'
import { tell } from '../state/notice'
import { held, heldBy, nameOf, takeOver } from '../state/people'
import { copeOf, fetchPictures, pictureOf, sweepPictures } from '../state/pictures'
import { add } from '../state/queue'
import OutOfReach from './saw/OutOfReach.vue'
import WhyMiscut from './saw/WhyMiscut.vue'
import { useRoute, useRouter } from 'vue-router'
import { choose, chosen, cuts, pieceById, room } from '../state/place'

// What turns the piece in space, and the box to cut it again, are loaded when they are first wanted.
const TurnPiece = defineAsyncComponent(() => import('../parts/TurnPiece.vue'))
// Loaded beside the page, not when it is opened: the program may be out of reach by then.
const cutAgain = import('./CutAgain.vue')
const CutAgain = defineAsyncComponent(() => cutAgain)
// A cope is the second step of an end: loaded beside the page too.
const copeStep = import('./saw/CopeStep.vue')
const CopeStep = defineAsyncComponent(() => copeStep)
const onWall = ref(false)
const again = ref(false)
const inSpace = ref(true)

const at = ref('') // the cut shown, as piece/hand/step
const key = (c: CutView) => `${c.piece}/${c.hand}/${c.step}`
const index = computed(() =>
  Math.max(
    0,
    cuts.value.findIndex((c) => key(c) === at.value),
  ),
)
const cut = computed(() => cuts.value[index.value])
const piece = computed(() => (cut.value ? pieceById.value.get(cut.value.piece) : undefined))
const end = computed(() => (cut.value && piece.value ? piece.value[cut.value.hand] : undefined))
const done = computed(() => cuts.value.filter((c) => c.done).length)
const bench = computed(() => pictureOf(cut.value?.picture))
const coping = computed(() => cut.value?.step === 'cope')
const cope = computed(() => copeOf(cut.value?.picture))
/** Who is cutting this very piece elsewhere. */
const holder = computed(() => (piece.value ? heldBy(piece.value.id) : undefined))

/** The cut was chosen by hand, not because it comes next. */
let picked = false
const place = () => `gnomon.saw.${view.value?.id}`
function show(c?: CutView, byHand = false) {
  if (!c) return
  picked = byHand
  at.value = key(c)
  sessionStorage.setItem(place(), key(c)) // a page that is loaded again comes back to it
  choose('piece', c.piece)
}
function nextOpen(from: number) {
  const n = cuts.value.length
  for (let i = 0; i < n; i++) {
    const c = cuts.value[(from + i) % n]!
    if (!c.done && !heldBy(c.piece) && !pieceById.value.get(c.piece)?.held) return c
  }
  return undefined
}
/** The room of a piece that is not at hand here; none where no room has it. */
const roomOf = async (piece: string) => {
  const job = view.value!.id
  const a = await take(api.GET('/api/jobs/{job}/find', { params: { path: { job }, query: { piece } } })).catch(() => null)
  return a?.found[0]?.room
}
// A label's code opens its piece, in whatever room that is.
const route = useRoute()
const router = useRouter()
watch(
  () => [route.query.piece, room.value?.id],
  async ([id]) => {
    if (typeof id !== 'string') return
    const of = pieceById.value.get(id)?.room ?? (await roomOf(id))
    if (of && of !== room.value?.id) return void router.replace({ query: { ...route.query, room: of } })
    const { piece: _, ...query } = route.query
    await router.replace({ query })
    if (of) choose('piece', id)
    else tell('That piece is not in the plan any more: its label is of an older one. Print the labels again.', true)
  },
  { immediate: true },
)
watch(
  () => room.value?.id,
  () => {
    const left = sessionStorage.getItem(place())
    show(
      cuts.value.find((c) => chosen.value?.kind === 'piece' && c.piece === chosen.value.id && !c.done) ??
        cuts.value.find((c) => key(c) === left && !c.done) ??
        nextOpen(0) ??
        cuts.value[0],
    )
  },
  { immediate: true },
)
// What comes next and is being cut elsewhere is gone past; what was under the saw here is not taken off the screen.
let had = ''
watch(held, (id) => id && (had = id))
watch(holder, (h) => h && !picked && !cut.value?.done && piece.value?.id !== had && show(nextOpen(index.value)))
// Choosing a piece on the band brings its first open cut.
watch(chosen, (c) => {
  if (c?.kind === 'piece' && c.id !== cut.value?.piece)
    show(cuts.value.find((k) => k.piece === c.id && !k.done) ?? cuts.value.find((k) => k.piece === c.id), true)
})
// The picture of the cut shown comes first, then those of the room from there on, then all of the job: they hold out of reach.
watch(
  [cut, () => view.value?.revision],
  () => {
    if (!view.value) return
    const from = index.value
    void fetchPictures(
      view.value.id,
      [...cuts.value.slice(from), ...cuts.value.slice(0, from), ...view.value.cuts].map((c) => c.picture),
    )
  },
  { immediate: true },
)
onMounted(() => view.value && void sweepPictures(view.value.cuts.map((c) => c.picture)))

// The screen stays on while one cuts; a browser that cannot says nothing of it.
const awake = useWakeLock()
onMounted(() => awake.isSupported.value && void awake.request('screen').catch(() => {}))
onBeforeUnmount(() => void awake.release().catch(() => {}))

/** Not while another has the piece, nor before what changed meanwhile was read. */
const mayMark = computed(
  () => mayCut.value && !holder.value && !news.value.length && !!end.value?.mitre && !piece.value?.held && (!coping.value || !!end.value.mark),
)
let last = '' // a key pressed twice is one cut
async function record(what: 'cut' | 'coped' | 'miscut', c: CutView) {
  if (last === what + key(c)) return
  last = what + key(c)
  const made = await add({ job: view.value!.id, what, piece: c.piece, hand: c.hand, label: `${piece.value!.label}, ${c.hand} end`, mark: c.mark })
  last = ''
  void sendNow()
  return made
}
async function mark() {
  const c = cut.value
  if (!c || c.done || !mayMark.value) return
  const i = index.value
  await record(coping.value ? 'coped' : 'cut', c)
  await nextTick()
  show(nextOpen(i + 1) ?? c)
}
/** The miscut that was just marked: why is asked once. */
const spoiled = ref<{ id: string; label: string } | null>(null)
async function miscut() {
  const c = cut.value
  if (!c || !mayCut.value || holder.value) return
  const label = piece.value!.label
  const made = await record('miscut', c)
  if (made) spoiled.value = { id: made.id, label: `${label}, ${c.hand} end` }
}
async function takeBack() {
  const c = cut.value
  const of = coping.value ? end.value?.coped : end.value?.mark
  if (!c || !of) return
  await add({ job: view.value!.id, what: 'take_back', piece: c.piece, hand: c.hand, label: `${piece.value!.label}, ${c.hand} end`, of, step: c.step })
  void sendNow()
}
const step = (by: number) => show(cuts.value[(index.value + by + cuts.value.length) % (cuts.value.length || 1)], true)
useKeys({ j: () => step(1), k: () => step(-1), ' ': mark, x: miscut, f: () => (onWall.value = !onWall.value) })
const putAway = (code: string) => attempt(setOp('job', '', 'put_away', [...view.value!.putAway, code], view.value!.putAway))
const bringBack = () => attempt(setOp('job', '', 'put_away', [], view.value!.putAway))
const stop = computed(() => view.value?.mouldings.find((m) => m.id === piece.value?.moulding)?.crown?.stop)
const mates = computed(
  () =>
    view.value?.groups
      .find((g) => g.id === piece.value?.group)
      ?.pieces.filter((id) => id !== piece.value?.id)
      .map((id) => pieceById.value.get(id)?.label.toLowerCase()) ?? [],
)

const template = computed(
  () => `/api/jobs/${encodeURIComponent(view.value!.id)}/template?piece=${encodeURIComponent(cut.value!.piece)}&end=${cut.value!.hand}&format=pdf`,
)
const gapes = computed(() => ({
  name: 'job-wrong',
  params: { job: view.value!.id },
  query: { run: piece.value!.run, corner: end.value!.corner },
}))

const told: Record<string, string> = { long: 'to the long point', short: 'to the short point', end: 'to the end', tip: 'to the furthest tip' }
const dial = computed(() => end.value?.dial ?? end.value?.mitre)
const swing = computed(() => (dial.value ? `${dial.value.text}${dial.value.side ? ` ${dial.value.side}` : ''}` : ''))
/** The cut before needed the saw set alike: it need not be moved. */
const stays = computed(() => {
  const before = cuts.value[index.value - 1]
  return !!before && same(before)
})
const next = computed(() => {
  const out: CutView[] = []
  for (let i = 1; i < cuts.value.length && out.length < 4; i++) {
    const c = cuts.value[(index.value + i) % cuts.value.length]!
    if (!c.done) out.push(c)
  }
  return out
})
const set = (c: CutView) => {
  if (c.step === 'cope') return 'to be coped'
  const e = pieceById.value.get(c.piece)?.[c.hand]
  if (pieceById.value.get(c.piece)?.held) return 'held back'
  return e?.dial
    ? `${e.dial.text}${e.dial.side ? ` ${e.dial.side}` : ''}${e.tilt && e.bevel?.degrees ? `, tilt ${e.tilt.text}` : ''}${e.fence ? ', added fence' : ''}`
    : 'no setting'
}
const same = (c: CutView) => {
  if (c.step === 'cope' || coping.value) return false
  const p = pieceById.value.get(c.piece)
  return !p?.held && !!p?.[c.hand].set && p[c.hand].set === end.value?.set
}
</script>

<template>
  <section class="saw">
    <OutOfReach />
    <p v-if="!cut || !piece || !end" class="none">Nothing to cut in this room yet. Measure its walls, and choose a moulding for it in Shop.</p>
    <template v-else>
      <header>
        <h2>
          <span class="piece">{{ piece.label }}</span> {{ piece.wallText }}{{ end.letter ? `, into corner ${end.letter}` : '' }}
          <span v-if="stays" class="stays-word">saw stays</span>
          <span v-if="coping" class="dim">{{ cut.hand }} end, to be coped</span
          ><span v-else class="dim">{{ cut.hand }} end, {{ cut.number }} of 2<SetText v-if="piece.stick" :text="` · from ${piece.stick}`" /></span>
        </h2>
        <span class="dim count">{{ done }} of {{ cuts.length }} done</span>
      </header>
      <div v-if="!coping" class="figures">
        <div class="length-fig">
          <span v-if="piece.held" class="huge words">held back</span><span v-else-if="piece.hand?.inPlace" class="huge words">mark in place</span
          ><span v-else class="huge"><LengthText :of="piece.cut" /></span>
          <span class="dim sub"
            >{{ piece.held ? 'not to be cut yet' : piece.hand?.inPlace ? 'no number counts: hold it where it goes' : told[end.toldTo]
            }}<template v-if="end.topLong">, {{ end.topLong }}</template
            ><template v-if="!metric && piece.cut.feet && !piece.hand?.inPlace && !piece.held"
              >, <LengthText :of="piece.cut" tape /> on the tape</template
            ></span
          >
        </div>
        <div v-if="dial">
          <span class="big pink"
            >{{ dial.text }}<small v-if="dial.side">{{ ` ${dial.side}` }}</small></span
          >
          <span class="dim sub">{{
            end.dial ? (dial.side ? `handle ${dial.side} · ${end.detent}` : `mitre · ${end.detent}`) : 'mitre · past this saw’s swing'
          }}</span>
        </div>
        <div v-if="end.tilt ?? end.bevel">
          <span class="big"
            >{{ (end.tilt ?? end.bevel)!.text }}<small v-if="(end.tilt ?? end.bevel)!.side">{{ ` ${(end.tilt ?? end.bevel)!.side}` }}</small></span
          ><span class="dim sub">{{ (end.tilt ?? end.bevel)!.side ? `bevel, blade’s top ${(end.tilt ?? end.bevel)!.side}` : 'bevel' }}</span>
        </div>
        <div v-if="end.keep">
          <span class="big">{{ end.keep }}</span><span class="dim sub">keep</span>
        </div>
      </div>
      <p v-for="r in piece.remarks" :key="r" class="warn each">
        <b>{{ r.slice(0, r.indexOf('.') + 1) }}</b><SetText :text="r.slice(r.indexOf('.') + 1)" />
      </p>
      <LyingPicture v-if="piece.lying && !coping" :of="piece.lying" class="lying" />
      <p v-if="coping && !end.mark" class="warn">This end is not marked cut yet: cut it first.</p>
      <p v-if="!coping && end.chamfer" class="note"><b>This end:</b> <SetText :text="end.chamfer" />.</p>
      <p v-if="!coping && end.error" class="note">{{ end.error }}</p>
      <p v-if="!coping && end.fence" class="note">
        <b>Cut {{ end.fence }}:</b> {{ end.fenceDo }}.
      </p>
      <p v-else-if="!coping && end.why && end.dial" class="note">
        <b>Cut {{ end.pose }}.</b> <SetText :text="end.why" />
      </p>
      <p v-if="piece.hand" class="note">
        {{ piece.hand.inPlace ? 'Marked in place' : 'Length set by hand' }}{{ piece.hand.by ? ` by ${piece.hand.by}` : ''
        }}{{ piece.hand.why ? `: ${piece.hand.why}` : '' }}. Measured: <LengthText :of="piece.hand.computed" />.
      </p>
      <p v-if="end.assumed" class="warn">Corner {{ end.letter }} was not read: taken as 90°.</p>
      <p v-for="w in cut.cautions" :key="w.code" class="warn each">
        {{ w.text }} <button class="away" type="button" :title="`Put this caution away for the job`" @click="putAway(w.code)">Put away</button>
      </p>
      <CopeStep v-if="coping && cope" :of="cope" :tries="cut.tries" />
      <p v-else-if="coping" class="none">{{ cut.check }} Its line was not kept on this device, or a section is not drawn.</p>
      <div v-else class="picture" :class="{ two: bench && inSpace }">
        <SawBench v-if="bench" :bench="bench" :swing="swing" :mark-text="end.toldTo === 'end' ? 'end' : `${end.toldTo} point`" />
        <p v-else class="none">{{ cut.picture ? 'The picture of this cut was not kept on this device.' : '' }}</p>
        <div v-if="bench && inSpace" class="space">
          <TurnPiece :solid="bench.solid" :on-wall="onWall" /><button class="flip" type="button" @click="onWall = !onWall">
            {{ onWall ? 'on the wall' : 'on the saw' }} <kbd>F</kbd>
          </button>
        </div>
      </div>
      <p v-if="!coping" class="lies dim">
        {{ end.said }} · {{ end.lies }}<template v-if="stop && end.pose === 'nested'"> Crown stop at <LengthText :of="stop" />.</template
        ><template v-if="mates.length"> Bench: glued up with {{ mates.join(', ') }}.</template
        ><template v-if="cut.batch"> {{ cut.batch }} pieces are cut alike: set a stop block.</template
        ><template v-if="piece.cap"> From an offcut.</template> From above; you stand below.
      </p>
      <button v-if="view!.putAway.length" class="away again" type="button" @click="bringBack">Show cautions again</button>
      <p v-if="holder" class="held">
        <b>{{ nameOf(holder) }}</b> {{ holder.away ? 'had this piece at the saw when it went out of reach.' : 'is cutting this piece.' }}
        <button type="button" @click="takeOver()">Cut it here instead</button>
      </p>
      <p v-if="cut.first && !cut.done" class="first"><SetText :text="cut.first" /></p>
      <div class="do">
        <WhyMiscut v-if="spoiled" :of="spoiled" @close="spoiled = null" />
        <footer>
          <button v-if="!cut.done" class="act" type="button" :disabled="!mayMark" @click="mark">
            {{ coping ? 'Mark coped' : 'Mark cut' }} <kbd>Space</kbd>
          </button>
          <button v-else class="act back" type="button" @click="takeBack">Take the mark back</button>
          <button class="other" type="button" :disabled="!mayCut || !!holder" @click="miscut">{{ coping ? 'Broken' : 'Miscut' }} <kbd>X</kbd></button>
          <button class="other" type="button" @click="step(1)">Skip <kbd>J</kbd></button>
          <template v-if="coping">
            <a class="other" :href="template" target="_blank" title="In true size, to print">Template</a>
            <RouterLink class="other" :to="gapes" title="Where it gapes, and what did it">It gapes</RouterLink>
          </template>
          <button
            class="other"
            type="button"
            title="Take something off and cut again, or set its length by hand"
            :disabled="!mayCut || !!holder"
            @click="again = true"
          >
            Recut
          </button>
        </footer>
        <p v-if="!coping" class="then">
          <span class="dim sub">{{ cut.done ? 'marked cut' : 'after the cut' }}</span><SetText v-if="!cut.done" :text="cut.check" /><i v-if="piece.miscuts">{{
            ` ${piece.miscuts} miscut so far.`
          }}</i>
        </p>
      </div>
      <OrderPicker />
      <ol class="next" aria-label="Next at this saw">
        <li v-for="c in next" :key="key(c)">
          <button type="button" @click="show(c, true)">
            <b>{{ pieceById.get(c.piece)?.label }}</b> {{ c.hand }}
            <span v-if="c.step === 'cut' && !pieceById.get(c.piece)!.held"><LengthText :of="pieceById.get(c.piece)!.cut" /></span>
            <em :class="{ stays: same(c) }">{{ same(c) ? 'saw stays' : set(c) }}</em>
          </button>
        </li>
      </ol>
      <CutAgain v-if="again" :piece="piece" :hand="cut.hand" @close="again = false" />
    </template>
  </section>
</template>

<style scoped>
.first {
  margin: 6px 0;
  color: var(--pink);
}
.saw {
  min-height: 100%;
  height: 100%;
  background: var(--dark);
  color: #fff;
  padding: 12px 22px 12px;
  display: flex;
  flex-direction: column;
}
.none {
  padding: 40px 0;
  color: var(--dark-pencil);
}
header {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  align-items: baseline;
}
h2 {
  font-size: 19px;
  font-weight: 600;
}
.piece {
  color: var(--pink);
  margin-right: 6px;
}
.dim {
  color: var(--dark-pencil);
  font-weight: 400;
}
.stays-word {
  color: #8fc7a0;
  font-size: 15px;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
  align-items: flex-start;
}
.figures > div:not(.length-fig) {
  max-width: 186px;
  padding-top: 30px;
}
.figures .sub {
  line-height: 1.25;
}
.figures > div {
  display: flex;
  flex-direction: column;
}
.huge {
  font-size: 80px;
  font-weight: 700;
  line-height: 1.05;
  letter-spacing: -0.02em;
}
.big {
  font-size: 46px;
  font-weight: 700;
  line-height: 1.1;
}
.big small {
  font-size: 24px;
}
.pink {
  color: var(--pink);
}
.sub {
  font-size: 15px;
}
.warn {
  margin-top: 6px;
  padding: 5px 12px;
  border-left: 4px solid var(--pink);
  background: var(--dark-sheet);
  font-size: 14.5px;
}
.note {
  margin-top: 4px;
  font-size: 14.5px;
  color: var(--pale);
}
.note b {
  color: #fff;
  font-weight: 600;
}
.away {
  border: 0;
  background: none;
  color: var(--pale);
  cursor: pointer;
  padding: 0 6px;
  font-size: 13.5px;
  text-decoration: underline;
}
.again {
  align-self: flex-start;
}
.big,
.huge {
  white-space: nowrap;
}
.words {
  font-size: 54px !important;
}
.count {
  white-space: nowrap;
}
.warn.each {
  margin-top: 2px;
  padding: 2px 12px;
}
.note + .warn.each {
  margin-top: 6px;
}
.picture {
  flex: 1;
  min-height: 148px;
  margin-top: 8px;
}
.picture.two {
  display: grid;
  grid-template-columns: 2.2fr 1fr;
  gap: 10px;
}
.space {
  position: relative;
  min-width: 0;
  min-height: 0;
  background: #0d1012;
  border: 1px solid var(--dark-rule);
  border-radius: 3px;
}
.flip {
  position: absolute;
  left: 8px;
  bottom: 8px;
  border: 1px solid var(--dark-rule);
  background: var(--dark);
  color: #fff;
  border-radius: 3px;
  padding: 4px 10px;
  min-height: 34px;
  cursor: pointer;
  font-size: 14px;
}
.flip kbd {
  background: none;
  border: 0;
  color: var(--pink);
}
.lies {
  font-size: 13.5px;
  padding: 4px 0 8px;
}
.do {
  display: flex;
  gap: 10px 12px;
}
footer {
  flex: none;
  display: flex;
  flex-wrap: wrap;
  gap: 10px 12px;
  align-items: center;
}
.act,
.other {
  min-height: 48px;
  padding: 0 22px;
  border-radius: 3px;
  border: 1px solid var(--dark-rule);
  background: none;
  color: #fff;
  cursor: pointer;
  font-size: 16px;
}
a.other {
  display: inline-flex;
  align-items: center;
  justify-content: center;
  text-decoration: none;
}
.act {
  min-width: 180px;
  background: var(--pink);
  border-color: var(--pink);
  color: var(--dark);
  font-weight: 700;
  font-size: 19px;
}
.act:disabled,
.other:disabled {
  opacity: 0.35;
  cursor: default;
}
.held {
  margin-bottom: 8px;
  padding: 6px 12px;
  background: var(--dark-sheet);
  border-left: 4px solid var(--pale);
  font-size: 15px;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: center;
}
.held button {
  min-height: 44px;
  padding: 0 14px;
  border: 1px solid var(--dark-rule);
  border-radius: 3px;
  background: none;
  color: var(--pale);
  cursor: pointer;
}
.act.back {
  background: var(--dark-sheet);
  color: #fff;
  border-color: var(--dark-rule);
  font-weight: 600;
  font-size: 16px;
}
footer kbd {
  background: none;
  border: 0;
  color: inherit;
  opacity: 0.85;
  font-weight: 400;
  padding: 0;
}
.then {
  margin-left: auto;
  color: #fff;
  font-size: 15px;
  max-width: 330px;
}
.then .sub {
  display: block;
  font-size: 13px;
}
.then i {
  font-style: normal;
  color: var(--pink);
}
:focus-visible {
  outline-color: var(--pale);
}
.next {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 10px;
}
.next button {
  width: 100%;
  min-height: 44px;
  border: 0;
  padding: 0;
  background: none;
  color: var(--dark-pencil);
  text-align: left;
  cursor: pointer;
  font-size: 14px;
  line-height: 1.35;
}
.next b {
  color: #fff;
  font-weight: 600;
}
.next em {
  display: block;
  font-style: normal;
  color: var(--pale);
}
.next em.stays {
  color: #8fc7a0;
}
.next span {
  white-space: nowrap;
}
@media (max-width: 1100px) {
  .do {
    flex-wrap: wrap;
  }
  footer {
    flex: initial;
  }
  .saw {
    height: auto;
    min-height: 0;
  }
  .huge {
    font-size: 70px;
  }
  .big {
    font-size: 40px;
  }
  .figures {
    gap: 4px 24px;
  }
  .picture {
    height: 330px;
    flex: none;
  }
  .picture.two {
    height: 620px;
    grid-template-columns: 1fr;
    grid-template-rows: 1fr 1fr;
  }
  .flip {
    min-height: 44px;
  }
  .away {
    padding: 13px 8px;
    margin: -13px 0;
  }
}
@media (max-width: 640px) {
  .saw {
    padding: 10px 14px;
  }
  header {
    flex-direction: column;
    gap: 0;
  }
  h2 {
    font-size: 17px;
  }
  .huge {
    font-size: 62px;
  }
  .big {
    font-size: 38px;
  }
  .figures {
    gap: 2px 18px;
  }
  .figures > div:not(.length-fig) {
    max-width: none;
    width: min-content;
    align-self: flex-start;
    padding-top: 0;
  }
  .figures > .length-fig {
    flex-basis: 100%;
  }
  .sub {
    font-size: 13.5px;
    line-height: 1.25;
  }
  .picture {
    height: 212px;
  }
  .picture.two {
    height: 460px;
  }
  .words {
    font-size: 40px !important;
  }
  /* The one action stays under the thumb, whatever is scrolled. */
  .do {
    display: contents;
  }
  footer {
    position: sticky;
    z-index: 4;
    bottom: -18px;
    margin: 0 -14px;
    padding: 8px 14px;
    background: var(--dark);
    border-top: 1px solid var(--dark-rule);
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    gap: 8px;
  }
  .act {
    grid-column: 1 / 4;
    min-height: 60px;
  }
  .other {
    padding: 0;
  }
  .then {
    margin: 8px 0 0;
    max-width: none;
  }
  .next {
    grid-template-columns: 1fr 1fr;
  }
  footer kbd {
    display: none;
  }
}
@media (max-height: 500px) {
  .do {
    display: contents;
  }
  footer {
    position: sticky;
    z-index: 4;
    bottom: 0;
    margin: 0 -22px;
    padding: 6px 22px;
    background: var(--dark);
    border-top: 1px solid var(--dark-rule);
  }
  .then {
    margin: 8px 0 0;
    max-width: none;
  }
  .huge {
    font-size: 56px;
  }
  .figures > div:not(.length-fig) {
    padding-top: 12px;
  }
}
</style>
