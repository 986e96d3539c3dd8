<script setup lang="ts">
import { ref } from 'vue'
import EntryField from './EntryField.vue'

defineProps<{
  label: string
  typed: string
  commit: (text: string, was: string) => Promise<void> | void
  big?: boolean
  alone?: boolean
  keys?: Record<string, () => void>
  placeholder?: string
  takes?: 'angle'
  live?: boolean
}>()
defineEmits<{ walked: [back: boolean] }>()
const field = ref<InstanceType<typeof EntryField>>()
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <EntryField
    ref="field"
    :label="label"
    :value="typed"
    :commit="commit"
    :big="big"
    :keys="keys"
    :takes="takes"
    :alone="alone"
    :live="live"
    inputmode="decimal"
    :placeholder="placeholder ?? '90'"
    @walked="(b) => $emit('walked', b)"
  >
    <span>{{ typed }}°</span>
  </EntryField>
</template>
