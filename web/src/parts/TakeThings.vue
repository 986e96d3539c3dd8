<script setup lang="ts">
// Things to take: those that the shop has beside, and those of another job or a file.
import { computed, ref, shallowRef } from 'vue'
import { api, type JobEntry, lineOf, type Schemas, take } from '../api/client'
import { attempt, view } from '../state/job'
import { tell } from '../state/notice'
import { inShop } from '../state/place'
import { bringIt, stand } from '../state/shop'

const props = defineProps<{ kind: 'saw' | 'moulding' | 'person' | 'nail' }>()
const emit = defineEmits<{ taken: [] }>()
type Thing = Schemas['ThingView']
const others = computed(() => (inShop.value ? [] : (stand.value?.others ?? []).filter((t) => t.kind === props.kind)))
const found = shallowRef<{ from: string; things: Thing[] } | null>(null)
const jobs = shallowRef<JobEntry[]>([])
const elsewhere = ref(false)
const error = ref('')
async function guard(f: () => Promise<void>) {
  error.value = ''
  try {
    await f()
  } catch (e) {
    error.value = lineOf(e)
  }
}
const open = () =>
  guard(async () => {
    elsewhere.value = !elsewhere.value
    if (elsewhere.value) jobs.value = (await take(api.GET('/api/jobs'))).jobs.filter((j) => j.id !== view.value?.id && !j.deleted)
  })
const path = () => ({ path: { job: view.value!.id } })
const show = (from: string, list: Schemas['ThingList']) => (found.value = { from, things: list.things.filter((t) => t.kind === props.kind) })
function fromJob(e: Event) {
  const id = (e.target as HTMLSelectElement).value
  const name = jobs.value.find((j) => j.id === id)?.name ?? ''
  if (id)
    void guard(async () => void show(name, await take(api.POST('/api/jobs/{job}/things', { params: { ...path(), query: { from: id } }, body: {} as never }))))
}
function fromFile(e: Event) {
  const input = e.target as HTMLInputElement
  const file = input.files?.[0]
  if (file)
    void guard(async () => {
      const body = JSON.parse(await file.text()) as never
      show(file.name, await take(api.POST('/api/jobs/{job}/things', { params: path(), body })))
    })
  input.value = ''
}
async function copy(t: Thing) {
  if (await attempt(t.op!)) done(t)
}
async function bring(t: Thing) {
  if (await bringIt({ kind: t.kind, id: t.id })) done(t)
}
function done(t: Thing) {
  tell(`${t.title} is taken.`)
  emit('taken')
}
</script>

<template>
  <div class="take">
    <template v-if="others.length">
      <h3>The shop has beside</h3>
      <ul>
        <li v-for="t in others" :key="t.id">
          <button class="link" type="button" @click="bring(t)">{{ t.title }}</button> <span class="quiet small">{{ t.says }}</span>
        </li>
      </ul>
    </template>
    <button class="link small" type="button" :aria-expanded="elsewhere" @click="open">From another job or a file…</button>
    <div v-if="elsewhere" class="else">
      <select v-if="jobs.length" aria-label="Another job" @change="fromJob">
        <option value="">another job</option>
        <option v-for="j in jobs" :key="j.id" :value="j.id">{{ j.name || 'Untitled job' }}</option>
      </select>
      <label class="btn plain file">A job or shop file<input type="file" accept=".json,application/json" class="sr" @change="fromFile" /></label>
      <template v-if="found">
        <p v-if="!found.things.length" class="quiet small">None in {{ found.from }}.</p>
        <ul v-else>
          <li v-for="t in found.things" :key="t.id">
            <button class="link" type="button" @click="copy(t)">{{ t.title }}</button> <span class="quiet small">{{ t.says }}</span>
          </li>
        </ul>
      </template>
    </div>
    <p v-if="error" class="stop small" role="alert">{{ error }}</p>
  </div>
</template>

<style scoped>
.take {
  display: flex;
  flex-direction: column;
  gap: 6px;
  align-items: flex-start;
  padding-top: 8px;
}
h3 {
  font-size: 14px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 3px 0;
}
.else {
  display: flex;
  flex-direction: column;
  gap: 6px;
  align-items: flex-start;
}
select {
  height: 40px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 8px;
  max-width: 190px;
}
.file:focus-within {
  outline: 2px solid var(--chalk);
  outline-offset: 2px;
}
</style>
