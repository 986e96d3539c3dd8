<script setup lang="ts">
// How much each of four wishes counts when it is chosen who is coped.
import { computed } from 'vue'
import { attempt, setOp, view } from '../../state/job'

const weights = [
  { field: 'short', label: 'Cope the short ones' },
  { field: 'hidden', label: 'Hide the seams' },
  { field: 'hand', label: 'Keep to one hand' },
  { field: 'double', label: 'No piece coped at both ends' },
] as const
const now = computed(() => view.value!.rules.weights)
const emit = defineEmits<{ compare: [] }>()
</script>

<template>
  <div class="weights">
    <h2>House rules for this job</h2>
    <label v-for="w in weights" :key="w.field">{{ w.label }} <b>{{ now[w.field] }}</b>
      <input type="range" min="0" max="100" step="5" :value="now[w.field]" @change="(e) => attempt(setOp('rules', '', w.field, Number((e.target as HTMLInputElement).value), now[w.field]))" />
    </label>
    <p class="small links"><RouterLink :to="{ name: 'rules', params: { job: view!.id } }">All house rules</RouterLink><button class="link small" type="button" @click="emit('compare')">Compare two sets</button></p>
  </div>
</template>

<style scoped>
.weights { padding-bottom: 12px; margin-bottom: 12px; border-bottom: 1px solid var(--rule); }
label { display: grid; grid-template-columns: 1fr auto; font-size: 14px; padding-top: 6px; } b { font-weight: 400; color: var(--pencil); font-size: 13px; }
input { grid-column: 1 / 3; width: 100%; height: 20px; margin: 0; accent-color: var(--chalk); cursor: pointer; }
.links { display: flex; justify-content: space-between; padding-top: 8px; }
@media (max-width: 860px) { input { height: 44px; } }
</style>
