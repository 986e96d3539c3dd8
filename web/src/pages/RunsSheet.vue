<script setup lang="ts">
// Each run of a room: over which walls, what its free ends do, what it lands on.
import { computed } from 'vue'
import type { RoomView, RunView } from '../api/client'
import EntryField from '../parts/EntryField.vue'
import PickField from '../parts/PickField.vue'
import { levels } from '../state/choices'
import { attempt, clearable, mouldingName, setOp, view } from '../state/job'

const props = defineProps<{ room: RoomView }>()
const emit = defineEmits<{ close: [] }>()
/** Casings and back bands go around openings, not along walls. */
const runs = computed(() => props.room.runs.filter((k) => view.value!.mouldings.find((m) => m.id === k.moulding)?.runs))
const walls = computed(() => props.room.walls.map((w, i) => ({ value: w.id, label: `wall ${i + 1}` })))
const set = (k: RunView, field: string, was: string) => (value: string) => attempt(setOp('run', k.id, field, value, was))
const under = (k: RunView) => props.room.runs.filter((x) => x.id !== k.id && x.level === k.level).map((o) => ({ value: o.id, label: mouldingName(o.moulding) }))
const ends = [
  { label: 'as the room has it', value: '' },
  { label: 'stops', value: 'stop' },
  { label: 'returns to the wall', value: 'return' },
]
</script>

<template>
  <el-dialog :model-value="true" :title="`Runs of ${room.title}`" width="880px" append-to-body @close="emit('close')">
    <div v-for="k in runs" :key="k.id" class="run">
      <b>{{ mouldingName(k.moulding) }}</b>
      <PickField label="at the" :value="k.level" :options="levels as { value: string; label: string }[]" @pick="set(k, 'level', k.level)" />
      <PickField label="from" :value="k.first" none="the first wall" :options="walls" @pick="set(k, 'first', k.first)" />
      <PickField label="to" :value="k.last" none="the last wall" :options="walls" @pick="set(k, 'last', k.last)" />
      <PickField label="left end" :value="k.left_end" :options="ends" @pick="set(k, 'left_end', k.left_end)" />
      <PickField label="right end" :value="k.right_end" :options="ends" @pick="set(k, 'right_end', k.right_end)" />
      <PickField v-if="k.level === 'ceiling'" label="lands on" :value="k.on" none="the wall" :options="under(k)" @pick="set(k, 'on', k.on)" />
      <EntryField v-if="k.level === 'ceiling'" label="below ceiling" :value="k.below?.typed ?? ''" :commit="clearable('run', k.id, 'below')" placeholder="0" />
      <EntryField label="stands proud by" :value="k.proud?.typed ?? ''" :commit="clearable('run', k.id, 'proud')" placeholder="0" />
    </div>
    <p class="quiet small">
      A run goes right from its first wall to its last. What lands on another is shorter at inside corners by what that stands out, and longer at outside ones;
      the layout line is for the lowest edge of the whole. A column or island is a room of its own, with its own runs.
    </p>
  </el-dialog>
</template>

<style scoped>
.run {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: flex-end;
  padding: 10px 0;
  border-bottom: 1px solid var(--rule);
}
.run b {
  width: 100%;
}
.run :deep(.entry) {
  width: 112px;
}
</style>
