<script setup lang="ts">
// The shop's offcuts, shared by all jobs: longest first, used first next time.
import { onMounted, ref, shallowRef, watch } from 'vue'
import { api, lineOf, type RackView, take } from '../api/client'
import { metric, view } from '../state/job'
import { tell } from '../state/notice'
import LengthText from './LengthText.vue'

const rack = shallowRef<RackView | null>(null)
const moulding = ref('')
const length = ref('')
const bad = ref('')
const path = () => ({ path: { job: view.value!.id } })
const guard = async (f: () => Promise<RackView>) => {
  bad.value = ''
  try {
    rack.value = await f()
    return true
  } catch (e) {
    bad.value = lineOf(e)
    return false
  }
}
const load = () => guard(() => take(api.GET('/api/jobs/{job}/rack', { params: path() })))
onMounted(load)
watch(
  () => view.value?.revision,
  () => void load(),
)
async function add() {
  const of = moulding.value || view.value!.mouldings[0]?.id || ''
  if (await guard(() => take(api.POST('/api/jobs/{job}/rack', { params: path(), body: { moulding: of, length: length.value, note: '' } })))) length.value = ''
}
async function remove(id: string) {
  if (!(await guard(() => take(api.DELETE('/api/jobs/{job}/rack', { params: { ...path(), query: { offcut: id } } }))))) tell(bad.value, true)
}
</script>

<template>
  <div>
    <ul v-if="rack?.offcuts.length">
      <li v-for="o in rack.offcuts" :key="o.id">
        <b><LengthText :of="o.length" /></b
        ><span
          >{{ o.name }} <span class="quiet small">{{ o.section }}</span></span
        ><span class="quiet small">{{ o.takenBy ? `laid out in ${o.takenBy}` : o.note }}</span
        ><button v-if="!o.takenBy" class="link small" type="button" @click="remove(o.id)">Used up</button>
      </li>
    </ul>
    <p v-else class="quiet small">
      Nothing on the rack. Offcuts of finished sticks are put here from Sticks, and are used first by every job with the same moulding.
    </p>
    <form @submit.prevent="add">
      <label
        >An offcut of
        <select v-model="moulding">
          <option value="" disabled hidden>moulding</option>
          <option v-for="m in view!.mouldings" :key="m.id" :value="m.id">{{ m.name || m.id }}</option>
        </select></label
      >
      <label>long <input v-model="length" autocomplete="off" :placeholder="metric ? '1480' : '4′ 10 1/2'" /></label>
      <button class="btn plain" type="submit" :disabled="!length || !moulding">Put it on the rack</button>
    </form>
    <p v-if="bad" class="stop small" role="alert">{{ bad }}</p>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 110px 1fr 1fr 70px;
  gap: 12px;
  align-items: baseline;
  padding: 6px 0;
  border-bottom: 1px solid #ece7db;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: flex-end;
  margin-top: 12px;
}
label {
  display: flex;
  flex-direction: column;
  gap: 2px;
  font-size: 13px;
  color: var(--pencil);
}
select,
input {
  height: 40px;
  min-width: 0;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 10px;
  font-size: 15px;
  color: var(--ink);
}
input {
  width: 130px;
  font-weight: 600;
}
select {
  width: 200px;
}
@media (max-width: 860px) {
  select,
  input {
    height: 48px;
  }
  li {
    grid-template-columns: 90px 1fr;
  }
}
</style>
