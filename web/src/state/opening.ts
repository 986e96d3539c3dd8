// What is entered at an opening: the sides and diagonals of its jambs, its corners, and the set around it.
import { computed } from 'vue'
import type { OpeningView } from '../api/client'
import { arriving, press, type Jamb } from './instruments'
import { attempt, change, newId, setOp, view } from './job'
import { scaleInHand } from './measuring'
import { room } from './place'

export type Side = 'top' | 'bottom' | 'left' | 'right' | 'rising' | 'falling'

/** The last reading of a side; that of the foot, and of both heights, stands on the opening itself. */
export const lastOf = (o: OpeningView, side: Side) => o.sides.filter((s) => s.side === side).at(-1)
export const shownOf = (o: OpeningView, side: Side) =>
  lastOf(o, side)?.length ?? (side === 'bottom' ? o.width : side === 'left' || side === 'right' ? o.head : undefined)
export const settledOf = (o: OpeningView, side: Side) => o.settled.find((s) => s.side === side)

/** Takes what was typed for a side: into the reading in hand, or as a new one. Empty takes that reading out. */
export function takeSide(o: OpeningView, side: Side, fresh = false, burned = '') {
  return async (text: string, was: string) => {
    const last = fresh ? undefined : lastOf(o, side)
    if (last && text) return change(setOp('jamb_length', last.id, 'length', text, was || null))
    if (last) return change({ do: 'remove', kind: 'jamb_length', id: last.id })
    if (!text) return
    if (side === 'bottom' && !fresh) return change(setOp('opening', o.id, 'width', text, was || null))
    // The first height stands for both sides.
    if ((side === 'left' || side === 'right') && !o.head && !fresh) return change(setOp('opening', o.id, 'head', text, null))
    const id = newId('s')
    await change({
      do: 'add',
      kind: 'jamb_length',
      in: o.id,
      id,
      after: o.sides.at(-1)?.id,
      value: { id, side, length: text, ...(burned ? { burned } : {}) },
    })
  }
}

export type JambCorner = 'top_left' | 'top_right' | 'bottom_right' | 'bottom_left'
export const angleOf = (o: OpeningView, corner: JambCorner) => o.angles.filter((a) => a.corner === corner).at(-1)
export function takeAngle(o: OpeningView, corner: JambCorner) {
  return async (text: string, was: string) => {
    const last = angleOf(o, corner)
    // An instrument's reading brings its own scale.
    const scale = (arriving.value || last?.scale || scaleInHand.value) as typeof scaleInHand.value
    scaleInHand.value = scale
    if (last && text) return change(setOp('jamb_reading', last.id, 'reading', text, was || null), setOp('jamb_reading', last.id, 'scale', scale))
    if (last) return change({ do: 'remove', kind: 'jamb_reading', id: last.id })
    if (!text) return
    const id = newId('a')
    await change({ do: 'add', kind: 'jamb_reading', in: o.id, id, after: o.angles.at(-1)?.id, value: { id, corner, text, scale } })
  }
}

/** Reads what of an opening stands there with the practice instrument; a new one is taken as the last of its wall. */
export function pressAt(o: OpeningView | undefined, wall: string, at: Jamb['at']) {
  const r = room.value!
  const along = r.openings.filter((x) => x.wall === wall).sort((a, b) => (a.from.nm < b.from.nm ? -1 : 1))
  const nth = o ? along.findIndex((x) => x.id === o.id) : along.length
  const jamb = { opening: nth + 1, at }
  const kind = /_(left|right)$/.test(at) ? 'angle' : 'length'
  return press(
    kind,
    r.title,
    r.walls.findIndex((w) => w.id === wall),
    { jamb },
  )
}

/** What of an opening is taken over where it is to be like another: all that says what goes around it. */
const setFields = [
  'trim',
  'faces',
  'head_school',
  'casing_of',
  'head_of',
  'band_of',
  'plinth_of',
  'stool_of',
  'apron_of',
  'fillet_of',
  'cap_of',
  'reveal',
  'overhang',
  'fillet_overhang',
  'band_lap',
  'plinth_height',
  'horn',
  'returns',
  'heights',
  'comes',
  'jamb_thickness',
  'board_gap',
] as const
const typed = (v: unknown) => (v && typeof v === 'object' ? (v as { typed: string }).typed : (v ?? null))

/** The openings of the job that one can be like: of its kind first. */
export const likes = computed(() =>
  (view.value ? [...view.value.parts.values()] : []).flatMap((p) =>
    p.room.openings.filter((o) => o.cased).map((o) => ({ o, text: p.room.id === room.value?.id ? o.title : `${o.title}, ${p.room.title}` })),
  ),
)
export async function makeLike(o: OpeningView, id: string) {
  const from = likes.value.find((l) => l.o.id === id)?.o
  if (!from) return false
  const ops = setFields.filter((f) => typed(from[f]) !== typed(o[f])).map((f) => setOp('opening', o.id, f, typed(from[f])))
  if (o.told !== from.told) ops.push(setOp('opening', o.id, 'told', from.told))
  return ops.length ? attempt(...ops) : true
}
