<script setup lang="ts">
// What a job is made with, and what the shop has for all jobs: mouldings, saws, sheets, people, nails. The shop is shown on the same page.
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import EntryField from '../parts/EntryField.vue'
import LengthInput from '../parts/LengthInput.vue'
import RackList from '../parts/RackList.vue'
import RunsPicker from '../parts/RunsPicker.vue'
import type { MouldingView } from '../api/client'
import ShopLine from '../parts/ShopLine.vue'
import TakeThings from '../parts/TakeThings.vue'
import { useShop, stand } from '../state/shop'
import { inShop, shopId } from '../state/place'
import RunsSheet from './RunsSheet.vue'
import NailList from './shop/NailList.vue'
import PeopleList from './shop/PeopleList.vue'
import ShopFile from './shop/ShopFile.vue'
import SectionPicture from '../parts/SectionPicture.vue'
import { attempt, newId, setOp, setter, view } from '../state/job'
import { me } from '../state/me'
import { shows } from '../state/shows'

useShop()
const v = computed(() => view.value!)
const moved = computed(() => stand.value?.things.filter((t) => t.state === 'moved').length ?? 0)
const sticks = (m: MouldingView) => m.sticks.map((s) => s.typed).join(', ')
const detents = computed(() => v.value.saw.detents.join(', '))
const shapes = [
  { label: 'profiled', value: true },
  { label: 'flat', value: false },
]
const sawFields = computed(() => [
  { field: 'mitre_left', label: 'swings left to', is: v.value.saw.mitre_left },
  { field: 'mitre_right', label: 'swings right to', is: v.value.saw.mitre_right },
  { field: 'bevel_left', label: 'tilts left to', is: v.value.saw.bevel_left },
  { field: 'bevel_right', label: 'tilts right to', is: v.value.saw.bevel_right },
  { field: 'resolution', label: 'scale can be read to', is: v.value.saw.resolution },
])
const add = () =>
  attempt({
    do: 'add',
    kind: 'moulding',
    id: newId('m'),
    after: v.value.mouldings.at(-1)?.id,
    unit: v.value.unit,
    value:
      v.value.unit === 'mm'
        ? { id: '', name: 'New base', height: '120', thickness: '15', profiled: true, sticks: ['4800'] }
        : { id: '', name: 'New base', height: '4 1/2', thickness: '1/2', profiled: true, sticks: ["16'"] },
  })
const remove = (id: string) => attempt({ do: 'remove', kind: 'moulding', id })
const kindOf = (m: MouldingView, e: Event) => attempt(setOp('moulding', m.id, 'kind', (e.target as HTMLSelectElement).value, m.kind))
const runsOf = ref('')
const runsRoom = computed(() => v.value.parts.get(runsOf.value)?.room)
watch(runsOf, (id) => (shows.also = id ? [id] : []))
onBeforeUnmount(() => (shows.also = []))
</script>

