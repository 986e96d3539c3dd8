<script setup lang="ts">
// What is left once all hangs: bead, holes, sanding, touch-up, with what it takes.
import LengthText from '../../parts/LengthText.vue'
import SetText from '../../parts/SetText.vue'
import { hanging } from '../../state/hanging'
import TickList from './TickList.vue'
</script>

<template>
  <p v-if="!hanging?.finish.steps.length" class="none">Nothing hangs here yet, so there is nothing to finish.</p>
  <template v-else>
    <TickList v-for="s in hanging.finish.steps" :key="s.task" :task="s.task" :title="s.what">
      <ul>
        <li v-for="m in s.mind" :key="m"><SetText :text="m" /></li>
      </ul>
      <p v-if="s.task.endsWith('.bead')" class="quiet">
        <span v-for="b in hanging.finish.beads" :key="b.what" class="bead">{{ b.what }} <LengthText :of="b.length" /></span>
      </p>
    </TickList>
    <p class="quiet">{{ hanging.finish.face }} of face; {{ hanging.finish.paint }} on the wall.</p>
  </template>
</template>

<style scoped>
.none {
  padding: 40px 0;
}
ul {
  margin: 4px 0;
  padding-left: 20px;
}
.bead {
  display: inline-block;
  margin-right: 18px;
}
</style>
