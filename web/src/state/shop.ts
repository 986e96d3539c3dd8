// How the open job stands to the shop. Only devices with full rights ask.
import { onBeforeUnmount, onMounted, shallowRef, watch } from 'vue'
import { api, type Schemas, take } from '../api/client'
import { tryOut } from './deciding'
import { trySend, view } from './job'
import { mayAll } from './me'

type Stand = Schemas['ShopStand']
export const stand = shallowRef<Stand | null>(null)
const job = () => ({ path: { job: view.value!.id } })

async function look() {
  const id = view.value?.id
  if (!id || !mayAll.value) return
  const now = await take(api.GET('/api/jobs/{job}/shop', { params: { path: { job: id } } })).catch(() => null) // out of reach nothing is said of it
  if (view.value?.id === id) stand.value = now
}
/** Keeps what is known of the shop current while a page shows it. */
export function useShop() {
  const stop = watch(() => [view.value?.id, view.value?.revision] as const, look, { immediate: true })
  const again = () => document.visibilityState === 'visible' && void look()
  onMounted(() => document.addEventListener('visibilitychange', again))
  onBeforeUnmount(() => {
    stop()
    stand.value = null
    document.removeEventListener('visibilitychange', again)
  })
}
export const standingOf = (kind: string, id: string) => stand.value?.things.find((t) => t.kind === kind && t.id === id)

type Thing = Pick<Schemas['ThingStep'], 'kind' | 'id'>
export const follow = (t: Thing) => trySend((from) => api.POST('/api/jobs/{job}/shop/take', { params: job(), body: { ...from, ...t } }))
export const leaveIt = (t: Thing) => trySend((from) => api.POST('/api/jobs/{job}/shop/leave', { params: job(), body: { ...from, ...t } }))
export const keepIt = (t: Thing) => trySend((from) => api.POST('/api/jobs/{job}/shop/keep', { params: job(), body: { ...from, ...t } }))
export const bringIt = (t: Thing) => trySend((from) => api.POST('/api/jobs/{job}/shop/bring', { params: job(), body: { ...from, ...t } }))
/** What following the shop in a thing would change. */
export const weigh = (thing: Thing) => tryOut({ thing })
