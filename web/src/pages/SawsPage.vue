<script setup lang="ts">
// The saws: what each reaches and takes, its test cuts, and what they say of it.
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, lineOf, take } from '../api/client'
import EntryField from '../parts/EntryField.vue'
import ListAndOne from '../parts/ListAndOne.vue'
import LooseField from '../parts/LooseField.vue'
import PickField from '../parts/PickField.vue'
import ShopLine from '../parts/ShopLine.vue'
import TakeThings from '../parts/TakeThings.vue'
import { me } from '../state/me'
import { inShop } from '../state/place'
import { useShop } from '../state/shop'
import { attempt, change, clearable, newId, setOp, setter, view } from '../state/job'

useShop()
const route = useRoute()
const router = useRouter()
const saws = computed(() => view.value?.saws ?? [])
const s = computed(() => saws.value.find((x) => x.id === route.query.saw) ?? saws.value.find((x) => x.id === view.value?.saw.id) ?? saws.value[0])
const pick = (id: string) => router.replace({ query: { ...route.query, saw: id } })
const inUse = computed(() => view.value?.saw.id)
const angles = computed(() => [
  { field: 'mitre_left', label: 'swings left to', is: s.value!.mitre_left },
  { field: 'mitre_right', label: 'swings right to', is: s.value!.mitre_right },
  { field: 'bevel_left', label: 'tilts left to', is: s.value!.bevel_left },
  { field: 'bevel_right', label: 'tilts right to', is: s.value!.bevel_right },
  { field: 'resolution', label: 'mitre reads to', is: s.value!.resolution },
  { field: 'bevel_resolution', label: 'bevel reads to', is: s.value!.bevel_resolution || s.value!.resolution },
])
const lengths = [
  { field: 'blade', label: 'blade across' },
  { field: 'nested_height', label: 'up the fence' },
  { field: 'nested_depth', label: 'nested, on table' },
  { field: 'flat', label: 'flat, at 0°' },
  { field: 'flat_45', label: 'flat, at 45°' },
  { field: 'kerf', label: 'kerf' },
] as const
const fences = [
  { label: 'not said', value: '' },
  { label: 'stays put', value: 'fixed' },
  { label: 'slides aside', value: 'sliding' },
  { label: 'backed, closed', value: 'backed' },
]
async function add() {
  const id = newId('s')
  if (
    await attempt({
      do: 'add',
      kind: 'saw',
      id,
      after: saws.value.at(-1)?.id,
      value: { name: 'Another saw', mitre_left: 50, mitre_right: 50, bevel_left: 45, bevel_right: 0, resolution: 0.5, detents: [0, 15, 22.5, 30, 45] },
    })
  )
    void pick(id)
}
const use = (id: string) => attempt(setOp('job', '', 'saw', id, inUse.value))
const remove = (id: string) => attempt({ do: 'remove', kind: 'saw', id })

