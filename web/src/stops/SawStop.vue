<script setup lang="ts">
// The next cut, readable from two metres: one end at a time.
import { computed, defineAsyncComponent, nextTick, ref, shallowRef, watch } from 'vue'
import { api, type BenchView, type CutView, lineOf, take } from '../api/client'
import LengthText from '../parts/LengthText.vue'
import SetText from '../parts/SetText.vue'
import SawBench from '../parts/SawBench.vue'
import OrderPicker from './OrderPicker.vue'
import { attempt, metric, setOp, view } from '../state/job'
import { useKeys } from '../state/keys'
import { tell } from '../state/notice'
import { useRoute, useRouter } from 'vue-router'
import { choose, chosen, cuts, pieceById, room } from '../state/place'

// What turns the piece in space, and the box to cut it again, are loaded when they are first wanted.
const TurnPiece = defineAsyncComponent(() => import('../parts/TurnPiece.vue'))
const CutAgain = defineAsyncComponent(() => import('./CutAgain.vue'))
const onWall = ref(false)
const again = ref(false)
const inSpace = ref(true)

const at = ref('') // the cut shown, as piece/hand
const key = (c: CutView) => `${c.piece}/${c.hand}`
const index = computed(() => Math.max(0, cuts.value.findIndex((c) => key(c) === at.value)))
const cut = computed(() => cuts.value[index.value])
const piece = computed(() => (cut.value ? pieceById.value.get(cut.value.piece) : undefined))
const end = computed(() => (cut.value && piece.value ? piece.value[cut.value.hand] : undefined))
const done = computed(() => cuts.value.filter((c) => c.done).length)
const bench = shallowRef<BenchView | null>(null)
const trouble = ref('')

function show(c?: CutView) {
  if (!c) return
  at.value = key(c)
  choose('piece', c.piece)
}
function nextOpen(from: number) {
  const n = cuts.value.length
  for (let i = 0; i < n; i++) {
    const c = cuts.value[(from + i) % n]!
    if (!c.done) return c
  }
  return undefined
}
// A label's code opens its piece, in whatever room that is.
const route = useRoute()
const router = useRouter()
watch(
  () => [route.query.piece, room.value?.id],
  async ([id]) => {
    if (typeof id !== 'string') return
    const p = pieceById.value.get(id)
    if (p && p.room !== room.value?.id) return void router.replace({ query: { ...route.query, room: p.room } })
    const { piece: _, ...query } = route.query
    await router.replace({ query })
    if (p) choose('piece', id)
    else tell('That piece is not in the plan any more: its label is of an older one. Print the labels again.', true)
  },
  { immediate: true },
)
watch(
  () => room.value?.id,
  () => show(cuts.value.find((c) => chosen.value?.kind === 'piece' && c.piece === chosen.value.id && !c.done) ?? nextOpen(0) ?? cuts.value[0]),
  { immediate: true },
)
// Choosing a piece on the band brings its first open cut.
watch(chosen, (c) => {
  if (c?.kind === 'piece' && c.id !== cut.value?.piece) show(cuts.value.find((k) => k.piece === c.id && !k.done) ?? cuts.value.find((k) => k.piece === c.id))
})
watch(
  [cut, () => view.value?.revision],
  async ([c]) => {
    if (!c) return
    trouble.value = ''
    try {
      const b = await take(api.GET('/api/jobs/{job}/bench', { params: { path: { job: view.value!.id }, query: { piece: c.piece, end: c.hand } } }))
      if (cut.value && key(cut.value) === key(c)) bench.value = b
    } catch (e) {
      bench.value = null
      trouble.value = lineOf(e)
    }
  },
  { immediate: true },
)

