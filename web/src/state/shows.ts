// What of a job is on the screen: that is asked for, and kept current.
import { shallowReactive } from 'vue'
import { holds, type Held, named } from './held'

export const shows = shallowReactive({
  /** The stop that is open. */
  stop: '',
  /** The room asked for by its address; none for the first. */
  room: '',
  /** The order to hang is open, with what is glued on the bench. */
  bench: false,
  /** All rooms are listed. */
  all: false,
  /** Rooms that are on the screen beside it. */
  also: [] as string[],
})

/** So many rooms are no burden to list. */
export const few = 12

/** The parts that a stop shows of a room, or of all. */
export function wantsAt(h: Held | null, at: typeof shows): string[] {
  const there = !h || h.lines.has(at.room)
  // What is printed at Joints is ready there where it is not much.
  const all = at.all || (at.stop === 'joints' && !!h && h.order.length <= few)
  const rooms = all && h ? h.order : [there ? at.room : '', ...at.also.filter((id) => h?.lines.has(id))]
  const out = ['shop', 'rooms', 'findings', ...rooms.map((id) => `room/${id}`)]
  if (at.stop === 'saw' || at.bench) out.push(...rooms.map((id) => `work/${id}`))
  if (at.stop === 'saw' || at.stop === 'sticks') out.push('orders')
  if (at.stop === 'sticks') out.push('stock')
  return out
}
export const wantsNow = (h: Held | null) => wantsAt(h, shows)

/** Whether all that is wanted is held as it is now. */
export const current = (h: Held | null, wants: string[]) => holds(h, wants) && wants.every((w) => h!.at.get(named(h!, w)) === h!.revision)
