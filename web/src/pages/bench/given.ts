import type { DetailView } from '../../api/client'

/** The values of a field as typed: one that takes several has commas between. */
export function valuesOf(of: DetailView, name: string, text: string): string[] {
  const many = of.fields.find((f) => f.name === name)?.takes.endsWith('s')
  return (many ? text.split(',') : [text]).flatMap((t) => (t.trim() ? [t.trim()] : []))
}
