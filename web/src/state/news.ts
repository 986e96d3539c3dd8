// What became of the pieces while this device was out of reach: told before the next cut.
import { shallowRef } from 'vue'
import { api, type Schemas, take } from '../api/client'
import type { JobNow } from './held'

type News = Awaited<ReturnType<typeof ask>>[number]
export const news = shallowRef<News[]>([])
/** The cuts as this device had them on its screen when it lost the program, or found them kept since. */
const before = shallowRef<{ id: string; cuts: JobNow['cuts']; rooms: Set<string> } | null>(null)

/** Keeps what is on the screen: of rooms that were not before. */
export function keepBefore(v: JobNow, room?: string) {
  if (before.value?.id !== v.id) before.value = { id: v.id, cuts: v.cuts, rooms: new Set(v.parts.keys()) }
  else if (room && !before.value.rooms.has(room)) {
    const of = new Set(v.parts.get(room)?.pieces.map((p) => p.id))
    before.value = { ...before.value, cuts: [...before.value.cuts, ...v.cuts.filter((c) => of.has(c.piece))], rooms: new Set([...before.value.rooms, room]) }
  }
}

const ask = async (job: string, shown: Schemas['ShownCut'][]) =>
  (await take(api.POST('/api/jobs/{job}/news', { params: { path: { job } }, body: { shown } }))).news

/** Asks about the cuts that are told otherwise now than they were shown. */
export async function compareNews(now: JobNow) {
  const was = before.value
  if (was?.id !== now.id) return
  // A cope follows its cut, and says no more than that.
  const atSaw = (cs: JobNow['cuts']) => cs.filter((c) => c.step !== 'cope')
  const at = new Map(atSaw(now.cuts).map((c) => [`${c.piece}/${c.hand}`, c]))
  const told = (c: JobNow['cuts'][number]) => JSON.stringify([c.mark.cut, c.done])
  const shown = atSaw(was.cuts)
    .filter((c) => {
      const k = at.get(`${c.piece}/${c.hand}`)
      return !k || told(k) !== told(c)
    })
    .slice(0, 600)
    .map((c) => ({ piece: c.piece, end: c.hand, label: c.mark.label, ...c.mark.cut!, done: c.done }))
  const found = shown.length ? await ask(now.id, shown) : []
  before.value = null
  if (found.length) news.value = [...news.value.filter((n) => !found.some((f) => f.text === n.text)), ...found]
}
