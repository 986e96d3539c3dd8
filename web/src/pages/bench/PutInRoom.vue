<script setup lang="ts">
// Puts an odd place in the room: where it is, what its pieces are cut from; one step, taken back like any other.
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { type DetailView, lineOf, type WorkedView } from '../../api/client'
import LooseField from '../../parts/LooseField.vue'
import PickField from '../../parts/PickField.vue'
import SetText from '../../parts/SetText.vue'
import { change, mouldingName, newId, view } from '../../state/job'
import { choose, room, wallIndex } from '../../state/place'

const props = defineProps<{ of: DetailView; worked: WorkedView; moulding: string }>()
const router = useRouter()
const open = ref(false)
const wall = ref('')
const corner = ref('')
const at = ref('')
const end = ref('right')
const run = ref('')
const cutOf = ref('')
const second = ref('')
const name = ref('')
const error = ref('')
const walls = computed(() => room.value!.walls.map((w) => ({ value: w.id, label: w.label })))
const corners = computed(() => room.value!.corners.map((c) => ({ value: c.id, label: c.letter })))
const runs = computed(() => room.value!.runs.map((k) => ({ value: k.id, label: mouldingName(k.moulding) })))
const mouldings = computed(() => (view.value?.mouldings ?? []).map((m) => ({ value: m.id, label: mouldingName(m.id) })))
watch(
  () => [room.value?.id, props.of.name, props.moulding],
  () => {
    wall.value = room.value?.walls[wallIndex.value]?.id ?? ''
    corner.value = room.value?.corners[0]?.id ?? ''
    run.value = at.value = name.value = error.value = second.value = ''
    cutOf.value = props.moulding || (view.value?.mouldings[0]?.id ?? '')
  },
  { immediate: true },
)
const onWall = computed(() => ['wall', 'piece', 'end', 'alone'].includes(props.of.place))
async function put() {
  const id = newId('o')
  const value: Record<string, unknown> = { id, detail: props.of.name, fields: props.worked.put }
  if (name.value) value.name = name.value
  if (onWall.value) value.wall = wall.value
  if (props.of.place === 'wall' || (props.of.place === 'alone' && at.value)) value.at = at.value
  if (props.of.place === 'corner') value.corner = corner.value
  if (props.of.place === 'end') value.end = end.value
  if (props.of.place !== 'alone' && run.value) value.run = run.value
  if (props.of.place === 'alone') Object.assign(value, { moulding: cutOf.value })
  if (second.value) value.second = second.value
  try {
    await change({ do: 'add', kind: 'odd', in: room.value!.id, id, value })
    error.value = ''
    await router.push({ name: 'joints', params: { job: view.value!.id }, query: { room: room.value!.id } })
    choose('odd', id)
  } catch (e) {
    error.value = lineOf(e)
  }
}
const hands = ['left', 'right'].map((value) => ({ value, label: value }))
</script>

<template>
  <section class="put">
    <button v-if="!open" class="btn" type="button" @click="open = true">Put it in the {{ room!.title }}</button>
    <template v-else>
      <h2>In the {{ room!.title }}</h2>
      <div class="grid">
        <PickField v-if="onWall" label="on" :value="wall" :options="walls" @pick="(v) => (wall = v)" />
        <LooseField
          v-if="of.place === 'wall' || of.place === 'alone'"
          v-model="at"
          :label="of.place === 'wall' ? 'from its left end' : 'begins at'"
          :placeholder="of.place === 'wall' ? '40 1/2' : 'does not part the base'"
        />
        <PickField v-if="of.place === 'corner'" label="at corner" :value="corner" :options="corners" @pick="(v) => (corner = v)" />
        <PickField v-if="of.place === 'end'" label="where the run ends on its" :value="end" :options="hands" @pick="(v) => (end = v)" />
        <PickField
          v-if="of.place !== 'alone'"
          label="for"
          :value="run"
          :none="of.place === 'corner' ? 'all that turn it' : 'all at the floor'"
          :options="runs"
          @pick="(v) => (run = v)"
        />
        <PickField v-if="of.place === 'alone'" label="pieces of" :value="cutOf" :options="mouldings" @pick="(v) => (cutOf = v)" />
        <PickField v-if="of.second" :label="of.second" :value="second" none="none" :options="mouldings" @pick="(v) => (second = v)" />
        <LooseField v-model="name" label="call it" :placeholder="of.title" />
      </div>
      <p class="quiet small">Heights, thicknesses and what else the room knows are taken from there. It is one step and can be taken back.</p>
      <p v-if="error" class="stop" role="alert"><SetText :text="error" /></p>
      <div class="row">
        <button class="btn" type="button" @click="put">Put it there</button>
        <button class="btn plain" type="button" @click="open = false">Not now</button>
      </div>
    </template>
  </section>
</template>

<style scoped>
.put {
  display: flex;
  flex-direction: column;
  gap: 10px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 14px;
}
.row {
  display: flex;
  gap: 10px;
}
.btn {
  align-self: flex-start;
}
</style>
