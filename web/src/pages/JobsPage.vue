<script setup lang="ts">
// The jobs, to be lived with for years: what is next in each, found by name, pinned, put away; and a new one.
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { lineOf } from '../api/client'
import { mayAll, me } from '../state/me'
import { tell } from '../state/notice'
import { bring } from '../state/bring'
import { found, list, loadJobs, order, orders, search, shelf, shelves, stopAsking } from '../state/joblist'
import { onShelf } from '../state/listed'
import BeginJob from './jobs/BeginJob.vue'
import FirstSaw from './jobs/FirstSaw.vue'
import JobRow from './jobs/JobRow.vue'

const router = useRouter()
const error = ref('')
onMounted(() => loadJobs().catch((e) => (error.value = lineOf(e))))
onBeforeUnmount(stopAsking)
const may = computed(() => mayAll.value && !me.value?.job)
const many = ref(40)
const count = (at: string) => (list.value?.jobs ?? []).filter((j) => onShelf(j, at)).length
const offered = computed(() => shelves.map((s) => ({ value: s.value, label: count(s.value) ? `${s.label} ${count(s.value)}` : s.label })))
const first = computed(() => list.value && !list.value.jobs.length)
/** Enter in the search opens the first that was found. */
function openFirst() {
  const j = found.value[0]
  if (j && !j.deleted) void router.push({ name: me.value?.rights === 'saw' ? 'saw' : 'measure', params: { job: j.id } })
}
function file(e: Event) {
  const input = e.target as HTMLInputElement
  if (input.files?.[0]) void bring(input.files[0], router).catch((x) => tell(lineOf(x), true))
  input.value = ''
}
</script>

<template>
  <div class="jobs">
    <section class="all">
      <header>
        <h1>Jobs</h1>
        <template v-if="list?.jobs.length">
          <input v-model="search" type="search" aria-label="Find a job" placeholder="Find a job" @keydown.enter="openFirst" />
          <el-segmented v-if="may" v-model="shelf" :options="offered" aria-label="Which jobs" />
          <select v-model="order" aria-label="In the order of">
            <option v-for="o in orders" :key="o.value" :value="o.value">{{ o.label }}</option>
          </select>
        </template>
      </header>
      <p v-if="error" class="stop" role="alert">{{ error }}</p>
      <template v-if="first && may">
        <p class="quiet none">None yet. Begin one, and type its first wall. Or try a single corner first.</p>
        <BeginJob :unit="list!.unit" :fresh="list!.fresh" />
      </template>
      <ul v-else>
        <JobRow v-for="j in found.slice(0, many)" :key="j.id" :job="j" :may="may" />
      </ul>
      <p v-if="list?.jobs.length && !found.length" class="quiet">None here{{ search ? ' that this finds' : '' }}.</p>
      <button v-if="found.length > many" class="btn plain" type="button" @click="many += 100">{{ found.length - many }} more</button>
    </section>
    <aside>
      <template v-if="may && list">
        <FirstSaw v-if="list.fresh" :unit="list.unit" />
        <BeginJob v-if="!first" :unit="list.unit" :fresh="list.fresh" />
        <div>
          <label class="btn plain file">Import a file<input type="file" accept=".json,application/json" class="sr" @change="file" /></label>
          <p class="quiet small">A job or a shop. Any file can be dropped on any page too: a survey, a section.</p>
        </div>
      </template>
      <section>
        <h2>One corner</h2>
        <p>A protractor reading, and there is the saw: mitre, bevel, which side to keep. No job needed.</p>
        <p class="row">
          <RouterLink class="btn" :to="{ name: 'corner' }">Set one corner</RouterLink>
          <template v-if="me?.desk">
            <RouterLink class="btn plain" :to="{ name: 'devices' }">Phones and tablets</RouterLink>
            <RouterLink class="btn plain" :to="{ name: 'copies' }">Copies and restore</RouterLink>
          </template>
          <RouterLink v-else-if="me?.device" class="btn plain" :to="{ name: 'devices' }">{{ me.device }}</RouterLink>
        </p>
      </section>
    </aside>
    <p class="quiet small foot">
      Gnomon computes from what you enter. The workpiece and the saw’s own manual have the last word; wiring, gas and structural work belong to licensed trades,
      and local code decides.
    </p>
  </div>
</template>

<style scoped>
.jobs {
  max-width: 1112px;
  padding: 24px 32px;
  display: grid;
  grid-template-columns: minmax(0, 1.75fr) minmax(280px, 1fr);
  gap: 26px 44px;
  align-items: start;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  padding-bottom: 6px;
}
h1 {
  font-size: 24px;
  margin-right: auto;
}
aside {
  display: flex;
  flex-direction: column;
  gap: 22px;
}
.none {
  padding-bottom: 14px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
input[type='search'],
select {
  height: 40px;
  padding: 0 10px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 15px;
  color: var(--ink);
}
input[type='search'] {
  width: 150px;
}
.row {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
  padding-top: 8px;
}
.file:focus-within {
  outline: 2px solid var(--chalk);
  outline-offset: 2px;
}
aside p {
  margin: 4px 0;
}
.foot {
  grid-column: 1 / 3;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
@media (max-width: 1000px) {
  .jobs {
    grid-template-columns: minmax(0, 1fr);
    padding: 16px 14px 90px;
    gap: 24px;
  }
  .foot {
    grid-column: 1;
  }
}
@media (max-width: 640px) {
  input[type='search'],
  select {
    height: 46px;
    flex: 1;
  }
}
</style>
