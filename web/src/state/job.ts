import { computed, ref, shallowRef, watch } from 'vue'
import { api, type JobView, lineOf, type Op, type Problem, Refused, take } from '../api/client'
import { clientId, newId } from './client'
import { keep, recall, stranger } from './me'
import { heardOf, type Person, tellWhere } from './people'
import { tell } from './notice'
import { compareNews, keepBefore } from './news'
import { withWaiting } from './done'
import { onAnswer, outOfReach, ready, send as sendWaiting, unsent, waiting } from './queue'

export { newId }
/** This browser: undo takes back its own changes. */
const client = clientId

/** The job as the program last told it. */
const served = shallowRef<JobView | null>(null)
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

function accept(v: JobView) {
  const was = served.value
  if (v.id !== open || (was?.id === v.id && v.revision < was.revision)) return
  // What all see alike says nothing of one's own undo.
  served.value = { ...v, canUndo: v.canUndo ?? was?.canUndo, canRedo: v.canRedo ?? was?.canRedo }
  keepSoon()
}
onAnswer(accept)

let keeping = 0
function keepSoon() {
  clearTimeout(keeping)
  keeping = window.setTimeout(() => served.value && void keep('job', served.value), 400)
}

/** Fetches the job that is open again. */
export const refresh = () => load(open, true)

async function load(id: string, own = false) {
  accept(await take(api.GET('/api/jobs/{job}', { params: { path: { job: id }, query: own ? { client } : {} } })))
}

/** One fetch at a time: of several changes that come together only the last is fetched. */
let fetching: Promise<void> | null = null
let newest = 0
function follow(revision: number) {
  newest = Math.max(newest, revision)
  fetching ??= (async () => {
    await last
    while (open && served.value && newest > served.value.revision) await load(open)
  })()
    .catch(() => {})
    .finally(() => (fetching = null))
}

/** Opens a job and keeps it current with what others change. Out of reach it is as it was last seen here. */
export async function openJob(id: string) {
  if (open === id && served.value) return
  closeJob()
  open = id
  missing.value = ''
  await ready()
  const seen = await recall<JobView>('job')
  if (seen?.id === id && unsent.value.length) keepBefore(seen) // what was marked here was marked on this
  try {
    await load(id, true)
  } catch (e) {
    if (open !== id || stranger.value) return
    if (e instanceof Refused && e.problem.status) {
      missing.value = e.problem.detail
      return
    }
    if (seen?.id !== id) {
      missing.value = 'Gnomon does not answer, and this device has not kept this job. Open it once where Gnomon can be reached.'
      again = window.setTimeout(() => void openJob(id), 4000)
      return
    }
    live.value = false
    accept(seen)
    keepBefore(seen)
  }
  if (open === id) listen(id)
}

function listen(id: string) {
  clearTimeout(again)
  source?.close()
  const s = new EventSource(`/api/jobs/${encodeURIComponent(id)}/events?client=${encodeURIComponent(client)}`)
  source = s
  const hear = (e: MessageEvent<string>) => {
    const back = !live.value
    live.value = true
    outOfReach.value = false
    if (back) void tellWhere()
    if (back || unsent.value.length) void catchUp(id)
    follow((JSON.parse(e.data) as { revision: number }).revision)
  }
  s.addEventListener('hello', hear)
  s.addEventListener('changed', hear)
  s.addEventListener('people', (e: MessageEvent<string>) => heardOf((JSON.parse(e.data) as { people: Person[] }).people))
  s.onerror = () => {
    lost()
    // A browser tries again by itself unless it was refused.
    if (s.readyState === EventSource.CLOSED && source === s) again = window.setTimeout(() => void retry(id), 3000)
  }
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
    await load(id, true)
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
  served.value = null
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

/** Makes a change. Throws Refused when it cannot be taken; a conflict is shown to choose from. */
export async function change(...ops: Op[]): Promise<void> {
  const once = newId('c')
  try {
    const job = open
    await inTurn(async () => accept(await persist(() => take(api.POST('/api/jobs/{job}/changes', { params: { path: { job } }, body: { client, once, ops } })))))
  } catch (e) {
    if (e instanceof Refused && e.problem.conflict) {
      conflict.value = { problem: e.problem, ops }
      void load(open).catch(() => {})
      return
    }
    throw e
  }
}

/** Makes a change by another route that answers with the job. Throws Refused. */
export async function send(call: (client: string) => Promise<{ data?: JobView; error?: unknown; response: Response }>): Promise<void> {
  await inTurn(async () => accept(await take(call(client))))
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
    await inTurn(async () => accept(await persist(() => take(api.POST(path, { params: { path: { job } }, body: { client, once } })))))
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
