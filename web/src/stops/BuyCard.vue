<script setup lang="ts">
// One moulding bought both ways, side by side: sticks drawn to length.
import { computed } from 'vue'
import LengthText from '../parts/LengthText.vue'
import SetText from '../parts/SetText.vue'
import type { BuyView, ChoiceView } from '../api/client'
import { buyWays } from '../state/choices'
import { attempt, setOp } from '../state/job'

const props = defineProps<{ of: ChoiceView }>()
// The bars are drawn to one scale within the card.
const ways = computed<[string, string, BuyView][]>(() => [
  ['share', 'running length and a share', props.of.share],
  ['fit', 'fitted to sticks', props.of.fit],
])
const longest = computed(() => Math.max(1, ...ways.value.flatMap(([, , b]) => b.lots.map((l) => l.length.nm))))
const choose = (to: unknown) => attempt(setOp('moulding', props.of.moulding, 'buy', to === props.of.advised ? '' : to, props.of.buy))
</script>

<template>
  <section class="card" :aria-label="of.name">
    <header>
      <h3>{{ of.name }}</h3>
      <span class="quiet small"
        ><LengthText :of="of.length" /> in {{ of.pieces }} {{ of.pieces === 1 ? 'piece' : 'pieces'
        }}<template v-if="of.sets">, {{ of.sets }} {{ of.sets === 1 ? 'set' : 'sets' }}</template
        ><template v-if="of.scarfs">, {{ of.scarfs }} {{ of.scarfs === 1 ? 'scarf' : 'scarfs' }}</template
        ><template v-if="of.rough"> · {{ of.rough }} rough</template></span
      >
      <span class="space" />
      <el-segmented :aria-label="`Buy ${of.name}`" :model-value="of.chosen" :options="buyWays" @change="choose" />
    </header>
    <div class="ways">
      <div v-for="[id, words, b] in ways" :key="id" class="way" :class="{ on: of.chosen === id }">
        <p class="cap">{{ words }}<b v-if="of.advised === id" class="good"> · safer here</b></p>
        <p v-if="b.short" class="check small">{{ b.short }}</p>
        <ul v-else>
          <li v-for="(l, i) in b.lots" :key="i">
            <span class="to-scale"><i :style="{ width: `${(100 * l.length.nm) / longest}%` }" /></span>
            <span class="n"
              ><b>{{ l.count }}</b> × <LengthText :of="l.length"
            /></span>
          </li>
        </ul>
        <p class="cost">
          <b>{{ b.cost.text }}</b> <span class="quiet small">{{ b.count }} {{ b.count === 1 ? 'stick' : 'sticks' }}</span>
        </p>
      </div>
    </div>
    <p class="why small">
      <b v-if="of.sticks">{{ of.sticks }}, {{ of.money }}. </b><SetText :text="of.why" />
    </p>
    <p v-if="of.missing" class="check small">{{ of.missing }} <RouterLink :to="{ name: 'prices' }">Price sheet</RouterLink></p>
  </section>
</template>

<style scoped>
.card {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 4px;
  padding: 10px 14px;
}
header {
  display: flex;
  align-items: center;
  gap: 10px;
  flex-wrap: wrap;
}
.space {
  flex: 1;
}
.ways {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
  margin-top: 6px;
}
.way {
  position: relative;
  padding: 5px 10px;
  border-left: 3px solid var(--rule);
}
.way.on {
  border-color: var(--chalk);
  background: var(--chalk-wash);
}
.good {
  color: #2f6641;
}
.cap {
  font-size: 13px;
  color: var(--pencil);
}
ul {
  list-style: none;
  margin: 4px 0;
  padding: 0;
}
li {
  display: flex;
  align-items: center;
  gap: 10px;
}
.to-scale {
  flex: 1;
  max-width: 120px;
}
.to-scale i {
  display: block;
  height: 10px;
  background: var(--pine);
  border: 1px solid var(--pine-edge);
  border-radius: 1px;
}
.n {
  white-space: nowrap;
}
.cost {
  position: absolute;
  right: 10px;
  bottom: 5px;
  text-align: right;
  line-height: 1.15;
}
.cost b {
  font-size: 18px;
}
.cost span {
  display: block;
}
ul {
  min-height: 40px;
  padding-right: 84px;
}
.why {
  margin-top: 6px;
}
@media (max-width: 640px) {
  .ways {
    grid-template-columns: 1fr;
    gap: 6px;
  }
}
</style>
