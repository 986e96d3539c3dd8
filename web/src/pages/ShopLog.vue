<script setup lang="ts">
// What all jobs of the shop say together: offers, how it went month by month, and whose records these are.
import type { EChartsOption } from 'echarts'
import { computed, shallowRef } from 'vue'
import { api, lineOf, type Schemas, take } from '../api/client'
import ChartBox from '../parts/ChartBox.vue'
import LessonList from '../stops/log/LessonList.vue'
import OfferCard from '../stops/log/OfferCard.vue'
import PeopleRecords from './shop/PeopleRecords.vue'
import { metric, view } from '../state/job'
import { mayAll, me } from '../state/me'
import { shopId } from '../state/place'

const said = shallowRef<Schemas['ShopLogView'] | null>(null)
const missed = shallowRef('')
async function read() {
  try {
    said.value = await take(api.GET('/api/shop/log'))
    missed.value = ''
  } catch (e) {
    missed.value = lineOf(e)
  }
}
void read()
/** Taken from a job the offer goes into that too. */
const job = computed(() => view.value?.id ?? shopId)
const months = computed(() => said.value?.months ?? [])
const names = computed(() => months.value.map((m) => new Date(`${m.month}-15`).toLocaleDateString(undefined, { month: 'short', year: '2-digit' })))
type Month = Schemas['MonthView']
interface Trend {
  title: string
  unit: string
  of: (m: Month) => number
  has: (m: Month) => boolean
  bars?: boolean
}
const gapUnit = computed(() => (metric.value ? 'mm' : 'in'))
const trends = computed<Trend[]>(() => [
  { title: 'Joints that gaped, of a hundred', unit: '%', of: (m) => (100 * m.gaped) / m.joints, has: (m) => m.joints > 0, bars: true },
  { title: `Gaps of those, on average, ${gapUnit.value}`, unit: gapUnit.value, of: (m) => (metric.value ? m.gapMm : m.gapIn), has: (m) => m.gapIn > 0 },
  { title: 'Miscuts, of a hundred cuts', unit: '%', of: (m) => (100 * m.miscuts) / m.cuts, has: (m) => m.cuts > 0, bars: true },
  { title: 'Used past what was needed, %', unit: '%', of: (m) => 100 * m.waste, has: (m) => m.waste !== 0, bars: true },
  { title: `Earned by the hour, ${said.value?.currency ?? ''}`, unit: said.value?.currency ?? '', of: (m) => m.earned, has: (m) => m.earned > 0 },
])
const shown = computed(() => trends.value.filter((t) => months.value.some(t.has)))
const grid = { left: 46, right: 12, top: 16, bottom: 26 }
const option = (t: Trend): EChartsOption => ({
  grid,
  xAxis: { type: 'category', data: names.value, axisLabel: { fontSize: 11 } },
  yAxis: { type: 'value', scale: !t.bars, axisLabel: { fontSize: 11 } },
  series: [
    t.bars
      ? { type: 'bar', barMaxWidth: 30, itemStyle: { color: '#8a9aa5' }, data: months.value.map((m) => (t.has(m) ? +t.of(m).toFixed(2) : null)) }
      : {
          type: 'line',
          connectNulls: true,
          lineStyle: { color: '#1e5a8a' },
          itemStyle: { color: '#1e5a8a' },
          data: months.value.map((m) => (t.has(m) ? +t.of(m).toFixed(3) : null)),
        },
  ],
})
const rows = (t: Trend) => months.value.filter(t.has).map((m) => [m.month, t.of(m).toFixed(t.unit === '%' ? 1 : 3)])
/** Minutes of what marks tell most of. */
const told = computed(() => (said.value?.times ?? []).filter((t) => t.count > 0).sort((a, b) => b.count - a.count))
const dashes = ['solid', 'dashed', 'dotted'] as const
const timed = computed<EChartsOption>(() => ({
  grid: { ...grid, top: 34 },
  legend: { top: 0, textStyle: { fontSize: 11 } },
  xAxis: { type: 'category', data: names.value, axisLabel: { fontSize: 11 } },
  yAxis: { type: 'value', name: 'min', scale: true },
  series: told.value.slice(0, 4).map((t, i) => ({
    type: 'line' as const,
    name: t.title,
    connectNulls: true,
    lineStyle: { type: dashes[i % 3], color: ['#1e5a8a', '#22282d', '#8f5e12', '#3e7b52'][i] },
    itemStyle: { color: ['#1e5a8a', '#22282d', '#8f5e12', '#3e7b52'][i] },
    data: months.value.map((m) => m.minutes?.[t.rate] ?? null),
  })),
}))
const print = () => window.print()
const percent = (x: number) => `${Math.round(100 * x)} %`
</script>

