<script setup lang="ts">
// A new job: its name and its first room's, and one stands in the first wall's field, ready to type.
import { nextTick, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, lineOf, take } from '../../api/client'
import { wanted } from '../../state/measuring'

const props = defineProps<{ unit: 'in' | 'mm'; fresh: boolean }>()
const router = useRouter()
const name = ref('')
const room = ref('')
const unit = ref(props.unit)
watch(
  () => props.unit,
  (u) => (unit.value = u),
)
const units = [
  { label: 'feet and inches', value: 'in' },
  { label: 'millimetres', value: 'mm' },
]
const error = ref('')
const busy = ref(false)
const first = ref<HTMLInputElement>()
onMounted(async () => {
  await nextTick()
  if (matchMedia('(min-width: 1001px)').matches) first.value?.focus() // no keys slide up over the list
})
async function begin() {
  if (busy.value) return
  busy.value = true
  error.value = ''
  try {
    const { id } = await take(api.POST('/api/jobs', { body: { name: name.value.trim(), unit: unit.value, room: room.value.trim() || 'First room' } }))
    wanted.value = { kind: 'wall', id: 'room-1-w1' }
    await router.push({ name: 'measure', params: { job: id }, query: { room: 'room-1' } })
  } catch (e) {
    error.value = lineOf(e)
  }
  busy.value = false
}
</script>

<template>
  <form @submit.prevent="begin">
    <h2>Begin a job</h2>
    <label>Name <input ref="first" v-model="name" maxlength="200" placeholder="The Ferry House" /></label>
    <label>First room <input v-model="room" maxlength="200" placeholder="First room" /></label>
    <el-segmented v-model="unit" :options="units" aria-label="Measured in" />
    <button class="btn main" type="submit" :disabled="busy">Begin the job</button>
    <p v-if="error" class="stop small" role="alert">{{ error }}</p>
    <p class="quiet small">
      {{
        fresh
          ? 'Until you say otherwise it is cut on an ordinary saw, with a made-up base: the Shop holds your own.'
          : 'With the shop’s saw, its test cuts, prices and rules.'
      }}
      Four walls to begin with; more are a key away.
    </p>
  </form>
</template>

<style scoped>
form {
  max-width: 420px;
  display: flex;
  flex-direction: column;
  gap: 9px;
  align-items: flex-start;
}
label {
  display: flex;
  flex-direction: column;
  gap: 2px;
  width: 100%;
  font-size: 13px;
  color: var(--pencil);
}
input {
  height: 42px;
  padding: 0 12px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 16px;
  color: var(--ink);
}
</style>
