<script setup lang="ts">
// A chart with the table that it is drawn from behind it. The library that draws it is loaded only where one is shown.
import type { EChartsOption } from 'echarts'
import { useElementSize } from '@vueuse/core'
import { onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'

const props = defineProps<{ title: string; option: EChartsOption; head: string[]; rows: (string | number)[][]; high?: number }>()
const box = ref<HTMLElement>()
const chart = shallowRef<import('echarts').ECharts | null>(null)
const table = ref(false)
const { width } = useElementSize(box)
onMounted(async () => {
  const drawn = await import('./charts').catch(() => null)
  if (!drawn) return void (table.value = true) // out of reach: its table tells the same
  const { init } = drawn
  if (!box.value) return
  chart.value = init(box.value)
  chart.value.setOption({ animation: false, ...props.option })
})
watch(
  () => props.option,
  (o) => chart.value?.setOption({ animation: false, ...o }, true),
)
watch(width, () => chart.value?.resize())
onBeforeUnmount(() => chart.value?.dispose())
</script>

<template>
  <figure class="chart">
    <figcaption>
      {{ title }}
      <button class="link screen-only" type="button" :aria-expanded="table" @click="table = !table">{{ table ? 'Hide the table' : 'As a table' }}</button>
    </figcaption>
    <div ref="box" class="box" :style="{ height: `${high ?? 190}px` }" aria-hidden="true" />
    <table :class="{ sr: !table }">
      <caption class="sr">
        {{
          title
        }}
      </caption>
      <thead>
        <tr>
          <th v-for="h in head" :key="h" scope="col">{{ h }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(r, i) in rows" :key="i">
          <td v-for="(c, k) in r" :key="k">{{ c }}</td>
        </tr>
      </tbody>
    </table>
  </figure>
</template>

<style scoped>
.chart {
  margin: 0 0 12px;
  break-inside: avoid;
}
figcaption {
  font-weight: 600;
  font-size: 14px;
  display: flex;
  justify-content: space-between;
  gap: 12px;
}
.link {
  border: 0;
  background: none;
  color: var(--chalk);
  font-weight: 400;
  cursor: pointer;
  min-height: 32px;
}
.box {
  width: 100%;
}
table {
  border-collapse: collapse;
  font-size: 13px;
}
td,
th {
  text-align: left;
  padding: 2px 14px 2px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
