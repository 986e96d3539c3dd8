<script setup lang="ts">
// Which mouldings run in a room: each is there or not.
import { computed } from 'vue'
import type { MouldingView } from '../api/client'
import { attempt, newId, view } from '../state/job'

const props = defineProps<{ room: { id: string; title: string; runs: { id: string; moulding: string }[] } }>()
const runs = computed(() => new Map(props.room.runs.map((k) => [k.moulding, k.id])))
async function toggle({ id: moulding, level }: MouldingView, box: HTMLInputElement) {
  const run = runs.value.get(moulding)
  if (run) await attempt({ do: 'remove', kind: 'run', id: run })
  else await attempt({ do: 'add', kind: 'run', in: props.room.id, id: newId('k'), after: props.room.runs.at(-1)?.id, value: { id: '', moulding, level } })
  box.checked = runs.value.has(moulding) // a refused choice does not stay on the screen
}
</script>

<template>
  <div class="picker" role="group" :aria-label="`Mouldings in ${room.title}`">
    <label v-for="m in view!.mouldings" :key="m.id" :class="{ on: runs.has(m.id) }">
      <input type="checkbox" :checked="runs.has(m.id)" @change="(e) => toggle(m, e.target as HTMLInputElement)" />{{ m.name || m.id }}
    </label>
  </div>
</template>

<style scoped>
.picker {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
label {
  display: flex;
  align-items: center;
  gap: 7px;
  min-height: 34px;
  padding: 0 11px 0 9px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  cursor: pointer;
  font-size: 14px;
}
label.on {
  border-color: var(--chalk);
  color: var(--chalk);
  font-weight: 600;
}
input {
  accent-color: var(--chalk);
  width: 16px;
  height: 16px;
  margin: 0;
}
label:focus-within {
  outline: 2px solid var(--chalk);
  outline-offset: 2px;
}
@media (max-width: 860px) {
  label {
    min-height: 44px;
  }
}
</style>
