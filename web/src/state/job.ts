import { computed, ref, shallowRef, watch } from 'vue'
import { api, lineOf, type Op, type Problem, Refused, type Schemas, take } from '../api/client'
import { clientId, newId } from './client'
import { stranger } from './me'
import { heardOf, type Person, tellWhere } from './people'
import { tell } from './notice'
import { compareNews, keepBefore } from './news'
import { withWaiting } from './done'
import { asking, hear, type Held, holds, jobOf } from './held'
import { keepAll, keepSoon, recallJob, withRoom } from './kept'
import { onAnswer, outOfReach, ready, send as sendWaiting, unsent, waiting } from './queue'
import { current, shows, wantsAt, wantsNow } from './shows'

export { newId }
/** This browser: undo takes back its own changes. */
const client = clientId

/** The job as the program last told it: what is shown of it and was. */
const held = shallowRef<Held | null>(null)
const served = computed(() => held.value && jobOf(held.value))
/** The job that is open, with what was done here and is not sent yet. */
export const view = computed(() => withWaiting(served.value, waiting.value))
export const missing = ref('')
export const conflict = shallowRef<{ problem: Problem; ops: Op[] } | null>(null)
/** False once the stream of changes has broken, until it is back. */
export const live = ref(true)

/** The last of our own changes on its way; it never fails. */
let last: Promise<unknown> = Promise.resolve()
/** Sends one after another, in the order they were made. */
function inTurn<T>(send: () => Promise<T>): Promise<T> {
  const mine = last.then(send)
  last = mine.catch(() => {})
  return mine
}

let source: EventSource | null = null
let open = ''
let again = 0

type Told = Schemas['Told']
function accept(told: Told, wants: string[], since = held.value) {
  if (told.id !== open) return
  const now = hear(since, told, wants)
  if (now === held.value) return
  held.value = now
  keepSoon(() => held.value)
  keepAll(() => held.value)
}
onAnswer({ wants: () => wantsNow(held.value), asking: (wants) => asking(held.value, wants), accept: (told, wants) => accept(told, wants) })

/** What is wanted that is not held as it is now is asked for. */
export const refresh = () => load(open)

/** Rooms asked for at once: of many the first are on the screen before the last are here. */
const atOnce = 40
async function load(id: string, all = wantsNow(held.value)) {
  const rooms = all.filter((w) => w.includes('/'))
  for (let n = 0; n === 0 || n < rooms.length; n += atOnce) {
    const wants = [...all.filter((w) => !w.includes('/')), ...rooms.slice(n, n + atOnce)]
    const query = { client, ...asking(held.value?.id === id ? held.value : null, wants) }
    accept(await take(api.GET('/api/jobs/{job}/told', { params: { path: { job: id }, query } })), wants)
  }
}

/** One fetch at a time: of several changes that come together only the last is fetched. */
let fetching: Promise<void> | null = null
let newest = 0
function follow(revision: number) {
  newest = Math.max(newest, revision)
  fetching ??= (async () => {
    await last
    while (open && held.value && newest > held.value.revision) await load(open)
  })()
    .catch(() => {})
    .finally(() => (fetching = null))
}

/** Has what a stop shows of a room at hand, before it is gone to. */
export async function readyFor(stop: string, room: string) {
  const job = open
  const h = held.value
  if (!h || h.id !== job) return
  const wants = wantsAt(h, { stop, room, bench: false, all: false, also: [] })
  if (current(h, wants) || (holds(h, wants) && !live.value)) return
  await load(job, wants).catch(async () => {
    if (open === job && held.value) await fromKept(room)
  })
}
/** Has all rooms at hand; false where some cannot be. */
export async function allHere(): Promise<boolean> {
  if (held.value) await load(open, ['shop', 'rooms', 'findings', ...held.value.order.map((id) => `room/${id}`)]).catch(() => {})
  return !!held.value && held.value.order.every((id) => held.value!.rooms.has(id))
}
async function fromKept(room: string) {
  const id = held.value!.lines.has(room) ? room : (held.value!.order[0] ?? '')
  const h = await withRoom(held.value!, id)
  if (open !== h.id || h.revision !== held.value?.revision) return
  held.value = h
  if (served.value) keepBefore(served.value, id)
}
// What comes onto the screen otherwise, since a room went or a list was opened.
watch(
  () => (held.value ? wantsNow(held.value).join() : ''),
  () => {
    if (open && held.value && !current(held.value, wantsNow(held.value))) void load(open).catch(() => held.value && fromKept(shows.room))
  },
)

