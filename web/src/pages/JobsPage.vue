<script setup lang="ts">
// The jobs, a new one, or none at all: one corner.
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { mayAll, me } from '../state/me'
import { api, type JobEntry, lineOf, Refused, take } from '../api/client'

const router = useRouter()
const jobs = ref<JobEntry[] | null>(null)
const name = ref('')
const unit = ref<'in' | 'mm'>('in')
const units = [
  { label: 'feet and inches', value: 'in' },
  { label: 'millimetres', value: 'mm' },
]
const error = ref('')

async function guard(f: () => Promise<void>) {
  error.value = ''
  try {
    await f()
  } catch (e) {
    error.value = lineOf(e)
  }
}
onMounted(() => guard(async () => void (jobs.value = (await take(api.GET('/api/jobs'))).jobs)))
const open = (id: string) => router.push({ name: 'measure', params: { job: id } })
const begin = () => guard(async () => void open((await take(api.POST('/api/jobs', { body: { name: name.value.trim(), unit: unit.value } }))).id))
function bring(e: Event) {
  const input = e.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  void guard(async () => {
    const r = await fetch('/api/jobs/import', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: await file.arrayBuffer() })
    const body = await r.json()
    if (!r.ok) throw new Refused(body)
    await open(body.id)
  })
  input.value = ''
}
const day = (s: string) => new Date(s).toLocaleDateString(undefined, { year: 'numeric', month: 'short', day: 'numeric' })
</script>

<template>
  <div class="jobs">
    <section>
      <h1>Jobs</h1>
      <p v-if="jobs && !jobs.length" class="quiet">None yet. Begin one, or try a single corner first.</p>
      <ul>
        <li v-for="j in jobs ?? []" :key="j.id">
          <RouterLink :to="{ name: me?.rights === 'saw' ? 'saw' : 'measure', params: { job: j.id } }">{{ j.name || 'Untitled job' }}</RouterLink>
          <span class="quiet small">{{ j.rooms }} {{ j.rooms === 1 ? 'room' : 'rooms' }} · {{ day(j.created) }}</span>
        </li>
      </ul>
      <p v-if="error" class="stop" role="alert">{{ error }}</p>
    </section>
    <section v-if="mayAll && !me?.job">
      <h2>Begin a job</h2>
      <form @submit.prevent="begin">
        <label>Name <input v-model="name" maxlength="200" placeholder="The Ferry House" /></label>
        <el-segmented v-model="unit" :options="units" aria-label="Measured in" />
        <div class="row">
          <button class="btn main" type="submit">Begin job</button
          ><label class="btn plain file">Import a job file<input type="file" accept=".json,application/json" class="sr" @change="bring" /></label>
        </div>
      </form>
    </section>
    <section class="try">
      <h2>One corner</h2>
      <p>A protractor reading, and there is the saw: mitre, bevel, which side to keep. No job needed.</p>
      <RouterLink class="btn" :to="{ name: 'corner' }">Set one corner</RouterLink>
    </section>
    <section v-if="me?.desk" class="try">
      <h2>Phones and tablets</h2>
      <p>On the ladder and at the saw, on the same job.</p>
      <RouterLink class="btn plain" :to="{ name: 'devices' }">Devices</RouterLink>
    </section>
    <p v-else-if="me?.device">
      <RouterLink class="btn plain" :to="{ name: 'devices' }">{{ me.device }}</RouterLink>
    </p>
    <p class="quiet small foot">
      Gnomon computes from what you enter. The workpiece and the saw’s own manual have the last word; wiring, gas and structural work belong to licensed trades,
      and local code decides.
    </p>
  </div>
</template>

<style scoped>
.jobs {
  max-width: 900px;
  padding: 32px 36px;
  display: grid;
  grid-template-columns: 1.2fr 1fr;
  gap: 32px 48px;
  align-items: start;
}
h1 {
  font-size: 24px;
  margin-bottom: 10px;
}
section:first-child {
  grid-row: 1 / 3;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 12px 0;
  border-bottom: 1px solid var(--rule);
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: baseline;
}
li a {
  font-weight: 600;
  font-size: 17px;
  text-decoration: none;
}
form {
  display: flex;
  flex-direction: column;
  gap: 12px;
  align-items: flex-start;
  margin-top: 8px;
}
form > label {
  display: flex;
  flex-direction: column;
  gap: 3px;
  width: 100%;
  font-size: 13px;
  color: var(--pencil);
}
input:not(.sr) {
  height: 44px;
  padding: 0 12px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 16px;
  color: var(--ink);
}
.row {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
}
.file:focus-within {
  outline: 2px solid var(--chalk);
  outline-offset: 2px;
}
.try p {
  margin: 6px 0 12px;
}
.foot {
  grid-column: 1 / 3;
  border-top: 1px solid var(--rule);
  padding-top: 14px;
}
@media (max-width: 860px) {
  .jobs {
    grid-template-columns: 1fr;
    padding: 20px 16px 90px;
    gap: 28px;
  }
  .foot,
  section:first-child {
    grid-column: 1;
    grid-row: auto;
  }
}
</style>
