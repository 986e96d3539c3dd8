<script setup lang="ts">
// What is put around an opening: as the house rule and the room's mouldings have it, or of its own.
import { computed, onMounted } from 'vue'
import FactField from '../../parts/FactField.vue'
import PickField from '../../parts/PickField.vue'
import type { OpeningView } from '../../api/client'
import { allHere, attempt, setOp, view } from '../../state/job'
import { likes, makeLike } from '../../state/opening'

const props = defineProps<{ o: OpeningView }>()
const set = (field: string, value: unknown, was: unknown) => attempt(setOp('opening', props.o.id, field, value, was))
const schools = computed(() =>
  (view.value?.heads ?? []).filter((h) => h.code !== 'picture' || props.o.kind === 'window').map((h) => ({ value: h.code, label: h.title })),
)
/** Mouldings that a part may be made of; kinds come first that are meant for it. */
const options = (kinds: string[]) => {
  const all = view.value?.mouldings ?? []
  const first = all.filter((m) => kinds.includes(m.kind))
  return [
    { value: 'none', label: 'none' },
    ...[...first, ...all.filter((m) => m.kind === 'flat' && !kinds.includes('flat'))].map((m) => ({ value: m.id, label: m.name || m.id })),
  ]
}
type Part = {
  field: 'casing_of' | 'head_of' | 'band_of' | 'plinth_of' | 'stool_of' | 'apron_of' | 'fillet_of' | 'cap_of'
  label: string
  kinds: string[]
  when?: boolean
}
const built = computed(() => props.o.head_school === 'built' || (!props.o.head_school && view.value?.rules.head === 'built'))
const parts = computed<Part[]>(() =>
  (
    [
      { field: 'casing_of', label: 'casing', kinds: ['casing'] },
      { field: 'head_of', label: 'head, where another', kinds: ['casing', 'flat'] },
      { field: 'band_of', label: 'back band', kinds: ['band'] },
      { field: 'plinth_of', label: 'plinth blocks', kinds: ['plinth'], when: props.o.kind !== 'window' },
      { field: 'stool_of', label: 'stool', kinds: ['stool'], when: props.o.kind === 'window' },
      { field: 'apron_of', label: 'apron', kinds: ['casing'], when: props.o.kind === 'window' },
      { field: 'fillet_of', label: 'fillet', kinds: ['flat'], when: built.value },
      { field: 'cap_of', label: 'head’s crown', kinds: ['crown'], when: built.value },
    ] as Part[]
  ).filter((p) => p.when !== false),
)
const asRoom = (p: Part) => (props.o.mouldings[p.field] && !props.o[p.field] ? `${props.o.mouldings[p.field]}, as the room` : 'as the room')
const has = (f: string) => !!props.o.mouldings[f]
// What it may be like stands in any room.
onMounted(() => void allHere())
const others = computed(() => likes.value.filter((l) => l.o.id !== props.o.id))
</script>

<template>
  <div class="set">
    <label class="like"
      >like
      <select value="" aria-label="Make it like another opening" @change="(e) => makeLike(o, (e.target as HTMLSelectElement).value)">
        <option value="">another opening…</option>
        <option v-for="l in others" :key="l.o.id" :value="l.o.id">{{ l.text }}</option>
      </select></label
    >
    <div class="grid">
      <PickField label="around it" :value="o.trim" none="a set" :options="[{ value: 'none', label: 'nothing' }]" @pick="(v) => set('trim', v, o.trim)" />
      <template v-if="o.trimmed">
        <PickField
          label="faces of the wall"
          :value="o.faces"
          none="this one"
          :options="[{ value: 'both', label: 'both' }]"
          @pick="(v) => set('faces', v, o.faces)"
        />
        <PickField
          label="legs and head"
          :value="o.head_school"
          none="by the house rule"
          :options="schools"
          @pick="(v) => set('head_school', v, o.head_school)"
        />
        <FactField kind="opening" :of="o" field="reveal" label="reveal" :hint="view?.rules.reveal.typed" />
      </template>
      <PickField
        v-for="p in parts"
        :key="p.field"
        :label="p.label"
        :value="o[p.field]"
        :none="asRoom(p)"
        :options="options(p.kinds)"
        @pick="(v) => set(p.field, v, o[p.field])"
      />
      <template v-if="o.trimmed">
        <FactField v-if="has('band_of')" kind="opening" :of="o" field="band_lap" label="band laps by" hint="0" />
        <FactField v-if="has('plinth_of')" kind="opening" :of="o" field="plinth_height" label="plinth, high" hint="base + 1/2" />
        <FactField v-if="built || o.head_school === 'over'" kind="opening" :of="o" field="overhang" label="head past legs" hint="0" />
        <FactField v-if="has('fillet_of')" kind="opening" :of="o" field="fillet_overhang" label="fillet past head" hint="1/4" />
        <template v-if="has('stool_of')">
          <FactField kind="opening" :of="o" field="horn" label="stool past casing" :hint="view?.rules.horn.typed" />
          <FactField kind="opening" :of="o" field="jamb_depth" label="wall to sash" />
          <FactField kind="opening" :of="o" field="sash_width" label="width at the sash" />
          <FactField kind="opening" :of="o" field="sash_left" label="sash left of centre" hint="0" />
          <PickField
            label="ends"
            :value="o.returns"
            none="returned"
            :options="[{ value: 'square', label: 'square' }]"
            @pick="(v) => set('returns', v, o.returns)"
          />
        </template>
        <PickField
          label="heights read from"
          :value="o.heights"
          none="what the legs stand on"
          :options="[{ value: 'under', label: o.kind === 'window' ? 'under the stool' : 'under a floor to come' }]"
          @pick="(v) => set('heights', v, o.heights)"
        />
        <FactField v-if="o.heights && o.kind !== 'window'" kind="opening" :of="o" field="comes" label="floor to come, thick" />
        <FactField kind="opening" :of="o" field="jamb_thickness" label="jamb’s edge" hint="3/4" />
        <FactField kind="opening" :of="o" field="board_gap" label="jamb to board" hint="0" />
        <FactField kind="opening" :of="o" field="wind" label="strings apart" hint="0" />
      </template>
    </div>
  </div>
</template>

<style scoped>
.set {
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.like {
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: 13px;
  color: var(--pencil);
}
.like select {
  flex: 1;
  min-width: 0;
  height: 40px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 15px;
}
.grid :deep(select) {
  width: 100%;
}
</style>
