import { useLocalStorage, useMediaQuery } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import { setOp, attempt } from './job'
import { choose, room, wallIndex } from './place'

export type Level = 'floor' | 'rail' | 'ceiling'
/** At which height one measures, and the scale of the protractor in hand: both stay as one goes round. */
export const level = ref<Level>('floor')
export const scaleInHand = ref<'corner' | 'deflection' | 'mitre'>('corner')
/** Going round a second time: every wall that was read once opens a new reading. */
export const twice = ref(false)
/** Which sheet lies open beside the drawing. */
export const sheetOpen = ref<'' | 'openings' | 'wall' | 'corner' | 'room' | 'diagonals'>('')
/** A diagonal about to be shot. */
export const shooting = ref<{ from: string; to: string } | null>(null)
/** A phone, held either way: one thing at a time fills it, with keys for a thumb. */
export const handheld = useMediaQuery('(max-width: 640px), (max-width: 960px) and (max-height: 500px)')
/** The keys were put away for the drawing and its sheets. */
export const drawingWanted = useLocalStorage('gnomon.drawing', false)
export const byThumb = computed(() => handheld.value && !drawingWanted.value)
/** What is to be measured now: a finding's act, or what is missing. */
export const wanted = shallowRef<{ kind: string; id: string } | null>(null)

export function measureNow(kind: string, id: string) {
  if (kind === 'diagonal') sheetOpen.value = 'diagonals'
  else choose(kind, id)
  if (kind === 'opening') {
    sheetOpen.value = 'openings'
    return
  }
  wanted.value = { kind, id }
}

/** What is still missing at the level, walls and corners in the order of the walk. */
export const missingHere = computed(() => {
  const out: { kind: string; id: string; text: string }[] = []
  room.value?.walls.forEach((w, i) => {
    const c = room.value!.corners[i]!
    const has = level.value === 'floor' ? !!w.length : w.lengths.some((l) => l.level === level.value)
    if (!has) out.push({ kind: 'wall', id: w.id, text: w.label })
    if (c.joined && !c.readings.some((r) => level.value === 'floor' || r.level === level.value))
      out.push({ kind: 'corner', id: c.id, text: `corner ${c.letter}` })
  })
  return out
})

/** How far the walk has come at the level: walls and corners taken, of how many. */
export const walked = computed(() => {
  const count = (kind: string, all: number) => ({ all, taken: all - missingHere.value.filter((m) => m.kind === kind).length })
  return { walls: count('wall', room.value?.walls.length ?? 0), corners: count('corner', room.value?.corners.filter((c) => c.joined).length ?? 0) }
})

/** Which corners the wall in hand goes from and to, in words. */
export const between = computed(() => {
  const all = room.value?.corners ?? []
  const letter = (i: number) => (all[i]?.joined ? all[i]!.letter : '')
  const from = letter((wallIndex.value + all.length - 1) % (all.length || 1))
  const to = letter(wallIndex.value)
  return from && to ? `corner ${from} to ${to}` : from ? `from corner ${from}` : to ? `to corner ${to}` : ''
})

/** Does what a finding offers. */
export async function doAct(a: { do: string; kind: string; id: string; to?: string }) {
  switch (a.do) {
    case 'again':
      measureNow(a.kind, a.id)
      break
    case 'drop':
      await attempt({ do: 'remove', kind: 'override', id: a.id })
      break
    case 'take_back':
      await attempt({ do: 'take_back', id: a.id })
      break
    case 'keep':
      await attempt(setOp(a.kind, a.id, 'kept', true))
      break
    case 'twice':
      startTwice()
      break
    case 'shoot':
      shooting.value = { from: a.id, to: a.to ?? '' }
      sheetOpen.value = 'diagonals'
  }
}

export function startTwice() {
  twice.value = true
  const first = room.value?.walls.find((w) => w.lengths.filter((l) => l.level === level.value).length < 2)
  if (first) measureNow('wall', first.id)
}
