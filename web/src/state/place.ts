import { computed, ref, watch } from 'vue'
import type { RoomView } from '../api/client'
import { merged } from './held'
import { view } from './job'

/** The stops in the order of work. */
export const stops = ['look', 'measure', 'joints', 'sticks', 'saw', 'hang', 'log']

/** The shop is a job without rooms, under a name of its own. */
export const shopId = 'shop'
export const inShop = computed(() => view.value?.id === shopId)

/** What is chosen: a wall, corner or piece. The band, drawings and lists all follow it. */
export const chosen = ref<{ kind: string; id: string } | null>(null)
export const roomId = ref('')

export function choose(kind: string, id: string) {
  chosen.value = { kind, id }
}
export const isChosen = (kind: string, id: string) => chosen.value?.kind === kind && chosen.value.id === id

/** The room shown: that of the address, or the first. Until what is new of it has come it is the one before. */
let shown: RoomView | null = null
export const room = computed(() => {
  const v = view.value
  if (!v) return (shown = null)
  const line = v.rooms.find((r) => r.id === roomId.value) ?? v.rooms[0]
  const is = line ? v.parts.get(line.id)?.room : null
  if (is !== undefined) shown = is
  else if (shown && !v.parts.has(shown.id)) shown = null
  return shown
})
export const pieces = computed(() => (view.value?.pieces ?? []).filter((p) => p.room === room.value?.id))
export const cuts = computed(() => {
  const mine = new Set(pieces.value.map((p) => p.id))
  return (view.value?.cuts ?? []).filter((c) => mine.has(c.piece))
})
/** What goes around the room's openings. */
export const sets = computed(() => (room.value && view.value?.parts.get(room.value.id)?.sets) || [])
/** Its odd places. */
export const odds = computed(() => (room.value && view.value?.parts.get(room.value.id)?.odds) || [])
export const pieceById = computed(() => new Map((view.value?.pieces ?? []).map((p) => [p.id, p])))

/** The run shown where pieces of several would lie on one another: that of the chosen piece, or the one picked, or the room's first with pieces. */
export const pickedRun = ref('')
export const runsCut = computed(() => (room.value?.runs ?? []).filter((k) => pieces.value.some((p) => p.run === k.id)))
export const runShown = computed(() => {
  const of = chosen.value?.kind === 'piece' ? pieceById.value.get(chosen.value.id)?.run : undefined
  return (of || runsCut.value.find((k) => k.id === pickedRun.value)?.id) ?? runsCut.value[0]?.id ?? ''
})

/** The wall in hand, by its place in the room: the chosen one, that of the chosen corner or piece, or the first. */
export const wallIndex = computed(() => {
  const r = room.value
  const c = chosen.value
  if (!r) return 0
  const wall =
    c?.kind === 'wall'
      ? c.id
      : c?.kind === 'piece'
        ? pieceById.value.get(c.id)?.wall
        : c?.kind === 'opening'
          ? r.openings.find((o) => o.id === c.id)?.wall
          : undefined
  const i = c?.kind === 'corner' ? r.corners.findIndex((k) => k.id === c.id) : r.walls.findIndex((w) => w.id === wall)
  return Math.max(0, i)
})

/** Findings of this room and of the whole job, the ones of other rooms left out. */
export const findings = computed(() => {
  const v = view.value
  if (!v) return []
  return merged(v.ofNone.first, (room.value && v.parts.get(room.value.id)?.findings) || [], v.ofNone.last)
})

/** What a finding doubts, as kind:id; notes doubt nothing. */
export const doubtful = computed(() => new Set((view.value?.findings ?? []).filter((f) => f.severity !== 'note').map((f) => `${f.kind}:${f.id}`)))

// A new room forgets what was chosen in the old one, at once.
watch(
  () => room.value?.id,
  () => (chosen.value = null),
  { flush: 'sync' },
)
