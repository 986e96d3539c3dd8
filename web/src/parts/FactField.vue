<script setup lang="ts">
// One length noted beside the main one of a thing.
import LengthInput from './LengthInput.vue'
import type { EntryView } from '../api/client'
import { clearable } from '../state/job'

defineProps<{ kind: string; id: string; field: string; label: string; facts: Record<string, EntryView>; hint?: string }>()
</script>

<template><LengthInput takes="length" :label="label" :entry="facts[field]" :hint="hint ?? '–'" :commit="clearable(kind, id, field)" /></template>
