<script setup lang="ts">
// One wall at a time, left to right: its length, what stands in it, and the
// corner at its right end. Enter takes the value and goes on around the room.
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import TrayBox from '../parts/TrayBox.vue'
import { levels } from '../state/choices'
import { attempt, newId } from '../state/job'
import { laser, press } from '../state/instruments'
import { useKeys } from '../state/keys'
import { between, byThumb, level, measureNow, missingHere, sheetOpen, shooting, twice, walked, wanted } from '../state/measuring'
import { choose, room, wallIndex as index } from '../state/place'
import CornerEntry from './measure/CornerEntry.vue'
import CornerSheet from './measure/CornerSheet.vue'
import DiagonalSheet from './measure/DiagonalSheet.vue'
import LengthEntry from './measure/LengthEntry.vue'
import OpeningsSheet from './measure/OpeningsSheet.vue'
import RoomSheet from './measure/RoomSheet.vue'
import ThumbMeasure from './measure/ThumbMeasure.vue'
import WallSheet from './measure/WallSheet.vue'

defineEmits<{ newRoom: [] }>()

/** Not drawn where one wall at a time is measured by thumb. */
const FloorPlan = defineAsyncComponent(() => import('../parts/FloorPlan.vue'))

const wall = computed(() => room.value?.walls[index.value])
const corner = computed(() => room.value?.corners[index.value])
const label = computed(() => `Wall ${index.value + 1}${between.value ? `, ${between.value}` : ''}${level.value === 'floor' ? '' : `, ${level.value}`}`)
const openings = computed(() => room.value?.openings.filter((o) => o.wall === wall.value?.id) ?? [])
const taken = computed(
  () => `${walked.value.walls.taken} of ${walked.value.walls.all} walls, ${walked.value.corners.taken} of ${walked.value.corners.all} corners`,
)

const lengthField = ref<InstanceType<typeof LengthEntry>>()
const cornerField = ref<InstanceType<typeof CornerEntry>>()
const drafting = ref(false)
watch(
  () => wall.value?.id,
  () => (drafting.value = false),
)
watch(
  () => room.value?.id,
  () => {
    twice.value = false
    shooting.value = null
  },
)
watch(
  wanted,
  async (w) => {
    if (!w || w.kind === 'diagonal') return
    await nextTick()
    if (w.kind === 'corner') cornerField.value?.focus()
    else lengthField.value?.focus()
    wanted.value = null
  },
  { immediate: true, flush: 'post' },
)

async function step(by: number, focus: boolean, last = false) {
  const n = room.value?.walls.length ?? 0
  if (!n) return
  choose('wall', room.value!.walls[(index.value + by + n) % n]!.id)
  if (!focus) return
  await nextTick()
  if (last && corner.value?.joined) cornerField.value?.focus()
  else lengthField.value?.focus()
}
/** On from the wall's length: to its corner, unless only lengths are read a second time. */
async function walkedLength(back: boolean) {
  if (!back && !twice.value && corner.value?.joined) cornerField.value?.focus()
  else if (twice.value && !back && index.value === (room.value?.walls.length ?? 0) - 1) {
    twice.value = false
    await nextTick()
    lengthField.value?.focus()
  } else await step(back ? -1 : 1, true, back && !twice.value)
}
async function walkedCorner(back: boolean) {
  if (back) lengthField.value?.focus()
  else await step(1, true)
}
async function addWall() {
  const id = newId('w')
  if (!(await attempt({ do: 'add', kind: 'wall', in: room.value!.id, id, after: wall.value?.id }))) return
  choose('wall', id)
  await nextTick()
  lengthField.value?.focus()
}
function draft() {
  sheetOpen.value = 'openings'
  drafting.value = true
}
/** On to the corner after an opening was added; back to the length after none was. */
async function drafted(added: boolean) {
  drafting.value = false
  sheetOpen.value = ''
  await nextTick()
  if (added && corner.value?.joined) cornerField.value?.focus()
  else lengthField.value?.focus()
}
async function diagonal() {
  sheetOpen.value = ''
  await nextTick()
  sheetOpen.value = 'diagonals'
}
const sheets = computed(
  () =>
    [
      { name: 'openings', text: `Openings${openings.value.length ? ` ${openings.value.length}` : ''}` },
      { name: 'wall', text: `Wall ${index.value + 1}…` },
      { name: 'corner', text: corner.value?.joined ? `Corner ${corner.value.letter}…` : 'Ends…' },
      { name: 'diagonals', text: `Diagonals${room.value?.diagonals.length ? ` ${room.value.diagonals.length}` : ''}` },
      { name: 'room', text: 'Room…' },
    ] as const,
)
const toggle = (name: (typeof sheets.value)[number]['name']) => (sheetOpen.value = sheetOpen.value === name ? '' : name)

