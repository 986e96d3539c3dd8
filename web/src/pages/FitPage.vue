<script setup lang="ts">
// Will it close? Cope and mitre of two mouldings in a corner, side by side, before wood is spoiled.
import { useDebounceFn } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, shallowRef, watch } from 'vue'
import { api, type ClosingSide, type ClosingView, lineOf, take } from '../api/client'
import SetText from '../parts/SetText.vue'
import { useKeys } from '../state/keys'
import { useBench } from './bench/bench'
import BenchHandle from './bench/BenchHandle.vue'
import BenchTabs from './bench/BenchTabs.vue'
import GapGraph from './bench/GapGraph.vue'
import SeamPicture from './bench/SeamPicture.vue'
import TwoMouldings from './bench/TwoMouldings.vue'

const JointSpace = defineAsyncComponent(() => import('../parts/JointSpace.vue'))
const { q, of, job, through, coped, mouldings, begun, error, put, ready } = useBench()
const figures = ['reading', 'made', 'lean', 'ceiling', 'compound', 'low', 'roll'] as const
type Figure = (typeof figures)[number]
const none: Record<Figure, string> = { reading: '92', made: '90', lean: '0', ceiling: '0', compound: '0', low: '0', roll: '0' }
/** What the handles stand at: the address follows when they rest. */
const at = ref<Record<Figure, string>>({ ...none })
const fromAddress = () => {
  const came = !!q('corner') || !!q('reading')
  for (const f of figures) at.value[f] = q(f, f === 'made' && came ? q('reading') : none[f])
}
watch(ready, (r) => r && fromAddress(), { immediate: true })
const keep = useDebounceFn(() => void put({ ...at.value }), 400)

const answer = shallowRef<ClosingView | null>(null)
const space = ref(false)
const turn = ref({ turn: 0, tip: 0 })
/** The last asked wins; while one is on its way the next waits, so that a handle is never more than one answer behind. */
let busy = false
let again: 'figures' | 'cures' | '' = ''
async function ask(cures: boolean) {
  again = cures ? 'cures' : again || 'figures'
  if (busy) return
  busy = true
  while (again) {
    const all: boolean = again === 'cures'
    again = ''
    try {
      const query = {
        through: through.value,
        coped: coped.value,
        job: job.value,
        ...at.value,
        side: (q('side') || 'inside') as 'inside' | 'outside',
        cures: all,
        space: space.value,
      }
      answer.value = await take(api.GET('/api/bench/fit', { params: { query } }))
      error.value = ''
    } catch (e) {
      answer.value = null
      error.value = lineOf(e)
    }
  }
  busy = false
}
const settle = useDebounceFn(() => void ask(true), 220)
watch(
  [at, through, coped, job, ready, space],
  () => {
    if (!ready.value) return
    void ask(false)
    void settle()
  },
  { deep: true, immediate: true },
)
function set(f: Figure, v: number) {
  at.value[f] = String(v)
  void keep()
}
const num = (f: Figure) => Number(at.value[f].replace('−', '-')) || 0
const step = computed(() => Number(answer.value?.asked.step ?? 0.015625))
/** A handle goes some degrees either way of where the corner began. */
const middle = ref(90)
watch(ready, (r) => r && (middle.value = Math.round((num('reading') + num('made')) / 2) || 90), { immediate: true })
const sides = computed(() =>
  [
    { name: 'Cope', of: answer.value?.cope },
    { name: 'Mitre', of: answer.value?.mitre },
  ].filter((s): s is { name: string; of: ClosingSide } => !!s.of),
)
const best = computed(() => answer.value?.cope?.cures.find((c) => c.best) ?? answer.value?.mitre?.cures.find((c) => c.best))
function closeIt() {
  const c = best.value
  if (c?.roll) set('roll', Math.round(c.roll * 100) / 100)
  else if (c?.reading) sawIt()
}
function sawIt() {
  at.value.made = at.value.reading
  at.value.roll = '0'
  void keep()
}
const flip = () => (space.value = !space.value)
useKeys({ c: closeIt, f: flip, s: sawIt })
const verdict: Record<string, string> = { closed: '●', fill: '◐', recut: '△' }
</script>

