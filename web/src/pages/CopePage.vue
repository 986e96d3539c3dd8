<script setup lang="ts">
// The template of a cope, in true size by this screen's own ruler, and how it is sawn.
import { useStorage } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { api, type CopeView, lineOf, take } from '../api/client'
import AngleInput from '../parts/AngleInput.vue'
import SetText from '../parts/SetText.vue'
import TemplateSheet from '../parts/TemplateSheet.vue'
import { useBench } from './bench/bench'
import BenchTabs from './bench/BenchTabs.vue'
import ScreenRuler from './bench/ScreenRuler.vue'
import TwoMouldings from './bench/TwoMouldings.vue'

const { q, of, job, through, coped, mouldings, rulers, begun, error, put, ready } = useBench()
const answer = shallowRef<CopeView | null>(null)
const reading = computed(() => q('reading', '90'))
const hand = computed(() => (q('hand') || q('end') || 'right') as 'left' | 'right')
/** An end of a job is that end; else two mouldings and a corner. */
const end = computed(() => (of.value && q('piece') ? { piece: q('piece'), end: hand.value } : null))
watch(
  [end, through, coped, reading, hand, job, ready],
  async () => {
    if (!ready.value) return
    try {
      answer.value = end.value
        ? await take(api.GET('/api/jobs/{job}/cope', { params: { path: { job: of.value }, query: end.value } }))
        : await take(
            api.GET('/api/bench/cope', {
              params: { query: { through: through.value, coped: coped.value, reading: reading.value, hand: hand.value, job: job.value } },
            }),
          )
      error.value = ''
    } catch (e) {
      answer.value = null
      error.value = lineOf(e)
    }
  },
  { immediate: true },
)
const apart = async (more: Record<string, string>) => void (await put({ ...more, run: undefined, corner: undefined, piece: undefined, end: undefined }))
const file = (format: string, paper = '') => {
  const query: Record<string, string> = end.value
    ? { piece: end.value.piece, end: end.value.end }
    : { through: through.value, coped: coped.value, reading: reading.value, hand: hand.value, job: job.value }
  const path = end.value ? `/api/jobs/${encodeURIComponent(of.value)}/template` : '/api/bench/template'
  return `${path}?${new URLSearchParams({ ...query, format, ...(paper ? { paper } : {}) })}`
}
// How many dots an inch of this screen has: set once against a card or a ruler, kept on this device.
const perInch = useStorage('gnomon.screen-inch', 0)
const ruling = ref(false)
const lit = ref(-1)
const mark = computed(() => answer.value?.steps[lit.value]?.at ?? [])
const back = ref(false)
const sheet = computed(() => (back.value && answer.value?.back ? answer.value.back : answer.value?.face))
watch(answer, () => (lit.value = -1))
</script>

<template>
  <div class="cope">
    <div class="main">
      <BenchTabs />
      <header>
        <h1>{{ answer?.title ?? 'Cope' }}</h1>
        <span v-if="begun" class="quiet">{{ begun }}</span>
      </header>
      <div class="ask">
        <TwoMouldings :all="mouldings" :through="through" :coped="coped" @put="(m) => apart(m as Record<string, string>)" />
        <AngleInput class="read" label="corner" :typed="reading" :commit="(t: string) => apart({ reading: t })" live />
        <el-segmented
          :model-value="hand"
          aria-label="Which end"
          :options="[
            { label: 'left end', value: 'left' },
            { label: 'right end', value: 'right' },
          ]"
          @change="(v: unknown) => apart({ hand: String(v) })"
        />
      </div>
      <p v-if="error" class="stop" role="alert"><SetText :text="error" /></p>
      <template v-if="answer && sheet">
        <div class="acts">
          <a class="btn primary" :href="file('pdf', 'letter')" target="_blank">Print on Letter</a>
          <a class="btn" :href="file('pdf', 'a4')" target="_blank">on A4</a>
          <a class="btn" :href="file('svg')">SVG</a>
          <a class="btn" :href="file('dxf')">DXF</a>
          <el-segmented
            v-if="answer.back"
            :model-value="back"
            aria-label="Which side"
            :options="[
              { label: 'face', value: false },
              { label: 'back', value: true },
            ]"
            @change="(v: unknown) => (back = !!v)"
          />
          <button class="btn plain" type="button" @click="ruling = !ruling">{{ perInch ? 'Screen ruler is set' : 'Set the screen ruler' }}</button>
        </div>
        <ScreenRuler v-if="ruling" v-model="perInch" :rulers="rulers" @close="ruling = false" />
        <div class="paper" :class="{ small: !perInch }">
          <TemplateSheet :of="sheet" :per-inch="perInch || undefined" :lit="back ? [] : mark" />
        </div>
        <p class="small quiet under">
          {{ sheet.name }} ·
          {{ perInch ? 'in true size on this screen: hold the piece to it' : 'not to scale until the screen ruler is set' }}
        </p>
      </template>
    </div>
    <aside v-if="answer">
      <h2>How to saw it</h2>
      <p>
        <b><SetText :text="answer.line" /></b>
      </p>
      <p><SetText :text="answer.waste" /></p>
      <p v-if="answer.extra"><SetText :text="answer.extra" /></p>
      <p><SetText :text="answer.lean" /></p>
      <ol>
        <li v-for="(s, i) in answer.steps" :key="i" :class="{ on: lit === i }">
          <button type="button" :aria-pressed="lit === i" @click="lit = lit === i ? -1 : i"><SetText :text="s.text" /></button>
        </li>
      </ol>
      <p v-for="c in answer.checks" :key="c" class="quiet"><SetText :text="c" /></p>
    </aside>
  </div>
</template>

<style scoped>
.cope {
  min-height: 100%;
  display: flex;
}
.main {
  flex: 1;
  min-width: 0;
  padding-bottom: 16px;
}
header,
.ask,
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  padding: 10px 24px 0;
}
h1 {
  font-size: 20px;
}
.read {
  width: 110px;
}
.acts {
  gap: 8px;
}
.acts a.btn {
  display: inline-flex;
  align-items: center;
  text-decoration: none;
}
.stop {
  margin: 10px 24px;
}
.paper {
  margin: 12px 24px 0;
  padding: 24px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  overflow: auto;
  max-height: 62vh;
}
.paper.small {
  height: 56vh;
  overflow: hidden;
}
.under {
  padding: 4px 24px 0;
}
aside {
  width: 330px;
  flex: none;
  background: var(--sheet);
  border-left: 1px solid var(--rule);
  padding: 16px 18px;
  font-size: 14.5px;
  line-height: 1.4;
  display: flex;
  flex-direction: column;
  gap: 8px;
}
ol {
  margin: 0;
  padding-left: 22px;
}
li button {
  vertical-align: top;
  border: 0;
  background: none;
  text-align: left;
  padding: 3px 6px;
  cursor: pointer;
  width: 100%;
}
li.on button {
  background: var(--chalk-wash);
}
@media (max-width: 1000px) {
  .cope {
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
  .ask,
  .acts {
    padding-left: 14px;
    padding-right: 14px;
  }
  .paper {
    margin: 10px 0 0;
    padding: 16px;
    max-height: none;
  }
  .acts .btn,
  li button {
    min-height: 48px;
  }
}
</style>
