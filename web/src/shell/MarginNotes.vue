<script setup lang="ts">
// Findings as notes pencilled beside the work.
import { computed } from 'vue'
import SetText from '../parts/SetText.vue'
import type { ActView, FindingView } from '../api/client'
import { useRoute, useRouter } from 'vue-router'
import { doAct } from '../state/measuring'
import { view } from '../state/job'
import { hanging } from '../state/hanging'
import { choose, findings as found, isChosen, room } from '../state/place'

const sign: Record<string, string> = { stop: '▲', check: '△', note: '·' }
const word: Record<string, string> = { stop: 'Stop', check: 'Check', note: 'Note' }
const route = useRoute()
const router = useRouter()
interface Note {
  f: FindingView
  /** What follows from it. */
  follow: FindingView[]
}
/** Before the walls what these have to say comes first. */
const findings = computed(() => (route.name === 'hang' ? [...(hanging.value?.findings ?? []), ...found.value] : found.value))
/** The causes, each with what follows from it; at the saw not what its cut itself cautions of. */
const notes = computed(() => {
  const out: Note[] = []
  for (const f of findings.value) {
    if (f.atCut && route.name === 'saw') continue
    const cause = f.follows ? out.find((n) => n.f.key === f.follows && n.f.room === f.room) : undefined
    if (cause) cause.follow.push(f)
    else out.push({ f, follow: [] })
  }
  return out
})
const waits = (n: Note) => n.f.stop === route.name || n.follow.some((f) => f.stop === route.name)
/** Those that wait at this stop first. */
const shown = computed(() => [...notes.value].sort((a, b) => Number(waits(b)) - Number(waits(a))))
const elsewhere = computed(() => (view.value?.rooms ?? []).reduce((n, r) => n + (r.id === room.value?.id ? 0 : r.checks), 0))
async function act(a: ActView) {
  if (!['keep', 'drop', 'take_back'].includes(a.do) && route.name !== 'measure')
    await router.push({ name: 'measure', params: route.params, query: route.query })
  await doAct(a)
}
function go(f: FindingView) {
  if (['wall', 'corner', 'piece'].includes(f.kind)) choose(f.kind, f.id)
}
</script>

<template>
  <aside class="margin screen-only" aria-label="In the margin">
    <slot />
    <h2>In the margin</h2>
    <p v-if="!findings.length" class="quiet small">Nothing to say about this room.</p>
    <ul>
      <li v-for="{ f, follow } in shown" :key="f.key + f.room" :class="[f.severity, { on: isChosen(f.kind, f.id) }]">
        <button type="button" @click="go(f)">
          <strong
            ><span class="sign" aria-hidden="true">{{ sign[f.severity] }}</span
            ><span class="sr">{{ word[f.severity] }}: </span><SetText :text="f.text"
          /></strong>
          <span class="why"><SetText :text="f.why" /></span>
          <span class="remedy"><SetText :text="f.remedy" /></span>
        </button>
        <p v-if="f.acts.length" class="acts">
          <template v-for="(a, k) in f.acts" :key="a.do + a.id"
            ><i v-if="k && f.acts[k - 1]!.do !== a.do" /><button type="button" :aria-label="a.text" @click="act(a)">
              {{ f.acts[k - 1]?.do === a.do ? `· ${a.next}` : a.text }}
            </button></template
          >
        </p>
        <details v-if="follow.length" :open="follow.some((g) => g.stop === route.name && g.stop !== f.stop)">
          <summary>What follows from it: {{ follow.length }}</summary>
          <ul>
            <li v-for="(g, i) in follow" :key="i" :class="g.severity">
              <button type="button" @click="go(g)">
                <strong
                  ><span class="sign" aria-hidden="true">{{ sign[g.severity] }}</span
                  ><span class="sr">{{ word[g.severity] }}: </span><SetText :text="g.text"
                /></strong>
                <span class="why"><SetText :text="g.why" /></span>
                <span class="remedy"><SetText :text="g.remedy" /></span>
              </button>
            </li>
          </ul>
        </details>
      </li>
    </ul>
    <p v-if="elsewhere" class="quiet small">{{ elsewhere }} more to look at in other rooms.</p>
  </aside>
</template>

<style scoped>
.margin {
  width: 280px;
  flex: none;
  padding: 16px 16px 24px 18px;
  background: var(--sheet);
  border-left: 1px solid #d9a9a0;
  overflow-y: auto;
}
ul {
  list-style: none;
  margin: 6px 0;
  padding: 0;
}
li {
  border-bottom: 1px dashed var(--rule);
  padding: 10px 0;
}
li.on {
  background: var(--chalk-wash);
  margin: 0 -10px;
  padding: 10px;
}
li > button {
  display: block;
  width: 100%;
  border: 0;
  padding: 0 0 0 18px;
  background: none;
  text-align: left;
  cursor: pointer;
  font-size: 14px;
  line-height: 1.4;
}
strong {
  font-weight: 600;
  display: block;
  position: relative;
}
.sign {
  position: absolute;
  left: -18px;
}
.why,
.remedy {
  display: block;
}
.why {
  color: var(--pencil);
}
.remedy {
  color: var(--ink);
}
details {
  padding-left: 18px;
}
summary {
  cursor: pointer;
  padding: 4px 0;
  font-size: 13.5px;
  font-weight: 600;
  color: var(--pencil);
}
details ul {
  margin: 0;
  border-left: 2px solid var(--rule);
}
details li {
  border: 0;
  padding: 5px 0 5px 8px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 5px;
  padding-left: 18px;
}
.acts i {
  flex-basis: 100%;
}
.acts button {
  border: 0;
  background: none;
  padding: 3px 0;
  color: var(--chalk);
  font-weight: 600;
  font-size: 13.5px;
  cursor: pointer;
  text-align: left;
}
@media (max-width: 1100px) {
  .acts i {
    flex-basis: 100%;
  }
  .acts button {
    min-height: 44px;
  }
  summary {
    padding: 12px 0;
  }
}
.stop strong {
  color: var(--brick);
}
.check strong {
  color: var(--ochre);
}
@media (max-width: 1100px) {
  .margin {
    width: auto;
    border-left: 0;
    border-top: 1px solid #d9a9a0;
    overflow: visible;
  }
}
</style>
