import { computed, ref } from 'vue'
import { api, type Op, type Schemas, take } from '../api/client'
import { attempt, newId, setOp, view } from './job'
import { chosen, room, runShown } from './place'

/** What lies open under the drawing at Joints. */
export const sheet = ref<'corners' | 'cuts' | 'order'>('corners')
/** Lines of sight from the way in are drawn, and doors can be chosen as it. */
export const sightOn = ref(false)

export const decisions = computed(() => (view.value?.decisions ?? []).filter((d) => d.room === room.value?.id && d.run === runShown.value))
export const decision = computed(() => (chosen.value?.kind === 'corner' ? decisions.value.find((d) => d.corner === chosen.value!.id) : undefined))
export const chain = computed(() => view.value?.chains.find((c) => c.room === room.value?.id && c.runs.includes(runShown.value)))

export interface Override {
  run?: string
  corner?: string
  piece?: string
  question: string
  choice: string
}
/** Decides something otherwise than the house rules have it, in the place of what was decided for the same before. */
export const overrule = (o: Override, inRoom = room.value!.id) => attempt({ do: 'add', kind: 'override', in: inRoom, id: newId('o'), value: { id: '', ...o } })
/** Goes back to the house rules. */
export const drop = (...ids: string[]) => attempt(...ids.map((id) => ({ do: 'remove' as const, kind: 'override', id })))
/** Lets the other piece give way at the chosen corner. */
export function swap() {
  const d = decision.value
  if (d?.other) void overrule({ run: d.run, corner: d.corner, question: 'coped', choice: d.other.choice })
}
export const overrideOf = (question: string, of: Partial<Override>) =>
  room.value?.overrides.find(
    (o) => o.question === question && (o.run ?? '') === (of.run ?? '') && (o.corner ?? '') === (of.corner ?? '') && (o.piece ?? '') === (of.piece ?? ''),
  )
export const comeInBy = (opening: string) => attempt(setOp('room', room.value!.id, 'entry', opening, room.value!.entry))
/** What the job would come to by other rules, which are not taken. */
export const tryOut = (by: { ops?: Op[]; set?: string; beside?: string; thing?: Schemas['ThingName'] }) =>
  take(api.POST('/api/jobs/{job}/try', { params: { path: { job: view.value!.id } }, body: by }))
