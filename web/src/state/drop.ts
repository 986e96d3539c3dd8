// A file brought in by a button or dropped anywhere: what it is, and where it goes.
import { shallowRef } from 'vue'
import { type Schemas, sendBody } from '../api/client'

export type Brought = 'job' | 'shop' | 'survey' | 'section'

/** What a file is, by its name and how it begins; none where it is nothing that is read here. */
export function kindOf(name: string, text: string): Brought | null {
  const end = name.toLowerCase().split('.').at(-1)
  if (end === 'svg' || end === 'dxf') return 'section'
  if (end === 'json' || text.trimStart().startsWith('{')) return /"gnomon_shop"\s*:/.test(text) ? 'shop' : /"gnomon"\s*:/.test(text) ? 'job' : null
  if (end !== 'csv' && end !== 'txt') return null
  return /(^|[,;])\s*"?(wall|room|corner)\b/i.test(text.split('\n')[0] ?? '') ? 'survey' : 'section'
}

/** A survey or a section that was dropped, until the page that reads it has it. */
export const dropped = shallowRef<{ kind: Brought; file: File } | null>(null)
export function taken(kind: Brought): File | null {
  const d = dropped.value
  if (d?.kind !== kind) return null
  dropped.value = null
  return d.file
}

export const importJob = async (text: string) => (await sendBody<Schemas['JobMade']>('/api/jobs/import', text)).id
export const importShop = (text: string) => sendBody<Schemas['Taken']>('/api/shop/import', text)
export const restoreFrom = (file: File) => sendBody<Schemas['BroughtBack']>('/api/restore', file, 'application/octet-stream')
