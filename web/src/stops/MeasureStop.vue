<script setup lang="ts">
// One wall at a time, left to right: its length, what stands in it, and the
// corner at its right end. Enter takes the value and goes on around the room.
import { computed, nextTick, ref, watch } from 'vue'
import AngleInput from '../parts/AngleInput.vue'
import FloorPlan from '../parts/FloorPlan.vue'
import LengthInput from '../parts/LengthInput.vue'
import { roomShapes, scales, turnKinds } from '../state/choices'
import { attempt, change, newId, setOp } from '../state/job'
import { useKeys } from '../state/keys'
import { choose, chosen, pieceById, room } from '../state/place'
import OpeningDraft from './OpeningDraft.vue'

defineEmits<{ newRoom: [] }>()

const index = computed(() => {
  const r = room.value
  const c = chosen.value
  if (!r) return 0
  const wall = c?.kind === 'wall' ? c.id : c?.kind === 'piece' ? pieceById.value.get(c.id)?.wall : undefined
  const i = c?.kind === 'corner' ? r.corners.findIndex((k) => k.id === c.id) : r.walls.findIndex((w) => w.id === wall)
  return Math.max(0, i)
})
const wall = computed(() => room.value?.walls[index.value])
const corner = computed(() => room.value?.corners[index.value])
const before = computed(() => {
  const r = room.value
  const c = r?.corners[(index.value + (r.corners.length || 1) - 1) % (r.corners.length || 1)]
  return c?.joined ? c.letter : ''
})
const openings = computed(() => room.value?.openings.filter((o) => o.wall === wall.value?.id) ?? [])
const measured = computed(() => room.value?.walls.filter((w) => w.length).length ?? 0)
const joined = computed(() => room.value?.corners.filter((c) => c.joined) ?? [])
const read = computed(() => joined.value.filter((c) => c.typed !== '').length)

/** What was called out at Look stands where the tape's length will. */
const about = computed(() => (wall.value?.rough && !wall.value.length ? `about ${wall.value.rough.text}` : undefined))
const lengthField = ref<InstanceType<typeof LengthInput>>()
const cornerField = ref<InstanceType<typeof AngleInput>>()
const drafting = ref(false)
watch(wall, (w, old) => {
  if (w?.id !== old?.id) drafting.value = false
})

const commitLength = (text: string, was: string) => change(setOp('wall', wall.value!.id, 'length', text || null, was || null))
const commitReading = (text: string, was: string) => change(setOp('corner', corner.value!.id, 'reading', text || null, was || null))
const commitOpening = (id: string, field: 'from' | 'width') => (text: string, was: string) => change(setOp('opening', id, field, text, was))
const setKind = (v: unknown) => attempt(setOp('corner', corner.value!.id, 'kind', v, corner.value!.kind))
const setScale = (v: unknown) => attempt(setOp('corner', corner.value!.id, 'scale', v, corner.value!.scale))
function nextScale() {
  const i = scales.findIndex((s) => s.value === corner.value?.scale)
  void setScale(scales[(i + 1) % scales.length]!.value)
}

async function step(by: number, focus: boolean, last = false) {
  const n = room.value?.walls.length ?? 0
  if (!n) return
  choose('wall', room.value!.walls[(index.value + by + n) % n]!.id)
  if (!focus) return
  await nextTick()
  if (last && corner.value?.joined) cornerField.value?.focus()
  else lengthField.value?.focus()
}
async function addWall() {
  const id = newId('w')
  if (!(await attempt({ do: 'add', kind: 'wall', in: room.value!.id, id, after: wall.value?.id }))) return
  choose('wall', id)
  await nextTick()
  lengthField.value?.focus()
}
const removeWall = () => attempt({ do: 'remove', kind: 'wall', id: wall.value!.id })
const removeOpening = (id: string) => attempt({ do: 'remove', kind: 'opening', id })
const moveWall = (by: number) => {
  const ids = room.value!.walls.map((w) => w.id)
  const i = index.value
  const to = i + by
  if (to < 0 || to >= ids.length) return
  void attempt({ do: 'move', kind: 'wall', id: ids[i]!, after: by < 0 ? ids[i - 2] : ids[i + 1] })
}
const renameRoom = (text: string) => change(setOp('room', room.value!.id, 'name', text, room.value!.name))
const setClosed = (v: unknown) => attempt(setOp('room', room.value!.id, 'closed', v, room.value!.closed))
const removeRoom = () => attempt({ do: 'remove', kind: 'room', id: room.value!.id })
const draft = () => (drafting.value = true)
/** On to the corner after an opening was added; back to the length after none was. */
async function drafted(added: boolean) {
  drafting.value = false
  await nextTick()
  if (added && corner.value?.joined) cornerField.value?.focus()
  else lengthField.value?.focus()
}

