// What is done at the saw and on the wall before the program has it, and a job as it stands with that.
import type { CutView } from '../api/client'
import type { JobNow } from './held'

export interface Done {
  /** The name of the request, and of the record that it makes. */
  id: string
  job: string
  what: 'cut' | 'coped' | 'miscut' | 'take_back' | 'recut' | 'hung' | 'fit' | 'ticked' | 'why' | 'took' | 'came'
  /** None where a task was done. */
  piece: string
  /** Of an end. */
  hand?: 'left' | 'right'
  /** What the piece was called, and how long it was to be, for the person. */
  label: string
  /** When, by this device's clock. */
  at: number
  mark?: CutView['mark']
  /** The record that is taken back, and of which step of the end it is, or of what hangs. */
  of?: string
  step?: 'cut' | 'cope' | 'hang'
  off?: { off: string; by: string; why: string }
  /** Why the program did not take it. */
  refused?: string
}

/** A job as it stands with what waits here: the program's last word, and on top of it what it has not heard yet. */
export function withWaiting(v: JobNow | null, done: Done[]): JobNow | null {
  // What is done on the wall is laid over what is shown there (state/hanging.ts).
  const mine = done.filter((d) => d.job === v?.id && !d.refused && d.hand && d.step !== 'hang' && d.what !== 'fit')
  if (!v || !mine.length) return v
  // By piece/hand: the record, empty where it is not cut or coped any more.
  const cut = new Map<string, string>()
  const coped = new Map<string, string>()
  const spoiled = new Map<string, number>()
  for (const d of mine) {
    const k = `${d.piece}/${d.hand}`
    if (d.what === 'cut') cut.set(k, d.id)
    else if (d.what === 'coped') coped.set(k, d.id)
    else if (d.what === 'miscut') {
      for (const of of [cut, coped]) of.set(`${d.piece}/left`, '').set(`${d.piece}/right`, '')
      spoiled.set(d.piece, (spoiled.get(d.piece) ?? 0) + 1)
    } else {
      coped.set(k, '') // what is cut again is coped again
      if (d.step !== 'cope') cut.set(k, '')
    }
  }
  const touched = new Set(mine.map((d) => d.piece))
  const standing = (c: CutView) => (c.step === 'cope' ? coped : cut).get(`${c.piece}/${c.hand}`)
  return {
    ...v,
    cuts: v.cuts.map((c) => (standing(c) !== undefined ? { ...c, done: standing(c) !== '' } : c)),
    pieces: v.pieces.map((p) => {
      if (!touched.has(p.id)) return p
      const ends = (['left', 'right'] as const).map((hand) => {
        const k = `${p.id}/${hand}`
        return { ...p[hand], mark: cut.get(k) ?? p[hand].mark, coped: coped.get(k) ?? p[hand].coped }
      })
      const done = ends.every((e) => !!e.mark && (e.joint !== 'cope' || !!e.coped))
      return { ...p, left: ends[0]!, right: ends[1]!, done, miscuts: p.miscuts + (spoiled.get(p.id) ?? 0) }
    }),
  }
}
