<script setup lang="ts">
// The room itself: its name and floor, its place among the others, a copy of it,
// and what it is measured with.
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import EntryField from '../../parts/EntryField.vue'
import FactField from '../../parts/FactField.vue'
import LengthInput from '../../parts/LengthInput.vue'
import { lineOf, sendBody } from '../../api/client'
import { roomShapes } from '../../state/choices'
import { clientId } from '../../state/client'
import { attempt, metric, newId, refresh, setOp, setter, view } from '../../state/job'
import { comeInBy } from '../../state/deciding'
import { room } from '../../state/place'
import { dropped, taken } from '../../state/drop'
import SurveyBox from '../../shell/SurveyBox.vue'
import { tell } from '../../state/notice'
import PickField from '../../parts/PickField.vue'

const router = useRouter()
const setClosed = (v: unknown) => attempt(setOp('room', room.value!.id, 'closed', v, room.value!.closed))
const rooms = computed(() => view.value?.rooms ?? [])
const at = computed(() => rooms.value.findIndex((r) => r.id === room.value?.id))
function move(by: number) {
  const ids = rooms.value.map((r) => r.id)
  void attempt({ do: 'move', kind: 'room', id: room.value!.id, after: by < 0 ? ids[at.value - 2] : ids[at.value + 1] })
}
const mirror = ref(false)
const rough = ref(true)
async function copy() {
  const id = newId('r')
  const r = room.value!
  const ok = await attempt({
    do: 'add',
    kind: 'copy',
    id,
    value: { of: r.id, name: `${r.title}, ${mirror.value ? 'mirrored' : 'copy'}`, storey: r.storey, mirror: mirror.value, rough: rough.value },
  })
  if (ok) await router.push({ name: 'measure', params: { job: view.value!.id }, query: { room: id } })
}
async function remove() {
  const title = room.value!.title
  if (await attempt({ do: 'remove', kind: 'room', id: room.value!.id })) tell(`${title} is removed. Undo brings it back.`)
}
const file = ref<File | null>(null)
watch(dropped, () => (file.value = taken('survey') ?? file.value), { immediate: true })
/** A schedule of openings: those that are there get what it says of them, others are added. */
async function bringOpenings(e: Event) {
  const input = e.target as HTMLInputElement
  const f = input.files?.[0]
  input.value = ''
  if (!f) return
  try {
    await sendBody(`/api/jobs/${view.value!.id}/schedule?client=${encodeURIComponent(clientId)}`, f, 'text/csv')
    await refresh()
    tell('The openings are taken. Undo takes them back.')
  } catch (err) {
    tell(lineOf(err), true)
  }
}
function bring(e: Event) {
  const input = e.target as HTMLInputElement
  file.value = input.files?.[0] ?? null
  input.value = ''
}
/** The ways in: seams are turned away from the one that counts. */
const doors = computed(() =>
  (room.value?.openings ?? [])
    .filter((o) => o.kind === 'door' || o.kind === 'opening')
    .map((o) => ({ id: o.id, label: `the ${o.kind} in ${room.value!.walls.find((w) => w.id === o.wall)?.label ?? 'a wall'}` })),
)
const tools = computed(() => view.value!.tools)
</script>

<template>
  <template v-if="room">
    <EntryField label="Name" :value="room.name" :commit="setter('room', room.id, 'name')" class="wide" />
    <EntryField label="On floor" :value="room.storey" :commit="setter('room', room.id, 'storey')" placeholder="Ground floor" class="wide" />
    <el-segmented aria-label="Closed or open" :model-value="room.closed" :options="roomShapes" @change="setClosed" />
    <label class="tick"
      ><input
        type="checkbox"
        :checked="room.wet"
        @change="(e) => attempt(setOp('room', room!.id, 'wet', (e.target as HTMLInputElement).checked, room!.wet))"
      />water stands on its floor</label
    >
    <div class="grid">
      <FactField kind="room" :of="room" field="joist_spacing" label="ceiling joists apart" :hint="metric ? '400' : '16'" />
      <FactField kind="room" :of="room" field="ceiling_board" label="ceiling board, thick" :hint="metric ? '12.5' : '1/2'" />
    </div>
    <PickField
      v-if="doors.length > 1"
      label="people come in by"
      :value="room.sight?.opening ?? ''"
      :options="doors.map((d) => ({ value: d.id, label: d.label }))"
      @pick="comeInBy"
    />
    <p v-if="doors.length > 1" class="quiet small">Where nothing is chosen it is the first door going right from the left end of wall 1.</p>
    <div class="row">
      <button class="btn plain" type="button" :disabled="at <= 0" @click="move(-1)">Earlier</button
      ><button class="btn plain" type="button" :disabled="at === rooms.length - 1" @click="move(1)">Later</button
      ><button class="btn plain" type="button" @click="remove">Remove this room</button>
    </div>
    <h4>Copy it</h4>
    <label class="tick"><input v-model="mirror" type="checkbox" />mirrored, left to right</label>
    <label class="tick"><input v-model="rough" type="checkbox" />lengths as called out only, to be measured</label>
    <button class="btn plain" type="button" @click="copy">Copy this room</button>
    <h4>As good as the tools read</h4>
    <div class="grid">
      <LengthInput label="tape or laser ±" :entry="tools.tape" :commit="setter('tools', '', 'tape')" />
      <EntryField label="corner reading ±" :value="String(tools.reading)" :commit="setter('tools', '', 'reading')" suffix="°" inputmode="decimal" />
    </div>
    <p class="quiet small">One standard deviation. A corner’s last foot is bent by compound, so half a degree is usual.</p>
    <h4>Files</h4>
    <div class="row">
      <a class="btn plain" :href="`/api/jobs/${view!.id}/rooms/${room.id}/plan.svg`" download>Plan, SVG</a
      ><a class="btn plain" :href="`/api/jobs/${view!.id}/rooms/${room.id}/plan.dxf`" download>Plan, DXF</a>
      <a class="btn plain" :href="`/api/jobs/${view!.id}/survey.csv`" download>Survey, CSV</a
      ><label class="btn plain file">Bring in a survey<input type="file" accept=".csv,text/csv,.txt" class="sr" @change="bring" /></label>
      <a class="btn plain" :href="`/api/jobs/${view!.id}/schedule.csv`" download>Openings, CSV</a
      ><label class="btn plain file">Bring in openings<input type="file" accept=".csv,text/csv,.txt" class="sr" @change="bringOpenings" /></label>
    </div>
    <SurveyBox v-if="file" :file="file" @close="file = null" />
  </template>
</template>

<style scoped>
.wide {
  width: 100%;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 32px;
  font-size: 14px;
  cursor: pointer;
}
.tick input {
  accent-color: var(--chalk);
  width: 16px;
  height: 16px;
}
h4 {
  margin: 8px 0 0;
  font-size: 14px;
}
@media (max-width: 860px) {
  .tick {
    min-height: 44px;
  }
}
</style>
