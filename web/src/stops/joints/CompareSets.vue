<script setup lang="ts">
// Two sets of house rules side by side: what the job comes to by each, and what differs.
import { computed, ref, shallowRef, watch } from 'vue'
import { api, lineOf, take, type RuleBook, type ScoreView, type TrialView } from '../../api/client'
import SetText from '../../parts/SetText.vue'
import { tryOut } from '../../state/deciding'
import { view } from '../../state/job'
import { tell } from '../../state/notice'

const emit = defineEmits<{ close: [] }>()
const open = ref(true)
const book = shallowRef<RuleBook | null>(null)
const beside = ref('')
const set = ref('')
const trial = shallowRef<TrialView | null>(null)
const job = view.value!.id
void take(api.GET('/api/jobs/{job}/rulebook', { params: { path: { job } } })).then((b) => {
  book.value = b
  set.value = b.sets[0]?.name ?? ''
})
watch([set, beside, () => view.value?.revision], async () => {
  try {
    trial.value = await tryOut({ set: set.value, beside: beside.value })
  } catch (e) {
    tell(lineOf(e), true)
  }
})
const lines: { name: string; of: (s: ScoreView) => string | number }[] = [
  { name: 'copes', of: (s) => s.copes },
  { name: 'mitres', of: (s) => s.mitres },
  { name: 'butts', of: (s) => s.butts },
  { name: 'coped at both ends', of: (s) => s.double },
  { name: 'seams facing the way in', of: (s) => s.seams },
  { name: 'copes on the other hand', of: (s) => s.offHand },
  { name: 'scarfs', of: (s) => s.scarfs },
  { name: 'joints glued on the bench', of: (s) => s.bench },
  { name: 'saw moves', of: (s) => s.moves },
  { name: 'sticks, roughly', of: (s) => s.sticks },
  { name: 'their cost', of: (s) => s.cost.text },
  { name: 'cannot be cut or hung', of: (s) => s.stops },
]
const rows = computed(() => (trial.value ? lines.map((l) => ({ name: l.name, is: l.of(trial.value!.is), would: l.of(trial.value!.would) })) : []))
const names = computed(() => book.value?.sets.map((s) => s.name) ?? [])
</script>

<template>
  <el-dialog v-model="open" title="Two sets of house rules" width="760px" append-to-body @closed="emit('close')">
    <p v-if="book && !names.length" class="quiet">The shop keeps no named set yet. Keep these rules under a name at House rules, change some, and compare.</p>
    <template v-else>
      <table>
        <thead>
          <tr>
            <th scope="col" />
            <th scope="col">
              <select v-model="beside" aria-label="First set">
                <option value="">this job as it is</option>
                <option v-for="n in names" :key="n">{{ n }}</option>
              </select>
            </th>
            <th scope="col">
              <select v-model="set" aria-label="Second set">
                <option value="">this job as it is</option>
                <option v-for="n in names" :key="n">{{ n }}</option>
              </select>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.name" :class="{ differs: r.is !== r.would }">
            <th scope="row">{{ r.name }}</th>
            <td>{{ r.is }}</td>
            <td>{{ r.would }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="trial" class="changes">
        <b>{{ trial.changes.length ? `${trial.changes.length} ${trial.changes.length === 1 ? 'piece differs' : 'pieces differ'}` : 'No piece differs' }}</b>
      </p>
      <ul v-if="trial">
        <li v-for="c in trial.changes" :key="c.piece">
          <b>{{ c.label }}</b> <span class="quiet small">{{ view!.rooms.find((r) => r.id === c.room)?.title }}</span> <SetText :text="c.what.join(', ')" />
        </li>
      </ul>
    </template>
  </el-dialog>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
th,
td {
  text-align: left;
  padding: 3px 8px 3px 0;
  border-bottom: 1px solid var(--rule);
  font-weight: 400;
}
.differs td {
  font-weight: 600;
  color: var(--chalk);
}
select {
  height: 38px;
  width: 100%;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 8px;
}
.changes {
  padding-top: 12px;
}
ul {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
  max-height: 116px;
  overflow: auto;
  font-size: 14px;
}
li {
  padding: 3px 0;
  border-bottom: 1px solid #ece7db;
}
@media (max-width: 860px) {
  select {
    height: 44px;
  }
}
</style>
