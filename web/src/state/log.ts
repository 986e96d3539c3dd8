// What a job's facts say, as the program last told it.
import { ref, shallowRef, watch } from 'vue'
import { api, lineOf, type Schemas, take } from '../api/client'
import { clientId } from './client'
import { view } from './job'
import { mayAll, me } from './me'
import { shows } from './shows'

export type LogView = Schemas['LogView']
export type LogJoint = Schemas['LogJoint']
export type Offer = Schemas['OfferView']

export const log = shallowRef<LogView | null>(null)
/** What the shop's work offers; asked for beside the rest, since it is of all jobs. None to who may not change the shop. */
export const offers = shallowRef<Schemas['OffersView'] | null>(null)
/** Why there is none. */
export const logMissed = ref('')
let of = ''
export async function readLog(job = view.value?.id) {
  if (!job) return
  if (of !== job) log.value = null
  of = job
  try {
    const now = await take(api.GET('/api/jobs/{job}/log', { params: { path: { job } } }))
    if (of === job) log.value = now
    logMissed.value = ''
    offers.value = me.value && mayAll.value && !me.value.job ? await take(api.GET('/api/shop/offers')) : { offers: [], lessons: [] }
  } catch (e) {
    logMissed.value = lineOf(e)
  }
}
watch(
  () => [shows.stop === 'log', view.value?.id, view.value?.revision] as const,
  ([here]) => here && void readLog(),
  { immediate: true },
)

type Step = 'take' | 'leave' | 'back'
/** Takes an offer, leaves it, or takes back what was taken; the shop's figure changes, and the job's with it. */
export async function decide(step: Step, offer: string, job: string) {
  const body = { client: clientId, offer }
  const params = { path: { job } }
  if (step === 'take') await take(api.POST('/api/jobs/{job}/log/take', { params, body }))
  else if (step === 'leave') await take(api.POST('/api/jobs/{job}/log/leave', { params, body }))
  else await take(api.POST('/api/jobs/{job}/log/back', { params, body }))
}
/** What taking it would change in jobs that are worked on. */
export const would = (offer: string) => take(api.GET('/api/shop/would', { params: { query: { offer } } }))
