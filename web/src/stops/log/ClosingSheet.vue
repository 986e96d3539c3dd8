<script setup lang="ts">
// The plan beside what happened, to print or as a PDF; the times as they were taken, which can be set right.
import { ref } from 'vue'
import { attempt, view } from '../../state/job'
import SetText from '../../parts/SetText.vue'
import type { LogView } from '../../state/log'
import { mayCut } from '../../state/me'
import CameForm from './CameForm.vue'

defineProps<{ log: LogView }>()
const pdf = () => `/api/jobs/${encodeURIComponent(view.value!.id)}/closing.pdf`
const print = () => window.print()
const editing = ref('')
const minutes = ref('')
async function took(about: string) {
  const value = { kind: 'took', took: { about, minutes: minutes.value.trim() || '0' } }
  if (await attempt({ do: 'record', value })) editing.value = ''
}
function edit(id: string, now: number) {
  editing.value = id
  minutes.value = now.toFixed(1)
}
</script>

<template>
  <section class="closing">
    <h2 class="print-only">{{ view!.name }}: closing sheet</h2>
    <table>
      <thead>
        <tr>
          <th scope="col"></th>
          <th scope="col">planned</th>
          <th scope="col">as it was</th>
          <th scope="col"></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in log.closing" :key="r.what">
          <th scope="row">{{ r.what }}</th>
          <td><SetText :text="r.plan" /></td>
          <td>
            <b><SetText :text="r.fact" /></b>
          </td>
          <td class="quiet small"><SetText :text="r.note ?? ''" /></td>
        </tr>
      </tbody>
    </table>
    <p class="how">
      <span v-for="h in log.how" :key="h.how"
        ><b>{{ h.count }}</b> {{ h.word }}</span
      >
    </p>
    <p class="go screen-only"><a class="btn" :href="pdf()" target="_blank">PDF</a><button class="btn plain" type="button" @click="print">Print</button></p>
    <CameForm v-if="mayCut" />
    <details v-if="log.times.length" class="screen-only">
      <summary>Times, as marks told them: {{ log.times.length }}</summary>
      <p class="quiet small">From one mark of somebody to their next; pauses are left out. Set one right here, or to 0 so that it does not count.</p>
      <ul>
        <li v-for="t in log.times" :key="t.record">
          <span
            >{{ t.what || 'a mark' }}<span v-if="t.by" class="quiet small"> · {{ t.by }}</span></span
          >
          <form v-if="editing === t.record" @submit.prevent="took(t.record)">
            <input v-model="minutes" inputmode="decimal" aria-label="minutes" /><button class="btn plain" type="submit">Set</button>
          </form>
          <button v-else class="link" type="button" :disabled="!mayCut" @click="edit(t.record, t.minutes)">
            {{ t.minutes.toFixed(1) }} min{{ t.told ? ', set' : '' }}
          </button>
        </li>
      </ul>
    </details>
  </section>
</template>

<style scoped>
table {
  border-collapse: collapse;
  width: 100%;
  max-width: 900px;
}
th,
td {
  text-align: left;
  padding: 6px 14px 6px 0;
  border-bottom: 1px solid var(--rule);
  vertical-align: top;
  font-weight: 400;
}
thead th {
  font-size: 13px;
  color: var(--pencil);
}
.how {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
}
.go {
  display: flex;
  gap: 8px;
}
ul {
  list-style: none;
  padding: 0;
  max-width: 640px;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 40px;
  border-bottom: 1px solid #ece7db;
}
form {
  display: flex;
  gap: 6px;
}
input {
  width: 84px;
  height: 40px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 8px;
}
</style>