let recording = false // one mark at a time: a key pressed twice is one cut
async function record(kind: 'cut' | 'miscut', c: CutView): Promise<boolean> {
  if (recording) return false
  recording = true
  try {
    return await attempt({ do: 'mark', value: { ...c.mark, kind } })
  } finally {
    recording = false
  }
}
async function mark() {
  const c = cut.value
  if (!c || c.done || !end.value?.mitre) return
  const i = index.value
  if (!(await record('cut', c))) return
  await nextTick()
  show(nextOpen(i + 1) ?? c)
}
async function miscut() {
  if (cut.value) await record('miscut', cut.value)
}
async function takeBack() {
  if (end.value?.mark) await attempt({ do: 'unmark', id: end.value.mark })
}
const step = (by: number) => show(cuts.value[(index.value + by + cuts.value.length) % (cuts.value.length || 1)])
useKeys({ j: () => step(1), k: () => step(-1), ' ': mark, x: miscut, f: () => (onWall.value = !onWall.value) })
const putAway = (code: string) => attempt(setOp('job', '', 'put_away', [...view.value!.putAway, code], view.value!.putAway))
const bringBack = () => attempt(setOp('job', '', 'put_away', [], view.value!.putAway))
const stop = computed(() => view.value?.mouldings.find((m) => m.id === piece.value?.moulding)?.crown?.stop)
const mates = computed(() => view.value?.groups.find((g) => g.id === piece.value?.group)?.pieces.filter((id) => id !== piece.value?.id).map((id) => pieceById.value.get(id)?.label.toLowerCase()) ?? [])

