<script setup lang="ts">
// What the last room taught: its joints by how they closed, what the shop's work offers, the book, and the plan beside what happened.
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import OutOfReach from './saw/OutOfReach.vue'
import BookList from './log/BookList.vue'
import ClosingSheet from './log/ClosingSheet.vue'
import LessonList from './log/LessonList.vue'
import OfferCard from './log/OfferCard.vue'
import RoomJoints from './log/RoomJoints.vue'
import SetText from '../parts/SetText.vue'
import { view } from '../state/job'
import { log, logMissed, offers, readLog } from '../state/log'
import { mayAll, me } from '../state/me'
import { room } from '../state/place'

const sheets = [
  { id: '', name: 'This room' },
  { id: 'offers', name: 'Offers' },
  { id: 'book', name: 'The book' },
  { id: 'closing', name: 'Closing sheet' },
]
const route = useRoute()
const router = useRouter()
const at = computed(() => sheets.find((s) => s.id === route.query.sheet) ?? sheets[0]!)
const go = (id: string) => {
  const { sheet: _, ...query } = route.query
  void router.replace({ query: id ? { ...query, sheet: id } : query })
}
const joints = computed(() => log.value?.joints.filter((j) => j.room === room.value?.id) ?? [])
const up = computed(() => joints.value.filter((j) => j.up))
const counts = computed(() => log.value?.how.map((h) => ({ ...h, count: joints.value.filter((j) => j.how === h.how).length })) ?? [])
const untold = computed(() => up.value.filter((j) => !j.how).length)
const gaped = computed(() => joints.value.filter((j) => j.how && j.how !== 'closed'))
</script>

<template>
  <section class="log">
    <OutOfReach />
    <nav class="sheets screen-only" aria-label="The log">
      <button v-for="s in sheets" :key="s.id" type="button" :class="{ on: s === at }" :aria-current="s === at ? 'page' : undefined" @click="go(s.id)">
        {{ s.name }}<span v-if="s.id === 'offers' && offers?.offers.length" class="n">{{ offers.offers.length }}</span>
      </button>
      <RouterLink v-if="mayAll && !me?.job" class="shop" :to="{ name: 'shop-log', params: { job: view!.id } }">All jobs of the shop</RouterLink>
    </nav>
    <p v-if="logMissed" class="stop" role="alert">{{ logMissed }}</p>
    <p v-if="!log" class="quiet">Reading the facts…</p>
    <template v-else-if="at.id === ''">
      <p v-if="!up.length" class="quiet">
        Nothing hangs in this room yet. Once pieces are up, a tap says how each joint closed; what that teaches of the saw, the tape and the times stands under
        Offers.
      </p>
      <template v-else>
        <p class="counts">
          <span v-for="h in counts" :key="h.how"
            ><b>{{ h.count }}</b> {{ h.word }}</span
          ><span v-if="untold" class="quiet"
            ><b>{{ untold }}</b> not said yet: tap one</span
          >
        </p>
      </template>
      <RoomJoints v-if="joints.length" :joints="joints" @said="readLog()" />
      <ul v-if="gaped.length" class="gaped">
        <li v-for="j in gaped" :key="j.piece + j.end">
          <b>{{ j.title }}</b>, {{ j.kind }} of {{ j.of }}: <SetText :text="j.text" />
        </li>
      </ul>
    </template>
    <template v-else-if="at.id === 'offers'">
      <p v-if="!mayAll || me?.job" class="quiet">What the shop's work offers is told at the desk, and to devices that are let in for the whole shop.</p>
      <p v-else-if="!offers" class="quiet">Reading the jobs…</p>
      <template v-else>
        <p v-if="!offers.offers.length" class="quiet">
          Nothing is offered: either the figures are right as far as this shop's records can tell, or there are too few of them. A correction is offered only
          where the whole of its interval lies beyond what can be set.
        </p>
        <div class="cards">
          <OfferCard v-for="o in offers.offers" :key="o.id" :offer="o" :job="view!.id" @done="readLog()" />
        </div>
        <LessonList :lessons="offers.lessons" :job="view!.id" @done="readLog()" />
      </template>
    </template>
    <BookList v-else-if="at.id === 'book'" />
    <ClosingSheet v-else :log="log" />
  </section>
</template>

<style scoped>
.log {
  padding: 10px 20px 30px;
}
.sheets {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  margin-bottom: 10px;
}
.sheets button {
  min-height: 44px;
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
.n {
  display: inline-block;
  min-width: 20px;
  margin-left: 6px;
  padding: 0 5px;
  border-radius: 10px;
  background: var(--ochre);
  color: #fff;
  font-size: 12px;
  line-height: 20px;
}
.shop {
  margin-left: 18px;
}
.counts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  margin: 0;
}
.gaped {
  margin: 10px 0 0;
  padding-left: 18px;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(420px, 100%), 1fr));
  gap: 14px;
}
@media (max-width: 640px) {
  .log {
    padding: 8px 12px 90px;
  }
  .shop {
    margin: 8px 0 0;
    width: 100%;
  }
}
</style>
