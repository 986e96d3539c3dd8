// How joints closed: said on the wall or from the room's picture, kept like all that is done out of reach.
import type { Schemas } from '../api/client'
import { sendNow, view } from './job'
import { add } from './queue'

export type Fit = Schemas['Fit']
export type How = Fit['how']

/** Ways that need no more than one tap. */
export const hows: { how: How; name: string }[] = [
  { how: 'closed', name: 'Closed' },
  { how: 'hairline', name: 'Hairline' },
  { how: 'filled', name: 'Filled' },
]

/** Records how the joint at a piece's end closed. */
export async function sayFit(piece: string, end: 'left' | 'right', label: string, fit: Partial<Fit> & { how: How }) {
  const body: Fit = { gap: '0"', ...fit }
  const made = await add({
    job: view.value!.id,
    what: 'fit',
    piece,
    hand: end,
    label: `${label}, ${end} end`,
    mark: { id: '', kind: 'fit', piece, label, end, fit: body },
  })
  await sendNow()
  return made
}

/** Records why a miscut was one. */
export async function sayWhy(about: string, cause: NonNullable<Schemas['Why']>['cause'], label: string, short = '') {
  const why = { about, cause, ...(short ? { short } : {}) }
  await add({ job: view.value!.id, what: 'why', piece: '', label, mark: { id: '', kind: 'why', label, why } })
  void sendNow()
}
