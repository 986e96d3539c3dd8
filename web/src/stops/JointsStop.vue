<script setup lang="ts">
// What happens at every corner and why, and the cut list that follows from it.
import { computed } from 'vue'
import FloorPlan from '../parts/FloorPlan.vue'
import { copeHands, insideJoints, setRule } from '../state/choices'
import { view } from '../state/job'
import { useKeys } from '../state/keys'
import { choose, chosen, isChosen, pieceById, pickedRun, pieces, room, runsCut, runShown } from '../state/place'
import LengthText from '../parts/LengthText.vue'
import CutList from './CutList.vue'

const decisions = computed(() => (view.value?.decisions ?? []).filter((d) => d.room === room.value?.id && d.run === runShown.value))
const runNames = computed(() => runsCut.value.map((k) => ({ value: k.id, label: view.value!.mouldings.find((m) => m.id === k.moulding)?.name || k.moulding })))
const lines = computed(() => (view.value?.lines ?? []).filter((l) => l.room === room.value?.id))
function pick(id: unknown) {
  if (chosen.value?.kind === 'piece') chosen.value = null
  pickedRun.value = String(id)
}
const rooms = computed(() =>
  (view.value?.rooms ?? []).map((r) => ({
    ...r,
    pieces: (view.value?.pieces ?? []).filter((p) => p.room === r.id),
  })),
)
const near = computed(() => {
  const p = chosen.value?.kind === 'piece' ? pieceById.value.get(chosen.value.id) : null
  return new Set([p?.left.corner, p?.right.corner].filter(Boolean))
})
function step(by: number) {
  const ds = decisions.value
  const i = ds.findIndex((d) => isChosen('corner', d.corner))
  const d = ds[(i + by + ds.length) % (ds.length || 1)] ?? ds[0]
  if (d) choose('corner', d.corner)
}
useKeys({ j: () => step(1), k: () => step(-1) })
const print = () => window.print()
</script>

<template>
  <section class="joints screen-only">
    <div class="upper">
      <div class="drawing"><FloorPlan trim /></div>
      <div class="why">
        <div v-if="runNames.length > 1" class="rules"><span class="cap">run</span><el-segmented aria-label="Run shown" :model-value="runShown" :options="runNames" @change="pick" /></div>
        <div class="rules" aria-label="House rules">
          <span class="cap">inside</span><el-segmented aria-label="Inside corners" :model-value="view!.rules.inside" :options="insideJoints" @change="(to: unknown) => setRule('inside', to)" />
          <template v-if="view!.rules.inside === 'cope'"><span class="cap">at</span><el-segmented aria-label="Which ends are coped" :model-value="view!.rules.cope_hand" :options="copeHands" @change="(to: unknown) => setRule('cope_hand', to)" /></template>
        </div>
        <ol v-if="decisions.length">
          <li v-for="d in decisions" :key="d.corner" :class="{ on: isChosen('corner', d.corner), near: near.has(d.corner) }">
            <button type="button" @click="choose('corner', d.corner)">
              <b class="letter">{{ d.letter }}</b><span><b class="kind">{{ d.joint }}</b> {{ d.reason }}<span v-if="isChosen('corner', d.corner) && d.runnerUp" class="runner">{{ d.runnerUp }}</span></span>
            </button>
          </li>
        </ol>
        <p v-else class="quiet empty">No joints yet: measure the walls first.</p>
      </div>
    </div>
    <div class="lower">
      <div class="head"><h2>Cut list</h2><span class="quiet small">{{ pieces.length }} pieces, told at the back, bottom edge</span><span v-for="l in lines" :key="l.run" class="small line">{{ l.name }}: gauge block <b><LengthText :of="l.mark" /></b> under the ceiling<template v-if="l.lowest">, from {{ l.lowest }}</template><template v-if="l.stop">, crown stop <b><LengthText :of="l.stop" /></b></template></span><span class="space" /><a class="link" :href="`/api/jobs/${view!.id}/cutlist.csv`">CSV</a><button class="link" type="button" @click="print">Print all rooms</button></div>
      <div class="scroll"><CutList v-if="pieces.length" :rows="pieces" /><p v-else class="quiet empty">Nothing to cut yet. Measure a wall, and choose a moulding for the room in Shop.</p></div>
    </div>
  </section>
  <section class="print-only paper">
    <h1>{{ view!.name }} · cut list</h1>
    <p class="small">Lengths are told at the back and bottom, to the point named. Settings are what this job's saw dials. Check each against the wall and the saw's own manual before cutting.</p>
    <div v-for="r in rooms" :key="r.id" class="of"><h2>{{ r.title }}</h2><CutList :rows="r.pieces" /></div>
  </section>
</template>

<style scoped>
.joints { height: 100%; display: flex; flex-direction: column; }
.upper { flex: 1 1 46%; min-height: 240px; display: flex; }
.drawing { flex: 1.35; min-width: 0; }
.why { flex: 1; min-width: 0; border-left: 1px solid var(--rule); background: var(--sheet); display: flex; flex-direction: column; }
.rules { display: flex; flex-wrap: wrap; gap: 6px; align-items: center; padding: 8px 14px; border-bottom: 1px solid var(--rule); }
.rules .el-segmented { min-height: 30px; }
.cap { font-size: 13px; color: var(--pencil); }
.rules :deep(.el-segmented__item) { min-height: 30px; padding: 0 7px; font-size: 13.5px; }
ol { list-style: none; margin: 0; padding: 4px 0; overflow-y: auto; flex: 1; }
li button { display: flex; gap: 12px; width: 100%; padding: 6px 14px; border: 0; background: none; text-align: left; cursor: pointer; font-size: 14px; line-height: 1.35; }
li.on { background: var(--chalk-wash); } li.near .letter { color: var(--chalk); }
.letter { width: 18px; flex: none; font-size: 15px; } .kind { font-weight: 600; } .kind::after { content: ' · '; color: var(--pencil); font-weight: 400; }
.runner { display: block; color: var(--pencil); }
.lower { flex: 1 1 54%; min-height: 0; border-top: 1px solid var(--rule); background: var(--sheet); display: flex; flex-direction: column; }
.head h2, .head .link { white-space: nowrap; } .line { order: 9; flex-basis: 100%; } .head { display: flex; flex-wrap: wrap; gap: 0 14px; align-items: baseline; padding: 8px 16px 2px; } .space { flex: 1; } .head .link { font-size: 14px; text-decoration: none; }
.scroll { flex: 1; min-height: 0; overflow: auto; padding: 0 12px 8px; }
.empty { padding: 24px 16px; }
.paper h1 { font-size: 16pt; } .of { margin-top: 8pt; break-inside: avoid; } .of h2 { font-size: 12pt; margin-bottom: 2pt; }
@media (max-width: 640px) { .head .quiet { display: none; } .head h2 { white-space: nowrap; } .head .link { min-height: 44px; display: flex; align-items: center; } }
@media (max-width: 1100px) { .joints { height: auto; } .upper { flex-direction: column; } .drawing { height: 330px; flex: none; } .why { border-left: 0; } }
</style>