const told: Record<string, string> = { long: 'to the long point', short: 'to the short point', end: 'to the end', tip: 'to the furthest tip' }
const jointWord = computed(() => ({ square: 'square', cope: 'mitre for a cope', mitre: 'mitre', butt: end.value?.mitre?.degrees ? 'butt, to the wall' : 'square, to the casing', scarf: 'scarf' })[end.value?.joint ?? 'square'])
const dial = computed(() => end.value?.dial ?? end.value?.mitre)
const swing = computed(() => (dial.value ? `${dial.value.text}${dial.value.side ? ` ${dial.value.side}` : ''}` : ''))
/** The cut before needed the saw set alike: it need not be moved. */
const stays = computed(() => {
  const before = cuts.value[index.value - 1]
  return !!before && !!end.value?.dial && same(before)
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
  const e = pieceById.value.get(c.piece)?.[c.hand]
  return e?.dial ? `${e.dial.text}${e.dial.side ? ` ${e.dial.side}` : ''}${e.tilt && e.bevel?.degrees ? `, tilt ${e.tilt.text}` : ''}` : 'no setting'
}
const same = (c: CutView) => {
  const e = pieceById.value.get(c.piece)?.[c.hand]
  return e?.dial?.degrees === end.value?.dial?.degrees && e?.tilt?.degrees === end.value?.tilt?.degrees
}
</script>

<template>
  <section class="saw">
    <p v-if="!cut || !piece || !end" class="none">Nothing to cut in this room yet. Measure its walls, and choose a moulding for it in Shop.</p>
    <template v-else>
      <header>
        <h2><span class="piece">{{ piece.label }}</span> {{ piece.wallText }}{{ end.letter ? `, into corner ${end.letter}` : '' }} <span v-if="stays" class="stays-word">saw stays</span> <span class="dim">{{ cut.hand }} end, {{ cut.number }} of 2<SetText v-if="piece.stick" :text="` · from ${piece.stick}`" /></span></h2>
        <span class="dim count">{{ done }} of {{ cuts.length }} cuts made</span>
      </header>
      <div class="figures">
        <div class="length-fig">
          <span v-if="piece.hand?.inPlace" class="huge words">mark in place</span><span v-else class="huge"><LengthText :of="piece.cut" /></span>
          <span class="dim sub">{{ piece.hand?.inPlace ? 'no number counts: hold it where it goes' : told[end.toldTo] }}<template v-if="end.topLong">, {{ end.topLong }}</template><template v-if="!metric && piece.cut.feet && !piece.hand?.inPlace">, <LengthText :of="piece.cut" tape /> on the tape</template></span>
        </div>
        <div v-if="dial">
          <span class="big pink">{{ dial.text }}<small v-if="dial.side">{{ ` ${dial.side}` }}</small></span>
          <span class="dim sub">{{ end.dial ? (dial.side ? `handle ${dial.side} · ${end.detent}` : `mitre · ${end.detent}`) : 'mitre · past this saw’s swing' }}</span>
        </div>
        <div v-if="end.tilt ?? end.bevel">
          <span class="big">{{ (end.tilt ?? end.bevel)!.text }}<small v-if="(end.tilt ?? end.bevel)!.side">{{ ` ${(end.tilt ?? end.bevel)!.side}` }}</small></span><span class="dim sub">{{ (end.tilt ?? end.bevel)!.side ? `bevel, blade’s top ${(end.tilt ?? end.bevel)!.side}` : 'bevel' }}</span>
        </div>
        <div v-if="end.keep"><span class="big">{{ end.keep }}</span><span class="dim sub">keep</span></div>
      </div>
      <p v-if="end.error" class="note">{{ end.error }}</p>
      <p v-if="end.why && end.dial" class="note"><b>{{ end.fence ? 'Along an added fence.' : `Cut ${end.pose}.` }}</b> <SetText :text="end.why" /></p>
      <p v-if="piece.hand" class="note">{{ piece.hand.inPlace ? 'Marked in place' : 'Length set by hand' }}{{ piece.hand.by ? ` by ${piece.hand.by}` : '' }}{{ piece.hand.why ? `: ${piece.hand.why}` : '' }}. Measured: <LengthText :of="piece.hand.computed" />.</p>
      <p v-if="end.assumed" class="warn">Corner {{ end.letter }} was not read: taken as 90°.</p>
      <p v-for="w in cut.cautions" :key="w.code" class="warn each">{{ w.text }} <button class="away" type="button" :title="`Put this caution away for the job`" @click="putAway(w.code)">Put away</button></p>
      <div class="picture" :class="{ two: bench && inSpace }">
        <SawBench v-if="bench" :bench="bench" :swing="swing" :mark-text="end.toldTo === 'end' ? 'end' : `${end.toldTo} point`" />
        <p v-else class="none">{{ trouble || '' }}</p>
        <div v-if="bench && inSpace" class="space"><TurnPiece :solid="bench.solid" :on-wall="onWall" /><button class="flip" type="button" @click="onWall = !onWall">{{ onWall ? 'on the wall' : 'on the saw' }} <kbd>F</kbd></button></div>
      </div>
      <p class="lies dim">{{ jointWord }} · {{ end.lies }}<template v-if="stop && end.pose === 'nested'"> Crown stop at <LengthText :of="stop" />.</template><template v-if="mates.length"> Bench: glued up with {{ mates.join(', ') }}.</template><template v-if="cut.batch"> {{ cut.batch }} pieces are cut alike: set a stop block.</template><template v-if="piece.cap"> From an offcut.</template> From above; you stand below.<button v-if="view!.putAway.length" class="away" type="button" @click="bringBack">Show cautions again</button></p>
      <footer>
        <button v-if="!cut.done" class="act" type="button" :disabled="!end.mitre" @click="mark">Mark cut <kbd>Space</kbd></button>
        <button v-else class="act back" type="button" @click="takeBack">Take the mark back</button>
        <button class="other" type="button" @click="miscut">Miscut <kbd>X</kbd></button>
        <button class="other" type="button" @click="step(1)">Skip <kbd>J</kbd></button>
        <button class="other" type="button" title="Take something off and cut again, or set its length by hand" @click="again = true">Recut</button>
        <span class="then"><span class="dim sub">{{ cut.done ? 'marked cut' : 'after the cut' }}</span><SetText v-if="!cut.done" :text="cut.check" /><i v-if="piece.miscuts">{{ ` ${piece.miscuts} miscut so far.` }}</i></span>
      </footer>
      <OrderPicker />
      <ol class="next" aria-label="Next at this saw">
        <li v-for="c in next" :key="key(c)"><button type="button" @click="show(c)"><b>{{ pieceById.get(c.piece)?.label }}</b> {{ c.hand }} <span><LengthText :of="pieceById.get(c.piece)!.cut" /></span> <em :class="{ stays: same(c) }">{{ same(c) ? 'saw stays' : set(c) }}</em></button></li>
      </ol>
      <CutAgain v-if="again" :piece="piece" :hand="cut.hand" @close="again = false" />
    </template>
  </section>
</template>

<style scoped>
.saw { min-height: 100%; height: 100%; background: var(--dark); color: #fff; padding: 12px 22px 12px; display: flex; flex-direction: column; }
.none { padding: 40px 0; color: var(--dark-pencil); }
header { display: flex; justify-content: space-between; gap: 16px; align-items: baseline; }
h2 { font-size: 19px; font-weight: 600; } .piece { color: var(--pink); margin-right: 6px; }
.dim { color: var(--dark-pencil); font-weight: 400; } .stays-word { color: #8fc7a0; font-size: 15px; }
.figures { display: flex; flex-wrap: wrap; gap: 4px 24px; align-items: flex-start; } .figures > div:not(.length-fig) { max-width: 186px; padding-top: 30px; } .figures .sub { line-height: 1.25; }
.figures > div { display: flex; flex-direction: column; }
.huge { font-size: 80px; font-weight: 700; line-height: 1.05; letter-spacing: -0.02em; }
.big { font-size: 46px; font-weight: 700; line-height: 1.1; } .big small { font-size: 24px; }
.pink { color: var(--pink); } .sub { font-size: 15px; }
.warn { margin-top: 6px; padding: 5px 12px; border-left: 4px solid var(--pink); background: var(--dark-sheet); font-size: 14.5px; }
.note { margin-top: 4px; font-size: 14.5px; color: var(--pale); } .note b { color: #fff; font-weight: 600; }
.away { border: 0; background: none; color: var(--pale); cursor: pointer; padding: 0 6px; font-size: 13.5px; text-decoration: underline; }
.big, .huge { white-space: nowrap; } .words { font-size: 54px !important; } .count { white-space: nowrap; }
.warn.each { margin-top: 2px; padding: 2px 12px; } .note + .warn.each { margin-top: 6px; }
.picture { flex: 1; min-height: 148px; margin-top: 8px; } .picture.two { display: grid; grid-template-columns: 2.2fr 1fr; gap: 10px; }
.space { position: relative; min-width: 0; min-height: 0; background: #0d1012; border: 1px solid var(--dark-rule); border-radius: 3px; }
.flip { position: absolute; left: 8px; bottom: 8px; border: 1px solid var(--dark-rule); background: var(--dark); color: #fff; border-radius: 3px; padding: 4px 10px; min-height: 34px; cursor: pointer; font-size: 14px; } .flip kbd { background: none; border: 0; color: var(--pink); }
.lies { font-size: 13.5px; padding: 4px 0 8px; }
footer { display: flex; flex-wrap: wrap; gap: 10px 12px; align-items: center; }
.act, .other { min-height: 48px; padding: 0 22px; border-radius: 3px; border: 1px solid var(--dark-rule); background: none; color: #fff; cursor: pointer; font-size: 16px; }
.act { min-width: 180px; background: var(--pink); border-color: var(--pink); color: var(--dark); font-weight: 700; font-size: 19px; }
.act:disabled { opacity: 0.35; } .act.back { background: var(--dark-sheet); color: #fff; border-color: var(--dark-rule); font-weight: 600; font-size: 16px; }
footer kbd { background: none; border: 0; color: inherit; opacity: 0.85; font-weight: 400; padding: 0; }
.then { margin-left: auto; color: #fff; font-size: 15px; max-width: 330px; } .then .sub { display: block; font-size: 13px; } .then i { font-style: normal; color: var(--pink); }
:focus-visible { outline-color: var(--pale); }
.next { list-style: none; margin: 4px 0 0; padding: 0; display: grid; grid-template-columns: repeat(4, 1fr); gap: 10px; }
.next button { width: 100%; min-height: 44px; border: 0; padding: 0; background: none; color: var(--dark-pencil); text-align: left; cursor: pointer; font-size: 14px; line-height: 1.35; }
.next b { color: #fff; font-weight: 600; } .next em { display: block; font-style: normal; color: var(--pale); } .next em.stays { color: #8fc7a0; } .next span { white-space: nowrap; }
@media (max-width: 1100px) { .saw { height: auto; min-height: 0; } .huge { font-size: 70px; } .big { font-size: 40px; } .figures { gap: 4px 24px; } .picture { height: 330px; flex: none; } .picture.two { height: 620px; grid-template-columns: 1fr; grid-template-rows: 1fr 1fr; } .flip { min-height: 44px; } .away { padding: 13px 8px; margin: -13px 0; } }
@media (max-width: 640px) {
  .saw { padding: 10px 14px; } header { flex-direction: column; gap: 0; } h2 { font-size: 17px; }
  .huge { font-size: 62px; } .big { font-size: 38px; } .figures { gap: 2px 18px; } .figures > div:not(.length-fig) { max-width: 38%; align-self: flex-start; padding-top: 0; } .figures > .length-fig { flex-basis: 100%; } .sub { font-size: 13.5px; line-height: 1.25; } .picture { height: 212px; } .picture.two { height: 460px; } .words { font-size: 40px !important; }
  footer { display: grid; grid-template-columns: 1fr 1fr; } .act { grid-column: 1 / 3; min-height: 60px; } .then { grid-column: 1 / 3; margin: 0; max-width: none; } .next { grid-template-columns: 1fr 1fr; }
  footer kbd { display: none; }
}
</style>