// A test cut: what was dialled and what it measured.
const way = ref<'corner' | 'gap' | 'flipped' | 'run'>('corner')
const scale = ref<'mitre' | 'bevel'>('mitre')
const ways = [
  { label: 'two turned together, corner', value: 'corner' },
  { label: 'two turned together, gap', value: 'gap' },
  { label: 'square cut turned over', value: 'flipped' },
  { label: 'run over projection', value: 'run' },
]
const how: Record<string, string> = {
  corner: 'Cut two pieces of a board at least 6″ wide at one setting, turn one over, put the cuts together and measure the corner they make.',
  gap:
    'The same two pieces, held against a true corner: how wide a gap is left, over a board so wide, ' +
    'and whether it opens at the heel, the outer tip, or the toe.',
  flipped: 'Cut a board square, turn the right-hand piece over about its length, push both cuts together along the fence: the gap shows twice the error.',
  run: 'How far a mitre runs along a piece of known projection. Coarse: a 1/32″ on a small projection is a quarter of a degree.',
}
const named = (...values: string[]) => values.map((value) => ({ value, label: value }))
const opens = computed(() => (way.value === 'gap' ? ['heel', 'toe'] : scale.value === 'bevel' ? ['top', 'bottom'] : ['fence', 'near']))
const openings = computed(() => opens.value.map((o) => ({ value: o, label: o === 'fence' || o === 'near' ? `${o} edge` : o })))
const dialled = ref('45')
const side = ref<'left' | 'right'>('left')
const corner = ref('')
const gap = ref('')
const open = ref('')
const width = ref('')
const run = ref('')
const over = ref('')
const error = ref('')
const busy = ref(false)
async function record() {
  error.value = ''
  const value: Record<string, unknown> = { id: '', way: way.value, scale: scale.value, dialled: 0 }
  if (way.value !== 'flipped') Object.assign(value, { text: dialled.value, side: side.value })
  if (way.value === 'corner') value.angled = corner.value
  else if (way.value === 'run') Object.assign(value, { run: run.value, over: over.value })
  else Object.assign(value, { gap: gap.value || '0', open: open.value || opens.value[0], width: width.value })
  busy.value = true
  try {
    await change({ do: 'add', kind: 'test', in: s.value!.id, id: newId('t'), value })
    corner.value = gap.value = run.value = ''
  } catch (e) {
    error.value = lineOf(e)
  }
  busy.value = false
}
const forget = (id: string) => attempt({ do: 'remove', kind: 'test', id })

// Before any crown: a left 45 and a right 45 on one offcut.
const crowns = computed(() => (view.value?.mouldings ?? []).filter((m) => m.sprung))
const crown = ref('')
const left = ref('')
const right = ref('')
const verdict = ref<{ words: string[]; good: boolean } | null>(null)
const pairError = ref('')
async function judge() {
  pairError.value = ''
  verdict.value = null
  const moulding = crown.value || crowns.value[0]?.id || ''
  if (!moulding || !left.value || !right.value) return
  try {
    verdict.value = await take(
      api.GET('/api/jobs/{job}/pair', { params: { path: { job: view.value!.id }, query: { moulding, left: left.value, right: right.value } } }),
    )
  } catch (e) {
    pairError.value = lineOf(e)
  }
}

// The chart: error over angle, each with its give, a line between tested angles.
const W = 470
const H = 190
const chart = computed(() => {
  const of = (name: string) => (s.value?.errors ?? []).filter((e) => e.scale === name)
  const all = s.value?.errors ?? []
  const most = Math.max(0.5, ...all.map((e) => Math.abs(e.by) + e.give))
  const reach = Math.max(50, s.value?.mitre_left ?? 0, s.value?.mitre_right ?? 0)
  const x = (a: number) => W / 2 + (a / reach) * (W / 2 - 34)
  const y = (b: number) => H / 2 - (b / most) * (H / 2 - 26)
  return { of, x, y, most, reach }
})
</script>

