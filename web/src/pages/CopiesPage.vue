<script setup lang="ts">
// Copies of everything: where they lie, one made now, one brought back, one taken to another machine.
import { computed, onMounted, ref, shallowRef } from 'vue'
import { api, lineOf, type Schemas, take } from '../api/client'
import { restoreFrom } from '../state/drop'
import { me } from '../state/me'
import { tell } from '../state/notice'

const list = shallowRef<Schemas['CopyList'] | null>(null)
const folder = ref('')
const error = ref('')
const busy = ref('')
/** What is about to be put in the place of everything: said once more before it is done. */
const asked = shallowRef<{ name: string; file?: File } | null>(null)
async function run(what: string, f: () => Promise<unknown>) {
  error.value = ''
  busy.value = what
  try {
    await f()
  } catch (e) {
    error.value = lineOf(e)
  }
  busy.value = ''
}
const show = (l: Schemas['CopyList']) => {
  list.value = l
  folder.value = l.folder
}
const load = async () => show(await take(api.GET('/api/copies')))
onMounted(() => run('', load))
const make = () =>
  run('A copy is being made and checked…', async () => {
    show(await take(api.POST('/api/copies')))
    tell('A copy is kept, and reads.')
  })
const choose = () =>
  run('', async () => {
    show(await take(api.PUT('/api/copies', { body: { folder: folder.value.trim() } })))
    tell('Copies are kept there from now on.')
  })
function file(e: Event) {
  const input = e.target as HTMLInputElement
  if (input.files?.[0]) asked.value = { name: input.files[0].name, file: input.files[0] }
  input.value = ''
}
const restore = () =>
  run('Every job of it is read first…', async () => {
    const a = asked.value!
    asked.value = null
    const done = a.file ? await restoreFrom(a.file) : await take(api.POST('/api/copies/{name}/restore', { params: { path: { name: a.name } } }))
    tell(`${done.jobs} ${done.jobs === 1 ? 'job is' : 'jobs are'} back. What was here before is kept as ${done.kept}.`)
    await load()
  })
const at = (s: string) => new Date(s).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })
const size = (n: number) => (n < 1e6 ? `${Math.ceil(n / 1000)} KB` : `${(n / 1e6).toFixed(1)} MB`)
const newest = computed(() => list.value?.copies[0])
</script>

<template>
  <div class="copies">
    <h1>Copies of everything</h1>
    <p v-if="me && !me.desk" class="quiet">Copies are made and brought back at the desk.</p>
    <template v-else-if="list">
      <p>
        All jobs and the shop, one copy a day while Gnomon runs, each opened and read once it is written. Those of the last 7 days, 4 weeks and 12 months stay.
        <b v-if="newest">The newest is of {{ at(newest.at) }}.</b>
      </p>
      <p class="row">
        <button class="btn main" type="button" :disabled="!!busy" @click="make">Make a copy now</button>
        <label class="btn plain file">Restore a backup file<input type="file" accept=".db,.bak" class="sr" @change="file" /></label>
        <span v-if="busy" class="quiet small" role="status">{{ busy }}</span>
      </p>
      <p v-if="error" class="stop" role="alert">{{ error }}</p>
      <div v-if="asked" class="ask" role="alertdialog" aria-label="Restore">
        <p>
          <b>Put what {{ asked.name }} holds in the place of everything?</b> All jobs and the shop as they are now go, also for those who work on them. They are
          kept as a copy first and can be brought back. Devices stay let in or turned away as they are.
        </p>
        <p class="row">
          <button class="btn main" type="button" @click="restore">Restore it</button
          ><button class="btn plain" type="button" @click="asked = null">Leave everything as it is</button>
        </p>
      </div>
      <form @submit.prevent="choose">
        <label>They lie in <input v-model="folder" maxlength="1000" spellcheck="false" /></label
        ><button class="btn plain" type="submit">Keep them there</button>
      </form>
      <p class="quiet small">A folder on another disk, or on a stick that stays plugged in, outlives this one. Empty is the folder beside the database.</p>
      <p v-if="list.trouble" class="stop" role="alert">{{ list.trouble }}</p>
      <ul>
        <li v-for="c in list.copies" :key="c.name">
          <b>{{ at(c.at) }}</b> <span class="quiet small">{{ size(c.size) }}</span> <a :href="`/api/copies/${c.name}`" download>Take it elsewhere</a
          ><button class="link" type="button" @click="asked = { name: c.name }">Restore</button>
        </li>
      </ul>
      <p v-if="!list.copies.length" class="quiet">None yet.</p>
    </template>
  </div>
</template>

<style scoped>
.copies {
  max-width: 760px;
  padding: 24px 32px 60px;
  display: flex;
  flex-direction: column;
  gap: 14px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
form {
  display: flex;
  gap: 10px;
  align-items: flex-end;
}
label:not(.file) {
  flex: 1;
  display: flex;
  flex-direction: column;
  gap: 2px;
  font-size: 13px;
  color: var(--pencil);
}
input:not(.sr) {
  height: 40px;
  padding: 0 10px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 15px;
  color: var(--ink);
}
.file:focus-within {
  outline: 2px solid var(--chalk);
  outline-offset: 2px;
}
.ask {
  padding: 12px 16px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-left: 4px solid var(--ochre);
  display: flex;
  flex-direction: column;
  gap: 10px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule);
}
li a {
  margin-left: auto;
}
@media (max-width: 860px) {
  .copies {
    padding: 16px 14px 100px;
  }
  li a,
  li .link {
    min-height: 44px;
    display: inline-flex;
    align-items: center;
  }
}
</style>
