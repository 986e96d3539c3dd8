// The saw set for each cut, drawn by the program. A picture's name says what is on it, so
// that one that was fetched holds for ever: those of the room are fetched ahead and kept for
// work out of reach.
import { getMany, keys, delMany, setMany } from 'idb-keyval'
import { shallowReactive } from 'vue'
import { api, type BenchView, type CopeView, take } from '../api/client'
import { kept } from './me'

type Picture = BenchView | CopeView
const at = shallowReactive(new Map<string, Picture>())
export const pictureOf = (name: string | undefined) => (name && !ofCope(name) ? (at.get(name) as BenchView | undefined) : undefined)
/** How an end is coped: kept as pictures are. */
export const copeOf = (name: string | undefined) => (name && ofCope(name) ? (at.get(name) as CopeView | undefined) : undefined)
const ofCope = (name: string) => name.startsWith('cope-')

const most = 12 // asked for at once
let wanted: string[] = []
let job = ''
let busy = false

/** Fetches pictures, those first in the list first. */
export async function fetchPictures(of: string, names: (string | undefined)[]) {
  job = of
  wanted = [...new Set(names.filter((n): n is string => !!n && !at.has(n)))]
  if (busy) return
  busy = true
  try {
    while (wanted.length) {
      const some = wanted.slice(0, most)
      wanted = wanted.slice(most)
      const had = await getMany<Picture | undefined>(
        some.map((n) => `picture ${n}`),
        kept,
      ).catch(() => [])
      const missing: string[] = []
      some.forEach((n, i) => (had[i] ? at.set(n, had[i]) : missing.push(n)))
      if (!missing.length) continue
      const found = await take(api.GET('/api/jobs/{job}/pictures', { params: { path: { job }, query: { of: missing } } }))
      const all = Object.entries<Picture>({ ...found.pictures, ...found.copes })
      for (const [n, p] of all) at.set(n, p)
      await setMany(
        all.map(([n, p]) => [`picture ${n}`, p]),
        kept,
      ).catch(() => {})
    }
  } catch {
    // out of reach: those that are missing are asked for at the next change
  } finally {
    busy = false
  }
}

/** Throws away the kept pictures that no cut has any more. */
export async function sweepPictures(names: (string | undefined)[]) {
  const live = new Set(names.map((n) => `picture ${n}`))
  const all = (await keys<string>(kept).catch(() => [])).filter((k) => k.startsWith('picture ') && !live.has(k))
  if (all.length > 200) await delMany(all, kept).catch(() => {})
}
