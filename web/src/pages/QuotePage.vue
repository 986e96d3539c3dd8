<script setup lang="ts">
// The quote as a customer reads it, with its words to fill in beside it.
import { computed, ref } from 'vue'
import SetText from '../parts/SetText.vue'
import { lineOf } from '../api/client'
import { change, setOp, view } from '../state/job'
import { mayAll } from '../state/me'
import { tell } from '../state/notice'
import { sheet, useSheet } from '../state/sheet'

useSheet()
const q = computed(() => view.value!.quote)
type Word = 'for' | 'from' | 'number' | 'date' | 'included' | 'excluded' | 'note'
const fields: { id: Word; label: string; rows: number; hint: string }[] = [
  { id: 'number', label: 'Number', rows: 1, hint: '' },
  { id: 'date', label: 'Date', rows: 1, hint: '' },
  { id: 'for', label: 'For', rows: 3, hint: 'Name and place, as far as you want them on paper' },
  { id: 'from', label: 'From', rows: 3, hint: '' },
  { id: 'included', label: 'Included, a line each', rows: 4, hint: '' },
  { id: 'excluded', label: 'Not included, a line each', rows: 5, hint: '' },
  { id: 'note', label: 'Note', rows: 3, hint: 'How long it holds, when it is paid' },
]
const error = ref('')
async function set(id: Word, e: Event) {
  const value = (e.target as HTMLTextAreaElement).value
  if (value === (q.value[id] ?? '')) return
  error.value = ''
  try {
    await change(setOp('quote', '', id, value, q.value[id] ?? ''))
  } catch (x) {
    error.value = lineOf(x)
    tell(error.value, true)
  }
}
const lines = (s?: string) => (s ?? '').split('\n').filter((l) => l.trim())
const print = () => window.print()
const file = (name: string) => `/api/jobs/${view.value!.id}/${name}`
</script>

<template>
  <p v-if="!mayAll" class="lost quiet">What a job earns and costs is seen at the desk, and by devices with full rights.</p>
  <div v-else class="quote">
    <div class="words screen-only">
      <h1>Quote</h1>
      <label v-for="f in fields" :key="f.id"
        >{{ f.label }}
        <textarea :rows="f.rows" :value="q[f.id] ?? ''" :placeholder="f.hint" @change="(e) => set(f.id, e)" />
      </label>
      <p v-if="error" class="stop small" role="alert">{{ error }}</p>
      <p class="quiet small">Nothing stands on the sheet but what you type here and the figures.</p>
    </div>
    <div class="desk">
      <div class="tools screen-only">
        <a class="btn main" :href="file('quote.pdf')">Quote as PDF</a><button class="btn plain" type="button" @click="print">Print</button>
        <a class="btn plain" :href="file('shopping.pdf')">Shopping list, PDF</a><a class="btn plain" :href="file('shopping.csv')">CSV</a>
        <RouterLink class="btn plain" :to="{ name: 'look', params: { job: view!.id } }">Back to Look</RouterLink>
      </div>
      <p v-if="sheet?.unpriced" class="check screen-only unpriced" role="alert">
        {{ sheet.unpriced }} <RouterLink :to="{ name: 'look', params: { job: view!.id } }">Set it</RouterLink>
      </p>
      <article v-if="sheet" class="sheet">
        <header>
          <h1>Quote</h1>
          <div class="right">
            <p v-if="q.number">No. {{ q.number }}</p>
            <p>{{ q.date }}</p>
          </div>
        </header>
        <h2>{{ view!.name }}</h2>
        <div v-if="q.for || q.from" class="two">
          <div>
            <p class="cap">For</p>
            <p class="lines">{{ q.for }}</p>
          </div>
          <div v-if="q.from">
            <p class="cap">From</p>
            <p class="lines">{{ q.from }}</p>
          </div>
        </div>
        <p class="basis">{{ sheet.basis }}</p>
        <table>
          <tbody v-for="g in sheet.groups" :key="g.id">
            <tr class="group">
              <th scope="rowgroup" colspan="3">{{ g.title }}</th>
              <td class="num">{{ g.sum.text }}</td>
            </tr>
            <tr v-for="(l, i) in g.lines" :key="i">
              <td><SetText :text="l.name" /></td>
              <td class="num">{{ l.count }}</td>
              <td class="num">{{ l.rate.text }}</td>
              <td class="num">{{ l.amount.text }}</td>
            </tr>
          </tbody>
          <tbody class="sums">
            <tr v-for="s in sheet.sums" :key="s.id" :class="s.id">
              <th scope="row" colspan="3">{{ s.title }}</th>
              <td class="num">{{ s.amount.text }}</td>
            </tr>
          </tbody>
        </table>
        <div class="two">
          <div v-if="lines(q.included).length">
            <h3>Included</h3>
            <ul>
              <li v-for="l in lines(q.included)" :key="l">{{ l }}</li>
            </ul>
          </div>
          <div v-if="lines(q.excluded).length">
            <h3>Not included</h3>
            <ul>
              <li v-for="l in lines(q.excluded)" :key="l">{{ l }}</li>
            </ul>
          </div>
        </div>
        <p v-if="q.note" class="lines note">{{ q.note }}</p>
      </article>
      <p v-else class="quiet">Working it out…</p>
    </div>
  </div>
