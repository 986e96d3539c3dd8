<script setup lang="ts">
// What went wrong? From where a joint gapes and what was measured since: causes in order, with the cure of each.
import { computed, ref, shallowRef, watch } from 'vue'
import { api, type CauseView, lineOf, take } from '../api/client'
import SetText from '../parts/SetText.vue'
import { useBench } from './bench/bench'
import BenchTabs from './bench/BenchTabs.vue'
import TwoMouldings from './bench/TwoMouldings.vue'
import LooseField from '../parts/LooseField.vue'

const { q, job, through, coped, mouldings, begun, error, put, ready } = useBench()
const causes = shallowRef<CauseView[]>([])
const joint = computed(() => (['cope', 'mitre', 'outside'].includes(q('joint')) ? q('joint') : 'cope') as 'cope' | 'mitre' | 'outside')
const at = computed(() => q('at', 'top') as 'top' | 'bottom' | 'all')
const asked = ref(false)
watch(
  [joint, at, through, coped, job, () => q('reading'), () => q('gap'), () => q('run_along'), () => q('sits'), ready],
  async () => {
    if (!ready.value) return
    asked.value = !!q('gap')
    if (!asked.value) return void (causes.value = [])
    try {
      const query = {
        through: through.value,
        coped: coped.value,
        job: job.value,
        reading: q('reading', '90'),
        made: q('reading', '90'),
        joint: joint.value,
        at: at.value,
        gap: q('gap'),
        run: q('run_along'),
        sits: q('sits'),
      }
      causes.value = (await take(api.GET('/api/bench/wrong', { params: { query } }))).causes
      error.value = ''
    } catch (e) {
      causes.value = []
      error.value = lineOf(e)
    }
  },
  { immediate: true },
)
const places = [
  { label: 'at the top', value: 'top' },
  { label: 'at the bottom', value: 'bottom' },
  { label: 'all along', value: 'all' },
]
const joints = [
  { label: 'cope', value: 'cope' },
  { label: 'inside mitre', value: 'mitre' },
  { label: 'outside mitre', value: 'outside' },
]
</script>

<template>
  <div class="wrong">
    <BenchTabs />
    <header>
      <h1>What went wrong?</h1>
      <span v-if="begun" class="quiet">{{ begun }}</span>
      <TwoMouldings :all="mouldings" :through="through" :coped="coped" @put="put" />
    </header>
    <div class="cols">
      <section class="ask">
        <div>
          <span class="cap">it is a</span>
          <el-segmented :model-value="joint" aria-label="What joint it is" :options="joints" @change="(v: unknown) => put({ joint: String(v) })" />
        </div>
        <div>
          <span class="cap">it gapes</span>
          <el-segmented :model-value="at" aria-label="Where it gapes" :options="places" @change="(v: unknown) => put({ at: String(v) })" />
        </div>
        <div class="fields">
          <LooseField label="by how much" :model-value="q('gap')" placeholder="1/16" @update:model-value="(t: string) => put({ gap: t })" />
          <LooseField label="the corner reads" :model-value="q('reading', '90')" placeholder="90" @update:model-value="(t: string) => put({ reading: t })" />
        </div>
        <p class="small quiet">If you measured it since; leave it open if not:</p>
        <div class="fields">
          <LooseField label="a test mitre runs" :model-value="q('run_along')" placeholder="3 1/8" @update:model-value="(t: string) => put({ run_along: t })" />
          <LooseField label="first piece sits low by" :model-value="q('sits')" placeholder="0" @update:model-value="(t: string) => put({ sits: t })" />
        </div>
        <p class="small quiet">
          A test mitre runs along the piece as far as the moulding stands out, where the corner is square. Where the first piece sits is read against its line.
        </p>
      </section>
      <section class="causes" aria-live="polite">
        <p v-if="error" class="stop" role="alert"><SetText :text="error" /></p>
        <p v-else-if="!asked" class="quiet">Say by how much it gapes, and the causes come in order, each with what to do.</p>
        <p v-else-if="!causes.length" class="quiet">
          Nothing common opens it so. Look through it against light: a lump behind the line, or compound in the corner.
        </p>
        <ol>
          <li v-for="c in causes" :key="c.code" :class="{ told: c.told }">
            <p>
              <b><SetText :text="c.text" /></b>
            </p>
            <p class="share">
              <span class="bar"><span :style="{ width: `${c.share}%` }" /></span> {{ c.likely }}, {{ c.share }} of 100<template v-if="c.told">
                · what you measured says so</template
              >
            </p>
            <p><SetText :text="c.cure" /></p>
          </li>
        </ol>
      </section>
    </div>
  </div>
</template>

<style scoped>
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
.cols {
  display: flex;
  gap: 32px;
  padding: 12px 24px;
  align-items: flex-start;
}
.ask {
  width: 380px;
  flex: none;
  display: flex;
  flex-direction: column;
  gap: 12px;
}
.ask > div:not(.fields) {
  display: flex;
  flex-direction: column;
  gap: 3px;
}
.cap {
  font-size: 13px;
  color: var(--pencil);
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.causes {
  flex: 1;
  min-width: 0;
}
ol {
  margin: 0;
  padding: 0 0 0 26px;
}
li {
  padding: 6px 0 12px;
  border-bottom: 1px dashed var(--rule);
}
li::marker {
  color: var(--chalk);
  font-weight: 700;
}
.told {
  background: var(--chalk-wash);
}
.share {
  display: flex;
  gap: 10px;
  align-items: center;
  color: var(--pencil);
  font-size: 14px;
}
.bar {
  width: 120px;
  height: 8px;
  background: var(--stick);
  display: inline-block;
}
.bar span {
  display: block;
  height: 100%;
  background: var(--chalk);
}
@media (max-width: 860px) {
  .cols {
    flex-direction: column;
    padding: 12px 14px;
  }
  .ask {
    width: 100%;
  }
  header {
    padding: 10px 14px 4px;
  }
}
</style>
