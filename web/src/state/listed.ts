// Which jobs are listed, and in which order.
import type { JobEntry } from '../api/client'

export const onShelf = (j: JobEntry, at: string) => (j.deleted ? at === 'deleted' : at === (j.archived ? 'away' : 'work'))

/** Those on a shelf that a search finds, in an order: what is pinned first, no promise last. */
export function listed(jobs: JobEntry[], at: string, by: string, text: string): JobEntry[] {
  const words = text.toLocaleLowerCase().split(/\s+/).filter(Boolean)
  const last = '\uffff'
  const key = (j: JobEntry) => (by === 'promised' ? j.promised || last : by === 'name' ? j.name.toLocaleLowerCase() || last : '')
  return jobs
    .filter((j) => onShelf(j, at) && words.every((w) => `${j.name} ${j.progress?.next ?? ''}`.toLocaleLowerCase().includes(w)))
    .sort(
      (a, b) =>
        Number(b.pinned) - Number(a.pinned) ||
        key(a).localeCompare(key(b), undefined, { numeric: true }) ||
        (by === 'created' ? b.created.localeCompare(a.created) : b.touched.localeCompare(a.touched)),
    )
}
