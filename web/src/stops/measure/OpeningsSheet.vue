<script setup lang="ts">
// The openings of a wall and what stands before it: each as it is, and what is put around it.
import { ref, watch } from 'vue'
import EntryField from '../../parts/EntryField.vue'
import LengthInput from '../../parts/LengthInput.vue'
import type { OpeningView, WallView } from '../../api/client'
import { openingKinds } from '../../state/choices'
import { attempt, clearable, setOp, setter } from '../../state/job'
import { chosen } from '../../state/place'
import FactField from '../../parts/FactField.vue'
import JambDrawing from './JambDrawing.vue'
import OpeningDraft from './OpeningDraft.vue'
import OpeningSet from './OpeningSet.vue'

const props = defineProps<{ wall: WallView; openings: OpeningView[]; drafting: boolean }>()
defineEmits<{ drafted: [added: boolean]; draft: [] }>()
const setKind = (o: OpeningView, v: unknown) => attempt(setOp('opening', o.id, 'kind', v, o.kind))
const remove = (id: string) => attempt({ do: 'remove', kind: 'opening', id })
const told = [
  { label: 'to the jamb', value: 'jamb' },
  { label: 'to casings that are there', value: '' },
]
const tell = (o: OpeningView, v: unknown) => attempt(setOp('opening', o.id, 'told', v, o.told))
/** Of several one lies open at a time. */
const open = ref('')
watch(
  () => `${props.openings.map((o) => o.id).join()} ${chosen.value?.id}`,
  () => {
    if (chosen.value?.kind === 'opening') open.value = chosen.value.id
    if (!props.openings.some((o) => o.id === open.value)) open.value = props.openings.at(-1)?.id ?? ''
  },
  { immediate: true },
)
const line = (o: OpeningView) => `${o.width.text} wide, ${o.from.text} from the left${o.told ? ', to the jamb' : ''}`
</script>

<template>
  <div v-for="o in openings" :key="o.id" class="opening">
    <button v-if="open !== o.id" class="line" type="button" @click="open = o.id">
      <b>{{ o.title }}</b> <span class="quiet small">{{ line(o) }}</span>
    </button>
    <template v-else>
      <div class="head">
        <el-segmented :aria-label="'Kind of opening'" :model-value="o.kind" :options="openingKinds" @change="(v: unknown) => setKind(o, v)" />
        <button class="drop" type="button" aria-label="Remove this opening" title="Remove this opening" @click="remove(o.id)">×</button>
      </div>
      <template v-if="o.cased">
        <el-segmented aria-label="What from and width run to" :model-value="o.told" :options="told" @change="(v: unknown) => tell(o, v)" />
        <template v-if="o.told === 'jamb'">
          <JambDrawing :o="o" />
          <div class="grid">
            <EntryField label="called" :value="o.name" :placeholder="o.title" :commit="setter('opening', o.id, 'name')" />
            <FactField v-if="o.kind === 'window'" kind="opening" :of="o" field="sill" label="sill, above floor" />
          </div>
          <OpeningSet :o="o" />
          <p v-if="o.outer" class="quiet small">Outer edges stand {{ o.outer.text }} outside the jamb: base, shoe and rail end there.</p>
        </template>
        <div v-else class="grid">
          <EntryField label="called" :value="o.name" :placeholder="o.title" :commit="setter('opening', o.id, 'name')" />
          <LengthInput takes="length" label="from the left end" :entry="o.from" :commit="setter('opening', o.id, 'from')" />
          <LengthInput takes="length" label="width, casings in" :entry="o.width" :commit="setter('opening', o.id, 'width')" />
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
        </div>
      </template>
      <div v-else class="grid">
        <LengthInput takes="length" label="from the left end" :entry="o.from" :commit="setter('opening', o.id, 'from')" />
        <LengthInput takes="length" label="width" :entry="o.width" :commit="setter('opening', o.id, 'width')" />
        <FactField kind="opening" :of="o" field="head" label="height" />
        <FactField kind="opening" :of="o" field="depth" :label="o.kind === 'vent' ? 'stands out' : 'depth'" />
        <EntryField label="its sides lean, + top right" :value="o.lean" :commit="clearable('opening', o.id, 'lean')" placeholder="1/4 over 30" />
      </div>
    </template>
  </div>
  <OpeningDraft v-if="drafting" :wall="wall.id" :first="!openings.length" @done="(added: boolean) => $emit('drafted', added)" />
  <button v-else class="btn plain" type="button" @click="$emit('draft')">Add opening <kbd>O</kbd></button>
  <p class="quiet small">
    Told to the jamb, an opening is measured along its jamb’s edges, and what is put around it is cut: base, shoe and rail end where that will stand. Where
    casings are there already, tell their outer edges. A window stops the rail, a tub or a vent the base, doors and cabinets both. A side leans + where its top
    stands to the right as you face the wall.
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
.line {
  border: 0;
  background: none;
  text-align: left;
  padding: 6px 0;
  min-height: 44px;
  cursor: pointer;
  font: inherit;
  color: var(--ink);
}
.head {
  display: flex;
  gap: 6px;
}
.head .el-segmented {
  flex: 1;
}
.head :deep(.el-segmented__item) {
  padding: 0 4px;
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
