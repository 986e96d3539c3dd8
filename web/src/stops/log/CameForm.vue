<script setup lang="ts">
// Sticks as the yard really sent them.
import { ref } from 'vue'
import { attempt, metric, view } from '../../state/job'

const moulding = ref('')
const length = ref('')
const count = ref('')
const note = ref('')
async function keep() {
  const of = moulding.value || view.value!.mouldings[0]?.id
  if (!of || !length.value.trim() || !count.value.trim()) return
  const unit = /[a-z'"′″]/i.test(length.value) ? '' : metric.value ? ' mm' : '"'
  const came = { moulding: of, length: length.value.trim() + unit, count: Number.parseInt(count.value, 10), ...(note.value ? { note: note.value } : {}) }
  if (await attempt({ do: 'record', value: { kind: 'came', came } })) length.value = count.value = note.value = ''
}
</script>

<template>
  <details class="screen-only">
    <summary>What the yard really sent</summary>
    <form @submit.prevent="keep">
      <label
        ><span>moulding</span
        ><select v-model="moulding">
          <option v-for="m in view!.mouldings" :key="m.id" :value="m.id">{{ m.name || m.id }}</option>
        </select></label
      >
      <label><span>sticks</span><input v-model="count" inputmode="numeric" maxlength="5" placeholder="6" /></label>
      <label><span>each</span><input v-model="length" maxlength="40" :placeholder="metric ? '4800' : '16′'" /></label>
      <label><span>note</span><input v-model="note" class="wide" maxlength="200" placeholder="two bowed" /></label>
      <button class="btn plain" type="submit">Keep it</button>
    </form>
  </details>
</template>

<style scoped>
form {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
  margin: 6px 0 10px;
}
label {
  display: grid;
  font-size: 13px;
  color: var(--pencil);
}
input,
select {
  height: 44px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 8px;
  width: 96px;
  background: var(--sheet);
}
select,
.wide {
  width: 200px;
}
</style>
