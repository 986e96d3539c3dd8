<script setup lang="ts">
// Every fact of the job, the latest first: searched, of one kind or one person, and taken along as a table.
import { watchDebounced } from '@vueuse/core'
import { ref, shallowRef, watch } from 'vue'
import { api, lineOf, type Schemas, take } from '../../api/client'
import SetText from '../../parts/SetText.vue'
import { view } from '../../state/job'
import { tell } from '../../state/notice'

const text = ref('')
const kind = ref('')
const who = ref('')
const book = shallowRef<Schemas['BookView'] | null>(null)
const names: Record<string, string> = {
  cut: 'cut',
  coped: 'coped',
  miscut: 'miscut',
  recut: 'cut again',
  hung: 'hung',
  fit: 'how it closed',
  ticked: 'done',
  why: 'why a miscut',
  took: 'time',
  came: 'sticks',
  undone: 'taken back',
}
async function read(from = 0) {
  try {
    const query = { text: text.value, kind: kind.value, who: who.value, from }
    const now = await take(api.GET('/api/jobs/{job}/book', { params: { path: { job: view.value!.id }, query } }))
    book.value = from && book.value ? { ...now, facts: [...book.value.facts, ...now.facts] } : now
  } catch (e) {
    tell(lineOf(e), true)
  }
}
watchDebounced(text, () => read(), { debounce: 250 })
watch([kind, who, () => view.value?.revision], () => void read(), { immediate: true })
const when = (at?: string) => (at ? new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' }) : '')
const file = (name: string) => `/api/jobs/${encodeURIComponent(view.value!.id)}/${name}`
</script>

<template>
  <div class="find screen-only">
    <label
      ><span class="sr">Search the book</span><input v-model="text" type="search" maxlength="200" placeholder="Search: a piece, a name, 1/32, filled"
    /></label>
    <label
      ><span class="sr">Kind</span
      ><select v-model="kind">
        <option value="">all kinds</option>
        <option v-for="k in book?.kinds" :key="k" :value="k">{{ names[k] ?? k }}</option>
      </select></label
    >
    <label v-if="book && book.who.length > 1"
      ><span class="sr">Who</span
      ><select v-model="who">
        <option value="">everybody</option>
        <option v-for="w in book.who" :key="w" :value="w">{{ w }}</option>
      </select></label
    >
    <a class="btn plain" :href="file('book.csv')">CSV</a>
    <a class="btn plain" :href="file('book.json')">JSON</a>
  </div>
  <p v-if="book && !book.all" class="quiet">
    {{ text || kind || who ? 'No fact is like that.' : 'Nothing is marked yet: what is cut, hung and told stands here in its order.' }}
  </p>
  <ol v-else-if="book" class="book" aria-label="The book">
    <li v-for="f in book.facts" :key="f.id" :class="{ undone: f.undone }">
      <span class="quiet small">{{ when(f.at) }}</span><span><SetText :text="f.text" /></span><span class="quiet small">{{ f.who }}</span>
    </li>
  </ol>
  <button v-if="book && book.facts.length < book.all" class="btn plain" type="button" @click="read(book.facts.length)">
    More: {{ book.all - book.facts.length }} older
  </button>
</template>

<style scoped>
.find {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-bottom: 8px;
}
.find input,
.find select {
  min-height: 44px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 10px;
  background: var(--sheet);
}
.find input {
  width: min(340px, 80vw);
}
.book {
  list-style: none;
  margin: 0;
  padding: 0;
}
.book li {
  display: grid;
  grid-template-columns: 150px 1fr 110px;
  gap: 12px;
  padding: 5px 0;
  border-bottom: 1px solid #ece7db;
}
.undone span:nth-child(2) {
  text-decoration: line-through;
}
@media (max-width: 640px) {
  .book li {
    grid-template-columns: 1fr auto;
  }
  .book li span:nth-child(2) {
    grid-column: 1 / 3;
    grid-row: 1;
  }
}
</style>
