import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { asking, type Held, hear, holds, jobOf, merged, without } from './held'

type Told = Schemas['Told']
const line = (id: string, more = {}) => ({ id, title: id, storey: '', code: id, checks: 0, runs: [], decided: 0, ...more })
const part = (id: string, piece: string) =>
  ({ room: { id }, pieces: [{ id: piece, room: id }], decisions: [], lines: [], groups: [], chains: [], findings: [] }) as unknown as Schemas['RoomPart']
const told = (revision: number, more: Partial<Told>): Told => ({ id: 'j', revision, stand: 's', head: { name: 'J', unit: 'in', stops: [] }, ...more })
const wants = ['shop', 'rooms', 'findings', 'room/']
const shop = { mouldings: [] } as unknown as Schemas['ShopView']
const first = () => hear(null, told(5, { shop, order: ['a', 'b'], rooms: [line('a'), line('b')], parts: [part('a', 'p')] }), wants)!

describe('what a page holds', () => {
  it('begins with what it is told whole', () => {
    const h = first()
    expect(h.order).toEqual(['a', 'b'])
    expect(asking(h, ['shop', 'room/a', 'room/b'])).toEqual({ stand: 's', want: ['shop@5', 'room/a@5', 'room/b'] })
    expect(holds(h, ['room/'])).toBe(true)
    expect(holds(h, ['room/b'])).toBe(false)
  })
  it('has nothing to begin with where only changes are told', () => {
    expect(hear(null, told(6, { parts: [part('a', 'q')] }), wants)).toBeNull()
  })
  it('takes in what changed and leaves the rest', () => {
    const h = hear(first(), told(6, { rooms: [line('b', { checks: 2 })], parts: [part('a', 'q')] }), ['room/a'])!
    expect(jobOf(h).pieces.map((p) => p.id)).toEqual(['q'])
    expect(h.lines.get('b')!.checks).toBe(2)
    expect(h.shop).toBe(shop)
    expect(asking(h, ['shop', 'room/a']).want).toEqual(['shop@5', 'room/a@6'])
  })
  it('does not go back to what came late', () => {
    const h = hear(first(), told(7, {}), wants)!
    expect(hear(h, told(6, { parts: [part('a', 'old')] }), wants)).toBe(h)
  })
  it('forgets all that it held of another stand', () => {
    const h = hear(first(), { ...told(1, { shop, order: ['a'], rooms: [line('a')] }), stand: 't' }, ['shop', 'rooms'])!
    expect([...h.rooms.keys()]).toEqual([])
    expect([...h.at.keys()]).toEqual(['shop', 'rooms'])
  })
  it('forgets rooms that are gone', () => {
    const h = hear(first(), told(6, { order: ['b'] }), ['rooms'])!
    expect(h.rooms.has('a')).toBe(false)
    expect(h.at.has('room/a')).toBe(false)
    expect(jobOf(h).rooms.map((r) => r.id)).toEqual(['b'])
  })
  it('keeps what one could undo where that was not told', () => {
    const h = hear(first(), told(6, { head: { name: 'J', unit: 'in', stops: [], canUndo: true } }), [])!
    expect(hear(h, told(7, {}), [])!.head.canUndo).toBe(true)
  })
  it('puts the stick that a piece is cut from beside it', () => {
    const work = [{ room: 'a', cuts: [], glue: [], sticks: { p: 'stick 1' } }]
    const h = hear(first(), told(6, { work }), ['work/a'])!
    expect(jobOf(h).pieces[0]!.stick).toBe('stick 1')
  })
  it('can let rooms go', () => {
    const h: Held = without(first(), () => false)
    expect(h.rooms.size).toBe(0)
    expect(asking(h, ['shop', 'room/a']).want).toEqual(['shop@5', 'room/a'])
  })
})

describe('findings of several lists', () => {
  const f = (key: string, severity: string, follows?: string) => ({ key, severity, follows }) as unknown as Schemas['FindingView']
  it('stand the gravest first, each cause with what follows from it', () => {
    const rules = [f('r', 'check'), f('s', 'note')]
    const room = [f('a', 'check'), f('a1', 'stop', 'a'), f('b', 'note')]
    expect(merged(rules, room).map((x) => x.key)).toEqual(['a', 'a1', 'r', 's', 'b'])
  })
})
