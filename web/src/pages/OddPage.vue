<script setup lang="ts">
// Odd places: the step, the stair, the bend, the pipe, the old piece; each a drawing with its fields, the answer on it, and its
// pieces as this saw cuts them. One of a job is put in a room from here.
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, type DetailView, lineOf, take, type WorkedView } from '../api/client'
import EntryField from '../parts/EntryField.vue'
import OddAnswer from '../parts/OddAnswer.vue'
import OddPicture from '../parts/OddPicture.vue'
import SetText from '../parts/SetText.vue'
import { view } from '../state/job'
import { useKeys } from '../state/keys'
import { room } from '../state/place'
import BenchTabs from './bench/BenchTabs.vue'
import { valuesOf } from './bench/given'
import OddFields from './bench/OddFields.vue'
import PutInRoom from './bench/PutInRoom.vue'

const route = useRoute()
const router = useRouter()
const job = computed(() => (typeof route.params.job === 'string' ? route.params.job : '') || view.value?.id || '')
const all = shallowRef<DetailView[]>([])
const error = ref('')
const worked = shallowRef<WorkedView | null>(null)
watch(
  job,
  async (id) => {
    try {
      all.value = await take(api.GET('/api/bench/details', { params: { query: { job: id } } }))
    } catch (e) {
      error.value = lineOf(e)
    }
  },
  { immediate: true },
)
const detail = computed(() => all.value.find((d) => d.name === route.query.detail) ?? all.value[0])
const moulding = computed(() => (typeof route.query.moulding === 'string' ? route.query.moulding : ''))
/** What is given stands in the address, so that it can be kept, sent and gone back to. */
const typed = computed(() => {
  const of = route.query.field
  const out: Record<string, string> = {}
  for (const f of Array.isArray(of) ? of : of ? [of] : []) {
    const [name, ...text] = String(f).split('=')
    out[name!] = text.join('=')
  }
  return out
})
const given = computed(() => {
  if (route.query.field !== undefined) return typed.value
  return Object.fromEntries((detail.value?.fields ?? []).flatMap((f) => (f.begins ? [[f.name, f.begins]] : [])))
})
const asked = computed(() => {
  const d = detail.value
  return d ? Object.entries(given.value).flatMap(([name, text]) => valuesOf(d, name, text).map((t) => `${name}=${t}`)) : []
})
async function put(name: string, text: string) {
  const next = { ...given.value, [name]: text }
  if (!text) delete next[name]
  const field = Object.entries(next).map(([k, t]) => `${k}=${t}`)
  await router.replace({ query: { ...route.query, detail: detail.value!.name, field: field.length ? field : '' } })
}
const open = (name: string) => router.replace({ query: { ...route.query, detail: name, field: undefined } })
const pickMoulding = (id: string) => router.replace({ query: { ...route.query, moulding: id || undefined } })
let last = 0
watch(
  [() => detail.value?.name, asked, moulding, job],
  async () => {
    const d = detail.value
    if (!d) return
    const me = ++last
    try {
      const query = { detail: d.name, field: asked.value, job: job.value, moulding: moulding.value }
      const w = await take(api.GET('/api/bench/detail', { params: { query } }))
      if (me !== last) return
      worked.value = w
      error.value = ''
    } catch (e) {
      if (me === last) error.value = lineOf(e)
    }
  },
  { immediate: true },
)
watch(
  () => detail.value?.name,
  () => (worked.value = null),
  { flush: 'sync' },
)
const onDrawing = computed(() => worked.value?.drawn.dims.flatMap((d) => (d.field ? [d.field] : [])) ?? [])
const field = (name: string) => detail.value!.fields.find((f) => f.name === name)!
function step(by: number) {
  const i = all.value.findIndex((d) => d.name === detail.value?.name)
  const d = all.value[(i + by + all.value.length) % (all.value.length || 1)]
  if (d) void open(d.name)
}
useKeys({ j: () => step(1), k: () => step(-1) })
/** Mouldings of the job that its pieces can be of, where it asks how high they are. */
const mouldings = computed(() => (detail.value?.fields.some((f) => f.name === 'height' || f.name === 'thickness') ? (view.value?.mouldings ?? []) : []))
const hidden = computed(() => [...onDrawing.value, ...(moulding.value && mouldings.value.length ? ['height', 'thickness'] : [])])
</script>

