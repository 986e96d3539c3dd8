<script setup lang="ts">
// On the wall: what goes up next, the ladder round, the first piece, backing, finishing, the plan of the day.
import { computed, defineAsyncComponent } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import OutOfReach from './saw/OutOfReach.vue'
import { stale } from '../state/hanging'
import { room } from '../state/place'
import NextPiece from './hang/NextPiece.vue'

// Loaded beside the page, not when they are opened: the program may be out of reach by then.
const parts = {
  ladder: import('./hang/LadderRound.vue'),
  first: import('./hang/FirstPiece.vue'),
  backing: import('./hang/StripList.vue'),
  finish: import('./hang/FinishList.vue'),
  stock: import('./hang/StockList.vue'),
  day: import('./hang/DayPlan.vue'),
}
const late = (of: keyof typeof parts) => defineAsyncComponent(() => parts[of])
const sheets = [
  { id: '', name: 'The next piece', is: NextPiece },
  { id: 'stock', name: 'Stock', is: late('stock') },
  { id: 'ladder', name: 'Ladder round', is: late('ladder') },
  { id: 'first', name: 'First piece', is: late('first') },
  { id: 'backing', name: 'Backing', is: late('backing') },
  { id: 'finish', name: 'Finish', is: late('finish') },
  { id: 'day', name: 'Day', is: late('day') },
]
const route = useRoute()
const router = useRouter()
const at = computed(() => sheets.find((s) => s.id === route.query.sheet) ?? sheets[0]!)
const go = (id: string) => {
  const { sheet: _, ...query } = route.query
  void router.replace({ query: id ? { ...query, sheet: id } : query })
}
</script>

<template>
  <section class="hang">
    <OutOfReach />
    <nav class="sheets screen-only" aria-label="On the wall">
      <button v-for="s in sheets" :key="s.id" type="button" :class="{ on: s === at }" :aria-current="s === at ? 'page' : undefined" @click="go(s.id)">
        {{ s.name }}
      </button>
    </nav>
    <p v-if="stale && at.id !== 'day'" class="quiet small">As it was when Gnomon was last reached; what you mark is kept and sent later.</p>
    <p v-if="!room" class="quiet">No room yet.</p>
    <component :is="at.is" v-else />
  </section>
</template>

<style scoped>
.hang {
  padding: 10px 20px 20px;
}
.sheets {
  display: flex;
  flex-wrap: wrap;
  margin-bottom: 8px;
}
.sheets button {
  min-height: 40px;
  padding: 0 14px;
  border: 1px solid var(--rule);
  margin-right: -1px;
  background: var(--sheet);
  cursor: pointer;
}
.sheets .on {
  background: var(--ink);
  color: #fff;
  font-weight: 600;
}
@media (max-width: 1100px) {
  .sheets button {
    min-height: 44px;
  }
}
@media (max-width: 640px) {
  .hang {
    padding: 6px 12px 70px;
  }
  .sheets {
    flex-wrap: nowrap;
    overflow-x: auto;
    margin: 0 -12px 6px;
    padding: 0 12px;
  }
  .sheets button {
    flex: none;
  }
}
</style>
