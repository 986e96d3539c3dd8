<script setup lang="ts">
// A choice among a few, its name over it. The first of `none`, where there is one, stands for nothing chosen.
defineProps<{
  label: string
  value: string
  options: { value: string; label: string }[]
  none?: string
  /** Its name where the label alone does not say it. */ name?: string
}>()
const emit = defineEmits<{ pick: [value: string] }>()
</script>

<template>
  <label class="pick"
    ><span>{{ label }}</span
    ><select :value="value" :aria-label="name ?? label" @change="(e) => emit('pick', (e.target as HTMLSelectElement).value)">
      <option v-if="none !== undefined" value="">{{ none }}</option>
      <option v-for="o in options" :key="o.value" :value="o.value">{{ o.label }}</option>
    </select></label
  >
</template>

<style scoped>
.pick {
  display: flex;
  flex-direction: column;
  gap: 2px;
  font-size: 13px;
  color: var(--pencil);
}
select {
  height: 40px;
  max-width: 240px;
  padding: 0 8px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 15px;
  color: var(--ink);
}
@media (max-width: 860px) {
  select {
    height: 48px;
  }
}
</style>
