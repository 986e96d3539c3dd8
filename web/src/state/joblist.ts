// The list of jobs, and what becomes of them there.
import { computed, ref, shallowRef } from 'vue'
import { api, type Schemas, take } from '../api/client'
import { clientId } from './client'
import { listed } from './listed'

type List = Schemas['JobList']
export const list = shallowRef<List | null>(null)
let again = 0

/** Asks for the list, and once more while the progress of some is being worked out. */
export async function loadJobs() {
  clearTimeout(again)
  list.value = await take(api.GET('/api/jobs'))
  if (list.value.waiting) again = window.setTimeout(() => void loadJobs().catch(() => {}), 700)
}
export const stopAsking = () => clearTimeout(again)

export const shelves = [
  { label: 'in work', value: 'work' },
  { label: 'put away', value: 'away' },
  { label: 'deleted', value: 'deleted' },
] as const
export const orders = [
  { label: 'last touched', value: 'touched' },
  { label: 'promised', value: 'promised' },
  { label: 'name', value: 'name' },
  { label: 'begun', value: 'created' },
] as const
export const shelf = ref<(typeof shelves)[number]['value']>('work')
export const order = ref<(typeof orders)[number]['value']>('touched')
export const search = ref('')

export const found = computed(() => listed(list.value?.jobs ?? [], shelf.value, order.value, search.value))

const path = (id: string) => ({ path: { job: id } })
export async function put(id: string, what: Schemas['Putting']) {
  await take(api.PATCH('/api/jobs/{job}', { params: path(id), body: what }))
  await loadJobs()
}
export async function rename(id: string, name: string) {
  await take(
    api.POST('/api/jobs/{job}/changes', { params: path(id), body: { client: clientId, ops: [{ do: 'set', kind: 'job', field: 'name', value: name }] } }),
  )
  await loadJobs()
}
export async function promise(id: string, day: string) {
  await take(
    api.POST('/api/jobs/{job}/changes', { params: path(id), body: { client: clientId, ops: [{ do: 'set', kind: 'job', field: 'promised', value: day }] } }),
  )
  await loadJobs()
}
export async function duplicate(id: string, name: string, readings: boolean) {
  const made = await take(api.POST('/api/jobs/{job}/duplicate', { params: path(id), body: { name, readings } }))
  await loadJobs()
  return made.id
}
