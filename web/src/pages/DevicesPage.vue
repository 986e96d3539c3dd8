<script setup lang="ts">
// The desk lets phones and tablets in, and turns them away.
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import { useRoute } from 'vue-router'
import { api, type JobEntry, lineOf, type ShareView, take } from '../api/client'
import QrCode from '../parts/QrCode.vue'
import { leave, me } from '../state/me'
import { tell } from '../state/notice'

const route = useRoute()
const share = shallowRef<ShareView | null>(null)
const jobs = ref<JobEntry[]>([])
const error = ref('')
const at = ref(0) // the address shown
const name = ref('')
const job = ref(typeof route.query.job === 'string' ? route.query.job : '')
const rights = ref<'measure' | 'saw' | 'full'>('measure')
const days = ref(1)
const rightsOffered = [
  { label: 'measure', value: 'measure' },
  { label: 'saw', value: 'saw' },
  { label: 'full', value: 'full' },
]
const daysOffered = [
  { label: 'a day', value: 1 },
  { label: 'a week', value: 7 },
  { label: '90 days', value: 90 },
]
const says: Record<string, string> = {
  measure: 'Enters what is measured: walls, corners, openings, readings. Reads the rest.',
  saw: 'Marks what is cut, miscut and recut, and picks the order at the saw. Reads the rest.',
  full: 'Does all that the desk does, but for letting others in.',
}
const jobName = (id?: string) => (id ? jobs.value.find((j) => j.id === id)?.name || 'one job' : 'the shop')
const address = computed(() => share.value?.addresses[at.value] ?? share.value?.addresses[0])

async function run(f: () => Promise<ShareView>) {
  error.value = ''
  try {
    share.value = await f()
  } catch (e) {
    error.value = lineOf(e)
  }
}
async function look() {
  const was = share.value?.devices.length
  await run(() => take(api.GET('/api/share')))
  if (was !== undefined && (share.value?.devices.length ?? 0) > was) tell(`${share.value!.devices[0]!.name} has joined.`)
}
const poll = setInterval(() => me.value?.desk && document.visibilityState !== 'hidden' && void look(), 2000)
onBeforeUnmount(() => clearInterval(poll))
if (me.value?.desk) void look()
void take(api.GET('/api/jobs'))
  .then((l) => (jobs.value = l.jobs))
  .catch(() => {})

const make = () =>
  run(() =>
    take(api.POST('/api/share/codes', { body: { name: name.value, rights: rights.value, days: days.value, ...(job.value ? { job: job.value } : {}) } })),
  )
