<script setup lang="ts">
// A field for an angle: degrees, as typed.
import { ref } from 'vue'
import EntryField from './EntryField.vue'
import type { Field } from './field'

const { typed, placeholder = '90', ...field } = defineProps<Field & { typed: string; placeholder?: string }>()
defineEmits<{ walked: [back: boolean] }>()
const input = ref<InstanceType<typeof EntryField>>()
defineExpose({ focus: () => input.value?.focus() })
</script>

<template>
  <EntryField v-bind="field" ref="input" :value="typed" inputmode="decimal" :placeholder="placeholder" @walked="(b) => $emit('walked', b)">
    <span>{{ typed }}°</span>
  </EntryField>
</template>
