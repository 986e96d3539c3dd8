<script setup lang="ts">
// The stock before anything is cut: what lies, what is picked out, what is painted now and what after; and all nails.
import LengthText from '../../parts/LengthText.vue'
import SetText from '../../parts/SetText.vue'
import { dayMissed, dayPlan } from '../../state/dayplan'
import TickList from './TickList.vue'
</script>

<template>
  <p v-if="dayMissed && !dayPlan" class="none">What the stock needs is worked out by the program, and that is out of reach: {{ dayMissed }}</p>
  <p v-else-if="dayPlan && !dayPlan.prepare.length" class="none">Nothing is planned yet, so there is no stock to prepare.</p>
  <template v-else-if="dayPlan">
    <TickList v-for="s in dayPlan.prepare" :key="s.task" :task="s.task" :title="s.what">
      <ul>
        <li v-for="m in s.mind" :key="m"><SetText :text="m" /></li>
      </ul>
    </TickList>
    <section class="nails">
      <h3>Nails for the whole job</h3>
      <p>
        <span v-for="n in dayPlan.nails" class="lot" :key="n.kind + n.length.text"
          ><b><LengthText :of="n.length" /> × {{ n.count }}</b> {{ n.kind }}</span
        >
      </p>
    </section>
  </template>
</template>

<style scoped>
.none {
  padding: 40px 0;
  max-width: 60ch;
}
ul {
  margin: 4px 0;
  padding-left: 20px;
}
.nails {
  padding: 12px 0;
}
.lot {
  display: inline-block;
  margin-right: 22px;
}
</style>
