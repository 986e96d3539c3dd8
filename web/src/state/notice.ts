import { ref } from 'vue'

/** One line at the foot of the screen: what happened and what to do. */
export const notice = ref<{ text: string; bad: boolean } | null>(null)
let timer = 0

export function tell(text: string, bad = false) {
  notice.value = { text, bad }
  clearTimeout(timer)
  timer = window.setTimeout(() => (notice.value = null), bad ? 9000 : 4000)
}
