<script setup lang="ts">
// Lengths shot across the room, from corner to corner.
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import LengthInput from '../../parts/LengthInput.vue'
import SetText from '../../parts/SetText.vue'
import type { DiagonalView } from '../../api/client'
import { attempt, change, newId, setOp, view } from '../../state/job'
import { press } from '../../state/instruments'
import { doAct, level, shooting, wanted } from '../../state/measuring'
import { findings, room } from '../../state/place'
import PickField from '../../parts/PickField.vue'

const ends = computed(() => [
  ...(room.value?.closed ? [] : [{ label: 'the left end', value: 'start' }]),
  ...(room.value?.corners ?? []).map((c) => ({ label: c.joined ? `corner ${c.letter}` : 'the right end', value: c.id })),
])
const offered = computed(() =>
  findings.value.flatMap((f) => f.acts).filter((a, i, all) => a.do === 'shoot' && all.findIndex((b) => b.id === a.id && b.to === a.to) === i),
)
const field = ref<InstanceType<typeof LengthInput>>()
const from = ref('')
const to = ref('')
watch(
  shooting,
  async (s) => {
    from.value = s?.from ?? from.value
    to.value = s?.to ?? to.value
    if (!s) return
    await nextTick()
    field.value?.focus()
  },
  { immediate: true },
)
onMounted(() => {
  if (!from.value && offered.value[0]) void doAct(offered.value[0])
})
const text = ref('')
async function add(typed: string) {
  text.value = typed
  if (!typed || !from.value || !to.value) return
  const id = newId('d')
  await change({ do: 'add', kind: 'diagonal', in: room.value!.id, id, value: { id, from: from.value, to: to.value, length: typed, level: level.value } })
  text.value = ''
  shooting.value = null
}
/** The practice laser from corner to corner. */
function shot() {
  const at = (id: string) => room.value!.corners.findIndex((c) => c.id === id)
  void press('length', room.value!.title, at(from.value), { to: at(to.value) })
}
const set = (d: DiagonalView) => (typed: string, was: string) =>
  typed ? change(setOp('diagonal', d.id, 'length', typed, was)) : change({ do: 'remove', kind: 'diagonal', id: d.id })
const burn = (d: DiagonalView) => attempt(setOp('diagonal', d.id, 'burned', d.burned ? null : view.value!.tools.burn))
const remove = (id: string) => attempt({ do: 'remove', kind: 'diagonal', id })
const list = ref<InstanceType<typeof LengthInput>[]>([])
watch(
  wanted,
  async (w) => {
    if (w?.kind !== 'diagonal') return
    await nextTick()
    list.value[room.value!.diagonals.findIndex((d) => d.id === w.id)]?.focus()
  },
  { immediate: true },
)
</script>

<template>
  <div v-for="d in room?.diagonals" :key="d.id" class="shot">
    <LengthInput ref="list" takes="length" :label="d.text" :entry="d.length" :commit="set(d)" />
    <button class="btn plain" type="button" :aria-pressed="!!d.burned" @click="burn(d)">{{ d.burned ? `less ${d.burned.text}` : 'burned' }}</button>
    <button class="x" type="button" :aria-label="`Remove the diagonal from ${d.text}`" @click="remove(d.id)">×</button>
    <span v-if="d.sees" class="small quiet">sees <SetText :text="d.sees" /></span>
  </div>
  <div class="new">
    <PickField label="from" name="Diagonal from" :value="from" :options="ends" @pick="(v) => (from = v)" />
    <PickField label="to" name="Diagonal to" :value="to" :options="ends" @pick="(v) => (to = v)" />
    <LengthInput ref="field" takes="length" label="Diagonal" :typed="text" :commit="add" :keys="{ p: shot }" />
  </div>
  <ul v-if="offered.length" class="offers">
    <li v-for="a in offered" :key="a.id + a.to">
      <button class="btn plain" type="button" @click="doAct(a)">{{ a.text }}</button>
    </li>
  </ul>
  <p class="quiet small">Only between corners that see each other. What is offered tells most.</p>
</template>

<style scoped>
.shot,
.new {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: flex-end;
  padding-bottom: 8px;
  border-bottom: 1px solid var(--rule);
}
.x {
  width: 36px;
  height: 36px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: none;
  cursor: pointer;
}
.offers {
  list-style: none;
  margin: 0;
  padding: 0;
}
@media (max-width: 860px) {
  .x {
    height: 48px;
  }
}
</style>
