<script setup lang="ts">
// What the job is made with: mouldings and where they run, the saw, house rules.
import { computed } from 'vue'
import EntryField from '../parts/EntryField.vue'
import LengthInput from '../parts/LengthInput.vue'
import type { MouldingView } from '../api/client'
import { copeHands, insideJoints, setRule } from '../state/choices'
import { attempt, change, newId, setOp, view } from '../state/job'

const v = computed(() => view.value!)
const set = (kind: string, id: string, field: string) => (text: string, was: string) => change(setOp(kind, id, field, text, was))
const sticks = (m: MouldingView) => m.sticks.map((s) => s.typed).join(', ')
const detents = computed(() => v.value.saw.detents.join(', '))
const shapes = [{ label: 'profiled', value: true }, { label: 'flat', value: false }]
const sawFields = computed(() => [
  { field: 'mitre_left', label: 'swings left to', is: v.value.saw.mitreLeft },
  { field: 'mitre_right', label: 'swings right to', is: v.value.saw.mitreRight },
  { field: 'bevel_left', label: 'tilts left to', is: v.value.saw.bevelLeft },
  { field: 'bevel_right', label: 'tilts right to', is: v.value.saw.bevelRight },
  { field: 'resolution', label: 'scale can be read to', is: v.value.saw.resolution },
])
const add = () =>
  attempt({ do: 'add', kind: 'moulding', id: newId('m'), after: v.value.mouldings.at(-1)?.id, unit: v.value.unit, value: v.value.unit === 'mm' ? { id: '', name: 'New base', height: '120', thickness: '15', profiled: true, sticks: ['4800'] } : { id: '', name: 'New base', height: '4 1/2', thickness: '1/2', profiled: true, sticks: ["16'"] } })
const remove = (id: string) => attempt({ do: 'remove', kind: 'moulding', id })
const runOf = (roomId: string) => v.value.rooms.find((x) => x.id === roomId)?.runs[0]
async function run(roomId: string, select: HTMLSelectElement) {
  const moulding = select.value
  const k = runOf(roomId)
  if (k && !moulding) await attempt({ do: 'remove', kind: 'run', id: k.id })
  else if (k) await attempt(setOp('run', k.id, 'moulding', moulding, k.moulding))
  else await attempt({ do: 'add', kind: 'run', in: roomId, id: newId('k'), value: { id: '', moulding, level: 'floor' } })
  select.value = runOf(roomId)?.moulding ?? '' // a refused choice does not stay on the screen
}
</script>

<template>
  <div class="shop">
    <section>
      <h2>Base mouldings</h2>
      <div v-for="m in v.mouldings" :key="m.id" class="card">
        <EntryField label="name" :value="m.name" :commit="set('moulding', m.id, 'name')" class="wide" />
        <LengthInput label="height" :entry="m.height" :commit="set('moulding', m.id, 'height')" />
        <LengthInput label="thickness" :entry="m.thickness" :commit="set('moulding', m.id, 'thickness')" />
        <div class="col"><span class="cap">face</span><el-segmented aria-label="Face" :model-value="m.profiled" :options="shapes" @change="(x: unknown) => attempt(setOp('moulding', m.id, 'profiled', x, m.profiled))" /></div>
        <EntryField label="stick lengths" :value="sticks(m)" :commit="set('moulding', m.id, 'sticks')" placeholder="16', 12'" class="sticks" />
        <button class="link small" type="button" @click="remove(m.id)">Remove</button>
      </div>
      <button class="btn plain" type="button" @click="add">Add moulding</button>
    </section>
    <section>
      <h2>Where they run</h2>
      <p v-if="!v.rooms.length" class="quiet small">No rooms yet.</p>
      <label v-for="r in v.rooms" :key="r.id" class="runs"><span>{{ r.title }}</span>
        <select :value="r.runs[0]?.moulding ?? ''" @change="(e) => run(r.id, e.target as HTMLSelectElement)">
          <option value="">no base</option><option v-for="m in v.mouldings" :key="m.id" :value="m.id">{{ m.name || m.id }}, {{ m.height.text }} × {{ m.thickness.text }}</option>
        </select>
      </label>
    </section>
    <section>
      <h2>The saw</h2>
      <div class="card">
        <EntryField label="name" :value="v.saw.name" :commit="set('saw', '', 'name')" class="wide" />
        <EntryField v-for="f in sawFields" :key="f.field" :label="f.label" :value="String(f.is)" :commit="set('saw', '', f.field)" inputmode="decimal" suffix="°" />
        <EntryField label="clicks home at, both sides" :value="detents" :commit="set('saw', '', 'detents')" class="sticks" suffix="°" />
      </div>
      <p class="quiet small">Angles without sign. Settings are rounded to what the scale can be read to; a cut past the swing becomes a note in the margin.</p>
    </section>
    <section>
      <h2>House rules</h2>
      <div class="card">
        <div class="col"><span class="cap">inside corners</span><el-segmented aria-label="Inside corners" :model-value="v.rules.inside" :options="insideJoints" @change="(to: unknown) => setRule('inside', to)" /></div>
        <div class="col"><span class="cap">coped ends</span><el-segmented aria-label="Coped ends" :model-value="v.rules.cope_hand" :options="copeHands" @change="(to: unknown) => setRule('cope_hand', to)" /></div>
      </div>
      <p class="quiet small">A cope hides walls that are out of square and does not open when wood shrinks. A glued mitre is quicker where corners are true. Copes kept to one hand all start with the same saw setting.</p>
    </section>
    <section>
      <h2>This job</h2>
      <div class="card"><EntryField label="name" :value="v.name" :commit="set('job', '', 'name')" class="wide" /></div>
      <p class="links"><a :href="`/api/jobs/${v.id}/file`">Job file</a> <a :href="`/api/jobs/${v.id}/plan`">Plan as JSON</a> <a :href="`/api/jobs/${v.id}/cutlist.csv`">Cut list as CSV</a></p>
    </section>
  </div>
</template>

<style scoped>
.shop { padding: 22px 28px 60px; display: flex; flex-direction: column; gap: 28px; max-width: 1000px; }
.card { display: flex; flex-wrap: wrap; gap: 12px 14px; align-items: flex-end; padding: 12px 0; border-bottom: 1px solid var(--rule); }
.card :deep(.wide) { width: 200px; } .card :deep(.sticks) { width: 220px; }
.col { display: flex; flex-direction: column; gap: 2px; } .cap { font-size: 13px; color: var(--pencil); }
.runs { display: flex; align-items: center; gap: 14px; padding: 6px 0; } .runs span { width: 160px; }
select { height: 40px; padding: 0 10px; border: 1px solid var(--rule); border-radius: 3px; background: var(--sheet); min-width: 260px; }
section > .btn { margin-top: 12px; } .links { display: flex; gap: 18px; padding-top: 10px; }
@media (max-width: 640px) { .shop { padding: 16px 14px 100px; } .runs { flex-direction: column; align-items: stretch; gap: 2px; } select { height: 48px; } }
</style>
