// The readings of one corner: the one in hand with its scale, and which way it turns;
// however they are entered.
import { computed, ref } from 'vue'
import type { CornerView } from '../../api/client'
import { scales } from '../../state/choices'
import { arriving } from '../../state/instruments'
import { attempt, change, newId, setOp } from '../../state/job'
import { level, scaleInHand } from '../../state/measuring'
import { useSlot } from './slot'

export function useCorner(corner: () => CornerView) {
  const mine = computed(() => corner().readings.filter((r) => r.level === level.value))
  const { slot, field, cur, take, again } = useSlot(
    () => mine.value,
    [() => corner().id, level],
    () => false,
    () => {},
  )
  const chips = computed(() =>
    mine.value.map((r) => ({ id: r.id, text: `${r.typed}°`, notes: [r.scale === 'corner' ? '' : r.scale, r.kept ? 'kept' : ''].filter(Boolean) })),
  )
  /** Chosen and on its way: the next press goes on from it. */
  const chosenScale = ref('')
  const scale = computed(() => (chosenScale.value as typeof scaleInHand.value) || (cur.value?.scale ?? scaleInHand.value))

  async function commit(text: string, was: string) {
    const c = cur.value
    // An instrument's reading brings its own scale.
    const on = (arriving.value || scale.value) as typeof scaleInHand.value
    scaleInHand.value = on
    if (c && text) return change(setOp('reading', c.id, 'reading', text, was || null), ...(on === c.scale ? [] : [setOp('reading', c.id, 'scale', on)]))
    if (c) return change({ do: 'remove', kind: 'reading', id: c.id })
    if (!text) return
    const id = newId('a')
    await change({ do: 'add', kind: 'reading', in: corner().id, id, after: corner().readings.at(-1)?.id, value: { id, text, scale: on, level: level.value } })
    slot.value = id
  }
  const setKind = (v: unknown) => attempt(setOp('corner', corner().id, 'kind', v, corner().kind))
  async function setScale(v: unknown) {
    scaleInHand.value = v as typeof scaleInHand.value
    if (!cur.value) return
    chosenScale.value = scaleInHand.value
    await attempt(setOp('reading', cur.value.id, 'scale', v))
    if (chosenScale.value === v) chosenScale.value = ''
  }
  function nextScale() {
    const i = scales.findIndex((s) => s.value === scale.value)
    void setScale(scales[(i + 1) % scales.length]!.value)
  }
  const dropMarked = () => attempt(setOp('corner', corner().id, 'drop', !corner().drop, corner().drop))
  return { slot, field, cur, take, again, chips, scale, commit, setKind, setScale, nextScale, dropMarked }
}
