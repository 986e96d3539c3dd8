<script setup lang="ts">
// What happens at every corner and why, in what order it hangs, and the cut list that
// follows from it.
import { computed, defineAsyncComponent } from 'vue'
import FloorPlan from '../parts/FloorPlan.vue'
import LengthText from '../parts/LengthText.vue'
import SetText from '../parts/SetText.vue'
import { decision, decisions, drop, overrideOf, sheet, sightOn, swap } from '../state/deciding'
import { mouldingName, view } from '../state/job'
import { useKeys } from '../state/keys'
import { printAll, printing } from '../state/printing'
import { choose, chosen, findings, isChosen, odds, pieceById, pickedRun, room, runsCut, runShown, sets } from '../state/place'
import { few } from '../state/shows'
import CutList from './CutList.vue'
import CornerCard from './joints/CornerCard.vue'
import CutSheet from './joints/CutSheet.vue'
import PieceCard from './joints/PieceCard.vue'
import OddCard from './joints/OddCard.vue'
import SetCard from './joints/SetCard.vue'

const HangSheet = defineAsyncComponent(() => import('./joints/HangSheet.vue'))

const runNames = computed(() => runsCut.value.map((k) => ({ value: k.id, label: mouldingName(k.moulding) })))
const lines = computed(() => (view.value?.lines ?? []).filter((l) => l.room === room.value?.id))
/** What is printed: all rooms, once they are here. A few are always ready; many are listed when they are to be printed. */
const rooms = computed(() => {
  const v = view.value
  if (!v || (!printing.value && v.rooms.length > few)) return []
  return v.rooms.map((r) => ({ ...r, rows: v.parts.get(r.id)?.pieces ?? [] })).filter((r) => r.rows.length)
})
const sheets = [
  { label: 'Corners', value: 'corners' },
  { label: 'Cut list', value: 'cuts' },
  { label: 'Order to hang', value: 'order' },
]
function pick(id: unknown) {
  if (chosen.value?.kind === 'piece') chosen.value = null
  pickedRun.value = String(id)
}
const piece = computed(() => (chosen.value?.kind === 'piece' ? pieceById.value.get(chosen.value.id) : undefined))
const near = computed(() => new Set([piece.value?.left.corner, piece.value?.right.corner].filter(Boolean)))
function step(by: number) {
  const ds = decisions.value
  const i = ds.findIndex((d) => isChosen('corner', d.corner))
  const d = ds[(i + by + ds.length) % (ds.length || 1)] ?? ds[0]
  if (d) choose('corner', d.corner)
}
/** A set in a line; chosen, it unfolds. */
const around = computed(() => sets.value.filter((s) => !s.far))
const set = computed(() => {
  const of = chosen.value?.kind === 'opening' ? chosen.value.id : piece.value?.set
  return around.value.find((s) => s.opening === of)
})
const far = computed(() => sets.value.find((s) => s.far && s.opening === set.value?.opening))
const odd = computed(() => (chosen.value?.kind === 'odd' || chosen.value?.kind === 'spot' ? odds.value.find((o) => o.id === chosen.value!.id) : undefined))
const told = (id: string) => findings.value.some((f) => f.id === id)
const partName = (id: string, title: string) => pieceById.value.get(id)?.label.slice(title.length + 1)
useKeys({
  j: () => step(1),
  k: () => step(-1),
  i: swap,
  s: () => (sightOn.value = !sightOn.value),
  'ctrl+p': () => void printAll(),
  l: () => (sheet.value = sheet.value === 'cuts' ? 'corners' : 'cuts'),
})
const seen = computed(() => room.value?.sight)
const wayIn = computed(() => room.value?.openings.find((o) => o.id === seen.value?.opening))
const first = computed(() => overrideOf('first', { run: runShown.value }))
const short: Record<string, string> = { cope: 'cope', mitre: 'mitre', butt: 'butt', square: 'square', apart: 'apart' }
const copedLabel = (id?: string) => (id ? pieceById.value.get(id)?.label.toLowerCase() : '')
</script>

