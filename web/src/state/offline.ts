// The pages themselves, kept by the browser for work out of reach. It does that over a
// private line or on this very machine only; the desk, which is never out of reach, keeps none.
import { ref } from 'vue'
import { registerSW } from 'virtual:pwa-register'

/** A newer Gnomon is running than these pages are of. */
export const newer = ref(false)
let update: (reload?: boolean) => Promise<void> = async () => {}
export async function keepPages(desk: boolean) {
  if (!('serviceWorker' in navigator) || !window.isSecureContext) return
  if (!desk) update = registerSW({ immediate: true, onNeedRefresh: () => (newer.value = true) })
  else for (const r of await navigator.serviceWorker.getRegistrations()) await r.unregister()
}
export const reload = () => update(true)
