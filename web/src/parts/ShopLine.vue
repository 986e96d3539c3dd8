<script setup lang="ts">
// How a thing of the job stands to the shop's: said beside it, and taken or left.
import { computed, shallowRef, watch } from 'vue'
import { lineOf, type TrialView } from '../api/client'
import { view } from '../state/job'
import { tell } from '../state/notice'
import { inShop } from '../state/place'
import { follow, keepIt, leaveIt, standingOf, weigh } from '../state/shop'
import ChangeList from './ChangeList.vue'

const props = defineProps<{ kind: 'saw' | 'moulding' | 'person' | 'nail' | 'prices' | 'times' | 'cutting' | 'tools' | 'rules'; id?: string }>()
const thing = computed(() => ({ kind: props.kind, id: props.id ?? '' }))
const s = computed(() => (inShop.value ? undefined : standingOf(props.kind, props.id ?? '')))
const trial = shallowRef<TrialView | null>(null)
watch(
  () => [props.id, view.value?.revision],
  () => (trial.value = null),
)
async function look() {
  try {
    trial.value = await weigh(thing.value)
  } catch (e) {
    tell(lineOf(e), true)
  }
}
async function keep() {
  if (await keepIt(thing.value)) tell(`${s.value?.title ?? 'It'} is the shop’s now. Other jobs keep theirs until they follow.`)
}
</script>

<template>
  <div v-if="s && s.state !== 'same'" class="shopline" :class="s.state">
    <p v-if="s.state === 'moved'">
      <b>The shop has moved on:</b> {{ s.differences.join('; ') }}.
      <template v-if="!trial"
        ><button class="link" type="button" @click="look">What would change</button>
        <button class="link" type="button" @click="leaveIt(thing)">Leave it</button></template
      >
    </p>
    <p v-else-if="s.state === 'apart'" class="quiet small">
      This job’s own figures. In the shop: {{ s.differences.join('; ') }}. <button class="link" type="button" @click="follow(thing)">Take the shop’s</button>
      <button class="link" type="button" @click="keep">Make these the shop’s</button>
    </p>
    <p v-else class="quiet small">The shop has no such thing. <button class="link" type="button" @click="keep">Keep it in the shop</button></p>
    <ChangeList v-if="trial" :trial="trial" @follow="follow(thing)" @leave="leaveIt(thing)" />
  </div>
</template>

<style scoped>
.shopline {
  flex-basis: 100%;
  font-size: 14.5px;
}
.moved > p {
  padding: 6px 12px;
  background: var(--chalk-wash);
  border-left: 3px solid var(--chalk);
}
.link {
  margin-left: 8px;
  min-height: 28px;
}
@media (max-width: 860px) {
  .link {
    min-height: 44px;
  }
}
</style>
