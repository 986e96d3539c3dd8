/** Moves the focus to the next field of the walk: the fields marked data-walk, in page order. */
export function walkFrom(el: HTMLElement, back = false): boolean {
  const fields = [...document.querySelectorAll<HTMLElement>('[data-walk]')].filter((f) => f.offsetParent !== null && !f.hasAttribute('disabled'))
  const i = fields.indexOf(el)
  const next = fields[i + (back ? -1 : 1)]
  if (i < 0 || !next) return false
  next.focus()
  if (next instanceof HTMLInputElement) next.select()
  return true
}
