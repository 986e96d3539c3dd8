<script setup lang="ts">
// The readings taken of one thing: choose one to change, throw one away.
import { attempt } from '../../state/job'
import type { Chip } from './chips'

const props = defineProps<{ of: string; kind: 'length' | 'reading'; list: Chip[]; slotId: string; spread?: string }>()
defineEmits<{ take: [id: string] }>()
const remove = (id: string) => attempt({ do: 'remove', kind: props.kind, id })
</script>

<template>
  <ul v-if="list.length > 1 || (list.length && !slotId)" class="chips" :aria-label="`Readings of this ${of}`">
    <li v-for="(r, i) in list" :key="r.id" :class="{ on: r.id === slotId }">
      <button type="button" :aria-label="`Reading ${i + 1}, ${r.text}${r.notes.join('')}`" @click="$emit('take', r.id)">
        {{ r.text }}<small v-for="n in r.notes" :key="n"> {{ n }}</small>
      </button>
      <button class="x" type="button" :aria-label="`Remove reading ${i + 1}`" @click="remove(r.id)">×</button>
    </li>
    <li v-if="!slotId" class="on new">new reading</li>
    <li v-if="spread" class="spread quiet">spread {{ spread }}</li>
  </ul>
</template>

<style scoped>
.chips {
  flex-basis: 100%;
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: 13.5px;
  align-items: center;
}
.chips li {
  display: flex;
  border: 1px solid var(--rule);
  border-radius: 3px;
  min-height: 28px;
  align-items: center;
}
.chips li.on {
  border-color: var(--chalk);
  box-shadow: inset 0 0 0 1px var(--chalk);
}
.chips .new {
  padding: 0 8px;
  color: var(--chalk);
}
.chips .spread {
  border: 0;
}
.chips button {
  border: 0;
  background: none;
  cursor: pointer;
  padding: 3px 8px;
}
.chips .x {
  padding: 3px 7px;
  color: var(--pencil);
  border-left: 1px solid var(--rule);
}
@media (max-width: 860px) {
  .chips li,
  .chips button {
    min-height: 44px;
  }
}
</style>
