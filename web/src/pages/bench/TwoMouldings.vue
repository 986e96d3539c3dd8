<script setup lang="ts">
// Which moulding is coped into which.
import { computed } from 'vue'
import type { BenchMoulding } from '../../api/client'

const props = defineProps<{ all: BenchMoulding[]; through: string; coped: string }>()
const emit = defineEmits<{ put: [more: { through?: string; coped?: string }] }>()
const groups = computed(() =>
  (['job', 'shop', 'library'] as const)
    .map((from) => ({ from, label: { job: 'This job', shop: 'Shop', library: 'Library' }[from], of: props.all.filter((m) => m.from === from) }))
    .filter((g) => g.of.length),
)
/** One that the list has no more is still shown. */
const strange = (ref: string) => !props.all.some((m) => m.ref === ref)
const value = (e: Event) => (e.target as HTMLSelectElement).value
</script>

<template>
  <div class="two">
    <label
      ><span>coped</span>
      <select :value="coped" @change="(e) => emit('put', { coped: value(e) })">
        <option v-if="strange(coped)" :value="coped">{{ coped.split(':')[1] }}</option>
        <optgroup v-for="g in groups" :key="g.from" :label="g.label">
          <option v-for="m in g.of" :key="m.ref" :value="m.ref">{{ m.name }}</option>
        </optgroup>
      </select></label
    >
    <label
      ><span>into</span>
      <select :value="through" @change="(e) => emit('put', { through: value(e), ...(coped === through ? { coped: value(e) } : {}) })">
        <option v-if="strange(through)" :value="through">{{ through.split(':')[1] }}</option>
        <optgroup v-for="g in groups" :key="g.from" :label="g.label">
          <option v-for="m in g.of" :key="m.ref" :value="m.ref">{{ m.name }}</option>
        </optgroup>
      </select></label
    >
  </div>
</template>

<style scoped>
.two {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
}
label {
  display: flex;
  align-items: center;
  gap: 8px;
  color: var(--pencil);
}
select {
  height: 38px;
  max-width: 220px;
  padding: 0 8px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
@media (max-width: 640px) {
  label {
    flex: 1 1 100%;
  }
  select {
    flex: 1;
    max-width: none;
    height: 48px;
  }
}
</style>
