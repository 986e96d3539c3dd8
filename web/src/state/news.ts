// What became of the pieces while this device was out of reach: told before the next cut.
import { shallowRef } from 'vue'
import { api, type JobView, type Schemas, take } from '../api/client'

type News = Awaited<ReturnType<typeof ask>>[number]
export const news = shallowRef<News[]>([])
/** The job as this device had it on its screen when it lost the program. */
const before = shallowRef<JobView | null>(null)

export function keepBefore(v: JobView) {
  if (before.value?.id !== v.id) before.value = v
}

const ask = async (job: string, shown: Schemas['ShownCut'][]) =>
  (await take(api.POST('/api/jobs/{job}/news', { params: { path: { job } }, body: { shown } }))).news

/** Asks about the cuts that are told otherwise now than they were shown. */
export async function compareNews(now: JobView) {
  const was = before.value
  if (was?.id !== now.id) return
  const at = new Map(now.cuts.map((c) => [`${c.piece}/${c.hand}`, c]))
  const told = (c: JobView['cuts'][number]) => JSON.stringify([c.mark.cut, c.done])
  const shown = was.cuts
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