</template>

<style scoped>
.quote {
  display: flex;
  height: 100%;
}
.words {
  width: 330px;
  flex: none;
  padding: 14px 18px;
  overflow-y: auto;
  border-right: 1px solid var(--rule);
  display: flex;
  flex-direction: column;
  gap: 9px;
}
h1 {
  font-size: 20px;
}
label {
  display: flex;
  flex-direction: column;
  font-size: 13px;
  color: var(--pencil);
  gap: 2px;
}
textarea {
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  padding: 7px 10px;
  font: inherit;
  font-size: 15px;
  color: var(--ink);
  resize: vertical;
}
textarea:focus {
  outline: none;
  border-color: var(--chalk);
  box-shadow: inset 0 0 0 1px var(--chalk);
}
.desk {
  flex: 1;
  min-width: 0;
  overflow-y: auto;
  padding: 14px 20px 30px;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-bottom: 12px;
}
.unpriced {
  max-width: 720px;
  margin: 0 0 12px;
}
.sheet {
  background: #fff;
  border: 1px solid var(--rule);
  max-width: 720px;
  padding: 34px 40px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.sheet h1 {
  font-size: 26px;
}
.sheet h2 {
  font-size: 17px;
  margin: 2px 0 12px;
}
.right {
  text-align: right;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 24px;
  margin: 12px 0;
}
.cap {
  font-size: 12.5px;
  color: var(--pencil);
}
.lines {
  white-space: pre-line;
}
.basis {
  color: var(--pencil);
  font-size: 14px;
  margin-bottom: 8px;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 14.5px;
}
td,
th {
  padding: 3px 0;
  text-align: left;
  font-weight: 400;
}
.num {
  text-align: right;
  white-space: nowrap;
  padding-left: 16px;
}
.group th,
.group td {
  font-weight: 600;
  padding-top: 12px;
  border-bottom: 1px solid var(--ink);
}
.sums th {
  text-align: right;
  padding-top: 5px;
}
.sums tr:first-child th,
.sums tr:first-child td {
  border-top: 1px solid var(--ink);
}
.sums .total th,
.sums .total td {
  font-weight: 700;
  font-size: 19px;
}
ul {
  margin: 4px 0;
  padding-left: 18px;
}
.note {
  margin-top: 10px;
}
@media (max-width: 1100px) {
  .quote {
    flex-direction: column-reverse;
    height: auto;
  }
  .words {
    width: auto;
    border: 0;
    border-top: 1px solid var(--rule);
  }
  .desk {
    overflow: visible;
  }
}
@media (max-width: 640px) {
  .sheet {
    padding: 18px 14px;
  }
  .two {
    grid-template-columns: 1fr;
    gap: 8px;
  }
  .desk,
  .words {
    padding: 12px;
  }
  .words {
    padding-bottom: 90px;
  }
}
@media print {
  .quote {
    display: block;
    height: auto;
  }
  .desk {
    padding: 0;
    overflow: visible;
  }
  .sheet {
    border: 0;
    padding: 0;
    max-width: none;
    font-size: 10.5pt;
  }
  tbody,
  .two {
    break-inside: avoid;
  }
}
</style>