const cancel = (id: string) => run(() => take(api.DELETE('/api/share/codes/{id}', { params: { path: { id } } })))
const turnAway = (id: string) => run(() => take(api.DELETE('/api/share/devices/{id}', { params: { path: { id } } })))
const code = computed(() => share.value?.codes.at(-1))
const time = (s: string) => new Date(s).toLocaleString(undefined, { weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
const left = (s: number) => `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`
const goAway = () => leave().catch((e) => (error.value = lineOf(e)))
</script>

<template>
  <div class="devices">
    <section v-if="me && !me.desk" class="mine">
      <h1>{{ me.device }}</h1>
      <p>
        This device was let in to {{ { measure: 'measure', saw: 'mark what is cut', full: 'do all of the work' }[me.rights] }}, for {{ jobName(me.job)
        }}{{ me.until ? `, until ${time(me.until)}` : '' }}. Others are let in at the desk.
      </p>
      <p><button class="btn" type="button" @click="goAway">Leave: forget this device</button></p>
      <p v-if="error" class="stop" role="alert">{{ error }}</p>
    </section>
    <template v-else-if="share && !share.on">
      <section class="mine">
        <h1>Devices</h1>
        <p>Gnomon listens on this machine alone. To work on a ladder or at the saw with a phone or tablet, stop it and start it again with</p>
        <pre>gnomon serve --share --tls</pre>
        <p class="quiet">
          It then listens on the local network too. Nobody there can read or change anything before you let their device in with a code. <b>--tls</b> makes the
          line private with a certificate of its own, which each device trusts once; without it anyone who listens on that network could read what passes, and
          phones cannot go on working out of reach.
        </p>
      </section>
    </template>
    <template v-else-if="share">
      <section class="let">
        <h1>Let a device in</h1>
        <form @submit.prevent="make">
          <label>What you call it <input v-model="name" maxlength="60" placeholder="Nell’s phone" required /></label>
          <label
            >For
            <select v-model="job">
              <option value="">the shop: every job</option>
              <option v-for="j in jobs" :key="j.id" :value="j.id">{{ j.name || 'Untitled job' }}</option>
            </select></label
          >
          <div class="line"><span class="cap">It may</span><el-segmented v-model="rights" :options="rightsOffered" aria-label="It may" /></div>
          <p class="quiet small says">{{ says[rights] }}</p>
          <div class="line"><span class="cap">For how long</span><el-segmented v-model="days" :options="daysOffered" aria-label="For how long" /></div>
          <button class="btn main" type="submit">Make a code</button>
          <p v-if="error" class="stop" role="alert">{{ error }}</p>
        </form>
      </section>
      <section class="code">
        <template v-if="address">
          <div class="steps">
            <figure v-if="address.trust">
              <QrCode :of="address.trust" :label="`Opens the certificate on ${address.text}`" />
              <figcaption><b>1. Trust</b> once. Its fingerprint:</figcaption>
            </figure>
            <figure>
              <QrCode :of="address.join" :label="`Opens ${address.text}`" />
              <figcaption>
                <b>{{ address.trust ? '2. Open' : 'Open' }}</b> {{ address.text }}
              </figcaption>
            </figure>
          </div>
          <p v-if="share.addresses.length > 1" class="small">
            <label
              >reached by
              <select v-model="at">
                <option v-for="(a, i) in share.addresses" :key="a.text" :value="i">{{ a.text }}</option>
              </select></label
            >
          </p>
          <p v-if="share.fingerprint" class="print" role="note" aria-label="The certificate’s number">{{ share.fingerprint }}</p>
        </template>
        <div v-if="code" class="now">
          <p class="quiet">
            {{ address?.trust ? '3. ' : '' }}The code for <b>{{ code.name }}</b>
          </p>
          <p class="digits" :class="{ long: code.digits.length > 9 }">{{ code.digits }}</p>
          <p class="quiet small">works once, for {{ left(code.left) }} more. <button class="link" type="button" @click="cancel(code.id)">Close it</button></p>
        </div>
        <p v-else class="quiet">
          Make a code, open the address on the device, type the code in. The code is in no picture and no address: only who sees this screen has it.
        </p>
        <p v-if="share.guessing" class="caution" role="status">
          <b>Somebody on this network guesses at codes.</b> Short codes that were open are closed. Codes made now have twelve digits, which nobody finds in five
          minutes; make a new one and go on.
        </p>
        <p v-if="share.caution" class="caution"><b>This line is not private.</b> {{ share.caution }}</p>
      </section>
      <section class="list">
        <h2>Let in</h2>
        <p v-if="!share.devices.length" class="quiet">None yet.</p>
        <table v-else>
          <thead>
            <tr>
              <th scope="col">device</th>
              <th scope="col">may</th>
              <th scope="col">for</th>
              <th scope="col">until</th>
              <th scope="col">last heard of</th>
              <th><span class="sr">turn away</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="d in share.devices" :key="d.id">
              <th scope="row">{{ d.name }}</th>
              <td>{{ d.rights }}</td>
              <td>{{ jobName(d.job) }}</td>
              <td>{{ time(d.until) }}</td>
              <td>{{ time(d.seen) }}</td>
              <td>
                <span v-if="d.gone" class="stop small">Turned away; not written yet, and tried until it is.</span
                ><button v-else class="link" type="button" :aria-label="`Turn ${d.name} away`" @click="turnAway(d.id)">Turn away</button>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </template>
    <p v-else class="quiet">{{ error || 'Looking…' }}</p>
  </div>
</template>

<style scoped>
.devices {
  padding: 22px 28px 60px;
  display: grid;
  grid-template-columns: minmax(300px, 380px) 1fr;
  gap: 26px 44px;
  max-width: 1090px;
  align-items: start;
}
.mine {
  grid-column: 1 / 3;
  max-width: 620px;
  display: flex;
  flex-direction: column;
  gap: 12px;
}
h1 {
  font-size: 22px;
}
pre {
  margin: 0;
  padding: 12px 14px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  font-size: 15px;
}
form {
  display: flex;
  flex-direction: column;
  gap: 12px;
  align-items: flex-start;
  padding-top: 12px;
}
form > label {
  width: 100%;
  display: flex;
  flex-direction: column;
  gap: 3px;
  font-size: 13px;
  color: var(--pencil);
}
input,
form select {
  height: 44px;
  padding: 0 12px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 16px;
  color: var(--ink);
}
.line {
  display: flex;
  flex-direction: column;
  gap: 3px;
}
.cap {
  font-size: 13px;
  color: var(--pencil);
}
.says {
  min-height: 38px;
  margin-top: -6px;
}
.code {
  display: flex;
  flex-direction: column;
  gap: 12px;
}
.steps {
  display: flex;
  gap: 28px;
  flex-wrap: wrap;
}
figure {
  margin: 0;
}
figcaption {
  font-size: 14px;
  padding-top: 6px;
  max-width: 260px;
}
.digits {
  font-size: 58px;
  line-height: 1.1;
  font-weight: 700;
  letter-spacing: 0.02em;
  white-space: nowrap;
}
.digits.long {
  font-size: 44px;
}
.print {
  font-size: 15px;
  line-height: 1.6;
  word-spacing: 5px;
  max-width: 420px;
  padding: 8px 12px;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
.caution {
  padding: 9px 13px;
  border-left: 4px solid var(--ochre);
  background: var(--sheet);
  font-size: 14px;
  max-width: 620px;
}
.list {
  grid-column: 1 / 3;
}
table {
  width: 100%;
  border-collapse: collapse;
  margin-top: 6px;
}
th,
td {
  text-align: left;
  padding: 8px 12px 8px 0;
  border-bottom: 1px solid var(--rule);
}
thead th {
  font-size: 13px;
  font-weight: 400;
  color: var(--pencil);
}
tbody th {
  font-weight: 600;
}
@media (max-width: 860px) {
  .devices {
    grid-template-columns: 1fr;
    padding: 16px 14px 100px;
  }
  .list,
  .mine {
    grid-column: 1;
  }
  .list {
    overflow-x: auto;
  }
}
</style>