<template>
  <div class="shop">
    <header v-if="inShop">
      <h1>Shop</h1>
      <p class="quiet">What you have for every job. A job takes what it uses and keeps its own figures; where the shop has moved on since, the job says so.</p>
      <p v-for="s in stand?.said ?? []" :key="s" class="check">{{ s }}</p>
    </header>
    <p v-else class="top">
      <span class="quiet">What this job is made with.</span>
      <b v-if="moved">The shop has moved on in {{ moved }} {{ moved === 1 ? 'thing' : 'things' }}: said beside each.</b>
      <RouterLink v-if="!me?.job" :to="{ name: 'shop', params: { job: shopId } }">The shop itself</RouterLink>
    </p>
    <section>
      <h2>Mouldings</h2>
      <p v-if="!v.mouldings.length" class="quiet">None yet. Take one from the library, or type the measures of your own.</p>
      <div v-for="m in v.mouldings" :key="m.id" class="card">
        <RouterLink class="thumb" :to="{ name: 'mouldings', params: { job: v.id }, query: { moulding: m.id } }" :title="`Section of ${m.name || m.id}`"
          ><SectionPicture :sketch="m.sketch" :crown="m.sprung"
        /></RouterLink>
        <EntryField label="name" :value="m.name" :commit="setter('moulding', m.id, 'name')" class="wide" />
        <label class="kind"
          ><span class="cap">kind</span
          ><select :value="m.kind" @change="(e) => kindOf(m, e)">
            <option v-for="k in v.kinds" :key="k.code" :value="k.code">{{ k.title }}</option>
          </select></label
        >
        <LengthInput :label="m.sizes[0]!" :entry="m.height" :commit="setter('moulding', m.id, 'height')" />
        <LengthInput :label="m.sizes[1]!" :entry="m.thickness" :commit="setter('moulding', m.id, 'thickness')" />
        <div class="col">
          <span class="cap">face</span
          ><el-segmented
            aria-label="Face"
            :model-value="m.profiled"
            :options="shapes"
            @change="(x: unknown) => attempt(setOp('moulding', m.id, 'profiled', x, m.profiled))"
          />
        </div>
        <EntryField label="stick lengths" :value="sticks(m)" :commit="setter('moulding', m.id, 'sticks')" placeholder="16', 12'" class="sticks" />
        <button class="link small" type="button" @click="remove(m.id)">Remove</button>
        <label v-if="inShop" class="usual small"
          ><input type="checkbox" :checked="m.usual" @change="attempt(setOp('moulding', m.id, 'usual', !m.usual, m.usual))" /> new jobs begin with it</label
        >
        <EntryField v-if="inShop" label="yard" :value="m.yard" :commit="setter('moulding', m.id, 'yard')" class="wide" placeholder="where it is bought" />
        <ShopLine kind="moulding" :id="m.id" />
      </div>
      <p class="acts">
        <button class="btn plain" type="button" @click="add">Add moulding</button>
        <RouterLink class="btn" :to="{ name: 'mouldings', params: { job: v.id } }">Sections and the library</RouterLink>
      </p>
      <TakeThings v-if="!me?.job" kind="moulding" />
      <p class="quiet small">
        What sticks cost and how many the yard has stands on the <RouterLink :to="{ name: 'prices', params: { job: v.id } }">price sheet</RouterLink>.
      </p>
    </section>
    <section v-if="!inShop">
      <h2>Where they run</h2>
      <p v-if="!v.rooms.length" class="quiet small">No rooms yet.</p>
      <div v-for="r in v.rooms" :key="r.id" class="runs">
        <span>{{ r.title }}</span><RunsPicker :room="r" /><button v-if="r.runs.length" class="link small" type="button" @click="runsOf = r.id">
          Over which walls
        </button>
      </div>
      <RunsSheet v-if="runsRoom" :room="runsRoom" @close="runsOf = ''" />
    </section>
    <section>
      <h2>{{ inShop ? 'The saw that new jobs begin with' : 'The saw' }}</h2>
      <div class="card">
        <EntryField label="name" :value="v.saw.name" :commit="setter('saw', '', 'name')" class="wide" />
        <EntryField
          v-for="f in sawFields"
          :key="f.field"
          :label="f.label"
          :value="String(f.is)"
          :commit="setter('saw', '', f.field)"
          inputmode="decimal"
          suffix="°"
        />
        <EntryField label="clicks home at, both sides" :value="detents" :commit="setter('saw', '', 'detents')" class="sticks" suffix="°" />
        <ShopLine kind="saw" :id="v.saw.id" />
      </div>
      <p class="quiet small">
        Angles without sign. Settings are rounded to what the scale can be read to; a cut past the swing becomes a note in the margin.
        <RouterLink :to="{ name: 'saws', params: { job: v.id } }">Saws, what they take, and their test cuts</RouterLink>
      </p>
    </section>
    <section>
      <h2>Sticks and blade</h2>
      <div class="card">
        <LengthInput label="kerf of the blade" :entry="v.cutting.kerf" :commit="setter('cutting', '', 'kerf')" />
        <LengthInput label="trimmed off each end" :entry="v.cutting.end_trim" :commit="setter('cutting', '', 'end_trim')" />
        <LengthInput label="offcuts kept from" :entry="v.cutting.keep" :commit="setter('cutting', '', 'keep')" />
        <LengthInput label="shortest scarfed part" :entry="v.cutting.shortest" :commit="setter('cutting', '', 'shortest')" />
        <ShopLine kind="cutting" />
      </div>
    </section>
    <section>
      <h2>Price sheet</h2>
      <ShopLine kind="prices" />
      <p class="acts">
        <RouterLink class="btn" :to="{ name: 'prices', params: { job: v.id } }">Price sheet and what is used up</RouterLink
        ><RouterLink class="btn" :to="{ name: 'times', params: { job: v.id } }">Times that the work takes</RouterLink
        ><RouterLink class="btn" :to="{ name: 'shop-log', params: { job: v.id } }">What the work says</RouterLink>
      </p>
    </section>
    <PeopleList />
    <NailList />
    <section>
      <h2>Offcut rack</h2>
      <RackList />
    </section>
    <section>
      <h2>House rules</h2>
      <p class="quiet">
        {{ v.rules.set ? `Taken from ${v.rules.set}.` : inShop ? 'New jobs begin with these.' : 'This job has its own.' }} Every question on which good
        carpenters differ, with its schools and their reasons.
      </p>
      <ShopLine kind="rules" />
      <p class="acts"><RouterLink class="btn" :to="{ name: 'rules', params: { job: v.id } }">House rules</RouterLink></p>
    </section>
    <ShopFile v-if="inShop" />
    <section v-else>
      <h2>This job</h2>
      <div class="card">
        <EntryField label="name" :value="v.name" :commit="setter('job', '', 'name')" class="wide" />
        <EntryField label="promised for" :value="v.promised" :commit="setter('job', '', 'promised')" placeholder="2031-05-30" />
      </div>
      <p class="links">
        <a :href="`/api/jobs/${v.id}/file`">Job file</a> <a :href="`/api/jobs/${v.id}/plan`">Plan as JSON</a>
        <a :href="`/api/jobs/${v.id}/cutlist.csv`">Cut list as CSV</a>
      </p>
    </section>
  </div>
