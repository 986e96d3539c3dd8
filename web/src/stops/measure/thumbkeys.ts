// What the big keys write: the text that Go reads, as one would type it.
const fraction = / ?\d+\/\d+$/

/** The text after a key: a digit, a point, feet, a fraction, or one back. */
export function pressed(text: string, key: string): string {
  if (key === 'back') return fraction.test(text) ? text.replace(fraction, '') : text.slice(0, -1)
  if (key.includes('/')) {
    const whole = text.replace(fraction, '')
    return whole ? `${whole} ${key}` : key
  }
  if (key === "'") return !text || text.includes("'") || fraction.test(text) ? text : `${text}'`
  if (key === '.') return text.includes('.') || fraction.test(text) ? text : `${text || '0'}.`
  // A digit after a fraction begins anew: nobody means 5/87.
  if (fraction.test(text)) return key
  return text.endsWith("'") ? `${text} ${key}` : text + key
}