<template>
  <section class="joints screen-only">
    <div class="upper" :class="{ small: sheet !== 'corners' }">
      <div class="bar">
        <div v-if="runNames.length > 1" class="runs" role="radiogroup" aria-label="Run shown">
          <button
            v-for="n in runNames"
            :key="n.value"
            type="button"
            role="radio"
            :aria-checked="n.value === runShown"
            :class="{ on: n.value === runShown }"
            @click="pick(n.value)"
          >
            {{ n.label }}
          </button>
        </div>
        <button class="btn plain" :class="{ pressed: sightOn }" type="button" :aria-pressed="sightOn" @click="sightOn = !sightOn">
          Lines of sight <kbd>S</kbd>
        </button>
        <span v-if="sightOn" class="quiet small">{{
          seen
            ? wayIn
              ? 'Seen from the door marked; choose another in the drawing.'
              : 'Seen from the open side.'
            : 'No way in is known: no seam is turned away.'
        }}</span>
      </div>
      <div class="drawing"><FloorPlan trim :aside="168" /></div>
    </div>
    <div class="lower">
      <div class="head">
        <el-segmented v-model="sheet" aria-label="What is shown below" :options="sheets" />
        <span v-for="l in lines" :key="l.run" class="small line"
          >{{ l.name }}: gauge block <b><LengthText :of="l.mark" /></b> under the ceiling<template v-if="l.lowest">, from {{ l.lowest }}</template
          ><template v-if="l.stop"
            >, crown stop <b><LengthText :of="l.stop" /></b></template
        ></span>
        <button v-if="first && sheet === 'order'" class="link small" type="button" @click="drop(first.id)">Nothing has to go first</button>
      </div>
      <div v-if="sheet === 'corners'" class="two">
        <ol v-if="decisions.length || around.length || odds.length" class="list">
          <li v-for="s in around" :key="s.opening" class="set" :class="{ on: isChosen('opening', s.opening), near: set?.opening === s.opening }">
            <button type="button" :aria-expanded="set?.opening === s.opening" @click="choose('opening', s.opening)">
              <b class="letter"><i class="door" :class="{ pane: s.school === 'picture frame' }"></i></b
              ><span
                ><b class="kind">{{ s.title }}</b> {{ s.school
                }}<i v-if="s.joints.some((j) => j.word === 'will not close')" class="shows">△ will not close</i></span
              >
            </button>
            <ul v-if="set?.opening === s.opening" class="parts">
              <li v-for="id in s.pieces" :key="id" :class="{ on: isChosen('piece', id) }">
                <button type="button" @click="choose('piece', id)">
                  {{ partName(id, s.title) }} <b><LengthText v-if="pieceById.get(id)" :of="pieceById.get(id)!.cut" /></b>
                </button>
              </li>
            </ul>
          </li>
          <li v-for="o in odds" :key="o.id" class="set" :class="{ on: odd?.id === o.id, near: !!piece && o.pieces.includes(piece.id) }">
            <button type="button" @click="choose(o.kind, o.id)">
              <b class="letter"><i class="odd" /></b
              ><span
                ><b class="kind">{{ o.title }}</b> <SetText :text="o.where" /><i v-if="!o.worked" class="shows" :class="{ bad: told(o.id) }">{{
                  told(o.id) ? '△ see the margin' : 'waits for its wall'
                }}</i></span
              >
            </button>
          </li>
          <li v-for="d in decisions" :key="d.corner" :class="{ on: isChosen('corner', d.corner), near: near.has(d.corner) }">
            <button type="button" @click="choose('corner', d.corner)">
              <b class="letter">{{ d.letter }}</b><span
                ><b class="kind">{{ short[d.joint] }}</b> <template v-if="d.coped || d.stops">{{ d.stops || copedLabel(d.coped) }}</template><i
                  v-if="d.overrides.length"
                  class="mine"
                  title="Decided by hand"
                  >by hand</i
                ><i v-if="d.fit && !d.fit.closes" class="shows" :class="{ bad: d.fit.word === 'will not close' }">△ {{ d.fit.word }}</i></span
              >
            </button>
          </li>
        </ol>
        <p v-else class="quiet empty">No joints yet: measure the walls first.</p>
        <div class="detail">
          <CornerCard v-if="decision" :of="decision" />
          <OddCard v-else-if="odd" :key="odd.id" :of="odd" />
          <SetCard v-else-if="set && chosen?.kind === 'opening'" :of="set" :far="far" />
          <PieceCard v-else-if="piece" :of="piece" />
          <p v-else-if="decisions.length" class="quiet empty">
            Choose a corner for its reason and the other choice, or a piece for when it goes up. <kbd>J</kbd> and <kbd>K</kbd> go from corner to corner.
          </p>
        </div>
      </div>
      <CutSheet v-else-if="sheet === 'cuts'" class="fill" />
      <HangSheet v-else class="fill" />
    </div>
  </section>
  <section class="print-only paper">
    <h1>{{ view!.name }} · cut list</h1>
    <p class="small">
      Lengths are told at the back and bottom, to the point named. Settings are what this job's saw dials. Check each against the wall and the saw's own manual
      before cutting.
    </p>
    <div v-for="r in rooms" :key="r.id" class="of">
      <h2>{{ r.title }}</h2>
      <CutList :rows="r.rows" :longest="1" />
    </div>
  </section>
</template>

