// The plan of the days, as the program last worked it out.
import { ref, shallowRef, watch } from 'vue'
import { api, lineOf, type Schemas, take } from '../api/client'
import { view } from './job'
import { shows } from './shows'

export const dayPlan = shallowRef<Schemas['PlanOfDay'] | null>(null)
/** Why there is none. */
export const dayMissed = ref('')
let of = ''
watch(
  () => [shows.stop === 'hang', view.value?.id, view.value?.revision] as const,
  async ([here, job]) => {
    if (!here || !job) return
    if (of !== job) dayPlan.value = null
    of = job
    try {
      const now = await take(api.GET('/api/jobs/{job}/day', { params: { path: { job } } }))
      if (of === job) dayPlan.value = now
      dayMissed.value = ''
    } catch (e) {
      dayMissed.value = lineOf(e)
    }
  },
  { immediate: true },
)
