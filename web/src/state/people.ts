// Who else is on the job, where, and which piece each is cutting.
import { computed, ref, shallowRef, watch } from 'vue'
import { api, type components, take } from '../api/client'
import { clientId } from './client'

export type Person = components['schemas']['Person']
export const people = shallowRef<Person[]>([])
export const you = ref('')
/** The others; before one knows oneself among them there are none. */
export const others = computed(() => (you.value ? people.value.filter((p) => p.id !== you.value) : []))
/** The piece that is held for this device. */
export const held = computed(() => people.value.find((p) => p.id === you.value && p.holds)?.piece)
/** Who holds a piece, where that is somebody else. */
export const heldBy = (piece: string) => others.value.find((p) => p.holds && p.piece === piece)
export const nameOf = (p: Person) => p.name || 'the desk'

export const heardOf = (all: Person[]) => (people.value = all)

/** Where one is: told to the others when it changes, and from time to time. */
export const whereabouts = shallowRef<{ job: string; where: Person['where']; room?: string; piece?: string } | null>(null)
export async function tellWhere(takeOver = false) {
  const w = whereabouts.value
  if (!w || document.visibilityState === 'hidden') return
  const { job, ...body } = w
  try {
    const p = await take(
      api.POST('/api/jobs/{job}/here', { params: { path: { job } }, body: { client: clientId, ...body, ...(takeOver ? { take: true } : {}) } }),
    )
    you.value = p.you
    people.value = p.people
  } catch {
    // out of reach: told again when it is heard of
  }
}
export const takeOver = () => tellWhere(true)
let soon = 0
watch(whereabouts, (now, was) => {
  if (JSON.stringify(now) === JSON.stringify(was)) return
  if (now?.job !== was?.job) people.value = []
  clearTimeout(soon)
  soon = window.setTimeout(() => void tellWhere(), 150)
})
setInterval(() => void tellWhere(), 20_000)
document.addEventListener('visibilitychange', () => void tellWhere())
