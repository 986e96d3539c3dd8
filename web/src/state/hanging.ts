// A room on the wall: as the program tells it, kept on this device for work out of reach, and on top of it what waits to be sent.
import { get, set } from 'idb-keyval'
import { computed, shallowRef, watch } from 'vue'
import { api, type Schemas, take } from '../api/client'
import { kept } from './me'
import { sendNow, view } from './job'
import { room } from './place'
import type { Done } from './done'
import { add, waiting } from './queue'
import { shows } from './shows'

export type HangView = Schemas['HangView']
export type HangCard = Schemas['HangCardView']
export type HangPiece = Schemas['HangPieceView']

const told = shallowRef<{ job: string; room: string; of: HangView } | null>(null)
/** What is shown is not the latest: the program was not reached. */
export const stale = shallowRef(false)

let asked = ''
async function fetchRoom(job: string, of: string) {
  const name = `hang ${job} ${of}`
  asked = name
  if (told.value?.room !== of || told.value.job !== job) {
    const had = await get<HangView>(name, kept).catch(() => undefined)
    if (had && asked === name) told.value = { job, room: of, of: had }
  }
  try {
    const now = await take(api.GET('/api/jobs/{job}/hang', { params: { path: { job }, query: { room: of } } }))
    if (asked !== name) return
    told.value = { job, room: of, of: now }
    stale.value = false
    await set(name, now, kept).catch(() => {})
  } catch {
    stale.value = true
  }
}
watch(
  () => [shows.stop === 'hang', view.value?.id, room.value?.id, view.value?.revision] as const,
  ([here, job, of]) => here && job && of && void fetchRoom(job, of),
  { immediate: true },
)

/** What the program has taken and has not told yet in what it said last of the room: between the two nothing comes off the screen. */
const settling = shallowRef<{ done: Done; revision: number }[]>([])
watch(
  waiting,
  (now, was) => {
    const taken = was.filter((d) => !d.refused && !now.some((x) => x.id === d.id))
    const open = settling.value.filter((s) => (told.value?.of.revision ?? 0) < s.revision)
    settling.value = [...open, ...taken.map((done) => ({ done, revision: view.value?.revision ?? 0 }))]
  },
  { flush: 'sync' },
)
/** What was done here of this job and is not in what was told, in the order it was done. */
const mine = computed(() => {
  const at = told.value?.of.revision ?? 0
  const all = [...settling.value.filter((s) => s.revision > at).map((s) => s.done), ...waiting.value]
  return all.filter((d) => d.job === view.value?.id && !d.refused)
})
const takenBack = computed(() => new Set(mine.value.filter((d) => d.what === 'take_back').map((d) => d.of)))

export const hanging = computed<HangView | null>(() => {
  const t = told.value
  if (!t || t.job !== view.value?.id || t.room !== room.value?.id) return null
  const up = new Map<string, string>()
  for (const d of mine.value) {
    if (d.what === 'hung') up.set(d.piece, takenBack.value.has(d.id) ? '' : d.id)
    if (d.what === 'take_back' || d.what === 'recut' || d.what === 'miscut') up.set(d.piece, '')
  }
  const ticks = mine.value.filter((d) => d.what === 'ticked').map((d) => d.mark!.ticked!.task)
  const piece = (p: HangPiece): HangPiece => (up.has(p.id) ? { ...p, hung: up.get(p.id) } : p)
  return {
    ...t.of,
    ticked: [...t.of.ticked, ...ticks],
    cards: t.of.cards.map((c) => {
      const pieces = c.pieces.map(piece)
      return { ...c, pieces, waits: c.waits.filter((w) => !piece(w).hung), up: pieces.every((p) => !!p.hung) }
    }),
    walls: t.of.walls.map((w) => ({ ...w, pieces: w.pieces.map((p) => (up.has(p.id) ? { ...p, up: !!up.get(p.id) } : p)) })),
  }
})

/** Now, by the clock here. */
export function clockHere(at = new Date()) {
  const two = (n: number) => String(n).padStart(2, '0')
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}T${two(at.getHours())}:${two(at.getMinutes())}`
}

/** Records that a task was done, or that it was not. */
export async function tick(task: string, label: string, at = clockHere()) {
  await add({ job: view.value!.id, what: 'ticked', piece: '', label, mark: { id: '', kind: 'ticked', ticked: { task, at } } })
  void sendNow()
}
/** Records that all of a card is up; early names what it went up before. */
export async function hangUp(c: HangCard, early: string[]) {
  for (const p of c.pieces) {
    if (p.hung) continue
    const hung = early.length ? { ...p.mark.hung!, before: early } : p.mark.hung!
    await add({ job: view.value!.id, what: 'hung', piece: p.id, label: p.label, mark: { ...p.mark, hung } })
  }
  void sendNow()
}
export async function takeDown(c: HangCard) {
  for (const p of c.pieces) if (p.hung) await add({ job: view.value!.id, what: 'take_back', piece: p.id, label: p.label, of: p.hung, step: 'hang' })
  void sendNow()
}

const said: Record<string, string> = { closed: 'closed', hairline: 'hairline', filled: 'filled', recut: 'cut again', open: 'gapes still' }
/** How the joint at a piece's end closed, as it was said last of either side: here, or as the program has it. */
export function fitOf(p: HangPiece, end: 'left' | 'right'): { how: string; text: string } | undefined {
  const of = (piece?: string, at?: string) => (piece === p.id && at === end) || (piece === p[end].mate && at === p[end].across)
  const here = mine.value.filter((d) => d.what === 'fit' && of(d.piece, d.hand) && !takenBack.value.has(d.id)).at(-1)
  if (here) return { how: here.mark!.fit!.how, text: said[here.mark!.fit!.how]! }
  return told.value?.of.fits.filter((f) => of(f.piece, f.end)).at(-1)
}
/** The pieces that are up. */
export const hangs = computed(() => new Set(hanging.value?.cards.flatMap((c) => c.pieces.filter((p) => p.hung).map((p) => p.id)) ?? []))
