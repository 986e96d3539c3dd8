<script setup lang="ts">
// The walls of a room as they were called out, and what was counted in it.
import { computed } from 'vue'
import EntryField from '../parts/EntryField.vue'
import LengthText from '../parts/LengthText.vue'
import SetText from '../parts/SetText.vue'
import type { RoomView, WallView } from '../api/client'
import { attempt, change, clearable, setOp, view } from '../state/job'
import { sheet } from '../state/sheet'

const props = defineProps<{ room: RoomView }>()
const crown = computed(() => props.room.runs.some((k) => view.value?.mouldings.find((m) => m.id === k.moulding)?.sprung))
const counted = computed(() => sheet.value?.rooms.find((r) => r.id === props.room.id))
const count = (field: string) => (text: string, was: string) => change(setOp('room', props.room.id, field, text === '' ? 0 : text, was === '' ? 0 : was))
const joists = (w: WallView) => attempt(setOp('wall', w.id, 'joists', !w.joists, w.joists))
const remove = (w: WallView) => attempt({ do: 'remove', kind: 'wall', id: w.id })
const shown = (n?: number | null) => (n === undefined || n === null ? '' : String(n))
</script>

<template>
  <div>
    <ol class="walls">
      <li v-for="(w, i) in room.walls" :key="w.id">
        <b>{{ i + 1 }}</b>
        <span v-if="w.length" class="measured"><LengthText :of="w.length" /> <span class="good small">measured</span></span>
        <EntryField v-else class="rough" :label="`Wall ${i + 1}`" :value="w.rough?.typed ?? ''" :commit="clearable('wall', w.id, 'rough')" placeholder="rough"
          ><LengthText v-if="w.rough" :of="w.rough"
        /></EntryField>
        <label v-if="crown" class="tick"><input type="checkbox" :checked="w.joists" @change="joists(w)" />joists along</label>
        <button class="x" type="button" :aria-label="`Remove wall ${i + 1}`" title="Remove this wall" @click="remove(w)">×</button>
      </li>
    </ol>
    <div class="counts">
      <EntryField
        label="inside"
        :value="shown(room.look.inside)"
        :commit="clearable('room', room.id, 'inside')"
        :placeholder="shown(counted?.inside)"
        inputmode="decimal"
      />
      <EntryField
        label="outside"
        :value="shown(room.look.outside)"
        :commit="clearable('room', room.id, 'outside')"
        :placeholder="shown(counted?.outside)"
        inputmode="decimal"
      />
      <EntryField
        label="doors"
        :value="room.look.doors ? String(room.look.doors) : ''"
        :commit="count('doors')"
        :placeholder="shown(counted?.doors)"
        inputmode="decimal"
      />
      <EntryField label="returns" :value="room.look.returns ? String(room.look.returns) : ''" :commit="count('returns')" placeholder="0" inputmode="decimal" />
      <EntryField label="ceiling" :value="room.look.ceiling?.typed ?? ''" :commit="clearable('room', room.id, 'ceiling')" placeholder="high"
        ><LengthText v-if="room.look.ceiling" :of="room.look.ceiling"
      /></EntryField>
    </div>
    <p v-for="h in counted?.hints ?? []" :key="h" class="hint small"><SetText :text="h" /></p>
    <p v-if="counted?.guessed" class="quiet small">Corners in grey are guessed from the number of walls. Count them: each is a joint.</p>
  </div>
</template>

<style scoped>
.walls {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 42px;
  border-bottom: 1px solid #ece7db;
}
li b {
  width: 18px;
  text-align: right;
  color: var(--pencil);
  font-weight: 600;
}
.rough {
  width: 116px;
}
.rough :deep(label) {
  position: absolute;
  clip-path: inset(50%);
}
.rough :deep(input),
.rough :deep(.typeset) {
  height: 36px;
}
.measured {
  width: 150px;
  font-weight: 600;
  padding-left: 13px;
  white-space: nowrap;
}
.tick {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 14px;
  min-height: 40px;
  cursor: pointer;
}
.tick input {
  accent-color: var(--chalk);
  width: 16px;
  height: 16px;
}
.x {
  margin-left: auto;
  width: 36px;
  height: 36px;
  border: 0;
  background: none;
  font-size: 20px;
  color: var(--pencil);
  cursor: pointer;
}
.x:hover {
  color: var(--brick);
}
.hint {
  margin-top: 8px;
  padding-left: 10px;
  border-left: 3px solid var(--ochre);
}
.counts {
  display: grid;
  grid-template-columns: repeat(5, 1fr);
  gap: 8px;
  margin-top: 10px;
}
.counts :deep(.entry) {
  width: auto;
}
@media (max-width: 860px) {
  .rough :deep(input),
  .rough :deep(.typeset) {
    height: 44px;
  }
  .x {
    width: 44px;
    height: 44px;
  }
  .counts {
    grid-template-columns: repeat(3, 1fr);
  }
}
</style>
