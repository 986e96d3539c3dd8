<script setup lang="ts">
// One length noted beside the main one of a thing.
import LengthInput from '../../parts/LengthInput.vue'
import type { EntryView } from '../../api/client'
import { change, setOp } from '../../state/job'

const props = defineProps<{ kind: string; id: string; field: string; label: string; facts: Record<string, EntryView>; hint?: string }>()
const commit = (text: string, was: string) => change(setOp(props.kind, props.id, props.field, text || null, was || null))
</script>

<template><LengthInput takes="length" :label="label" :entry="facts[field]" :hint="hint ?? '–'" :commit="commit" /></template>
