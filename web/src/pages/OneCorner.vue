<script setup lang="ts">
// One corner, no job: a reading and its scale, and there are the settings and
// the picture for both pieces that meet in it.
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, lineOf, type OneCorner, take } from '../api/client'
import AngleInput from '../parts/AngleInput.vue'
import SawBench from '../parts/SawBench.vue'
import BenchTabs from './bench/BenchTabs.vue'
import { scales, turnKinds } from '../state/choices'

const route = useRoute()
const router = useRouter()
const q = (k: string, d: string) => (typeof route.query[k] === 'string' ? (route.query[k] as string) : d)
const reading = ref(q('reading', '90'))
const scale = ref(q('scale', 'corner') as 'corner')
const kind = ref(q('kind', 'inside') as 'inside')
const lie = ref(q('lie', 'upright'))
const spring = ref(q('spring', '38'))
const answer = shallowRef<OneCorner | null>(null)
const error = ref('')

// How a piece lies, in one choice: the server knows a pose and an edge.
const lies: Record<string, { label: string; pose: 'upright' | 'nested' | 'flat'; edge: 'top' | 'bottom' }> = {
  upright: { label: 'base, upright', pose: 'upright', edge: 'top' },
  nested: { label: 'crown, nested', pose: 'nested', edge: 'top' },
  'flat-top': { label: 'flat, top to fence', pose: 'flat', edge: 'top' },
  'flat-bottom': { label: 'flat, bottom to fence', pose: 'flat', edge: 'bottom' },
}
const lieOptions = Object.entries(lies).map(([value, l]) => ({ label: l.label, value }))
const pose = computed(() => lies[lie.value] ?? lies.upright!)
const crown = computed(() => pose.value.pose !== 'upright')

async function ask() {
  const query = {
    reading: reading.value,
    scale: scale.value,
    kind: kind.value,
    pose: pose.value.pose,
    edge: pose.value.edge,
    spring: crown.value ? spring.value : '',
  }
  void router.replace({
    query: { reading: reading.value, scale: scale.value, kind: kind.value, lie: lie.value, ...(crown.value ? { spring: spring.value } : {}) },
  })
  try {
    answer.value = await take(api.GET('/api/corner', { params: { query } }))
    error.value = ''
  } catch (e) {
    answer.value = null
    error.value = lineOf(e)
  }
}
const takeReading = (text: string) => ((reading.value = text), ask())
const takeSpring = (text: string) => ((spring.value = text), ask())
watch([scale, kind, lie], () => void ask(), { immediate: true })
const words = (e: OneCorner['ends'][number]) => `${e.mitre.text}${e.mitre.side ? ` ${e.mitre.side}` : ''}`
</script>

<template>
  <div class="corner">
    <section class="ask">
      <BenchTabs class="tabs" />
      <h1>One corner</h1>
      <AngleInput class="read" label="Protractor reading" :typed="reading" :commit="takeReading" big live />
      <div class="col across">
        <span class="cap">read on the scale</span><el-segmented v-model="scale" :options="scales" aria-label="Scale of the reading" />
      </div>
      <div class="col across"><span class="cap">turns</span><el-segmented v-model="kind" :options="turnKinds" aria-label="Inside or outside" /></div>
      <div class="col">
        <span class="cap">how it lies on the saw</span>
        <select v-model="lie" aria-label="How it lies on the saw">
          <option v-for="o in lieOptions" :key="o.value" :value="o.value">{{ o.label }}</option>
        </select>
      </div>
      <AngleInput v-if="crown" class="spring" label="spring angle" :typed="spring" :commit="takeSpring" live />
      <p v-if="error" class="stop" role="alert">{{ error }}</p>
      <p v-else-if="answer" class="sum">A corner of {{ answer.theta }}: each mitre takes {{ answer.half }}.</p>
      <p v-if="answer?.finding" class="check small">
        <b>{{ answer.finding.text }}</b> {{ answer.finding.why }} {{ answer.finding.remedy }}
      </p>
      <p class="quiet small caution">
        Cut a scrap first and try it in the corner. Guard on, hands out of the blade’s line, let the blade stop before you lift.
      </p>
    </section>
    <section class="answers">
      <article v-for="e in answer?.ends ?? []" :key="e.hand">
        <h2>
          <span>{{ e.hand === 'right' ? 'Piece left of the corner' : 'Piece right of the corner' }}</span> its {{ e.hand }} end
        </h2>
        <div class="figures">
          <div>
            <b class="pink"
              >{{ e.mitre.text }}<small v-if="e.mitre.side">{{ ` ${e.mitre.side}` }}</small></b
            ><span>mitre{{ e.mitre.side ? ` · handle ${e.mitre.side}` : '' }}</span>
          </div>
          <div>
            <b
              >{{ e.bevel.text }}<small v-if="e.bevel.side">{{ ` ${e.bevel.side}` }}</small></b
            ><span>bevel{{ e.bevel.side ? ' · top of blade' : '' }}</span>
          </div>
          <div>
            <b>{{ e.keep }}</b><span>keep</span>
          </div>
        </div>
        <div class="pic"><SawBench :bench="e.bench" :swing="words(e)" :mark-text="`${e.toldTo} point`" small /></div>
        <p class="lies">
          {{ e.bench.lies }} From above; you stand below.<template v-if="!e.bench.toScale"> Angles are true, the moulding stands for yours.</template>
        </p>
      </article>
    </section>
  </div>
