<script setup lang="ts">
// A field for a length: as typed, shown with its fraction built once it is taken.
import { ref } from 'vue'
import type { EntryView } from '../api/client'
import { metric } from '../state/job'
import EntryField from './EntryField.vue'
import LengthText from './LengthText.vue'
import type { Field } from './field'

const { entry, typed, hint, ...field } = defineProps<Field & { entry?: EntryView; typed?: string; hint?: string }>()
defineEmits<{ walked: [back: boolean] }>()
const input = ref<InstanceType<typeof EntryField>>()
defineExpose({ focus: () => input.value?.focus() })
</script>

<template>
  <EntryField
    v-bind="field"
    ref="input"
    :value="entry?.typed ?? typed ?? ''"
    :placeholder="hint ?? (metric ? '3742.5' : '12′ 3 5/8')"
    @walked="(b) => $emit('walked', b)"
  >
    <LengthText v-if="entry" :of="entry" />
  </EntryField>
</template>
