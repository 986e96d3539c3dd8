<script setup lang="ts">
// The plan of the days: a row for each person, and one for what dries while other work goes on.
import { computed, ref } from 'vue'
import { api, lineOf, type Schemas, take } from '../../api/client'
import EntryField from '../../parts/EntryField.vue'
import PickField from '../../parts/PickField.vue'
import SetText from '../../parts/SetText.vue'
import { attempt, sendNow, setOp, setter, view } from '../../state/job'
import { clientId } from '../../state/client'
import { dayMissed, dayPlan } from '../../state/dayplan'
import { clockHere, tick } from '../../state/hanging'
import { mayAll, mayCut } from '../../state/me'
import { tell } from '../../state/notice'
import { add, waiting } from '../../state/queue'

type Task = Schemas['DayTaskView']
const plan = dayPlan
const missed = dayMissed
const day = computed(() => view.value!.day)
const tasks = computed(() => plan.value?.tasks ?? [])
const inOrder = computed(() => [...tasks.value].sort((a, b) => Number(a.done) - Number(b.done) || a.start - b.start || a.end - b.end))
const rows = computed(() => [...(plan.value?.people ?? []).map((name, i) => ({ name, who: i })), { name: 'dries', who: -1 }])

/** What of a task falls on a day, as a share of that day. */
function on(d: Schemas['DayOfPlan'], from: number, to: number) {
  const [a, b] = [Math.max(from, d.from), Math.min(to, d.to)]
  return b > a ? { left: `${(100 * (a - d.from)) / (d.to - d.from)}%`, width: `${(100 * (b - a)) / (d.to - d.from)}%` } : null
}
const bars = (d: Schemas['DayOfPlan'], who: number) =>
  tasks.value.flatMap((t) => {
    if (who < 0) {
      const at = t.dry > t.end && !(t.done && t.when === 'done') ? on(d, t.end, t.dry) : null
      return at ? [{ t, at, text: t.dries! }] : []
    }
    const mine = t.done ? who === 0 && t.when !== 'done' : t.who === who
    const at = mine ? on(d, t.start, t.end) : null
    return at ? [{ t, at, text: t.what }] : []
  })

/** On a phone what is to be done comes before how it is planned. */
const narrow = matchMedia('(max-width: 640px)').matches
const chosen = ref('')
const dragged = ref('')
async function move(task: string, before: string) {
  if (!task || task === before) return
  try {
    await take(api.POST('/api/jobs/{job}/day/move', { params: { path: { job: view.value!.id } }, body: { client: clientId, task, before } }))
  } catch (e) {
    tell(lineOf(e), true)
  }
}
/** The task that the same person does before it. */
const earlier = (t: Task) => [...tasks.value].filter((k) => !k.done && k.who === t.who && k.start < t.start).sort((a, b) => b.start - a.start)[0]
const later = (t: Task) => [...tasks.value].filter((k) => !k.done && k.who === t.who && k.start > t.start).sort((a, b) => a.start - b.start)[0]
function key(e: KeyboardEvent, t: Task) {
  if (!e.altKey || !['ArrowUp', 'ArrowDown'].includes(e.key)) return
  e.preventDefault()
  const other = e.key === 'ArrowUp' ? earlier(t) : later(t)
  if (other) void (e.key === 'ArrowUp' ? move(t.id, other.id) : move(other.id, t.id))
}
const when = ref<{ id: string; at: string } | null>(null)
async function done(t: Task) {
  await tick(t.id, t.where ? `${t.what}, ${t.where}` : t.what, when.value?.id === t.id ? when.value.at : clockHere())
  when.value = null
}
async function notDone(t: Task) {
  await add({ job: view.value!.id, what: 'take_back', piece: '', label: t.what, of: t.ticked!, step: 'hang' })
  await sendNow()
}
const pending = computed(() => new Set(waiting.value.filter((d) => d.what === 'ticked').map((d) => d.mark!.ticked!.task)))
const set = (field: string) => setter('day', '', field)
const print = () => window.print()
</script>

