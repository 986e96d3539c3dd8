import { computed, nextTick, ref, watch, type WatchSource } from 'vue'

/**
 * Which of the readings of one thing is in hand: the last, or a new one. It starts
 * afresh when the thing or the level changes, and follows what others take or remove.
 */
export function useSlot<T extends { id: string }>(mine: () => T[], of: WatchSource[], fresh: () => boolean, begun: () => void) {
  const slot = ref('')
  const field = ref<{ focus: () => void }>()
  const cur = computed(() => mine().find((r) => r.id === slot.value))
  function reset() {
    slot.value = fresh() ? '' : (mine().at(-1)?.id ?? '')
    begun()
  }
  watch(of, reset, { immediate: true })
  watch(mine, (now, was) => {
    if (slot.value && !cur.value) reset()
    else if (!slot.value && !was.length && now.length && !fresh()) slot.value = now[0]!.id
  })
  async function take(id: string) {
    slot.value = id
    if (!id) begun()
    await nextTick()
    field.value?.focus()
  }
  return { slot, field, cur, take, again: () => take('') }
}
