<script setup lang="ts">
// The openings of a wall and what stands before it.
import EntryField from '../../parts/EntryField.vue'
import LengthInput from '../../parts/LengthInput.vue'
import type { OpeningView, WallView } from '../../api/client'
import { openingKinds } from '../../state/choices'
import { attempt, clearable, setOp, setter } from '../../state/job'
import FactField from '../../parts/FactField.vue'
import OpeningDraft from './OpeningDraft.vue'

defineProps<{ wall: WallView; openings: OpeningView[]; drafting: boolean }>()
defineEmits<{ drafted: [added: boolean]; draft: [] }>()
const setKind = (o: OpeningView, v: unknown) => attempt(setOp('opening', o.id, 'kind', v, o.kind))
const remove = (id: string) => attempt({ do: 'remove', kind: 'opening', id })
const box = (o: OpeningView) => o.kind === 'cabinet' || o.kind === 'tub'
</script>

<template>
  <div v-for="o in openings" :key="o.id" class="opening">
    <div class="head">
      <el-segmented :aria-label="'Kind of opening'" :model-value="o.kind" :options="openingKinds" @change="(v: unknown) => setKind(o, v)" />
      <button class="drop" type="button" aria-label="Remove this opening" title="Remove this opening" @click="remove(o.id)">×</button>
    </div>
    <div class="grid">
      <LengthInput takes="length" label="from the left end" :entry="o.from" :commit="setter('opening', o.id, 'from')" />
      <LengthInput takes="length" :label="box(o) ? 'width' : 'width, casings in'" :entry="o.width" :commit="setter('opening', o.id, 'width')" />
      <template v-if="!box(o)">
        <FactField kind="opening" :of="o" field="casing" label="casing, wide" /><FactField
          kind="opening"
          :of="o"
          field="casing_thickness"
          label="casing, thick"
        />
        <FactField kind="opening" :of="o" field="head" label="head, above floor" />
        <FactField v-if="o.kind === 'window'" kind="opening" :of="o" field="sill" label="sill, above floor" />
        <template v-else
          ><FactField kind="opening" :of="o" field="plinth" label="plinth, wide" /><FactField
            kind="opening"
            :of="o"
            field="plinth_thickness"
            label="plinth, thick"
        /></template>
      </template>
      <template v-else>
        <FactField kind="opening" :of="o" field="head" label="height" /><FactField kind="opening" :of="o" field="depth" label="depth" />
        <EntryField label="its sides lean, + top right" :value="o.lean" :commit="clearable('opening', o.id, 'lean')" placeholder="1/4 over 30" />
      </template>
    </div>
  </div>
  <OpeningDraft v-if="drafting" :wall="wall.id" :first="!openings.length" @done="(added: boolean) => $emit('drafted', added)" />
  <button v-else class="btn plain" type="button" @click="$emit('draft')">Add opening <kbd>O</kbd></button>
  <p class="quiet small">
    Measured from the wall’s left end to the casing’s outer edges. Base stops at a plinth that is wider; their inner edges stand flush. How thick a casing is,
    or a cabinet deep, counts where it stands in a corner. A side leans + where its top stands to the right as you face the wall. A window stops the rail, a tub
    the base, doors and cabinets both.
  </p>
</template>

<style scoped>
.opening {
  border-bottom: 1px solid var(--rule);
  padding-bottom: 12px;
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.head {
  display: flex;
  gap: 6px;
}
.head .el-segmented {
  flex: 1;
}
.head :deep(.el-segmented__item) {
  padding: 0 6px;
}
.drop {
  width: 36px;
  min-height: 36px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: none;
  cursor: pointer;
  font-size: 18px;
  color: var(--pencil);
}
</style>
