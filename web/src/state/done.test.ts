import { describe, expect, it } from 'vitest'
import type { JobNow } from './held'
import { withWaiting, type Done } from './done'

const end = (mark: string) => ({ mark })
const job = {
  id: 'j',
  cuts: [
    { piece: 'a', hand: 'left', done: false },
    { piece: 'a', hand: 'right', done: true },
    { piece: 'b', hand: 'left', done: false },
  ],
  pieces: [
    { id: 'a', left: end(''), right: end('m1'), done: false, miscuts: 0 },
    { id: 'b', left: end(''), right: end(''), done: false, miscuts: 2 },
  ],
} as unknown as JobNow
const done = (what: Done['what'], piece: string, hand: Done['hand'], more: Partial<Done> = {}): Done => ({
  id: `${what}-${piece}`,
  job: 'j',
  what,
  piece,
  hand,
  label: piece,
  at: 0,
  ...more,
})

describe('a job with what waits', () => {
  it('is the job itself where nothing does', () => {
    expect(withWaiting(job, [])).toBe(job)
    expect(withWaiting(job, [done('cut', 'a', 'left', { job: 'other' })])).toBe(job)
    expect(withWaiting(job, [done('cut', 'a', 'left', { refused: 'no' })])).toBe(job)
    expect(withWaiting(null, [done('cut', 'a', 'left')])).toBeNull()
  })
  it('has the cut, and leaves others alone', () => {
    const v = withWaiting(job, [done('cut', 'a', 'left')])!
    expect(v.cuts.map((c) => c.done)).toEqual([true, true, false])
    expect(v.pieces[0]!.done).toBe(true)
    expect(v.pieces[1]).toBe(job.pieces[1])
  })
  it('loses both ends where it was spoiled, and counts it', () => {
    const v = withWaiting(job, [done('cut', 'a', 'left'), done('miscut', 'a', 'left')])!
    expect(v.cuts.map((c) => c.done)).toEqual([false, false, false])
    expect(v.pieces[0]!.miscuts).toBe(1)
    expect(v.pieces[0]!.done).toBe(false)
  })
  it('is done when what is coped is coped', () => {
    const a = { ...job.pieces[0]!, left: { joint: 'cope' } } as never
    const of = { ...job, pieces: [a, job.pieces[1]!], cuts: [...job.cuts, { piece: 'a', hand: 'left', step: 'cope', done: false }] } as unknown as JobNow
    const cut = withWaiting(of, [done('cut', 'a', 'left')])!
    expect(cut.pieces[0]!.done).toBe(false)
    expect(cut.cuts[3]!.done).toBe(false)
    const coped = withWaiting(of, [done('cut', 'a', 'left'), done('coped', 'a', 'left')])!
    expect(coped.pieces[0]!.done).toBe(true)
    expect(coped.cuts[3]!.done).toBe(true)
    expect(coped.pieces[0]!.left.coped).toBe('coped-a')
    const back = withWaiting(of, [done('cut', 'a', 'left'), done('coped', 'a', 'left'), done('take_back', 'a', 'left', { step: 'cope' })])!
    expect(back.pieces[0]!.left.mark).toBe('cut-a')
    expect(back.pieces[0]!.done).toBe(false)
  })
  it('takes a mark back', () => {
    expect(withWaiting(job, [done('take_back', 'a', 'right')])!.cuts[1]!.done).toBe(false)
  })
})
