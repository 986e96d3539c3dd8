import { describe, expect, it } from 'vitest'
import { APART, keyName, TOGETHER, Typed } from './typed'

/** Types a text with a gap before each character, as an instrument does, and ends it with Enter. */
function typedWith(text: string, gap: (i: number) => number): string {
  const t = new Typed()
  let at = 1000
  ;[...text].forEach((c, i) => {
    at += gap(i)
    expect(t.take(c, at), `${c} at ${at}`).toBe('')
    if (gap(i + 1) > TOGETHER) expect(t.settle()).toBe('')
  })
  return t.enter(at + gap(text.length))
}

describe('a reading', () => {
  const readings = ["12' 3 5/8", '12′ 3 5/8″', '3127.5 mm', '44.9°', '- 1/16', '10 ft 7 in', '1½']
  for (let gap = 0; gap <= 500; gap += 50) {
    it(`is whole with gaps of ${gap} ms`, () => {
      for (const r of readings) expect(typedWith(r, () => gap)).toBe(r)
    })
  }
  it('is whole with gaps of every length', () => {
    let seed = 7
    const random = () => (seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648
    for (let n = 0; n < 500; n++) {
      const gaps = Array.from({ length: 20 }, () => Math.floor(random() * 500))
      expect(typedWith(readings[n % readings.length]!, (i) => gaps[i]!)).toBe(readings[n % readings.length])
    }
  })
  it('is whole where the timer of the shortcuts ran in between', () => {
    const t = new Typed()
    t.take('1', 0)
    expect(t.settle()).toBe('')
    t.take('2', 400)
    t.take("'", 420)
    expect(t.enter(900)).toBe("12'")
  })
  it('is given up where nothing came for long', () => {
    const t = new Typed()
    t.take('4', 0)
    t.take('5', APART + 1)
    t.take('6', APART + 10)
    expect(t.enter(APART + 20)).toBe('56')
    t.take('4', 0)
    t.take('5', 1)
    expect(t.enter(APART + 2)).toBe('')
  })
  it('is more than one stray digit', () => {
    const t = new Typed()
    t.take('4', 0)
    expect(t.enter(10)).toBe('')
    expect(t.held).toBe(0)
  })
})

describe('shortcuts', () => {
  it('act alone, after what was held before them', () => {
    const t = new Typed()
    expect(t.take('j', 0)).toBe('')
    expect(t.take('k', 200)).toBe('j')
    expect(t.settle()).toBe('k')
  })
  it('do nothing in a burst', () => {
    const t = new Typed()
    for (const [i, c] of [...'ujk'].entries()) t.take(c, i)
    expect(t.enter(10)).toBe('')
    expect(t.held).toBe(3)
    expect(t.settle()).toBe('')
  })
  it('act after a stray digit', () => {
    const t = new Typed()
    t.take('4', 0)
    expect(t.take('j', 300)).toBe('')
    expect(t.settle()).toBe('j')
  })
  it('space marks, but not within a reading', () => {
    const t = new Typed()
    expect(t.wants(' ')).toBe(false)
    t.take('1', 0)
    expect(t.wants(' ')).toBe(true)
  })
  it('are named with what is held down', () => {
    const key = { key: 'Z', ctrlKey: true, metaKey: false, altKey: false, shiftKey: true }
    expect(keyName(key)).toBe('ctrl+shift+z')
    expect(keyName({ ...key, ctrlKey: false })).toBe('z')
    expect(keyName({ ...key, ctrlKey: false, metaKey: true, altKey: true })).toBe('ctrl+alt+shift+z')
  })
})
