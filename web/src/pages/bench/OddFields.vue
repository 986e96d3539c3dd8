<script setup lang="ts">
// What an odd place is asked: one field after the other, those that stand on its drawing left out.
import { computed } from 'vue'
import type { DetailField, DetailView } from '../../api/client'
import EntryField from '../../parts/EntryField.vue'

const props = defineProps<{
  of: DetailView
  given: Record<string, string>
  drawn?: string[]
  room?: boolean
  put: (name: string, text: string) => Promise<void> | void
}>()
const fields = computed(() => props.of.fields.filter((f) => !props.drawn?.includes(f.name) && !(props.room && f.room)))
const unit: Partial<Record<DetailField['takes'], string>> = { angle: ', °', angles: ', °' }
</script>

<template>
  <div class="fields">
    <template v-for="f in fields" :key="f.name">
      <label v-if="f.takes === 'choice'" class="choice" :title="f.help"
        ><span>{{ f.label }}</span>
        <select :value="given[f.name] || f.stands" :aria-label="f.label" @change="(e) => void put(f.name, (e.target as HTMLSelectElement).value)">
          <option v-for="c in f.choices" :key="c" :value="c">{{ c }}</option>
        </select></label
      >
      <EntryField
        v-else
        :label="f.label + (unit[f.takes] ?? '')"
        :title="f.help"
        :value="given[f.name] ?? ''"
        :placeholder="f.stands || (f.free ? '–' : '')"
        :commit="(t: string) => put(f.name, t)"
      />
    </template>
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 8px 14px;
  align-items: end;
}
.fields :deep(.box),
.fields :deep(input) {
  width: 100%;
  min-width: 0;
}
.fields :deep(label) {
  white-space: normal;
  line-height: 1.2;
}
@media (max-width: 760px) {
  .fields {
    grid-template-columns: 1fr 1fr;
  }
}
.choice {
  display: flex;
  flex-direction: column;
  font-size: 13px;
  color: var(--pencil);
}
select {
  min-height: 40px;
  font: inherit;
  font-size: 15px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 8px;
}
</style>
