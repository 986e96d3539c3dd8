// Printing what stands in all rooms: they are fetched first.
import { nextTick, ref } from 'vue'
import { allHere } from './job'
import { tell } from './notice'

export const printing = ref(false)
window.addEventListener('afterprint', () => (printing.value = false))

export async function printAll() {
  if (!(await allHere())) return tell('Not all rooms are here, and Gnomon does not answer: print when it can be reached.', true)
  printing.value = true
  await nextTick()
  window.print()
}