<template>
  <div class="fit">
    <div class="main">
      <BenchTabs />
      <header>
        <h1>Will it close?</h1>
        <span v-if="begun" class="quiet">{{ begun }}</span>
        <TwoMouldings :all="mouldings" :through="through" :coped="coped" @put="put" />
      </header>
      <p v-if="error" class="stop" role="alert"><SetText :text="error" /></p>
      <template v-if="answer">
        <div class="sides">
          <section v-for="s in sides" :key="s.name" :aria-label="s.name">
            <h2>
              {{ s.name }} <span class="quiet">{{ s.of.made }}</span>
            </h2>
            <p class="gap" :class="s.of.verdict">
              <b><SetText :text="s.of.gap" /></b> <span><SetText :text="s.of.where" /></span>
              <i>{{ verdict[s.of.verdict] }} {{ s.of.word }}</i>
            </p>
            <p v-if="s.of.touch" class="check small"><SetText :text="s.of.touch" /></p>
            <div class="pic">
              <JointSpace
                v-if="space && s.of.space"
                :of="s.of.space"
                :turn="turn.turn"
                :tip="turn.tip"
                @turned="(a, b) => (turn = { turn: a, tip: b })"
                @still="space = false"
              />
              <SeamPicture v-else :of="s.of" />
            </div>
            <p class="small quiet">
              <template v-if="space">in space, true · drag to turn</template
              ><template v-else
                >seen from the room<template v-if="s.of.picture.times > 1"> · gap drawn {{ s.of.picture.times }} times</template></template
              >
            </p>
          </section>
        </div>
        <GapGraph :cope="answer.cope" :mitre="answer.mitre" />
        <div class="acts">
          <button class="btn primary" type="button" :disabled="!best || best.do === 'leave'" @click="closeIt">Close it <kbd>C</kbd></button>
          <button class="btn" type="button" @click="sawIt">Saw it for {{ answer.asked.reading }} <kbd>S</kbd></button>
          <RouterLink class="btn" :to="{ name: of ? 'job-cope' : 'cope', params: of ? { job: of } : {}, query: { ...$route.query, reading: at.made } }"
            >Template</RouterLink
          >
          <button class="btn" type="button" :aria-pressed="space" @click="flip">{{ space ? 'From the room' : 'Turn in space' }} <kbd>F</kbd></button>
        </div>
        <div class="handles">
          <BenchHandle
            label="corner"
            :says="answer.asked.reading"
            :value="num('reading')"
            :min="middle - 8"
            :max="middle + 8"
            :step="0.1"
            @put="(v) => set('reading', v)"
          />
          <BenchHandle
            label="sawn for"
            :says="answer.asked.made"
            :value="num('made')"
            :min="middle - 8"
            :max="middle + 8"
            :step="0.1"
            @put="(v) => set('made', v)"
          />
          <BenchHandle
            label="both rolled"
            :says="answer.asked.roll"
            :value="num('roll')"
            :min="-answer.rolls"
            :max="answer.rolls"
            :step="0.05"
            @put="(v) => set('roll', v)"
          />
          <BenchHandle label="its wall leans" :says="answer.asked.lean" :value="num('lean')" :min="-3" :max="3" :step="0.1" @put="(v) => set('lean', v)" />
          <BenchHandle
            v-if="answer.crown"
            label="ceiling over its width"
            :says="answer.asked.ceiling"
            :value="num('ceiling')"
            :min="-16 * step"
            :max="16 * step"
            :step="step"
            @put="(v) => set('ceiling', v)"
          />
          <BenchHandle
            v-if="answer.crown"
            label="first piece sits"
            :says="answer.asked.low"
            :value="num('low')"
            :min="-16 * step"
            :max="16 * step"
            :step="step"
            @put="(v) => set('low', v)"
          />
          <BenchHandle
            label="compound"
            :says="answer.asked.compound"
            :value="num('compound')"
            :min="0"
            :max="16 * step"
            :step="step"
            @put="(v) => set('compound', v)"
          />
        </div>
      </template>
    </div>
    <aside v-if="answer">
      <h2>What it says</h2>
      <div v-for="s in answer.says" :key="s.text" class="says">
        <b :class="{ check: s.check }">{{ s.check ? '△ ' : '' }}<SetText :text="s.text" /></b>
        <p class="quiet"><SetText :text="s.why" /></p>
      </div>
      <p v-if="answer.why" class="says check"><SetText :text="answer.why" /></p>
      <template v-for="s in sides" :key="s.name">
        <h3 v-if="s.of.cures.length">{{ s.name }}: what closes it</h3>
        <ul>
          <li v-for="c in s.of.cures" :key="c.do" :class="{ best: c.best }">
            <SetText :text="c.text" /> <i v-if="c.best">{{ verdict[c.verdict] }} best</i>
          </li>
        </ul>
      </template>
      <p class="quiet small"><SetText text="Up to 1/64 is closed once it is painted, to 1/32 a fill. Prove every joint on scrap." /></p>
    </aside>
  </div>
</template>

<style scoped>
.fit {
  min-height: 100%;
  display: flex;
}
.main {
  flex: 1;
  min-width: 0;
  padding-bottom: 14px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: center;
  padding: 10px 24px 4px;
}
h1 {
  font-size: 20px;
}
.stop {
  margin: 10px 24px;
}
.sides {
  display: flex;
  gap: 24px;
  padding: 4px 24px 0;
}
.sides section {
  flex: 1;
  min-width: 0;
}
.gap {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  align-items: baseline;
}
.gap b {
  font-size: 34px;
  line-height: 1.1;
}
.gap i {
  font-style: normal;
  font-weight: 600;
}
.recut i,
.check {
  color: var(--ochre);
}
.closed i {
  color: var(--leaf);
}
.pic {
  height: 172px;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
.graph {
  padding: 8px 24px 0;
}
.acts,
.handles {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 10px;
  padding: 10px 24px 0;
}
.handles {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  gap: 6px 18px;
}
.acts a.btn {
  display: inline-flex;
  align-items: center;
  text-decoration: none;
}
aside {
  width: 290px;
  flex: none;
  background: var(--sheet);
  border-left: 1px solid var(--rule);
  padding: 16px 18px;
  font-size: 14px;
  line-height: 1.38;
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.says + .says {
  border-top: 1px dashed var(--rule);
  padding-top: 8px;
}
ul {
  margin: 0;
  padding-left: 18px;
}
li {
  margin-bottom: 4px;
}
li.best {
  font-weight: 600;
}
li i {
  font-style: normal;
  color: var(--leaf);
  white-space: nowrap;
}
@media (max-width: 1000px) {
  .fit {
    flex-direction: column;
  }
  aside {
    width: auto;
    border-left: 0;
    border-top: 1px solid var(--rule);
  }
}
@media (max-width: 640px) {
  header,
  .sides,
  .graph,
  .acts,
  .handles {
    padding-left: 14px;
    padding-right: 14px;
  }
  .sides {
    flex-direction: column;
    gap: 12px;
  }
  .acts .btn {
    min-height: 48px;
    flex: 1 1 45%;
    justify-content: center;
  }
}
</style>
