<script setup lang="ts">
// A job in the list: how far it has come, what is next, and what can become of it.
import { computed, nextTick, ref } from 'vue'
import { useRouter } from 'vue-router'
import { type JobEntry, lineOf } from '../../api/client'
import { me } from '../../state/me'
import { tell } from '../../state/notice'
import { duplicate, promise, put, rename } from '../../state/joblist'

const props = defineProps<{ job: JobEntry; may: boolean }>()
const router = useRouter()
const open = ref(false)
const naming = ref(false)
const name = ref('')
const field = ref<HTMLInputElement>()
const title = computed(() => props.job.name || 'Untitled job')
const day = (s: string) => new Date(s).toLocaleDateString(undefined, { year: 'numeric', month: 'short', day: 'numeric' })
const to = computed(() => ({ name: me.value?.rights === 'saw' ? 'saw' : 'measure', params: { job: props.job.id } }))
const next = computed(() => props.job.progress && { name: me.value?.rights === 'saw' ? 'saw' : props.job.progress.at, params: { job: props.job.id } })
const late = computed(() => !!props.job.promised && props.job.promised < new Date().toLocaleDateString('sv'))

async function run(f: () => Promise<unknown>, said = '') {
  try {
    await f()
    if (said) tell(said)
  } catch (e) {
    tell(lineOf(e), true)
  }
}
async function callIt() {
  name.value = props.job.name
  naming.value = true
  await nextTick()
  field.value?.focus()
  field.value?.select()
}
function named() {
  if (!naming.value) return
  naming.value = false
  if (name.value.trim() !== props.job.name) void run(() => rename(props.job.id, name.value.trim()))
}
const promised = (e: Event) => run(() => promise(props.job.id, (e.target as HTMLInputElement).value))
const copy = (readings: boolean) =>
  run(
    async () => {
      await duplicate(props.job.id, `${title.value}, ${readings ? 'copy' : 'new start'}`, readings)
      open.value = false
    },
    `${title.value} is duplicated, ${readings ? 'with its readings; what was cut stays with the first one' : 'its bare rooms only'}.`,
  )
async function openIt() {
  if (!props.job.deleted) await router.push(to.value)
}
</script>

<template>
  <li :class="{ open }">
    <div class="line">
      <button
        v-if="may && !job.deleted"
        class="pin"
        type="button"
        :aria-pressed="job.pinned"
        :title="job.pinned ? 'Pinned: stands first' : 'Pin it: it stands first'"
        @click="run(() => put(job.id, { pinned: !job.pinned }))"
      >
        <svg viewBox="0 0 16 16" aria-hidden="true"><path d="M8 1v14M3 6l5-5 5 5" /></svg
        ><span class="sr">{{ job.pinned ? 'Pinned' : 'Pin' }} {{ title }}</span>
      </button>
      <form v-if="naming" @submit.prevent="named">
        <input ref="field" v-model="name" maxlength="200" aria-label="Name of the job" @blur="named" @keydown.esc.stop="naming = false" />
      </form>
      <RouterLink v-else-if="!job.deleted" class="name" :to="to">{{ title }}</RouterLink>
      <b v-else class="name">{{ title }}</b>
      <span class="quiet small when">
        {{ job.rooms }} {{ job.rooms === 1 ? 'room' : 'rooms' }} ·
        <template v-if="job.deleted">can be brought back until {{ day(job.until!) }}</template>
        <template v-else>{{ day(job.touched) }}</template>
      </span>
      <button v-if="job.deleted && may" class="btn plain" type="button" @click="run(() => put(job.id, { deleted: false }), `${title} is back.`)">
        Bring it back
      </button>
      <button v-else-if="may" class="more" type="button" :aria-expanded="open" :aria-label="`More for ${title}`" @click="open = !open">···</button>
    </div>
    <div v-if="!job.deleted" class="line come" @click.self="openIt">
      <span v-if="job.progress" class="marks" :title="job.progress.stops.map((s) => `${s.id}: ${s.text}`).join('\n')">
        <i v-for="s in job.progress.stops" :key="s.id" :class="s.state.replace(' ', '-')"
          ><span class="sr">{{ s.id }}: {{ s.text }}</span></i
        >
      </span>
      <RouterLink v-if="next" class="next" :to="next">{{ job.progress!.next }}</RouterLink>
      <span v-else class="quiet small">…</span>
      <span v-if="job.promised" class="small" :class="late ? 'stop' : 'quiet'">promised {{ day(job.promised) }}{{ late ? ', past' : '' }}</span>
    </div>
    <div v-if="open && may && !job.deleted" class="acts">
      <button class="btn plain" type="button" @click="callIt">Rename</button>
      <label class="day">promised <input type="date" :value="job.promised ?? ''" @change="promised" /></label>
      <button class="btn plain" type="button" @click="copy(true)">Duplicate with readings</button>
      <button class="btn plain" type="button" @click="copy(false)">Duplicate as a new start</button>
      <a class="btn plain" :href="`/api/jobs/${job.id}/file`">Export</a>
      <button
        class="btn plain"
        type="button"
        @click="run(() => put(job.id, { archived: !job.archived }), job.archived ? `${title} is in work again.` : `${title} is put away.`)"
      >
        {{ job.archived ? 'Back to work' : 'Put away' }}
      </button>
      <button
        class="btn plain"
        type="button"
        @click="run(() => put(job.id, { deleted: true }), `${title} is deleted. It can be brought back for 30 days, under deleted.`)"
      >
        Delete
      </button>
    </div>
  </li>
