<script setup lang="ts">
// Whose records these are: called otherwise, taken along, or taken out of every job. The desk does it; taking out cannot be undone, so it is asked twice.
import { ref } from 'vue'
import { api, lineOf, take } from '../../api/client'
import { tell } from '../../state/notice'

defineProps<{ names: string[] }>()
const emit = defineEmits<{ done: [] }>()
const naming = ref('')
const to = ref('')
const forgetting = ref('')
async function rename(from: string) {
  try {
    const n = await take(api.POST('/api/shop/people/rename', { body: { from, to: to.value.trim() } }))
    tell(`${from} is ${to.value.trim()} now, in ${n.jobs} ${n.jobs === 1 ? 'job' : 'jobs'}.`)
    naming.value = ''
    emit('done')
  } catch (e) {
    tell(lineOf(e), true)
  }
}
async function forget() {
  try {
    const n = await take(api.POST('/api/shop/people/forget', { body: { name: forgetting.value } }))
    tell(`Their records are gone, from ${n.jobs} ${n.jobs === 1 ? 'job' : 'jobs'}.`)
    forgetting.value = ''
    emit('done')
  } catch (e) {
    tell(lineOf(e), true)
  }
}
const file = (name: string) => `/api/shop/people/records?name=${encodeURIComponent(name)}`
</script>

<template>
  <section v-if="names.length" class="screen-only">
    <h2>Whose records</h2>
    <ul>
      <li v-for="n in names" :key="n">
        <template v-if="naming === n">
          <form @submit.prevent="rename(n)">
            <input v-model="to" maxlength="200" aria-label="called" /><button class="btn plain" type="submit" :disabled="!to.trim()">Rename everywhere</button>
          </form>
        </template>
        <b v-else>{{ n }}</b>
        <span class="do">
          <button class="link" type="button" @click="((naming = naming === n ? '' : n), (to = n))">{{ naming === n ? 'Not now' : 'Rename' }}</button>
          <a class="link" :href="file(n)">All their records</a>
          <button class="link" type="button" @click="forgetting = n">Take out</button>
        </span>
      </li>
    </ul>
    <p class="quiet small">Somebody can be left out of what is learned, and keep their records, under Shop, where people stand.</p>
    <el-dialog v-if="forgetting" :model-value="true" :title="`Take out ${forgetting}?`" width="460px" append-to-body @close="forgetting = ''">
      <p>
        Every mark of {{ forgetting }} goes out of every job: what they cut counts as not cut, what they hung as not up. What could be undone in these jobs
        cannot be any more. There is no way back but a copy of yesterday.
      </p>
      <p class="ask">
        <button class="btn" type="button" @click="forget">Take them out</button
        ><button class="btn plain" type="button" @click="forgetting = ''">Not now</button>
      </p>
    </el-dialog>
  </section>
</template>

<style scoped>
h2 {
  font-size: 16px;
  margin: 18px 0 6px;
}
ul {
  list-style: none;
  padding: 0;
  max-width: 700px;
}
li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  min-height: 46px;
  border-bottom: 1px solid #ece7db;
}
.do {
  display: flex;
  gap: 16px;
}
form {
  display: flex;
  gap: 8px;
}
input {
  height: 40px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 8px;
}
</style>
