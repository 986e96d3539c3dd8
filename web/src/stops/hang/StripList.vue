<script setup lang="ts">
// Backing and furring: which walls, what size, how far out, and what they are cut from.
import LengthText from '../../parts/LengthText.vue'
import SetText from '../../parts/SetText.vue'
import { hanging } from '../../state/hanging'
import TickList from './TickList.vue'
</script>

<template>
  <p v-if="!hanging?.strips.length" class="none">
    No wall here is ticked for joists running along it, and no tiles reach the crown: nothing is to be fixed before the trim. Tick the wall at Measure where
    joists run along it.
  </p>
  <template v-else>
    <TickList v-for="s in hanging.strips" :key="s.task" :task="s.task" :title="s.title">
      <p>
        <b><LengthText :of="s.long" /></b> of <SetText :text="s.size" />. <SetText :text="s.where" />
      </p>
    </TickList>
    <section v-if="hanging.cuts.length" class="cuts">
      <h3>Cut from sticks</h3>
      <ol>
        <li v-for="(c, i) in hanging.cuts" :key="i">
          <b><LengthText :of="c.length" /></b> from stick {{ c.stick }} <span class="quiet">{{ c.strip }}</span>
        </li>
      </ol>
      <p class="quiet small">Butted end to end wherever they meet. Ripped to their size first, with push stick, guard and the dust drawn off.</p>
    </section>
  </template>
</template>

<style scoped>
.none {
  padding: 40px 0;
  max-width: 60ch;
}
.cuts {
  padding: 12px 0;
}
</style>