/** The job as it was last seen here, with the room that is shown of it. */
async function recalled(id: string, room: string): Promise<Held | null> {
  const seen = await recallJob(id)
  return seen && (await withRoom(seen, seen.lines.has(room) ? room : (seen.order[0] ?? '')))
}
/** What was asked for of a job before the page stood. */
let early: { id: string; seen: Promise<Held | null>; told: Promise<{ told: Told; wants: string[] } | null> } | null = null
/** Asks for the job that the address names while the page is still being put together. */
export function beginEarly() {
  const [, id, stop] = /^\/jobs\/([^/]+)\/([a-z]+)/.exec(location.pathname) ?? []
  if (!id || !stop) return
  const room = new URLSearchParams(location.search).get('room') ?? ''
  const seen = recalled(decodeURIComponent(id), room)
  const told = seen.then(async (h) => {
    const wants = wantsAt(h, { ...shows, stop, room })
    const query = { client, ...asking(h, wants) }
    const a = await api.GET('/api/jobs/{job}/told', { params: { path: { job: decodeURIComponent(id) }, query } })
    return a.data ? { told: a.data, wants } : null
  })
  early = { id: decodeURIComponent(id), seen, told: told.catch(() => null) }
}

/** Opens a job and keeps it current with what others change. Out of reach it is as it was last seen here. */
export async function openJob(id: string) {
  if (open === id && held.value) return
  closeJob()
  open = id
  missing.value = ''
  const begun = early?.id === id ? early : null
  early = null
  await ready()
  const seen = await (begun?.seen ?? recalled(id, shows.room))
  if (open !== id) return
  // What was last seen here is on the screen at once; what is new comes after it.
  if (seen && holds(seen, wantsNow(seen))) {
    held.value = seen
    if (unsent.value.length) keepBefore(served.value!) // what was marked here was marked on this
  }
  try {
    const first = await begun?.told
    if (first && open === id) accept(first.told, first.wants, held.value ?? seen)
    if (!current(held.value, wantsNow(held.value))) await load(id)
  } catch (e) {
    if (open !== id || stranger.value) return
    if (e instanceof Refused && e.problem.status) {
      held.value = null
      missing.value = e.problem.detail
      return
    }
    if (!seen) {
      missing.value = 'Gnomon does not answer, and this device has not kept this job. Open it once where Gnomon can be reached.'
      again = window.setTimeout(() => void openJob(id), 4000)
      return
    }
    live.value = false
    held.value = seen
    keepBefore(served.value!)
  }
  if (open === id) listen(id)
}

function listen(id: string) {
  clearTimeout(again)
  source?.close()
  const s = new EventSource(`/api/jobs/${encodeURIComponent(id)}/events?client=${encodeURIComponent(client)}`)
  source = s
  const hearOf = (e: MessageEvent<string>) => {
    const { revision } = JSON.parse(e.data) as { revision: number }
    if (!revision) return void load(id).catch((x) => gone(id, x))
    const back = !live.value
    live.value = true
    outOfReach.value = false
    if (back) void tellWhere()
    if (back || unsent.value.length) void catchUp(id)
    follow(revision)
  }
  s.addEventListener('hello', hearOf)
  s.addEventListener('changed', hearOf)
  s.addEventListener('people', (e: MessageEvent<string>) => heardOf((JSON.parse(e.data) as { people: Person[] }).people))
  s.onerror = () => {
    lost()
    // A browser tries again by itself unless it was refused.
    if (s.readyState === EventSource.CLOSED && source === s) again = window.setTimeout(() => void retry(id), 3000)
  }
}
/** The job that is open was deleted, or a backup without it was brought back. */
function gone(id: string, e: unknown) {
  if (open !== id || !(e instanceof Refused) || ![404, 410].includes(e.problem.status)) return
  source?.close()
  source = null
  held.value = null
  missing.value = e.problem.detail
}
async function retry(id: string) {
  await take(api.GET('/api/me')).catch(() => {}) // tells when the device is known no more
  if (open === id && !stranger.value) listen(id)
}

function lost() {
  if (live.value && served.value) keepBefore(served.value)
  live.value = false
}

let catching: Promise<void> | null = null
/** Sends what waits, fetches the job, and tells what changed meanwhile. */
function catchUp(id: string) {
  catching ??= inTurn(async () => {
    await sendWaiting()
    if (outOfReach.value || open !== id) return
    const rooms = [...(held.value?.at.keys() ?? [])].filter((w) => w.includes('/'))
    await load(id, [...new Set([...wantsNow(held.value), ...rooms])])
    if (served.value) await compareNews(served.value)
    if (!live.value) listen(id)
  })
    .catch(() => {})
    .finally(() => (catching = null))
  return catching
}
/** Sends what was just done here. */
export const sendNow = () => inTurn(sendWaiting)
watch(outOfReach, (on) => on && lost())
window.addEventListener('online', () => open && listen(open))
window.addEventListener('offline', lost)
// A page that the browser puts aside for its back button would hold its line to the program: six of them hold all there are.
window.addEventListener('pagehide', () => source?.close())
window.addEventListener('pageshow', (e) => e.persisted && open && listen(open))
// A stream that went silent is not noticed for long: what waits is tried by itself.
setInterval(() => open && unsent.value.length && !stranger.value && void catchUp(open), 5000)

