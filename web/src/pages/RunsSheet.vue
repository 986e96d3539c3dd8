<script setup lang="ts">
// Each run of a room: over which walls, what its free ends do, what it lands on.
import { computed } from 'vue'
import type { RoomView, RunView } from '../api/client'
import EntryField from '../parts/EntryField.vue'
import { levels } from '../state/choices'
import { attempt, clearable, mouldingName, setOp, view } from '../state/job'

const props = defineProps<{ room: RoomView }>()
const emit = defineEmits<{ close: [] }>()
/** Casings and back bands go around openings, not along walls. */
const runs = computed(() => props.room.runs.filter((k) => view.value!.mouldings.find((m) => m.id === k.moulding)?.runs))
const walls = computed(() => props.room.walls.map((w, i) => ({ value: w.id, label: `wall ${i + 1}` })))
const set = (k: RunView, field: string, was: string) => (e: Event) => attempt(setOp('run', k.id, field, (e.target as HTMLSelectElement).value, was))
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
      <label
        ><span>at the</span
        ><select :value="k.level" @change="(e) => set(k, 'level', k.level)(e)">
          <option v-for="l in levels" :key="String(l.value)" :value="l.value">{{ l.label }}</option>
        </select></label
      >
      <label
        ><span>from</span
        ><select :value="k.first" @change="(e) => set(k, 'first', k.first)(e)">
          <option value="">the first wall</option>
          <option v-for="w in walls" :key="w.value" :value="w.value">{{ w.label }}</option>
        </select></label
      >
      <label
        ><span>to</span
        ><select :value="k.last" @change="(e) => set(k, 'last', k.last)(e)">
          <option value="">the last wall</option>
          <option v-for="w in walls" :key="w.value" :value="w.value">{{ w.label }}</option>
        </select></label
      >
      <label
        ><span>left end</span
        ><select :value="k.leftEnd" @change="(e) => set(k, 'left_end', k.leftEnd)(e)">
          <option v-for="x in ends" :key="x.value" :value="x.value">{{ x.label }}</option>
        </select></label
      >
      <label
        ><span>right end</span
        ><select :value="k.rightEnd" @change="(e) => set(k, 'right_end', k.rightEnd)(e)">
          <option v-for="x in ends" :key="x.value" :value="x.value">{{ x.label }}</option>
        </select></label
      >
      <label v-if="k.level === 'ceiling'"
        ><span>lands on</span
        ><select :value="k.on" @change="(e) => set(k, 'on', k.on)(e)">
          <option value="">the wall</option>
          <option v-for="o in room.runs.filter((x) => x.id !== k.id && x.level === k.level)" :key="o.id" :value="o.id">{{ mouldingName(o.moulding) }}</option>
        </select></label
      >
      <EntryField
        v-if="k.level === 'ceiling'"
        label="hangs below ceiling"
        :value="k.facts.below?.typed ?? ''"
        :commit="clearable('run', k.id, 'below')"
        placeholder="0"
      />
      <EntryField label="stands proud by" :value="k.facts.proud?.typed ?? ''" :commit="clearable('run', k.id, 'proud')" placeholder="0" />
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
label {
  display: flex;
  flex-direction: column;
  gap: 2px;
  font-size: 13px;
  color: var(--pencil);
}
select {
  height: 40px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 8px;
  font: inherit;
  color: var(--ink);
}
</style>