useKeys({
  j: () => step(1, false),
  k: () => step(-1, false),
  o: draft,
  enter: () => lengthField.value?.focus(),
})
</script>

<template>
  <section v-if="!room" class="none">
    <h2>No room yet</h2>
    <p class="quiet">A room is its wall faces, counted left to right as you stand inside and turn around. Count them, then measure each one at the floor and read each corner.</p>
    <button class="btn main" type="button" @click="$emit('newRoom')">Add room</button>
  </section>
  <section v-else class="measure">
    <div class="drawing"><FloorPlan /></div>
    <div v-if="wall && corner" class="panel">
      <div class="row">
        <LengthInput
          :key="`l${wall.id}`" ref="lengthField" big :label="`Wall ${index + 1}${before && corner.joined ? `, corner ${before} to ${corner.letter}` : before ? `, from corner ${before}` : corner.joined ? `, to corner ${corner.letter}` : ''}`"
          :entry="wall.length" :hint="about" :commit="commitLength" :keys="{ o: draft }" @walked="(b) => step(b ? -1 : 1, true, b)"
        />
        <div v-if="openings.length || drafting" class="openings">
          <div v-for="(o, i) in openings" :key="o.id" class="opening">
            <LengthInput :label="i ? '' : 'Opening from left end'" :entry="o.from" :commit="commitOpening(o.id, 'from')" />
            <LengthInput :label="i ? '' : 'width, casings in'" :entry="o.width" :commit="commitOpening(o.id, 'width')" />
            <button class="drop" type="button" aria-label="Remove this opening" title="Remove this opening" @click="removeOpening(o.id)">×</button>
          </div>
          <OpeningDraft v-if="drafting" :wall="wall.id" :first="!openings.length" @done="drafted" />
        </div>
        <template v-if="corner.joined">
          <AngleInput
            :key="`c${corner.id}`" ref="cornerField" big :label="`Corner ${corner.letter}, reading`" :typed="corner.typed" :commit="commitReading"
            :keys="{ i: () => setKind('inside'), o: () => setKind('outside'), s: nextScale }" @walked="(b) => step(b ? -1 : 1, true, b)"
          />
          <div class="col pair"><div class="col">
            <span class="cap">turns</span>
            <el-segmented aria-label="Inside or outside" :model-value="corner.kind" :options="turnKinds" @change="setKind" />
          </div>
          <div class="col">
            <span class="cap">scale</span>
            <el-segmented aria-label="Scale of the reading" :model-value="corner.scale" :options="scales" @change="setScale" />
          </div></div>
          <p v-if="corner.theta && corner.scale !== 'corner'" class="small quiet means">a corner of {{ corner.theta }}</p>
        </template>
      </div>
      <div class="row low">
        <button class="btn plain" type="button" @click="draft">Add opening</button>
        <button class="btn plain" type="button" @click="addWall">Add wall after {{ index + 1 }}</button>
        <button class="btn plain" type="button" :disabled="index === 0" @click="moveWall(-1)">Move left</button>
        <button class="btn plain" type="button" :disabled="index === room.walls.length - 1" @click="moveWall(1)">Move right</button>
        <button class="btn plain" type="button" @click="removeWall">Remove wall {{ index + 1 }}</button>
        <details class="of-room">
          <summary>Room…</summary>
          <div class="sheet">
            <label>Name <input :value="room.name" maxlength="200" @change="(e) => renameRoom((e.target as HTMLInputElement).value)" /></label>
            <el-segmented aria-label="Closed or open" :model-value="room.closed" :options="roomShapes" @change="setClosed" />
            <button class="btn plain" type="button" @click="removeRoom">Remove this room</button>
          </div>
        </details>
      </div>
      <p class="hints small quiet">
        <kbd>Enter</kbd> take it and go on <kbd>O</kbd> opening <span>in a corner: <kbd>I</kbd> inside <kbd>O</kbd> outside <kbd>S</kbd> scale</span>
        <b>{{ measured }} of {{ room.walls.length }} walls, {{ read }} of {{ joined.length }} corners</b>
      </p>
    </div>
    <div v-else class="panel"><button class="btn main" type="button" @click="addWall">Add wall</button></div>
  </section>
