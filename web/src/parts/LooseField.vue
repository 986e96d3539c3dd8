<script setup lang="ts">
// A field for what is kept on this page only until it is used.
import EntryField from './EntryField.vue'

defineProps<{ label: string; suffix?: string; placeholder?: string }>()
const text = defineModel<string>({ required: true })
const keep = (t: string) => {
  text.value = t
}
</script>

<template><EntryField :label="label" :value="text" :commit="keep" :suffix="suffix" :placeholder="placeholder" alone /></template>
