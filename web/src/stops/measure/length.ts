// The readings of one wall's length: the one in hand, what it was measured between, the
// burned inch; however they are entered.
import { computed, reactive } from 'vue'
import type { WallView } from '../../api/client'
import { attempt, change, newId, setOp, view } from '../../state/job'
import { level, twice } from '../../state/measuring'
import { room } from '../../state/place'
import { useSlot } from './slot'

export function useLength(wall: () => WallView) {
  const mine = computed(() => wall().lengths.filter((l) => l.level === level.value))
  const pending = reactive({ left: ':', right: ':', burned: false })
  const { slot, field, cur, take, again } = useSlot(
    () => mine.value,
    [() => wall().id, level, twice],
    () => twice.value && mine.value.length === 1,
    () => Object.assign(pending, { left: ':', right: ':', burned: false }),
  )
  const chips = computed(() =>
    mine.value.map((l) => ({
      id: l.id,
      text: l.length.text,
      notes: [l.burned && `− ${l.burned.text}`, l.part && 'part', l.kept && 'kept'].filter((n) => typeof n === 'string' && n !== '') as string[],
    })),
  )
  /** What was called out at Look stands where the tape's length will. */
  const about = computed(() => {
    const rough = wall().rough
    return !cur.value && rough ? `about ${rough.text}` : undefined
  })
  const stands = computed(() => [
    { label: 'wall', value: ':' },
    ...(room.value?.openings ?? [])
      .filter((o) => o.wall === wall().id)
      .flatMap((o) => [
        { label: `${o.title}, ${o.edge}`, value: `${o.edge}:${o.id}` },
        ...(o.told === 'jamb' ? [{ label: `${o.title}, jamb`, value: `jamb:${o.id}` }] : []),
        ...(o.cased ? [{ label: `${o.title}, by a scrap`, value: `scrap:${o.id}` }] : []),
      ]),
    { label: 'hung face', value: 'face:' },
    { label: 'start of curve', value: 'round:' },
    { label: 'sharp corner', value: 'sharp:' },
  ])
  const at = (side: 'left' | 'right') => (cur.value ? `${cur.value[side]}:${side === 'left' ? cur.value.from : cur.value.to}` : pending[side])
  const burned = computed(() => (cur.value ? !!cur.value.burned : pending.burned))
  const burn = computed(() => view.value!.tools.burn)

  async function commit(text: string, was: string) {
    const c = cur.value
    if (c && text) return change(setOp('length', c.id, 'length', text, was || null))
    if (c) return change({ do: 'remove', kind: 'length', id: c.id })
    if (!text) return
    const id = newId('l')
    const [left, from] = pending.left.split(':') as [string, string]
    const [right, to] = pending.right.split(':') as [string, string]
    await change({
      do: 'add',
      kind: 'length',
      in: wall().id,
      id,
      after: wall().lengths.at(-1)?.id,
      value: {
        id,
        length: text,
        level: level.value,
        left,
        right,
        ...(from ? { from } : {}),
        ...(to ? { to } : {}),
        ...(pending.burned ? { burned: burn.value } : {}),
      },
    })
    slot.value = id
  }
  function setStand(side: 'left' | 'right', v: string) {
    if (!cur.value) {
      pending[side] = v
      return
    }
    const [stand, of] = v.split(':')
    void attempt(setOp('length', cur.value.id, side, stand), setOp('length', cur.value.id, side === 'left' ? 'from' : 'to', of ?? ''))
  }
  function toggleBurned() {
    if (cur.value) void attempt(setOp('length', cur.value.id, 'burned', cur.value.burned ? null : burn.value))
    else pending.burned = !pending.burned
  }
  return { slot, field, cur, take, again, chips, about, stands, at, setStand, burned, burn, toggleBurned, commit }
}
