<script setup lang="ts">
import { ref } from 'vue'

const emit = defineEmits<{ close: [] }>()
const open = ref(true)
const keys: [string, string][] = [
  ['Alt 1 – 6', 'Look, Measure, Joints, Sticks, Saw, Hang'],
  ['Enter', 'take the value and go on'],
  ['Shift Enter', 'take the value and go back'],
  ['J · K', 'next, previous wall, corner, cut or piece'],
  ['B', 'in a length field: from the burned inch or hundred'],
  ['R', 'read it again (also in a length or corner field)'],
  ['O · D', 'opening on this wall, diagonal (also in a length field)'],
  ['I · O', 'in a corner field: inside, outside'],
  ['S · D', 'in a corner field: the next scale, drop marked'],
  ['P', 'in a field: a reading from the practice instrument'],
  ['U', 'inches or millimetres'],
  ['Space', 'mark cut; at Hang: hung'],
  ['X', 'miscut; at Hang: a joint gapes'],
  ['F', 'the piece on the saw, on the wall'],
  ['I · S · L', 'at Joints: the other piece instead, what is seen, the cut list'],
  ['C · S · F', 'at Will it close?: close it, saw it for the corner, turn it in space'],
  ['Alt ↑ · Alt ↓', 'at the plan of the day: the task earlier, later'],
  ['M', 'at Sticks: move the chosen piece to another stick'],
  ['Ctrl Z · Ctrl Shift Z', 'undo, do again'],
  ['Ctrl K · /', 'go to a wall, corner or piece'],
  ['?', 'this list'],
]
</script>

<template>
  <el-dialog v-model="open" title="Keys" width="520px" @closed="emit('close')">
    <dl>
      <template v-for="[k, what] in keys" :key="k"
        ><dt>
          <kbd>{{ k }}</kbd>
        </dt>
        <dd>{{ what }}</dd></template
      >
    </dl>
    <p class="quiet small">Single keys act when no field has the focus.</p>
  </el-dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 8px 18px;
  margin: 0 0 14px;
}
dd {
  margin: 0;
}
</style>
