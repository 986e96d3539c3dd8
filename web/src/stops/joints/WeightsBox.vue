<script setup lang="ts">
// How much each of five wishes counts when it is chosen who is coped.
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { tryOut } from '../../state/deciding'
import { attempt, setOp, view } from '../../state/job'

const weights = [
  { field: 'short', label: 'Cope the short ones' },
  { field: 'hidden', label: 'Hide the seams' },
  { field: 'hand', label: 'Keep to one hand' },
  { field: 'double', label: 'No piece coped at both ends' },
  { field: 'tight', label: 'Joints that close' },
] as const
const now = computed(() => view.value!.rules.weights)
type Field = (typeof weights)[number]['field']
const op = (field: Field, e: Event) => setOp('rules', '', field, Number((e.target as HTMLInputElement).value), now.value[field] ?? 0)
/** While a weight is moved: what would change if it were let go there. */
const would = ref('')
const weigh = useDebounceFn(async (field: Field, e: Event) => {
  try {
    const t = await tryOut({ ops: [op(field, e)] })
    const n = t.changes.length
    would.value = n
      ? `Let go here, ${n} ${n === 1 ? 'piece changes' : 'pieces change'}: ${t.changes
          .slice(0, 3)
          .map((c) => c.label.toLowerCase())
          .join(', ')}${n > 3 ? ' and others' : ''}.`
      : 'Let go here, no piece changes.'
  } catch {
    would.value = '' // taking it says what is wrong
  }
}, 120)
watch(
  () => view.value?.revision,
  () => (would.value = ''),
)
const emit = defineEmits<{ compare: [] }>()
</script>

<template>
  <div class="weights">
    <h2>House rules for this job</h2>
    <label v-for="w in weights" :key="w.field"
      >{{ w.label }} <b>{{ now[w.field] ?? 0 }}</b>
      <input type="range" min="0" max="100" step="5" :value="now[w.field] ?? 0" @input="(e) => weigh(w.field, e)" @change="(e) => attempt(op(w.field, e))" />
    </label>
    <p class="small would" role="status">{{ would }}</p>
    <p class="small links">
      <RouterLink :to="{ name: 'rules', params: { job: view!.id } }">All house rules</RouterLink
      ><button class="link small" type="button" @click="emit('compare')">Compare two sets</button>
    </p>
  </div>
</template>

<style scoped>
.weights {
  padding-bottom: 12px;
  margin-bottom: 12px;
  border-bottom: 1px solid var(--rule);
}
label {
  display: grid;
  grid-template-columns: 1fr auto;
  font-size: 14px;
  padding-top: 6px;
}
b {
  font-weight: 400;
  color: var(--pencil);
  font-size: 13px;
}
input {
  grid-column: 1 / 3;
  width: 100%;
  height: 20px;
  margin: 0;
  accent-color: var(--chalk);
  cursor: pointer;
}
.would {
  min-height: 1.4em;
  color: var(--chalk);
  padding-top: 4px;
}
.would:empty {
  min-height: 0;
  padding: 0;
}
.links {
  display: flex;
  justify-content: space-between;
  padding-top: 8px;
}
@media (max-width: 860px) {
  input {
    height: 44px;
  }
}
</style>
