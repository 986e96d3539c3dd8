<script setup lang="ts">
// A new opening: it is added once both its lengths are typed.
import { onMounted, ref } from 'vue'
import { Refused } from '../api/client'
import { change, metric, newId } from '../state/job'
import { room } from '../state/place'

const props = defineProps<{ wall: string; first: boolean }>()
const emit = defineEmits<{ done: [added: boolean] }>()
const from = ref('')
const width = ref('')
const error = ref('')
const a = ref<HTMLInputElement>()
const b = ref<HTMLInputElement>()
onMounted(() => a.value?.focus())

async function take() {
  if (!from.value.trim()) return a.value?.focus()
  if (!width.value.trim()) return b.value?.focus()
  try {
    await change({ do: 'add', kind: 'opening', in: room.value!.id, id: newId('o'), value: { id: '', wall: props.wall, from: from.value, width: width.value } })
    emit('done', true)
  } catch (e) {
    error.value = e instanceof Refused ? e.line : String(e)
  }
}
</script>

<template>
  <div class="draft" @keydown.esc="emit('done', false)" @keydown.enter.prevent="take">
    <label>{{ first ? 'Opening from left end' : 'from' }}<input ref="a" v-model="from" :placeholder="metric ? '760' : '30'" autocomplete="off" /></label>
    <label>{{ first ? 'width, casings in' : 'width' }}<input ref="b" v-model="width" :placeholder="metric ? '930' : '36 1/2'" autocomplete="off" /></label>
    <button class="btn" type="button" @click="take">Add</button>
    <p v-if="error" class="stop small" role="alert">{{ error }}</p>
  </div>
</template>

<style scoped>
.draft { display: flex; flex-wrap: wrap; gap: 8px; align-items: flex-end; max-width: 420px; }
label { display: flex; flex-direction: column; gap: 2px; font-size: 13px; color: var(--pencil); }
input { width: 128px; height: 40px; padding: 0 12px; border: 1px solid var(--chalk); border-radius: 3px; font-size: 16px; font-weight: 600; color: var(--ink); }
p { flex-basis: 100%; }
@media (max-width: 860px) { input { height: 48px; } }
</style>