<template>
  <ListAndOne v-if="s" of="Saws" wide>
    <template #list>
      <button v-for="x in saws" :key="x.id" type="button" :class="{ on: x.id === s.id }" @click="pick(x.id)">
        <b>{{ x.title }}</b><span class="quiet small">{{
          x.id === inUse ? (inShop ? 'new jobs begin with it' : 'this job is cut on it') : x.bevel_right > 5 ? 'tilts both ways' : 'tilts one way'
        }}</span>
      </button>
      <button class="btn plain" type="button" @click="add">Add a saw</button>
      <TakeThings v-if="!me?.job" kind="saw" />
    </template>
    <div class="row">
      <EntryField label="name" :value="s.name" :commit="setter('saw', s.id, 'name')" class="wide" /><EntryField
        label="on its blade"
        :value="s.note"
        :commit="setter('saw', s.id, 'note')"
        class="wide"
      /><button v-if="s.id !== inUse" class="btn main" type="button" @click="use(s.id)">{{ inShop ? 'New jobs begin with it' : 'Cut this job on it' }}</button
      ><button v-if="s.id !== inUse" class="link small" type="button" @click="remove(s.id)">Remove</button
      ><span v-else class="good">{{ inShop ? 'New jobs begin with it.' : 'This job is cut on it.' }}</span>
    </div>
    <ShopLine kind="saw" :id="s.id" />
    <div class="row">
      <EntryField
        v-for="f in angles"
        :key="f.field"
        :label="f.label"
        :value="String(f.is)"
        :commit="setter('saw', s.id, f.field)"
        inputmode="decimal"
        suffix="°"
        class="num"
      />
      <EntryField label="clicks home at" :value="s.detents.join(', ')" :commit="setter('saw', s.id, 'detents')" class="mid" suffix="°" />
    </div>
    <div class="row">
      <EntryField
        v-for="f in lengths"
        :key="f.field"
        :label="f.label"
        :value="s[f.field]?.typed ?? ''"
        :commit="clearable('saw', s.id, f.field)"
        class="num"
        placeholder="not known"
      />
      <PickField label="fence" :value="s.fence" :options="fences" @pick="(v) => attempt(setOp('saw', s!.id, 'fence', v, s!.fence))" />
    </div>
    <div class="cols">
      <div class="card">
        <h2>What it does beside what is dialled</h2>
        <p v-if="!s.errors.length" class="quiet">
          No test cuts yet: nothing is corrected. Cut two pieces of a wide board at left 45, turn one over and measure their corner.
        </p>
        <template v-else>
          <svg :viewBox="`0 0 ${W} ${H}`" class="chart" role="img" aria-label="The saw's own error by angle, left to right">
            <line class="axis" :x1="20" :x2="W - 12" :y1="chart.y(0)" :y2="chart.y(0)" />
            <line class="axis" :x1="chart.x(0)" :x2="chart.x(0)" y1="12" :y2="H - 18" />
            <text x="20" :y="H - 4">left {{ chart.reach }}°</text>
            <text :x="W - 12" :y="H - 4" text-anchor="end">right {{ chart.reach }}°</text>
            <text :x="chart.x(0) + 5" y="16">cut − dialled, to ± {{ chart.most.toFixed(1) }}°</text>
            <g v-for="name in ['mitre', 'bevel']" :key="name" :class="name">
              <polyline
                :points="
                  chart
                    .of(name)
                    .map((e) => `${chart.x(e.at)},${chart.y(e.by)}`)
                    .join(' ')
                "
              />
              <g v-for="e in chart.of(name)" :key="e.at">
                <line :x1="chart.x(e.at)" :x2="chart.x(e.at)" :y1="chart.y(e.by - e.give)" :y2="chart.y(e.by + e.give)" />
                <circle :cx="chart.x(e.at)" :cy="chart.y(e.by)" r="4.5" />
              </g>
            </g>
          </svg>
          <table class="errors">
            <tbody>
              <tr v-for="e in s.errors" :key="`${e.scale}${e.at}`">
                <td>{{ e.scale }}</td>
                <td>
                  <b>{{ e.name }}</b>
                </td>
                <td>{{ e.text }}</td>
                <td class="quiet small">{{ e.tests }} {{ e.tests === 1 ? 'test' : 'tests' }}</td>
              </tr>
            </tbody>
          </table>
          <p class="quiet small">
            Cut less dialled, right and top-left being more. Between tested angles a straight line, beyond them nothing is corrected. Dialled settings have it
            taken off.
          </p>
        </template>
        <h2 v-if="s.tests.length">Test cuts</h2>
        <ul class="tests">
          <li v-for="t in s.tests" :key="t.id">
            <span
              >{{ t.text }} <b>{{ t.says }}</b></span
            ><button class="link small" type="button" @click="forget(t.id)">Forget</button>
          </li>
        </ul>
      </div>
      <div class="card">
        <h2>Enter a test cut</h2>
        <div class="row">
          <PickField label="how" name="Way of testing" :value="way" :options="ways" @pick="(v) => (way = v as typeof way)" />
          <PickField label="scale" name="Scale tested" :value="scale" :options="named('mitre', 'bevel')" @pick="(v) => (scale = v as typeof scale)" />
        </div>
        <p class="quiet small">{{ how[way] }}</p>
        <div class="row">
          <template v-if="way !== 'flipped'"
            ><LooseField label="dialled" v-model="dialled" class="num" suffix="°" /><PickField
              label="to the"
              name="Side dialled"
              :value="side"
              :options="named('left', 'right')"
              @pick="(v) => (side = v as typeof side)"
          /></template>
          <LooseField v-if="way === 'corner'" label="corner made" v-model="corner" class="num" suffix="°" />
          <template v-else-if="way === 'run'"
            ><LooseField label="runs along" v-model="run" class="num" /><LooseField label="projection" v-model="over" class="num"
          /></template>
          <template v-else
            ><LooseField label="gap" v-model="gap" class="num" /><PickField
              label="opens at the"
              name="Where the gap opens"
              :value="open || opens[0]!"
              :options="openings"
              @pick="(v) => (open = v)" /><LooseField label="board, wide" v-model="width" class="num"
          /></template>
          <button class="btn main" type="button" :disabled="busy" @click="record">Keep this test</button>
        </div>
        <p v-if="error" class="stop small" role="alert">{{ error }}</p>
        <h2>Before any crown</h2>
        <p class="quiet small">Nest an offcut against the stop, cut a left 45 and a right 45, and measure how far each runs along it.</p>
        <p v-if="!crowns.length" class="quiet">No crown in this job.</p>
        <div v-else class="row">
          <PickField
            label="crown"
            name="Crown tested"
            v-if="crowns.length > 1"
            :value="crown || crowns[0]!.id"
            :options="crowns.map((c) => ({ value: c.id, label: c.name || c.id }))"
            @pick="(v) => (crown = v)"
          />
          <LooseField label="left 45 runs" v-model="left" class="num" /><LooseField label="right 45 runs" v-model="right" class="num" />
          <button class="btn" type="button" @click="judge">What do they say</button>
        </div>
        <p v-if="pairError" class="stop small" role="alert">{{ pairError }}</p>
        <ul v-if="verdict" class="verdict" aria-live="polite">
          <li v-for="w in verdict.words" :key="w">{{ w }}</li>
        </ul>
        <p class="quiet small">Blade square to fence and table first. Let it stop before you lift, and keep your hands out of its line.</p>
      </div>
    </div>
  </ListAndOne>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 10px;
  align-items: flex-end;
  padding: 4px 0 8px;
}
.row :deep(.wide) {
  width: 240px;
}
.row :deep(.mid) {
  width: 226px;
}
.row :deep(.num) {
  width: 94px;
}
.cols {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 18px;
  padding-top: 6px;
}
.card {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 12px 14px;
  display: flex;
  flex-direction: column;
  gap: 6px;
}
.card h2:not(:first-child) {
  padding-top: 8px;
}
.chart {
  width: 100%;
  height: auto;
}
.axis {
  stroke: var(--rule);
}
.chart text {
  font-size: 11px;
  fill: var(--pencil);
}
.chart polyline {
  fill: none;
  stroke: var(--chalk);
  stroke-width: 1.6;
}
.chart .mitre line {
  stroke: var(--chalk);
  stroke-width: 1.6;
}
.chart .mitre circle {
  fill: var(--chalk);
}
.chart .bevel polyline {
  stroke: var(--ochre);
  stroke-dasharray: 4 3;
}
.chart .bevel line {
  stroke: var(--ochre);
}
.chart .bevel circle {
  fill: var(--sheet);
  stroke: var(--ochre);
  stroke-width: 2;
}
.errors {
  border-collapse: collapse;
  font-size: 14.5px;
}
.errors td {
  padding: 3px 14px 3px 0;
}
.tests,
.verdict {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 14.5px;
}
.tests li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 4px 0;
  border-top: 1px solid #ece7db;
}
.verdict li {
  padding: 4px 0 4px 12px;
  border-left: 3px solid var(--chalk);
  margin: 3px 0;
}
@media (max-width: 1100px) {
  .cols {
    grid-template-columns: 1fr;
  }
}
@media (max-width: 640px) {
}
</style>