</template>

<style scoped>
.corner {
  min-height: 100%;
  display: flex;
}
.ask {
  width: 330px;
  flex: none;
  padding: 22px 24px;
  display: flex;
  flex-direction: column;
  gap: 16px;
}
h1 {
  font-size: 22px;
}
.col {
  display: flex;
  flex-direction: column;
  gap: 3px;
}
.cap {
  font-size: 13px;
  color: var(--pencil);
}
.read :deep(input),
.read :deep(.typeset) {
  height: 60px;
  font-size: 34px;
  font-weight: 700;
}
.read :deep(input) {
  border-color: var(--chalk);
}
select {
  height: 44px;
  padding: 0 10px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font-size: 15px;
}
.sum {
  font-weight: 600;
}
.caution {
  margin-top: auto;
}
.answers {
  flex: 1;
  min-width: 0;
  background: var(--dark);
  color: #fff;
  padding: 16px 24px;
  display: grid;
  grid-template-rows: 1fr 1fr;
  gap: 12px;
}
article {
  display: flex;
  flex-direction: column;
  min-height: 300px;
}
article + article {
  border-top: 1px solid var(--dark-rule);
  padding-top: 12px;
}
h2 {
  font-size: 15px;
  color: var(--dark-pencil);
  font-weight: 400;
}
h2 span {
  color: #fff;
  font-weight: 600;
}
.figures {
  display: flex;
  gap: 8px 34px;
  flex-wrap: wrap;
}
.figures div {
  display: flex;
  flex-direction: column;
}
.figures b {
  font-size: 44px;
  line-height: 1.1;
}
.figures small {
  font-size: 22px;
}
.figures span {
  color: var(--dark-pencil);
  font-size: 14px;
}
.pink {
  color: var(--pink);
}
.pic {
  flex: 1;
  min-height: 170px;
}
.lies {
  color: var(--dark-pencil);
  font-size: 13px;
}
@media (max-width: 860px) {
  .corner {
    flex-direction: column;
  }
  .ask {
    width: auto;
    padding: 12px 16px;
    gap: 10px 14px;
    display: grid;
    grid-template-columns: 1fr 1fr;
  }
  .ask h1 {
    display: none;
  }
  .ask p,
  .across {
    grid-column: 1 / 3;
  }
  .across {
    order: 1;
  }
  .ask p {
    order: 2;
  }
  .read.entry,
  .spring.entry {
    width: 100%;
  }
  .col {
    justify-content: flex-end;
  }
  select {
    height: 60px;
  }
  .caution {
    font-size: 12px;
  }
  .answers {
    display: block;
    padding: 14px 16px 90px;
  }
  article {
    margin-bottom: 16px;
  }
  .pic {
    height: 220px;
    flex: none;
  }
  .caution {
    margin-top: 0;
  }
  .figures b {
    font-size: 40px;
  }
}
</style>