</template>

<style scoped>
.none { padding: 60px 40px; max-width: 560px; display: flex; flex-direction: column; gap: 14px; align-items: flex-start; }
.measure { height: 100%; display: flex; flex-direction: column; }
.drawing { flex: 1; min-height: 220px; }
.panel { flex: none; padding: 12px 20px; background: var(--sheet); border-top: 1px solid var(--rule); display: flex; flex-direction: column; gap: 12px; }
.row { display: flex; flex-wrap: wrap; gap: 12px 18px; align-items: flex-end; }
.col { display: flex; flex-direction: column; gap: 2px; }
.cap { font-size: 13px; color: var(--pencil); width: 46px; }
.pair { flex-direction: row; flex-wrap: wrap; gap: 6px 18px; align-self: flex-end; flex: 1 1 280px; } .pair .col { flex-direction: row; align-items: center; gap: 6px; }
.pair .el-segmented, .pair :deep(.el-segmented__item) { min-height: 32px; }
.means { align-self: center; }
.openings { display: flex; flex-direction: column; gap: 6px; }
.opening { display: flex; gap: 8px; align-items: flex-end; }
.drop { width: 36px; height: 40px; border: 1px solid var(--rule); border-radius: 3px; background: none; cursor: pointer; font-size: 18px; color: var(--pencil); }
.low { gap: 8px; } .low .btn { min-height: 32px; padding: 3px 10px; font-size: 13.5px; }
.of-room { position: relative; } .of-room summary { cursor: pointer; padding: 5px 8px; font-size: 13.5px; color: var(--chalk); font-weight: 600; }
.sheet { position: absolute; bottom: 36px; right: 0; z-index: 6; width: 250px; padding: 14px; background: var(--sheet); border: 1px solid var(--rule); border-radius: 4px; box-shadow: 0 6px 24px rgb(32 38 43 / 18%); display: flex; flex-direction: column; gap: 12px; }
.sheet label { display: flex; flex-direction: column; font-size: 13px; color: var(--pencil); }
.sheet input { height: 40px; border: 1px solid var(--rule); border-radius: 3px; padding: 0 10px; color: var(--ink); }
.hints { display: flex; flex-wrap: wrap; gap: 6px 10px; align-items: center; } .hints b { margin-left: auto; font-weight: 600; color: var(--ink); }
@media (max-width: 860px) {
  .pair .el-segmented, .pair :deep(.el-segmented__item) { min-height: 44px; }
  .measure { height: auto; } .drawing { height: 320px; flex: none; }
  .low .btn, .of-room summary { min-height: 44px; } .hints > :not(b) { display: none; } .hints { font-size: 0; } .hints b { font-size: 14px; margin: 0; } .drop { width: 44px; height: 48px; }
}
@media (max-width: 640px) { .row > :deep(.big) { width: calc(50% - 9px); } .drawing { height: 260px; order: 2; } .panel { padding: 12px; order: 1; border-top: 0; border-bottom: 1px solid var(--rule); } }
</style>