useKeys({
  j: () => step(1, false),
  k: () => step(-1, false),
  o: draft,
  d: diagonal,
  b: () => lengthField.value?.burn(),
  r: () => lengthField.value?.again(),
  enter: async () => {
    await nextTick()
    lengthField.value?.focus()
  },
  escape: () => {
    sheetOpen.value = ''
    twice.value = false
  },
})
</script>

<template>
  <section v-if="!room" class="none">
    <h2>No room yet</h2>
    <p class="quiet">
      A room is its wall faces, counted left to right as you stand inside and turn around. Count them, then measure each one at the floor and read each corner.
    </p>
    <button class="btn main" type="button" @click="$emit('newRoom')">Add room</button>
  </section>
  <ThumbMeasure v-else-if="byThumb && room.walls.length" :key="room.id" />
  <section v-else class="measure">
    <div class="drawing" :class="{ beside: sheetOpen && wall }">
      <FloorPlan />
      <TrayBox />
      <aside v-if="sheetOpen && wall && corner" class="facts" :aria-label="sheets.find((s) => s.name === sheetOpen)?.text" @keydown.esc.stop="sheetOpen = ''">
        <header>
          <h3>{{ sheets.find((s) => s.name === sheetOpen)?.text.replace('…', '') }}</h3>
          <button class="close" type="button" aria-label="Close" @click="sheetOpen = ''">×</button>
        </header>
        <OpeningsSheet v-if="sheetOpen === 'openings'" :wall="wall" :openings="openings" :drafting="drafting" @draft="drafting = true" @drafted="drafted" />
        <WallSheet v-else-if="sheetOpen === 'wall'" :key="wall.id" :wall="wall" :index="index" />
        <CornerSheet v-else-if="sheetOpen === 'corner'" :corner="corner" />
        <DiagonalSheet v-else-if="sheetOpen === 'diagonals'" />
        <RoomSheet v-else :key="room.id" />
      </aside>
    </div>
    <div v-if="wall && corner" class="panel">
      <p v-if="twice" class="again small">
        <b>Second reading of each wall.</b> Measure it afresh, without looking at the first.
        <button class="btn plain" type="button" @click="twice = false">Enough</button>
      </p>
      <div class="row">
        <LengthEntry
          ref="lengthField"
          :wall="wall"
          :label="label"
          :keys="{ o: draft, d: () => void diagonal(), p: () => void press('length', room!.title, index) }"
          @walked="walkedLength"
        />
        <CornerEntry v-if="corner.joined" ref="cornerField" :corner="corner" :press="() => void press('angle', room!.title, index)" @walked="walkedCorner" />
      </div>
      <div class="row low">
        <button v-for="s in sheets" :key="s.name" class="btn plain" type="button" :aria-pressed="sheetOpen === s.name" @click="toggle(s.name)">
          {{ s.text }}
        </button>
        <span class="gap" />
        <el-segmented v-model="level" aria-label="Measured at" :options="levels" />
        <span class="gap" />
        <button class="btn plain" type="button" @click="addWall">Add wall</button>
      </div>
      <p class="hints small quiet">
        <template v-if="missingHere.length">
          <b>missing</b
          ><button v-for="m in missingHere.slice(0, 6)" :key="m.kind + m.id" class="miss" type="button" @click="measureNow(m.kind, m.id)">{{ m.text }}</button
          ><span v-if="missingHere.length > 6">and {{ missingHere.length - 6 }} more</span>
        </template>
        <span class="keys"
          ><kbd>Enter</kbd> on <kbd>B</kbd> burned <kbd>O</kbd> opening <kbd>D</kbd> diagonal <template v-if="laser?.practice"><kbd>P</kbd> reading </template
          ><span>in a corner: <kbd>I</kbd> <kbd>O</kbd> turns <kbd>S</kbd> scale</span></span
        >
        <b class="count">{{ taken }}</b>
      </p>
    </div>
    <div v-else class="panel"><button class="btn main" type="button" @click="addWall">Add wall</button></div>
  </section>
