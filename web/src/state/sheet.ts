import { shallowRef, watch } from 'vue'
import { api, lineOf, type SheetView, take } from '../api/client'
import { mayAll } from './me'
import { tell } from './notice'
import { view } from './job'

/** The job counted, bought and priced: fetched for the screens that show it. */
export const sheet = shallowRef<SheetView | null>(null)

/** Keeps the sheet in step with the job while the screen that asks is open. */
export function useSheet() {
  let busy = false
  let again = false
  async function fetchIt() {
    const id = view.value?.id
    if (!id || !mayAll.value) return // what a job earns is seen with full rights only
    if (busy) {
      again = true
      return
    }
    busy = true
    try {
      const s = await take(api.GET('/api/jobs/{job}/quote', { params: { path: { job: id } } }))
      if (view.value?.id === id) sheet.value = s
    } catch (e) {
      tell(lineOf(e), true)
    }
    busy = false
    if (again) {
      again = false
      void fetchIt()
    }
  }
  watch(
    () => [view.value?.id, view.value?.revision],
    (now, was) => {
      if (now[0] !== was?.[0]) sheet.value = null
      void fetchIt()
    },
    { immediate: true },
  )
}
