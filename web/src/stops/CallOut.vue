<script setup lang="ts">
// Walls as they are called out: each goes in with a comma or Enter.
import { ref } from 'vue'
import { lineOf } from '../api/client'
import { change, metric, newId, view } from '../state/job'
import { room, roomId } from '../state/place'

const text = ref('')
const bad = ref('')
const field = ref<HTMLInputElement>()

async function send(list: string) {
  const at = room.value?.id ?? newId('r')
  const first = view.value?.mouldings.find((m) => m.kind === 'base') ?? view.value?.mouldings[0]
  const begin = room.value
    ? // The walls that a room was begun with give way to those that are called out.
      room.value.bare
      ? room.value.walls.map((w) => ({ do: 'remove' as const, kind: 'wall', id: w.id }))
      : []
    : [
        {
          do: 'add' as const,
          kind: 'room',
          id: at,
          value: { id: at, name: 'Room 1', closed: true, walls: [], runs: first ? [{ id: newId('k'), moulding: first.id, level: 'floor' }] : [] },
        },
      ]
  await change(...begin, { do: 'add', kind: 'walls', in: at, id: newId('w'), value: list })
  if (!roomId.value) roomId.value = at
}
/** One list after another: the first may have to make the room that the next goes into. */
let queue: Promise<void> = Promise.resolve()
const take = (list: string) => (queue = queue.then(() => taken(list)))
/** Takes what is called out; a refusal leaves it in the field. */
async function taken(list: string) {
  if (!list.replaceAll(/[,;\s]/g, '')) return
  bad.value = ''
  try {
    await send(list)
  } catch (e) {
    bad.value = lineOf(e)
    text.value = [list.trim(), text.value].filter(Boolean).join(', ')
  }
}
function typed() {
  const i = Math.max(text.value.lastIndexOf(','), text.value.lastIndexOf(';'))
  if (i < 0 || bad.value) return
  const ready = text.value.slice(0, i)
  text.value = text.value.slice(i + 1).trimStart()
  void take(ready)
}
function enter() {
  const list = text.value
  text.value = ''
  void take(list)
}
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <form class="call" @submit.prevent="enter">
    <label for="call">Call out the walls, left to right, in {{ metric ? 'metres' : 'feet' }}</label>
    <div class="row">
      <input
        id="call"
        ref="field"
        v-model="text"
        autocomplete="off"
        spellcheck="false"
        enterkeyhint="enter"
        :placeholder="metric ? '3.4, 2.9, 1.2' : '11, 9′6, 4, 17, 8′3'"
        :aria-invalid="!!bad"
        aria-describedby="call-bad"
        @input="typed"
      />
      <button class="btn main" type="submit">Add</button>
    </div>
    <p v-if="bad" id="call-bad" class="stop small" role="alert">{{ bad }}</p>
  </form>
</template>

<style scoped>
.call {
  display: flex;
  flex-direction: column;
  gap: 3px;
}
label {
  font-size: 13px;
  color: var(--pencil);
}
.row {
  display: flex;
  gap: 8px;
}
input {
  flex: 1;
  min-width: 0;
  height: 50px;
  padding: 0 12px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 22px;
  font-weight: 600;
}
input::placeholder {
  color: #8d8d83;
  font-weight: 400;
}
input:focus {
  outline: none;
  border-color: var(--chalk);
  box-shadow: inset 0 0 0 1px var(--chalk);
}
</style>