<style scoped>
.joints {
  height: 100%;
  display: flex;
  flex-direction: column;
}
.upper {
  flex: 1 1 52%;
  min-height: 250px;
  position: relative;
}
.upper.small {
  flex-basis: 30%;
  min-height: 190px;
}
.drawing {
  height: 100%;
}
.bar {
  position: absolute;
  z-index: 1;
  left: 16px;
  top: 10px;
  width: 150px;
  display: flex;
  flex-direction: column;
  gap: 6px;
  align-items: flex-start;
}
.bar .btn {
  min-height: 32px;
  padding: 3px 10px;
  font-size: 14px;
}
.runs {
  display: flex;
  flex-direction: column;
  width: 100%;
  border: 1px solid var(--rule);
  border-radius: 3px;
  overflow: hidden;
  background: var(--sheet);
}
.runs button {
  border: 0;
  background: none;
  text-align: left;
  padding: 4px 10px;
  min-height: 30px;
  font-size: 14px;
  cursor: pointer;
}
.btn.pressed {
  border-color: var(--chalk);
  color: var(--chalk);
}
.runs .on {
  background: var(--ink);
  color: #fff;
}
.head :deep(.el-segmented) {
  min-height: 32px;
}
.head :deep(.el-segmented__item) {
  min-height: 30px;
  padding: 0 10px;
  font-size: 14px;
}
.lower {
  flex: 1 1 48%;
  min-height: 0;
  border-top: 1px solid var(--rule);
  background: var(--sheet);
  display: flex;
  flex-direction: column;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
  padding: 6px 16px;
  border-bottom: 1px solid var(--rule);
}
.two {
  flex: 1;
  min-height: 0;
  display: flex;
}
.door {
  display: inline-block;
  width: 10px;
  height: 15px;
  border: 2px solid currentcolor;
  border-bottom-width: 1px;
}
.odd {
  display: inline-block;
  width: 16px;
  height: 13px;
  border: 2px solid currentcolor;
  border-width: 2px 0 0;
  border-top-right-radius: 100%;
}
.door.pane {
  border-bottom-width: 2px;
  height: 12px;
}
.list .set > button > span {
  white-space: normal;
  text-align: left;
}
.list .parts {
  list-style: none;
  margin: 0 0 6px;
  padding: 0 0 0 34px;
}
.parts button {
  border: 0;
  background: none;
  min-height: 30px;
  font: inherit;
  font-size: 13.5px;
  color: var(--ink);
  cursor: pointer;
}
.parts .on button {
  color: var(--chalk);
}
.detail {
  flex: 1;
  min-width: 0;
  overflow: auto;
}
.fill {
  flex: 1;
  min-height: 0;
}
.list {
  list-style: none;
  margin: 0;
  padding: 2px 0;
  width: 214px;
  flex: none;
  overflow-y: auto;
  border-right: 1px solid var(--rule);
}
.list button {
  white-space: nowrap;
  display: flex;
  gap: 10px;
  width: 100%;
  padding: 4px 14px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
  font-size: 14px;
  line-height: 1.35;
}
li.on {
  background: var(--chalk-wash);
}
li.near .letter {
  color: var(--chalk);
}
.letter {
  width: 18px;
  flex: none;
  font-size: 15px;
}
.kind {
  font-weight: 600;
}
.mine {
  font-style: normal;
  font-size: 12px;
  color: var(--chalk);
  margin-left: 6px;
}
/* A joint that closes wants no mark; one that may not has its word. */
.shows {
  font-style: normal;
  font-size: 12px;
  color: var(--ochre);
  margin-left: 6px;
}
.shows.bad {
  color: var(--brick);
  font-weight: 600;
}
.empty {
  padding: 20px 16px;
}
@media (max-width: 1100px) {
  .joints {
    height: auto;
  }
  .upper,
  .upper.small {
    flex: none;
    height: 400px;
  }
  .two {
    flex-direction: column;
  }
  .list {
    width: auto;
    border-right: 0;
    border-bottom: 1px solid var(--rule);
    display: flex;
    flex-wrap: wrap;
  }
  .list button {
    min-height: 44px;
    align-items: center;
  }
  .bar .btn,
  .runs button,
  .head :deep(.el-segmented__item) {
    min-height: 44px;
  }
}
/* On a phone the buttons stand above the drawing, not on its corner. */
@media (max-width: 640px) {
  .upper,
  .upper.small {
    display: flex;
    flex-direction: column;
    height: 440px;
  }
  .bar {
    position: static;
    width: auto;
    padding: 8px 16px 0;
    flex-flow: row wrap;
  }
  .runs {
    flex-direction: row;
    width: auto;
  }
  .drawing {
    flex: 1;
    min-height: 0;
    height: auto;
  }
}
.paper h1 {
  font-size: 16pt;
}
.of {
  margin-top: 8pt;
}
.of h2 {
  break-after: avoid;
}
.of h2 {
  font-size: 12pt;
  margin-bottom: 2pt;
}
</style>