export function closeJob() {
  source?.close()
  source = null
  clearTimeout(again)
  open = ''
  newest = 0
  held.value = null
}

/** Out of reach a request is sent again under the same name, in case only its answer was lost. */
async function persist<T>(call: () => Promise<T>): Promise<T> {
  for (let n = 0; ; n++) {
    try {
      return await call()
    } catch (e) {
      if (n === 2 || !(e instanceof Refused) || e.problem.status) throw e
      await new Promise((r) => setTimeout(r, 400 * (n + 1)))
    }
  }
}

/** Who sends a change, and what is to be told of it. */
export type From = { client: string; stand: string; want: string[] }
/** Sends a change and takes in what is new. A room that it brings is told whole. */
function answered(call: (from: From) => Promise<{ data?: Told; error?: unknown; response: Response }>, brings: string[] = []) {
  return inTurn(async () => {
    const wants = [...wantsNow(held.value), ...brings.map((id) => `room/${id}`)]
    accept(await persist(() => take(call({ client, ...asking(held.value, wants) }))), wants)
  })
}

/** Makes a change. Throws Refused when it cannot be taken; a conflict is shown to choose from. */
export async function change(...ops: Op[]): Promise<void> {
  const once = newId('c')
  const brings = ops.filter((o) => o.do === 'add' && (o.kind === 'room' || o.kind === 'copy')).map((o) => o.id!)
  try {
    const job = open
    await answered((from) => api.POST('/api/jobs/{job}/changes', { params: { path: { job } }, body: { ...from, once, ops } }), brings)
  } catch (e) {
    if (e instanceof Refused && e.problem.conflict) {
      conflict.value = { problem: e.problem, ops }
      void load(open).catch(() => {})
      return
    }
    throw e
  }
}

/** Makes a change by another route that tells what is new. Throws Refused. */
export async function send(call: (from: From) => Promise<{ data?: Told; error?: unknown; response: Response }>): Promise<void> {
  await inTurn(async () => {
    const wants = wantsNow(held.value)
    accept(await take(call({ client, ...asking(held.value, wants) })), wants)
  })
}

/** Like send, for what has no field of its own to show a refusal at. */
export async function trySend(call: Parameters<typeof send>[0]): Promise<boolean> {
  try {
    await send(call)
    return true
  } catch (e) {
    tell(lineOf(e), true)
    return false
  }
}

/** Like change, for what has no field of its own to show a refusal at. */
export async function attempt(...ops: Op[]): Promise<boolean> {
  try {
    await change(...ops)
    return true
  } catch (e) {
    tell(lineOf(e), true)
    return false
  }
}

export function setOp(kind: string, id: string, field: string, value: unknown, was?: unknown): Op {
  const op: Op = { do: 'set', kind, id, field, value }
  if (was !== undefined) op.was = was
  return op
}

/** What a field does with what is typed: sets it, as it was seen on the screen. */
export const setter = (kind: string, id: string, field: string) => (text: string, was: string) => change(setOp(kind, id, field, text, was))
/** The same for a field that may be left empty. */
export const clearable = (kind: string, id: string, field: string) => (text: string, was: string) =>
  change(setOp(kind, id, field, text === '' ? null : text, was === '' ? null : was))

async function turn(path: '/api/jobs/{job}/undo' | '/api/jobs/{job}/redo', done: string) {
  const once = newId('u')
  try {
    const job = open
    await answered((from) => api.POST(path, { params: { path: { job } }, body: { ...from, once } }))
    tell(done)
  } catch (e) {
    tell(lineOf(e), true)
    void refresh().catch(() => {}) // what cannot be undone was passed over: there may be nothing more
  }
}
export const undo = () => turn('/api/jobs/{job}/undo', 'Undone.')
export const redo = () => turn('/api/jobs/{job}/redo', 'Done again.')

/** What a moulding is called: by its code where it has no name. */
export const mouldingName = (id: string) => view.value?.mouldings.find((m) => m.id === id)?.name || id
export const metric = computed(() => view.value?.unit === 'mm')