<template>
  <p v-if="!mayAll || me?.job" class="lost quiet">What the shop's work says is told at the desk, and to devices that are let in for the whole shop.</p>
  <div v-else class="page">
    <header>
      <h1>What the work says</h1>
      <p v-if="said?.jobs" class="quiet">{{ said.jobs }} jobs, {{ said.facts.toLocaleString() }} facts.</p>
      <button v-if="said?.jobs" class="btn plain screen-only" type="button" @click="print">Print</button>
      <RouterLink v-if="view && view.id !== shopId" class="btn plain screen-only" :to="{ name: 'log', params: { job: view.id } }"
        >Back to the job’s log</RouterLink
      >
    </header>
    <p v-if="missed" class="stop" role="alert">{{ missed }}</p>
    <p v-else-if="!said" class="quiet">Reading the jobs…</p>
    <p v-else-if="!said.jobs" class="quiet">
      No job has facts yet. What is marked at the saw and on the wall, and how joints closed, is gathered here: what the saw really cuts, what a cope really
      takes, what to charge next time.
    </p>
    <template v-else>
      <section v-if="said.offers.length">
        <h2>Offers</h2>
        <div class="cards">
          <OfferCard v-for="o in said.offers" :key="o.id" :offer="o" :job="job" @done="read" />
        </div>
      </section>
      <section>
        <h2>Month by month</h2>
        <div class="charts">
          <ChartBox v-for="t in shown" :key="t.title" :title="t.title" :option="option(t)" :head="['month', t.unit]" :rows="rows(t)" />
          <ChartBox
            v-if="told.length"
            title="Minutes for one"
            :option="timed"
            :head="['month', ...told.slice(0, 4).map((t) => t.title)]"
            :rows="months.map((m) => [m.month, ...told.slice(0, 4).map((t) => m.minutes?.[t.rate]?.toFixed(1) ?? '')])"
            :high="220"
          />
        </div>
      </section>
      <section class="tables">
        <div v-if="told.length">
          <h2>Times</h2>
          <table>
            <tbody>
              <tr v-for="t in told" :key="t.rate">
                <th scope="row">{{ t.title }}</th>
                <td>
                  <b>{{ t.minutes.toFixed(1) }}</b> ± {{ t.give.toFixed(1) }} min
                </td>
                <td class="quiet">the shop has {{ t.now.toFixed(1) }}; {{ t.count }} seen</td>
              </tr>
            </tbody>
          </table>
        </div>
        <div v-if="said.people.length">
          <h2>Against the shop’s pace</h2>
          <table>
            <tbody>
              <tr v-for="p in said.people" :key="p.who">
                <th scope="row">{{ p.who }}</th>
                <td>
                  <b>{{ p.factor.toFixed(2) }}</b> ± {{ p.give.toFixed(2) }} times as long
                </td>
                <td class="quiet">{{ p.count }} times</td>
              </tr>
            </tbody>
          </table>
        </div>
        <div v-if="said.fits.length">
          <h2>Which joints gape</h2>
          <table>
            <tbody>
              <tr v-for="f in said.fits" :key="f.title + f.kind">
                <th scope="row">{{ f.kind }} of {{ f.title }}</th>
                <td>
                  <b>{{ percent(f.share) }}</b> ± {{ percent(f.give) }}
                </td>
                <td class="quiet">{{ f.count }} told{{ f.where ? `, mostly ${f.where}` : '' }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <div v-if="said.miscuts.length">
          <h2>Miscuts</h2>
          <table>
            <tbody>
              <tr v-for="m in said.miscuts" :key="m.kind">
                <th scope="row">{{ m.kind }}</th>
                <td>
                  <b>{{ m.count }}</b> of {{ m.cuts }}
                </td>
                <td class="quiet">
                  {{
                    Object.entries(m.causes)
                      .map(([c, n]) => `${c} ${n}`)
                      .join(', ')
                  }}
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <div v-if="said.saws.length">
          <h2>Saws, at their settings</h2>
          <table>
            <tbody>
              <tr v-for="s in said.saws" :key="s.title + s.scale">
                <th scope="row">{{ s.title }}, {{ s.scale }}</th>
                <td>
                  <span v-for="a in s.at" :key="a.x" class="at"
                    >{{ a.x > 0 ? `${a.x} right` : a.x < 0 ? `${-a.x} left` : 'square' }}:
                    <b>{{ (a.y > 0 ? '+' : '') + a.y.toFixed(2).replace('-', '−') }}°</b> ± {{ (2 * a.sd).toFixed(2) }}</span
                  >
                </td>
                <td class="quiet">
                  {{ s.tests }} test cuts, {{ s.fits }} joints<template v-for="r in s.read" :key="r.who"
                    ><br />{{ r.who || 'nobody in particular' }} reads corners {{ (r.by > 0 ? '+' : '') + r.by.toFixed(2).replace('-', '−') }}° ±
                    {{ r.give.toFixed(2) }}</template
                  >
                </td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
      <LessonList :lessons="said.lessons" :job="job" @done="read" />
      <PeopleRecords v-if="me?.desk" :names="said.names" @done="read" />
    </template>
  </div>
</template>

<style scoped>
.page {
  padding: 16px 22px 60px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
}
h2 {
  font-size: 16px;
  margin: 18px 0 6px;
}
.cards,
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(400px, 100%), 1fr));
  gap: 14px 22px;
}
.tables {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(460px, 100%), 1fr));
  gap: 0 30px;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 5px 12px 5px 0;
  border-bottom: 1px solid #ece7db;
  vertical-align: top;
}
.at {
  display: inline-block;
  margin-right: 12px;
  white-space: nowrap;
}
@media (max-width: 640px) {
  .page {
    padding: 10px 12px 90px;
  }
}
</style>