<template>
  <p v-if="missed && !plan" class="none">The plan of the day is worked out by the program, and that is out of reach: {{ missed }}</p>
  <p v-else-if="plan && !tasks.length" class="none">Nothing is planned yet: measure a room and say what runs along its walls, and its work stands here.</p>
  <div v-else-if="plan" class="plan">
    <header>
      <h1 class="print-only">{{ view!.name }}: plan of the days</h1>
      <details v-if="mayAll" class="screen-only" :open="!narrow">
        <summary>Days, hours and people</summary>
        <div class="fields">
          <EntryField label="first day" :value="day.start" :commit="set('start')" placeholder="2031-05-02" class="date" />
          <EntryField label="from" :value="day.from" :commit="set('from')" class="hour" />
          <EntryField label="to" :value="day.to" :commit="set('to')" class="hour" />
          <PickField
            label="people"
            :value="String(day.people || 1)"
            :options="['1', '2', '3', '4'].map((n) => ({ value: n, label: n }))"
            @pick="(n) => attempt(setOp('day', '', 'people', Number(n), day.people))"
          />
          <label class="tick"
            ><input type="checkbox" :checked="day.weekends" @change="attempt(setOp('day', '', 'weekends', !day.weekends, day.weekends))" /> weekends too</label
          >
          <EntryField label="promised for" :value="view!.promised" :commit="setter('job', '', 'promised')" placeholder="2031-05-09" class="date" />
          <RouterLink v-if="mayAll" class="btn plain" :to="{ name: 'times', params: { job: view!.id } }">Times</RouterLink>
          <a class="btn plain" :class="{ off: !plan.dated }" :href="plan.dated ? `/api/jobs/${encodeURIComponent(view!.id)}/day.ics` : undefined" download
            >Calendar</a
          >
          <button class="btn plain" type="button" @click="print">Print</button>
        </div>
      </details>
      <p>
        <b>{{ plan.work }}</b> of work left; done by <b><SetText :text="plan.ends" /></b>. No order gets it done before <SetText :text="plan.bound" />.
      </p>
      <p v-for="f in plan.findings" :key="f.key + f.text" :class="f.severity"><SetText :text="`${f.text} ${f.why} ${f.remedy}`" /></p>
      <p v-for="m in plan.moves" :key="m.id" class="small screen-only">
        Moved: {{ m.text }}. <button class="link" type="button" @click="attempt({ do: 'remove', kind: 'moved', id: m.id })">Take it back</button>
      </p>
    </header>
    <div class="line" role="img" :aria-label="`Bars of ${plan.days.length} days, told one by one in the list below`">
      <div class="names" aria-hidden="true">
        <span class="top" /><span v-for="r in rows" :key="r.who">{{ r.name }}</span>
      </div>
      <div class="days">
        <div v-for="d in plan.days" :key="d.from" class="day">
          <span class="top">{{ d.title }}</span>
          <div v-for="r in rows" :key="r.who" class="row" :class="{ dry: r.who < 0 }">
            <button
              v-for="(b, i) in bars(d, r.who)"
              :key="b.t.id + i"
              type="button"
              class="bar"
              tabindex="-1"
              :class="{ on: chosen === b.t.id, long: b.t.long, done: b.t.done, over: dragged && dragged !== b.t.id }"
              :style="b.at"
              :draggable="r.who >= 0 && !b.t.done && mayAll"
              :title="`${b.text}${b.t.where ? ', ' + b.t.where : ''}: ${b.t.when}`"
              @click="chosen = b.t.id"
              @dragstart="dragged = b.t.id"
              @dragend="dragged = ''"
              @dragover.prevent
              @drop.prevent="move(dragged, b.t.id)"
            >
              {{ b.text }}
            </button>
          </div>
        </div>
      </div>
    </div>
    <p class="quiet small screen-only">
      Bars on the longest path are edged. Drag one onto another to do it first, or Alt ↑ ↓ in the list; what it waits for stays before it.
    </p>
    <ol class="list">
      <li
        v-for="t in inOrder"
        :key="t.id"
        :class="{ on: chosen === t.id, done: t.done || pending.has(t.id) }"
        tabindex="0"
        @keydown="key($event, t)"
        @focus="chosen = t.id"
      >
        <span class="what"
          ><b>{{ t.what }}</b
          >{{ t.where ? `, ${t.where}` : '' }} <span class="quiet small"><SetText :text="t.detail" /></span
        ></span>
        <span class="when"
          ><SetText :text="t.when" />
          <span v-if="!t.done && t.start !== t.end" class="quiet small takes"
            >{{ t.takes }}{{ t.who >= 0 && plan.people.length > 1 ? `, ${plan.people[t.who]}` : '' }}</span
          ></span
        >
        <span class="quiet small why"><SetText :text="[t.after, t.dries ? `then ${t.dries}` : ''].filter(Boolean).join('; ')" /></span>
        <span class="do screen-only">
          <template v-if="!t.done && !pending.has(t.id)">
            <button
              v-if="mayAll && earlier(t)"
              class="link"
              type="button"
              :aria-label="`${t.what} before ${earlier(t)!.what}`"
              @click="move(t.id, earlier(t)!.id)"
            >
              Earlier
            </button>
            <template v-if="when?.id === t.id"
              ><input v-model="when!.at" class="typed" aria-label="when it was done" />
              <button class="btn plain" type="button" @click="done(t)">Done then</button></template
            >
            <template v-else>
              <button class="link" type="button" :disabled="!mayCut" @click="when = { id: t.id, at: clockHere() }">at another time</button>
              <button class="btn plain" type="button" :disabled="!mayCut" @click="done(t)">Done</button>
            </template>
          </template>
          <button v-else-if="t.ticked" class="link" type="button" @click="notDone(t)">Not done after all</button>
        </span>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.none {
  padding: 40px 0;
  max-width: 60ch;
}
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 10px;
  align-items: flex-end;
  padding-bottom: 8px;
}
h1 {
  font-size: 15pt;
}
summary {
  cursor: pointer;
  padding: 4px 0;
  color: var(--pencil);
}
.date {
  width: 128px;
}
.hour {
  width: 76px;
}
.tick {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 40px;
}
.off {
  opacity: 0.5;
}
.line {
  display: flex;
  margin: 8px 0 4px;
}
.names {
  flex: none;
  width: 76px;
  display: flex;
  flex-direction: column;
  font-size: 13px;
}
.names span {
  height: 40px;
  display: flex;
  align-items: center;
}
.days {
  flex: 1;
  display: flex;
  overflow-x: auto;
}
.day {
  flex: 1 0 270px;
  border-left: 1px solid var(--rule);
}
.line .top {
  display: block;
  height: 22px;
  font-size: 13px;
  padding-left: 4px;
  color: var(--pencil);
}
.row {
  position: relative;
  height: 40px;
  border-top: 1px solid #ece7db;
}
.bar {
  position: absolute;
  top: 4px;
  height: 32px;
  padding: 0 4px;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: clip;
  text-align: left;
  border: 1px solid #fff;
  border-radius: 2px;
  background: var(--pine);
  font: 400 12.5px var(--narrow);
  cursor: pointer;
}
.bar.long {
  border: 2px solid var(--pine-edge);
}
.bar.done {
  background: var(--leaf-wash);
}
.bar.on {
  outline: 2px solid var(--chalk);
  z-index: 2;
}
.dry .bar {
  background: repeating-linear-gradient(45deg, #eef3f7 0 6px, #dbe6ee 6px 12px);
  top: 10px;
  height: 20px;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list li {
  display: grid;
  grid-template-columns: minmax(150px, 1.3fr) minmax(130px, 1fr) minmax(110px, 1.1fr) 262px;
  gap: 0 14px;
  align-items: center;
  min-height: 40px;
  border-bottom: 1px solid #ece7db;
  padding: 2px 6px;
}
.list li.on {
  background: var(--chalk-wash);
}
.list .done .what b {
  text-decoration: line-through;
  font-weight: 400;
}
.do {
  display: flex;
  gap: 10px;
  align-items: center;
  justify-content: flex-end;
}
.takes {
  display: block;
}
.typed {
  width: 150px;
  height: 36px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 6px;
}
@media (max-width: 860px) {
  .list li {
    grid-template-columns: 1fr auto;
    padding: 8px 0;
  }
  .why {
    grid-column: 1 / 3;
  }
  .do {
    grid-column: 1 / 3;
    justify-content: flex-end;
  }
  .do .btn,
  .do .link {
    min-height: 44px;
  }
}
@media print {
  /* One page for a house: bars, and a line for each task. */
  .days {
    overflow: visible;
    flex-wrap: wrap;
  }
  .day {
    flex: 1 0 45%;
  }
  .names {
    display: none;
  }
  .line .top {
    height: 16px;
  }
  .row {
    height: 24px;
  }
  .bar {
    height: 20px;
    top: 2px;
    font-size: 8pt;
    border-color: var(--pine-edge);
    print-color-adjust: exact;
  }
  .dry .bar {
    top: 4px;
    height: 15px;
  }
  .list li {
    break-inside: avoid;
    grid-template-columns: 1.5fr 1fr;
    min-height: 0;
    padding: 1px 0;
    font-size: 8.5pt;
    line-height: 1.12;
  }
  .list .small {
    font-size: 7.5pt;
  }
  .why {
    display: none;
  }
  .takes {
    display: inline;
    margin-left: 8px;
  }
}
</style>
