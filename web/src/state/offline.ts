// The pages themselves, kept by the browser for work out of reach. It does that over a
// private line or on this very machine only.
import { ref } from 'vue'
import { registerSW } from 'virtual:pwa-register'

/** A newer Gnomon is running than these pages are of. */
export const newer = ref(false)
export const canKeepPages = 'serviceWorker' in navigator && window.isSecureContext
let update: (reload?: boolean) => Promise<void> = async () => {}
if (canKeepPages) update = registerSW({ immediate: true, onNeedRefresh: () => (newer.value = true) })
export const reload = () => update(true)
