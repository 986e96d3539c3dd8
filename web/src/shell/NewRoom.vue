<script setup lang="ts">
// A new room: how many wall faces, and whether they come round.
import { nextTick, ref } from 'vue'
import { useRouter } from 'vue-router'
import { newShapes } from '../state/choices'
import { attempt, newId, view } from '../state/job'
import { choose } from '../state/place'
import { intoFirst } from '../parts/firstField'

const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const open = ref(true)
const name = ref('')
const walls = ref('4')
const shape = ref('room')
const bad = ref('')
const first = ref<HTMLInputElement>()

async function add() {
  const n = Number(walls.value)
  if (!Number.isInteger(n) || n < 1 || n > 200) {
    bad.value = 'Give the number of wall faces, 1 to 200. More can be added at any time.'
    return
  }
  const id = newId('r')
  const ids = Array.from({ length: n }, (_, i) => `${id}-w${i + 1}`)
  const moulding = view.value?.mouldings[0]
  const ok = await attempt({
    do: 'add',
    kind: 'room',
    id,
    after: view.value?.rooms.at(-1)?.id,
    value: {
      id,
      name: name.value.trim(),
      closed: shape.value !== 'run',
      walls: ids.map((w) => ({ id: w })),
      corners: ids.map((w) => ({ id: `${w}c`, kind: shape.value === 'island' ? 'outside' : 'inside' })),
      runs: moulding ? [{ id: `${id}-run`, moulding: moulding.id, level: 'floor' }] : [],
    },
  })
  if (!ok) return
  open.value = false
  await router.push({ name: 'measure', params: { job: view.value!.id }, query: { room: id } })
  await nextTick()
  choose('wall', ids[0]!)
}
</script>

<template>
  <el-dialog v-model="open" title="Add room" width="440px" @opened="intoFirst(first)" @closed="emit('close')">
    <form @submit.prevent="add">
      <label>Name <input ref="first" v-model="name" maxlength="200" placeholder="Waiting room" /></label>
      <label>Wall faces, counted once around, left to right <input v-model="walls" inputmode="numeric" class="short" /></label>
      <el-segmented v-model="shape" :options="newShapes" aria-label="Closed, open, or a column" />
      <p class="quiet small">
        A chimney breast adds four faces. An open run goes from door to door and comes back to nowhere. A column is walked around outside, left to right.
      </p>
      <p v-if="bad" class="stop small" role="alert">{{ bad }}</p>
      <button class="btn main" type="submit">Add room and measure</button>
    </form>
  </el-dialog>
</template>

<style scoped>
form {
  display: flex;
  flex-direction: column;
  gap: 14px;
  align-items: flex-start;
}
label {
  display: flex;
  flex-direction: column;
  gap: 3px;
  width: 100%;
  font-size: 13px;
  color: var(--pencil);
}
input {
  height: 44px;
  padding: 0 12px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  font-size: 16px;
  color: var(--ink);
}
input:focus {
  outline: none;
  border-color: var(--chalk);
  box-shadow: inset 0 0 0 1px var(--chalk);
}
.short {
  width: 110px;
}
</style>
