// What is done at the saw before the program has it, and a job as it stands with that.
import type { CutView } from '../api/client'
import type { JobNow } from './held'

export interface Done {
  /** The name of the request, and of the record that it makes. */
  id: string
  job: string
  what: 'cut' | 'miscut' | 'take_back' | 'recut'
  piece: string
  hand: 'left' | 'right'
  /** What the piece was called, and how long it was to be, for the person. */
  label: string
  /** When, by this device's clock. */
  at: number
  mark?: CutView['mark']
  /** The record that is taken back. */
  of?: string
  off?: { off: string; by: string; why: string }
  /** Why the program did not take it. */
  refused?: string
}

/** A job as it stands with what waits here: the program's last word, and on top of it what it has not heard yet. */
export function withWaiting(v: JobNow | null, done: Done[]): JobNow | null {
  const mine = done.filter((d) => d.job === v?.id && !d.refused)
  if (!v || !mine.length) return v
  const made = new Map<string, string>() // piece/hand: the record, empty where it is not cut any more
  const spoiled = new Map<string, number>()
  for (const d of mine) {
    const k = `${d.piece}/${d.hand}`
    if (d.what === 'cut') made.set(k, d.id)
    else if (d.what === 'miscut') {
      made.set(`${d.piece}/left`, '').set(`${d.piece}/right`, '')
      spoiled.set(d.piece, (spoiled.get(d.piece) ?? 0) + 1)
    } else made.set(k, '')
  }
  const touched = new Set(mine.map((d) => d.piece))
  return {
    ...v,
    cuts: v.cuts.map((c) => (made.has(`${c.piece}/${c.hand}`) ? { ...c, done: made.get(`${c.piece}/${c.hand}`) !== '' } : c)),
    pieces: v.pieces.map((p) => {
      if (!touched.has(p.id)) return p
      const left = { ...p.left, mark: made.get(`${p.id}/left`) ?? p.left.mark }
      const right = { ...p.right, mark: made.get(`${p.id}/right`) ?? p.right.mark }
      return { ...p, left, right, done: !!left.mark && !!right.mark, miscuts: p.miscuts + (spoiled.get(p.id) ?? 0) }
    }),
  }
}
