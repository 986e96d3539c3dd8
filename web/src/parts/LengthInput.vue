<script setup lang="ts">
import { ref } from 'vue'
import type { EntryView } from '../api/client'
import { metric } from '../state/job'
import EntryField from './EntryField.vue'
import LengthText from './LengthText.vue'

defineProps<{
  label: string
  entry?: EntryView
  typed?: string
  commit: (text: string, was: string) => Promise<void> | void
  big?: boolean
  hint?: string
  takes?: 'length'
  alone?: boolean
  keys?: Record<string, () => void>
}>()
defineEmits<{ walked: [back: boolean] }>()
const field = ref<InstanceType<typeof EntryField>>()
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <EntryField
    ref="field"
    :label="label"
    :value="entry?.typed ?? typed ?? ''"
    :commit="commit"
    :big="big"
    :keys="keys"
    :takes="takes"
    :alone="alone"
    :placeholder="hint ?? (metric ? '3742.5' : '12′ 3 5/8')"
    @walked="(b) => $emit('walked', b)"
  >
    <LengthText v-if="entry" :of="entry" />
  </EntryField>
</template>
