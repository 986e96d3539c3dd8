import { computed, ref, shallowRef } from 'vue'
import { api, type JobView, lineOf, type Op, type Problem, Refused, take } from '../api/client'
import { clientId, newId } from './client'
import { tell } from './notice'

export { newId }
/** This browser: undo takes back its own changes. */
const client = clientId

export const view = shallowRef<JobView | null>(null)
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

function accept(v: JobView) {
  if (v.id === open && (!view.value || view.value.id !== v.id || v.revision >= view.value.revision)) view.value = v
}

/** Fetches the job that is open again. */
export const refresh = () => load(open)

async function load(id: string) {
  accept(await take(api.GET('/api/jobs/{job}', { params: { path: { job: id }, query: { client } } })))
}

/** Opens a job and keeps it current with what others change. */
export async function openJob(id: string) {
  if (open === id && view.value) return
  closeJob()
  open = id
  missing.value = ''
  try {
    await load(id)
  } catch (e) {
    missing.value = e instanceof Refused ? e.problem.detail : String(e)
    return
  }
  if (open !== id) return // another was opened meanwhile
  const s = new EventSource(`/api/jobs/${encodeURIComponent(id)}/events`)
  source = s
  const hear = (e: MessageEvent<string>) => {
    live.value = true
    const at = (JSON.parse(e.data) as { revision: number }).revision
    // The answer to a change of our own brings the same news: wait for it, and
    // fetch only what is newer still.
    void last.then(() => {
      if (open === id && view.value && at > view.value.revision) void load(id).catch(() => {})
    })
  }
  s.addEventListener('hello', hear)
  s.addEventListener('changed', hear)
  s.onerror = () => (live.value = false)
}

export function closeJob() {
  source?.close()
  source = null
  open = ''
  view.value = null
}

/** Makes a change. Throws Refused when it cannot be taken; a conflict is shown to choose from. */
export async function change(...ops: Op[]): Promise<void> {
  try {
    const job = open
    await inTurn(async () => accept(await take(api.POST('/api/jobs/{job}/changes', { params: { path: { job } }, body: { client, ops } }))))
  } catch (e) {
    if (e instanceof Refused && e.problem.conflict) {
      conflict.value = { problem: e.problem, ops }
      void load(open)
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
export const clearable = (kind: string, id: string, field: string) => (text: string, was: string) => change(setOp(kind, id, field, text === '' ? null : text, was === '' ? null : was))

async function turn(path: '/api/jobs/{job}/undo' | '/api/jobs/{job}/redo', done: string) {
  try {
    const job = open
    await inTurn(async () => accept(await take(api.POST(path, { params: { path: { job } }, body: { client } }))))
    tell(done)
  } catch (e) {
    tell(lineOf(e), true)
  }
}
export const undo = () => turn('/api/jobs/{job}/undo', 'Undone.')
export const redo = () => turn('/api/jobs/{job}/redo', 'Done again.')

/** What a moulding is called: by its code where it has no name. */
export const mouldingName = (id: string) => view.value?.mouldings.find((m) => m.id === id)?.name || id
export const metric = computed(() => view.value?.unit === 'mm')
