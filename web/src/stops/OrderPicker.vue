<script setup lang="ts">
// The order at the saw, each with its count of saw moves; one that the sticks as laid
// out cannot keep offers a new layout with its price.
import { computed, ref } from 'vue'
import { api, lineOf, take } from '../api/client'
import { orders } from '../state/choices'
import { trySend, view } from '../state/job'
import { tell } from '../state/notice'
import { clientId } from '../state/client'

const list = computed(() => view.value?.orders ?? [])
const now = computed(() => list.value.find((o) => o.by === view.value?.rules.answers.order))
const offer = ref<{ by: 'longest' | 'room' | 'moves'; text: string } | null>(null)
const job = () => view.value!.id
async function choose(by: string, anew = false) {
  offer.value = null
  await trySend((from) => api.POST('/api/jobs/{job}/order', { params: { path: { job: job() } }, body: { ...from, by: by as 'room', anew } }))
}
async function tryAnew() {
  const by = now.value!.by
  try {
    const a = await take(api.POST('/api/jobs/{job}/order/try', { params: { path: { job: job() } }, body: { client: clientId, by } }))
    offer.value = { by, text: a.worth ? a.text : 'No sticks are laid out yet.' }
  } catch (e) {
    tell(lineOf(e), true)
  }
}
</script>

<template>
  <div v-if="list.length" class="order">
    <label
      ><span class="cap">order</span>
      <select :value="view!.rules.answers.order" aria-label="Order at the saw" @change="(e) => choose((e.target as HTMLSelectElement).value)">
        <option v-for="o in list" :key="o.by" :value="o.by">{{ orders[o.by] }} · {{ o.moves }} moves</option>
      </select>
    </label>
    <template v-if="now?.turned">
      <button v-if="now.turned > now.kept" class="text" type="button" @click="choose(now.by)">
        Turn {{ now.turned - now.kept }} {{ now.turned - now.kept === 1 ? 'stick' : 'sticks' }} to it
      </button>
      <button v-if="now.kept && !offer" class="text" type="button" @click="tryAnew">
        {{ now.kept }} {{ now.kept === 1 ? 'stick does' : 'sticks do' }} not hold it: what would a new layout cost?
      </button>
    </template>
    <template v-if="offer"
      ><span>{{ offer.text }}</span
      ><button class="text" type="button" @click="choose(offer.by, true)">Lay out anew</button></template
    >
  </div>
</template>

<style scoped>
.order {
  margin-top: 8px;
  padding-top: 6px;
  border-top: 1px solid var(--dark-rule);
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  font-size: 14px;
  color: var(--dark-pencil);
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
}
select {
  height: 34px;
  background: var(--dark-sheet);
  color: #fff;
  border: 1px solid var(--dark-rule);
  border-radius: 3px;
  padding: 0 8px;
}
.text {
  border: 0;
  background: none;
  color: var(--pale);
  padding: 0;
  cursor: pointer;
  text-align: left;
  min-height: 32px;
}
@media (max-width: 860px) {
  select,
  .text {
    min-height: 44px;
  }
}
</style>