</template>

<style scoped>
.shop {
  padding: 22px 28px 60px;
  display: flex;
  flex-direction: column;
  gap: 28px;
  max-width: 1090px;
}
.card {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 14px;
  align-items: flex-end;
  padding: 12px 0;
  border-bottom: 1px solid var(--rule);
}
.card :deep(.wide) {
  width: 164px;
}
.card :deep(.sticks) {
  width: 172px;
}
.col {
  display: flex;
  flex-direction: column;
  gap: 2px;
}
.cap {
  font-size: 13px;
  color: var(--pencil);
}
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
}
.usual {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 40px;
}
h1 {
  font-size: 22px;
}
.runs {
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 6px 0;
}
.runs span {
  width: 160px;
}
select {
  height: 40px;
  padding: 0 10px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
}
.kind {
  display: flex;
  flex-direction: column;
  gap: 2px;
}
.kind select {
  min-width: 110px;
}
.card {
  column-gap: 10px;
}
.card :deep(.entry:not(.wide, .sticks)) {
  width: 116px;
}
.thumb {
  width: 52px;
  height: 52px;
  flex: none;
}
.acts {
  padding-top: 12px;
  display: flex;
  gap: 10px;
}
.links {
  display: flex;
  gap: 18px;
  padding-top: 10px;
}
@media (max-width: 640px) {
  .shop {
    padding: 16px 14px 100px;
  }
  .runs {
    flex-direction: column;
    align-items: stretch;
    gap: 2px;
  }
  select {
    height: 48px;
  }
}
</style>
