<script setup lang="ts" generic="T extends { id: string }">
// One length noted beside the main one of a thing, by its field's name.
import LengthInput from './LengthInput.vue'
import type { EntryView } from '../api/client'
import { clearable } from '../state/job'

const props = defineProps<{ kind: string; of: T; field: keyof T & string; label: string; hint?: string }>()
const entry = () => props.of[props.field] as EntryView | undefined
</script>

<template><LengthInput takes="length" :label="label" :entry="entry()" :hint="hint ?? '–'" :commit="clearable(kind, of.id, field)" /></template>
