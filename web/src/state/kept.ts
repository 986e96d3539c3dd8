// The job that is open, kept on this device: for work out of reach, and so that it is on the screen at once when it is opened again.
import { delMany, getMany, keys, setMany } from 'idb-keyval'
import { api, type Schemas, take } from '../api/client'
import { asking, type Held, hear, without } from './held'
import { keep, kept, me, recall } from './me'

/** The pages that are running: what others kept may be of another shape. */
const pages = [...document.scripts].map((s) => s.src).find((src) => src.includes('/assets/')) ?? 'dev'
const roomKey = (job: string, id: string) => `room ${job} ${id}`

interface KeptJob {
  pages: string
  held: Held
}
type KeptRoom = Pick<Held, 'stand'> & { pages: string; part?: Schemas['RoomPart']; work?: Schemas['RoomWork']; at: Record<string, number> }

let saved = new Map<string, unknown>()
let soon = 0
/** Keeps what is held, a moment later. */
export function keepSoon(held: () => Held | null) {
  clearTimeout(soon)
  soon = window.setTimeout(() => {
    const h = held()
    if (h) void keepNow(h)
  }, 400)
}
async function keepNow(h: Held) {
  const fresh: [string, KeptRoom][] = []
  for (const [id, part] of h.rooms) {
    const work = h.work.get(id)
    if (saved.get(id) === part && saved.get(`work ${id}`) === work) continue
    saved.set(id, part).set(`work ${id}`, work)
    fresh.push([roomKey(h.id, id), keptRoom(h, id)])
  }
  await keep('job', { pages, held: without(h, () => false) } satisfies KeptJob)
  await setMany(fresh, kept).catch(() => {})
}
function keptRoom(h: Held, id: string): KeptRoom {
  const at: Record<string, number> = {}
  for (const w of [`room/${id}`, `work/${id}`]) if (h.at.has(w)) at[w] = h.at.get(w)!
  return { pages, stand: h.stand, part: h.rooms.get(id), work: h.work.get(id), at }
}

/** A job as it was last seen here, without its rooms. */
export async function recallJob(id: string): Promise<Held | null> {
  const k = await recall<KeptJob>('job')
  saved = new Map()
  return k?.pages === pages && k.held.id === id ? k.held : null
}

/** Takes in a room as it was last seen here. What is held of it already stays. */
export async function withRoom(h: Held, id: string): Promise<Held> {
  return taken(h, id, await recall<KeptRoom>(roomKey(h.id, id)))
}
function taken(h: Held, id: string, k: KeptRoom | undefined): Held {
  if (k?.pages !== pages || k.stand !== h.stand || !k.part || h.rooms.has(id)) return h
  const out: Held = { ...h, rooms: new Map(h.rooms), work: new Map(h.work), at: new Map(h.at) }
  out.rooms.set(id, k.part)
  if (k.work) out.work.set(id, k.work)
  for (const [w, at] of Object.entries(k.at)) out.at.set(w, at)
  return out
}

let holding = false
let again = 0
let swept = 0
const some = 8 // rooms asked for at once
const pause = 60_000 // between one time and the next
/** Keeps all rooms on a device that may go out of reach, a few at a time while nothing else is done. */
export function keepAll(held: () => Held | null) {
  clearTimeout(again)
  if (!me.value || me.value.desk || holding) return
  again = window.setTimeout(() => void hold(held), Math.max(3000, swept + pause - Date.now()))
}
async function hold(held: () => Held | null) {
  const h = held()
  if (!h) return
  holding = true
  try {
    for (let i = 0; i < h.order.length && held()?.id === h.id; i += some) {
      const ids = h.order.slice(i, i + some)
      const had = await getMany<KeptRoom | undefined>(
        ids.map((id) => roomKey(h.id, id)),
        kept,
      ).catch(() => [])
      // Each by itself what was kept of it, and what is new.
      const wants = ids.flatMap((id) => [`room/${id}`, `work/${id}`])
      const all = ids.reduce((x, id, n) => taken(x, id, had[n]), { ...without(h, () => false), revision: 0 })
      const told = await take(api.GET('/api/jobs/{job}/told', { params: { path: { job: h.id }, query: asking(all, wants) } }))
      if (told.stand !== h.stand) return
      const next = hear(all, { ...told, order: undefined }, wants)
      if (next)
        await setMany(
          ids.filter((id) => next.rooms.has(id)).map((id) => [roomKey(h.id, id), keptRoom(next, id)]),
          kept,
        )
      await new Promise((r) => setTimeout(r, 200))
    }
    const live = new Set(h.order.map((id) => roomKey(h.id, id)))
    await delMany(
      (await keys<string>(kept)).filter((k) => k.startsWith('room ') && !live.has(k)),
      kept,
    )
  } catch {
    // out of reach: what was kept is what there is
  } finally {
    holding = false
    swept = Date.now()
  }
}