<template>
  <div class="page">
    <BenchTabs />
    <div v-if="detail" class="cols">
      <nav class="names" aria-label="Odd places">
        <button
          v-for="d in all"
          :key="d.name"
          type="button"
          :class="{ on: d.name === detail.name }"
          :aria-current="d.name === detail.name"
          @click="open(d.name)"
        >
          {{ d.title }}
        </button>
        <p class="quiet small keys"><kbd>J</kbd> <kbd>K</kbd> go through them.</p>
      </nav>
      <main>
        <header>
          <select class="pick" :value="detail.name" aria-label="Odd place" @change="(e) => open((e.target as HTMLSelectElement).value)">
            <option v-for="d in all" :key="d.name" :value="d.name">{{ d.title }}</option>
          </select>
          <h1>{{ detail.title }}</h1>
          <p class="quiet"><SetText :text="detail.says" /></p>
        </header>
        <div class="drawing" :class="{ stale: error }">
          <OddPicture v-if="worked" :of="worked.drawn">
            <template #field="{ of: name }">
              <EntryField
                class="on"
                :label="field(name).label"
                :value="given[name] ?? ''"
                :placeholder="field(name).stands"
                :commit="(t: string) => put(name, t)"
                alone
              />
            </template>
          </OddPicture>
        </div>
        <p v-if="error" class="stop" role="alert"><SetText :text="error" /></p>
        <label v-if="mouldings.length" class="moulding"
          ><span>pieces of</span>
          <select :value="moulding" aria-label="Moulding of its pieces" @change="(e) => pickMoulding((e.target as HTMLSelectElement).value)">
            <option value="">sizes typed</option>
            <option v-for="m in mouldings" :key="m.id" :value="m.id">{{ m.name || m.id }}</option>
          </select></label
        >
        <OddFields :of="detail" :given="given" :drawn="hidden" :put="put" />
      </main>
      <section v-if="worked" class="result" :class="{ stale: error }" aria-live="polite">
        <OddAnswer :of="worked" />
        <PutInRoom v-if="room && detail.place && !error" :of="detail" :worked="worked" :moulding="moulding" />
        <p v-else-if="!view && detail.place" class="quiet small">Open a job, and it can be put in one of its rooms from here.</p>
      </section>
    </div>
    <p v-else-if="error" class="stop" role="alert">{{ error }}</p>
  </div>
</template>

<style scoped>
.page {
  min-height: 100%;
}
.cols {
  display: grid;
  grid-template-columns: 190px minmax(320px, 1.25fr) minmax(320px, 1fr);
  gap: 0 22px;
  padding: 8px 20px 24px;
  align-items: start;
}
.names {
  display: flex;
  flex-direction: column;
}
.names button {
  text-align: left;
  min-height: 32px;
  padding: 2px 10px;
  border: 0;
  border-left: 3px solid transparent;
  background: none;
  font: inherit;
  color: var(--ink);
  cursor: pointer;
}
.names button.on {
  border-left-color: var(--chalk);
  background: var(--chalk-wash);
  font-weight: 600;
}
.keys {
  padding: 8px 10px;
}
main {
  display: flex;
  flex-direction: column;
  gap: 10px;
  min-width: 0;
}
h1 {
  font-size: 20px;
}
.pick {
  display: none;
}
.drawing {
  height: 300px;
}
.stale {
  opacity: 0.45;
}
.on :deep(label) {
  font-size: 12px;
  line-height: 1.2;
  white-space: normal;
}
.on :deep(.box),
.on :deep(input) {
  width: 100%;
  min-width: 0;
}
.moulding {
  display: flex;
  gap: 10px;
  align-items: center;
}
.moulding span {
  font-size: 13px;
  color: var(--pencil);
}
select {
  min-height: 40px;
  font: inherit;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 8px;
}
.result {
  display: flex;
  flex-direction: column;
  gap: 14px;
  min-width: 0;
  padding-top: 6px;
}
@media (max-width: 1100px) {
  .cols {
    grid-template-columns: 1fr 1fr;
  }
  .names {
    display: none;
  }
  .pick {
    display: block;
    width: 100%;
    margin-bottom: 6px;
  }
  h1 {
    display: none;
  }
}
@media (max-width: 760px) {
  .cols {
    grid-template-columns: 1fr;
    padding: 6px 12px 24px;
    gap: 14px;
  }
  .pick,
  select {
    min-height: 48px;
  }
  .drawing {
    height: 250px;
  }
}
</style>