</template>

<style scoped>
li {
  padding: 6px 0 7px;
  border-bottom: 1px solid var(--rule);
}
.line {
  display: flex;
  gap: 10px;
  align-items: center;
}
.name {
  font-weight: 600;
  font-size: 17px;
  color: var(--ink);
  text-decoration: none;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
a.name:hover {
  text-decoration: underline;
}
.when {
  margin-left: auto;
  white-space: nowrap;
}
.come {
  padding-left: 44px;
  min-height: 22px;
}
.come .next {
  color: var(--ink);
  font-size: 15px;
}
.come .small {
  margin-left: auto;
  white-space: nowrap;
}
.marks {
  display: inline-flex;
  gap: 3px;
}
.marks i {
  width: 13px;
  height: 9px;
  border: 1px solid var(--pencil);
  background: none;
}
.marks .in-hand {
  background: linear-gradient(90deg, var(--chalk) 50%, transparent 50%);
  border-color: var(--chalk);
}
.marks .settled {
  background: var(--chalk);
  border-color: var(--chalk);
}
.pin,
.more {
  width: 34px;
  height: 34px;
  flex: none;
  border: 1px solid transparent;
  border-radius: 3px;
  background: none;
  cursor: pointer;
  display: grid;
  place-items: center;
  font-weight: 700;
  color: var(--pencil);
}
.pin:hover,
.more:hover,
.more[aria-expanded='true'] {
  border-color: var(--rule);
  background: var(--sheet);
}
.pin svg {
  width: 15px;
  height: 15px;
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.7;
  opacity: 0.45;
}
.pin[aria-pressed='true'] svg {
  opacity: 1;
  stroke: var(--chalk);
  stroke-width: 2.6;
}
form {
  flex: 1;
}
input {
  height: 36px;
  padding: 0 8px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 15px;
  color: var(--ink);
}
form input {
  width: 100%;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 8px 0 4px 44px;
}
.acts .btn {
  min-height: 36px;
  padding: 3px 12px;
  text-decoration: none;
}
.day {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 14px;
  color: var(--pencil);
}
@media (max-width: 860px) {
  .pin,
  .more {
    width: 44px;
    height: 44px;
  }
  .acts {
    padding-left: 0;
  }
  .acts .btn,
  input {
    min-height: 44px;
  }
}
@media (max-width: 520px) {
  .line:first-child {
    flex-wrap: wrap;
  }
  .name {
    flex: 1;
  }
  .when {
    order: 3;
    flex-basis: 100%;
    padding-left: 54px;
  }
  .come {
    padding-left: 54px;
    flex-wrap: wrap;
  }
}
</style>
