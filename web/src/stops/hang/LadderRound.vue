<script setup lang="ts">
// One climb a corner: everything that is done up there, in order.
import LengthText from '../../parts/LengthText.vue'
import SetText from '../../parts/SetText.vue'
import { hanging } from '../../state/hanging'
import { view } from '../../state/job'
import { room } from '../../state/place'
import TickList from './TickList.vue'
</script>

<template>
  <p v-if="!hanging?.rounds.length" class="none">Nothing hangs from the ceiling here: there is no line to lay out.</p>
  <div v-for="r in hanging?.rounds" :key="r.title" class="round">
    <header>
      <h2>{{ r.title }}</h2>
      <p class="quiet">
        {{ r.climbs.length }} climbs, the ladder moved one way round. Longest line <LengthText :of="r.reach" /><template v-if="r.high"
          >, highest mark <LengthText :of="r.high" /> over the floor</template
        >.
      </p>
      <p class="quiet small">One person to a ladder, on firm ground; nothing overhead unsecured; get down and move it rather than reach.</p>
    </header>
    <TickList v-for="c in r.climbs" :key="c.task" :task="c.task" :title="c.title">
      <ol>
        <li v-for="s in c.steps" :key="s"><SetText :text="s" /></li>
      </ol>
      <RouterLink v-if="c.missing.length" class="link" :to="{ name: 'measure', params: { job: view!.id }, query: { room: room!.id } }"
        >Enter what is read there</RouterLink
      >
    </TickList>
  </div>
</template>

<style scoped>
.none {
  padding: 40px 0;
}
header {
  padding: 8px 0;
}
ol {
  margin: 4px 0 0;
  padding-left: 22px;
  font-size: 16.5px;
  line-height: 1.4;
}
</style>
