// What is done at the saw and on the wall, in the order it was done: kept on this device until the program
// has it, each under a name of its own so that it counts once however often it is sent.
import { get, set } from 'idb-keyval'
import { computed, ref, shallowRef } from 'vue'
import { api, lineOf, type Op, Refused, type Schemas, take } from '../api/client'
import { clientId, newId } from './client'
import type { Done } from './done'
import { waitingRoom } from './me'
import { tell } from './notice'

/** All that waits, the oldest first; what was refused stays until it is thrown away. */
export const waiting = shallowRef<Done[]>([])
export const unsent = computed(() => waiting.value.filter((d) => !d.refused))
export const refused = computed(() => waiting.value.filter((d) => d.refused))
/** The program was not reached when something was last sent. */
export const outOfReach = ref(false)

// Two tabs share what waits: the browser's lock lets one of them change it at a time, and
// one of them send.
const alone = <T>(name: string, f: () => Promise<T>): Promise<T> => (navigator.locks ? (navigator.locks.request(name, f) as Promise<T>) : f())
/** What the browser would not keep: it is sent all the same, while the page is open. */
let loose: Done[] = []
async function update(f: (all: Done[]) => Done[]) {
  await alone('gnomon-waiting', async () => {
    const had = await get<Done[]>('done', waitingRoom).catch(() => waiting.value)
    const all = f([...(had ?? []), ...loose.filter((d) => !had?.some((x) => x.id === d.id))])
    loose = await set('done', all, waitingRoom).then(
      () => [],
      () => all,
    )
    waiting.value = all
  })
}
const begun = update((all) => all)
/** What waits is known. */
export const ready = () => begun

type Told = Schemas['Told']
/** What is to be told of the job with the answer, and who takes that. */
interface Listener {
  wants: () => string[]
  asking: (wants: string[]) => { stand: string; want: string[] }
  accept: (told: Told, wants: string[]) => void
}
let listener: Listener = { wants: () => [], asking: () => ({ stand: '', want: [] }), accept: () => {} }
export const onAnswer = (l: Listener) => (listener = l)

export async function add(d: Omit<Done, 'id' | 'at'>): Promise<Done> {
  const done: Done = { ...d, id: newId('k'), at: Date.now() }
  await update((all) => [...all, done])
  return done
}
export const throwAway = (id: string) => update((all) => all.filter((d) => d.id !== id))

function call(d: Done, wants: string[]) {
  const sender = { client: clientId, ...listener.asking(wants), once: d.id, ago: Math.max(0, Math.round((Date.now() - d.at) / 1000)) }
  const params = { path: { job: d.job } }
  const changes = (op: Op) => api.POST('/api/jobs/{job}/changes', { params, body: { ...sender, ops: [op] } })
  if (d.what === 'recut') return api.POST('/api/jobs/{job}/recut', { params, body: { ...sender, piece: d.piece, end: d.hand!, ...d.off! } })
  if (d.of) return changes({ do: 'take_back', id: d.of })
  // What an earlier program left waiting is sent as that one would have sent it.
  const old = 'mitre_deg' in d.mark!
  return changes({ do: old ? 'mark' : 'record', id: d.id, value: { ...d.mark!, kind: d.what } })
}

let sending: Promise<void> | null = null
/** Sends what waits, one after another, until all is there or the program is out of reach. */
export function send(): Promise<void> {
  sending ??= alone('gnomon-sending', async () => {
    await ready()
    for (let d = unsent.value[0]; d; d = unsent.value[0]) {
      const now = d
      try {
        const wants = listener.wants()
        const told = await take(call(now, wants))
        outOfReach.value = false
        // The answer first: what was done must not vanish from the screen between.
        listener.accept(told, wants)
        await update((all) => all.filter((x) => x.id !== now.id))
      } catch (e) {
        const status = e instanceof Refused ? e.problem.status : 0
        if (status === 401 || (status === 403 && !(await known()))) return
        if (status >= 400 && status < 500 && status !== 408 && status !== 429) {
          await update((all) => all.map((x) => (x.id === now.id ? { ...x, refused: lineOf(e) } : x)))
          tell(`${now.label} was not taken: ${lineOf(e)}`, true)
          continue
        }
        outOfReach.value = true
        return
      }
    }
  }).finally(() => (sending = null))
  return sending
}
const known = async () => (await fetch('/api/me').catch(() => null))?.ok ?? false
