import { ref, shallowRef } from 'vue'
import { api, type FitView, lineOf, take } from '../api/client'
import { trySend, view } from './job'
import { tell } from './notice'

/** A search for what to cut from what, on its way or done; it goes on while the page is used. */
export const fit = shallowRef<(FitView & { moulding: string; seconds: number }) | null>(null)
const starting = ref(false)

const path = (search: string) => ({ params: { path: { job: view.value!.id, search } } })

export async function startFit(moulding: string, seconds: number) {
  if (starting.value || !view.value) return
  starting.value = true
  const job = view.value.id
  try {
    const { search } = await take(api.POST('/api/jobs/{job}/sticks/{moulding}/fit', { params: { path: { job, moulding } }, body: { seconds } }))
    for (;;) {
      const f = await take(api.GET('/api/jobs/{job}/fits/{search}', { params: { path: { job, search } } }))
      if (view.value?.id !== job) return
      fit.value = { ...f, moulding, seconds }
      if (f.state === 'done' || f.state === 'failed') break
      await new Promise((r) => setTimeout(r, 200))
    }
  } catch (e) {
    fit.value = null
    tell(lineOf(e), true)
  } finally {
    starting.value = false
  }
}

/** Stops the search; it is done then with its best plan so far. */
export async function stopFit() {
  if (fit.value) await take(api.POST('/api/jobs/{job}/fits/{search}/stop', path(fit.value.search))).catch(() => {})
}

/** Keeps what was found. */
export async function useFit() {
  const f = fit.value
  if (!f) return
  if (await trySend((from) => api.POST('/api/jobs/{job}/fits/{search}/use', { ...path(f.search), body: { ...from } }))) fit.value = null
}
