// What is typed while no field has the focus: single keys are shortcuts, and what an
// instrument types that works as a keyboard is a reading. Digits, quotes and fraction signs
// are never shortcuts, so that a slow radio link or a busy machine takes nothing off a
// reading; letters that follow one another at once are no shortcuts either.

/** How far apart, in milliseconds, the characters of a reading may come, and letters that belong together. */
export const APART = 2000
export const TOGETHER = 60

const begins = /^[0-9.\-−]$/
const goesOn = /^[0-9.,/⁄'"′″°\-− ¼½¾⅛⅜⅝⅞ftincm]$/i

export class Typed {
  private text = ''
  private last = -Infinity

  /** A reading has begun. */
  get reading() {
    return /[0-9.\-−]/.test(this.text)
  }
  /** How many characters are held that the next may belong to. */
  get held() {
    return this.text.length
  }
  /** What is held may still go on. */
  recent(at: number) {
    return at - this.last <= APART
  }
  drop() {
    this.text = ''
  }

  /**
   * Takes a character by the time stamp of its own event. It gives what was held before and
   * turns out to be nothing that belongs to it: letters that were shortcuts.
   */
  take(key: string, at: number): string {
    const since = at - this.last
    let before = ''
    const belongs = this.reading ? since <= TOGETHER || (since <= APART && goesOn.test(key)) : since <= TOGETHER
    if (!belongs) {
      before = this.settle()
      this.text = ''
    }
    this.text += key
    this.last = at
    return before
  }

  /** The letters held are shortcuts: no more came at once. A reading is held on. */
  settle(): string {
    if (this.reading) return ''
    const keys = this.text
    this.text = ''
    return keys.length <= 2 ? keys : ''
  }

  /** Enter ends a reading: what it is, or nothing where too little was typed, or too long ago. */
  enter(at: number): string {
    const typed = this.text.trim()
    const is = this.reading && at - this.last <= APART && typed.length > 1 && /\d/.test(typed)
    if (this.reading) this.text = ''
    return is ? typed : ''
  }

  /** Whether a key begins a reading or goes on with one. */
  wants(key: string): boolean {
    return this.held > 0 || begins.test(key)
  }
}

/** What a key is called with what is held down beside it, as in ctrl+shift+z. */
export function keyName(e: { key: string; ctrlKey: boolean; metaKey: boolean; altKey: boolean; shiftKey: boolean }): string {
  const ctrl = e.ctrlKey || e.metaKey
  return `${ctrl ? 'ctrl+' : ''}${e.altKey ? 'alt+' : ''}${e.shiftKey && (ctrl || e.altKey) ? 'shift+' : ''}${e.key.toLowerCase()}`
}
