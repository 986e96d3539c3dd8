<script setup lang="ts">
// How many minutes the work takes, of a job or of the shop: made up until they are yours. Beside the price sheet.
import { computed } from 'vue'
import EntryField from '../parts/EntryField.vue'
import ShopLine from '../parts/ShopLine.vue'
import { attempt, setOp, setter, view } from '../state/job'
import { mayAll } from '../state/me'
import { inShop } from '../state/place'
import { useShop } from '../state/shop'

useShop()
const v = computed(() => view.value!)
const work = computed(() => v.value.times.rows.filter((r) => !r.dries))
const waits = computed(() => v.value.times.rows.filter((r) => r.dries))
const per = computed(() => (v.value.times.per === 'm' ? 'metre' : 'foot'))
</script>

<template>
  <p v-if="!mayAll" class="lost quiet">Times are set at the desk, and by devices with full rights.</p>
  <div v-else class="times">
    <header>
      <h1>Times</h1>
      <p class="quiet small">Minutes for one of each; those by length are for a {{ per }}. Every figure is made up until you change it.</p>
      <RouterLink class="btn plain" :to="inShop ? { name: 'shop', params: { job: v.id } } : { name: 'hang', params: { job: v.id }, query: { sheet: 'day' } }">{{
        inShop ? 'Back to Shop' : 'Back to the plan of the day'
      }}</RouterLink>
    </header>
    <ShopLine kind="times" />
    <section>
      <h2>Work, in minutes</h2>
      <div class="grid">
        <label v-for="r in work" :key="r.field" class="row"
          ><span>{{ r.label }}</span
          ><EntryField label="" :name="r.label" :value="r.value" :commit="setter('times', '', r.field)" inputmode="decimal" class="few"
        /></label>
      </div>
    </section>
    <section>
      <h2>Times from marks</h2>
      <label class="tick"
        ><input type="checkbox" :checked="!v.times.unwatched" @change="attempt(setOp('times', '', 'unwatched', !v.times.unwatched, v.times.unwatched))" /> how
        long the work took is taken from its marks, for the Log</label
      >
    </section>
    <section>
      <h2>A day, and who works</h2>
      <div class="days">
        <EntryField label="from" :value="v.day.from" :commit="setter('day', '', 'from')" class="few" />
        <EntryField label="to" :value="v.day.to" :commit="setter('day', '', 'to')" class="few" />
        <EntryField label="people" :value="String(v.day.people || 1)" :commit="setter('day', '', 'people')" inputmode="decimal" class="few" />
      </div>
    </section>
    <section>
      <h2>What dries or lies, in minutes</h2>
      <div class="grid">
        <label v-for="r in waits" :key="r.field" class="row"
          ><span>{{ r.label }}</span
          ><EntryField label="" :name="r.label" :value="r.value" :commit="setter('times', '', r.field)" inputmode="decimal" class="few"
        /></label>
      </div>
    </section>
  </div>
</template>

<style scoped>
.times {
  padding: 16px 22px 40px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
  gap: 2px 28px;
}
.row {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  border-bottom: 1px solid #ece7db;
  min-height: 46px;
}
.few {
  width: 86px;
  flex: none;
}
.days {
  display: flex;
  gap: 12px;
}
h2 {
  padding: 14px 0 4px;
}
</style>