</template>

<style scoped>
.none {
  padding: 60px 40px;
  max-width: 560px;
  display: flex;
  flex-direction: column;
  gap: 14px;
  align-items: flex-start;
}
.measure {
  height: 100%;
  display: flex;
  flex-direction: column;
}
.drawing {
  flex: 1;
  min-height: 220px;
  position: relative;
}
.drawing.beside > :deep(.plan) {
  width: calc(100% - 382px);
}
.facts {
  position: absolute;
  top: 8px;
  right: 8px;
  bottom: 8px;
  z-index: 5;
  width: 372px;
  overflow: auto;
  padding: 10px 14px 16px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 4px;
  box-shadow: 0 6px 24px rgb(32 38 43 / 18%);
  display: flex;
  flex-direction: column;
  gap: 10px;
  align-items: stretch;
}
.facts header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  position: sticky;
  top: -10px;
  background: var(--sheet);
  z-index: 1;
  padding: 2px 0;
}
.facts h3 {
  margin: 0;
  font-size: 16px;
}
.close {
  width: 36px;
  height: 36px;
  border: 0;
  background: none;
  font-size: 20px;
  cursor: pointer;
  color: var(--pencil);
}
.facts :deep(.grid) {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.facts :deep(.grid .entry) {
  width: auto;
}
.panel {
  flex: none;
  padding: 10px 20px;
  background: var(--sheet);
  border-top: 1px solid var(--rule);
  display: flex;
  flex-direction: column;
  gap: 9px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 20px;
  align-items: flex-start;
}
.low {
  gap: 6px;
  align-items: center;
}
.low .btn {
  min-height: 32px;
  padding: 3px 9px;
  font-size: 13.5px;
}
.low .btn[aria-pressed='true'] {
  background: var(--chalk-wash);
}
.low .el-segmented,
.low :deep(.el-segmented__item) {
  min-height: 28px;
}
.gap {
  width: 8px;
}
.again {
  background: var(--chalk-wash);
  padding: 6px 10px;
  border-radius: 3px;
}
.hints {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
}
.hints b {
  font-weight: 600;
  color: var(--ink);
}
.count {
  margin-left: auto;
}
.miss {
  border: 1px dashed var(--ochre);
  border-radius: 3px;
  background: none;
  color: var(--ochre);
  font-size: 13px;
  min-height: 26px;
  padding: 0 7px;
  cursor: pointer;
}
@media (max-width: 860px) {
  .measure {
    height: auto;
  }
  .drawing {
    min-height: 0;
    height: auto;
    flex: none;
  }
  .drawing > :deep(.plan) {
    height: 320px;
  }
  .drawing.beside > :deep(.plan) {
    width: auto;
  }
  .facts {
    position: static;
    width: auto;
    box-shadow: none;
    border-width: 1px 0;
  }
  .low .btn,
  .low .el-segmented,
  .low :deep(.el-segmented__item),
  .miss {
    min-height: 44px;
  }
  .keys {
    display: none;
  }
}
@media (max-width: 640px) {
  .drawing > :deep(.plan) {
    height: 270px;
  }
  .drawing {
    order: 2;
  }
  .panel {
    padding: 12px;
    order: 1;
    border-top: 0;
    border-bottom: 1px solid var(--rule);
  }
}
</style>
