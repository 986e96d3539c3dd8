<script setup lang="ts">
// One offer: what the shop's own work says, what it rests on and how sure it is. Nothing changes before it is taken.
import type { EChartsOption } from 'echarts'
import { computed, ref } from 'vue'
import { lineOf, type Schemas } from '../../api/client'
import ChartBox from '../../parts/ChartBox.vue'
import SetText from '../../parts/SetText.vue'
import { decide, would, type Offer } from '../../state/log'
import { tell } from '../../state/notice'

const props = defineProps<{ offer: Offer; job: string }>()
const emit = defineEmits<{ done: [] }>()
const busy = ref(false)
const changes = ref<Schemas['WouldChange'] | null>(null)
async function step(s: 'take' | 'leave') {
  busy.value = true
  try {
    await decide(s, props.offer.id, props.job)
    tell(s === 'take' ? 'Taken: the shop goes by it now, and this job with it.' : 'Left: it comes again with twice the evidence.')
    emit('done')
  } catch (e) {
    tell(lineOf(e), true)
  } finally {
    busy.value = false
  }
}
async function look() {
  changes.value = changes.value ? null : await would(props.offer.id).catch((e) => (tell(lineOf(e), true), null))
}
const chart = computed(() => props.offer.chart)
const named = computed(() => chart.value.points.length > 0 && chart.value.points.every((p) => p.label) && !chart.value.line.length)
/** As far up and down as nearly all points stand: one that is far off must not flatten the rest. */
const reach = computed(() => {
  const ys = chart.value.points.map((p) => p.y).sort((a, b) => a - b)
  if (ys.length < 20) return {}
  const all = [ys[Math.floor(ys.length * 0.01)]!, ys[Math.ceil(ys.length * 0.99) - 1]!, chart.value.now]
  const [low, high] = [Math.min(...all), Math.max(...all)]
  const more = (high - low) / 10
  return { min: +(low - more).toPrecision(2), max: +(high + more).toPrecision(2) }
})
const option = computed<EChartsOption>(() => {
  const c = chart.value
  const grid = { left: 46, right: 14, top: 12, bottom: 40 }
  const axis = { nameTextStyle: { fontSize: 11 }, nameLocation: 'middle' as const }
  if (named.value)
    return {
      grid,
      xAxis: { type: 'category', data: c.points.map((p) => p.label ?? ''), axisLabel: { interval: 0, fontSize: 11 } },
      yAxis: { type: 'value', name: c.up, nameGap: 30, minInterval: 1, ...axis },
      series: [{ type: 'bar', data: c.points.map((p) => p.y), itemStyle: { color: '#8a9aa5' }, barMaxWidth: 36 }],
    }
  return {
    grid,
    xAxis: { type: 'value', name: c.across, nameGap: 24, scale: true, ...axis },
    yAxis: { type: 'value', name: c.up, nameGap: 34, scale: true, ...reach.value, axisLabel: { showMinLabel: false, showMaxLabel: false }, ...axis },
    series: [
      // The interval: a band between two lines, stacked.
      { ...band, data: c.line.map((p) => [p.x, p.y - 2 * p.sd]) },
      { ...band, data: c.line.map((p) => [p.x, 4 * p.sd]), areaStyle: { color: '#1e5a8a', opacity: 0.12 } },
      {
        type: 'line',
        data: c.line.map((p) => [p.x, p.y]),
        symbol: 'none',
        lineStyle: { color: '#1e5a8a', width: 2 },
        markLine: {
          symbol: 'none',
          silent: true,
          data: [{ yAxis: c.now }],
          lineStyle: { color: '#a23b2a', type: 'dashed' },
          label: { formatter: 'now', position: 'insideEndTop' },
        },
      },
      { type: 'scatter', clip: true, data: c.points.map((p) => [p.x, p.y]), symbolSize: 6, itemStyle: { color: '#20262b', opacity: 0.55 } },
    ],
  }
})
const band = { type: 'line' as const, stack: 'band', stackStrategy: 'all' as const, symbol: 'none', lineStyle: { opacity: 0 }, silent: true }
const rows = computed(() => chart.value.points.slice(0, 200).map((p) => [p.label || p.x.toFixed(2), p.y.toFixed(3)]))
</script>

<template>
  <article class="offer">
    <h3><SetText :text="offer.says" /></h3>
    <p><SetText :text="offer.does" /></p>
    <p class="quiet small"><SetText :text="`${offer.sure} ${offer.rests}`" /></p>
    <ChartBox v-if="chart.points.length" title="What it rests on" :option="option" :head="[chart.across, chart.up]" :rows="rows" :high="170" />
    <p class="go screen-only">
      <button class="btn" type="button" :disabled="busy" @click="step('take')">Take it</button>
      <button class="btn plain" type="button" :disabled="busy" @click="step('leave')">Leave it</button>
      <button class="btn plain" type="button" :aria-expanded="!!changes" @click="look">What would change?</button>
    </p>
    <ul v-if="changes" class="small">
      <li v-for="j in changes.jobs" :key="j.job">
        <b>{{ j.name }}</b>: {{ j.says.join(' ') }}
      </li>
      <li v-if="!changes.jobs.length">No job that is worked on has it of the shop.</li>
    </ul>
  </article>
</template>

<style scoped>
.offer {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-top: 3px solid var(--chalk);
  padding: 12px 16px;
  border-radius: 3px;
}
h3 {
  font-size: 16px;
  margin: 0 0 6px;
}
p {
  margin: 0 0 6px;
}
.go {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 8px;
}
</style>
