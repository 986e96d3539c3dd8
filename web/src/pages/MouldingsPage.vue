<script setup lang="ts">
// The job's mouldings: each with its section, what follows from it, and where it came
// from; and the library to begin from.
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, lineOf, type LibraryView, Refused, take } from '../api/client'
import EntryField from '../parts/EntryField.vue'
import FactField from '../parts/FactField.vue'
import LengthInput from '../parts/LengthInput.vue'
import ListAndOne from '../parts/ListAndOne.vue'
import PickField from '../parts/PickField.vue'
import LengthText from '../parts/LengthText.vue'
import SectionPicture from '../parts/SectionPicture.vue'
import { grades, materials } from '../state/choices'
import ShopLine from '../parts/ShopLine.vue'
import TakeThings from '../parts/TakeThings.vue'
import { dropped, taken } from '../state/drop'
import { me } from '../state/me'
import { inShop } from '../state/place'
import { useShop } from '../state/shop'
import { attempt, newId, send, setOp, setter, trySend, view } from '../state/job'
import { tell } from '../state/notice'

useShop()
const route = useRoute()
const router = useRouter()
const list = computed(() => view.value?.mouldings ?? [])
const m = computed(() => list.value.find((x) => x.id === route.query.moulding) ?? list.value[0])
const pick = (id: string) => router.replace({ query: { ...route.query, moulding: id } })
const job = () => view.value!.id
const library = shallowRef<LibraryView | null>(null)
const showLibrary = ref(false)
watch(showLibrary, async (on) => {
  if (on && !library.value) library.value = await take(api.GET('/api/library'))
})
const sketchOf = computed(() => new Map(library.value?.sections.map((s) => [s.id, s])))
const into = ref('')
async function fromLibrary(id: string) {
  const had = new Set(list.value.map((x) => x.id))
  if (
    await trySend((from) =>
      api.POST('/api/jobs/{job}/mouldings', { params: { path: { job: job() } }, body: { ...from, pick: id, room: into.value || undefined } }),
    )
  ) {
    const fresh = list.value.filter((x) => !had.has(x.id)).at(-1)
    if (fresh) void pick(fresh.id)
    showLibrary.value = false
    tell(inShop.value ? 'Taken into the shop.' : 'Taken into the job.')
  }
}
async function add(name = 'New moulding') {
  const id = newId('m')
  const mm = view.value!.unit === 'mm'
  if (
    await attempt({
      do: 'add',
      kind: 'moulding',
      id,
      after: list.value.at(-1)?.id,
      unit: view.value!.unit,
      value: mm
        ? { id: '', name, height: '120', thickness: '15', profiled: true, sticks: ['4800'] }
        : { id: '', name, height: '4 1/2', thickness: '1/2', profiled: true, sticks: ["16'"] },
    })
  )
    await pick(id)
}
const set = (field: string, value: string, was: string) => attempt(setOp('moulding', m.value!.id, field, value, was))

// The section: as typed, point by point. What is refused shows its place.
const chosen = ref(-1)
const refused = ref<{ text: string; at: number[] | null } | null>(null)
watch(
  () => m.value?.id,
  () => ((chosen.value = -1), (refused.value = null)),
)
const points = computed(() => (m.value?.points ?? []).map((p) => ({ u: p.at[0]!, z: p.at[1]! })))
const typed = () => (m.value?.points ?? []).map((p) => ({ u: p.u.typed, z: p.z.typed, bow: p.bow.typed }))
async function keep(ps: { u: string; z: string; bow: string }[], dragged?: { at: number; u: number; z: number }) {
  refused.value = null
  const id = m.value!.id
  try {
    await send((from) =>
      api.PUT('/api/jobs/{job}/mouldings/{moulding}/section', {
        params: { path: { job: job(), moulding: id } },
        body: { ...from, points: ps, moved: dragged },
      }),
    )
  } catch (e) {
    refuse(e)
    throw e
  }
}
function refuse(e: unknown) {
  const v = e instanceof Refused ? (e.problem.errors?.[0]?.value ?? '') : ''
  const at = v.includes(',') ? v.split(',').map(Number) : null
  refused.value = { text: lineOf(e), at }
}
const change = (i: number, field: 'u' | 'z' | 'bow') => async (text: string) => {
  const ps = typed()
  ps[i]![field] = text || '0'
  await keep(ps)
}
const moved = (i: number, u: number, z: number) => void keep(typed(), { at: i, u, z }).catch(() => {})
function insert(i: number) {
  const ps = typed()
  const a = points.value[i]!
  const b = points.value[(i + 1) % points.value.length]!
  ps[i]!.bow = '0'
  ps.splice(i + 1, 0, { u: '0', z: '0', bow: '0' })
  chosen.value = i + 1
  void keep(ps, { at: i + 1, u: (a.u + b.u) / 2, z: (a.z + b.z) / 2 }).catch(() => {})
}
const drop = (i: number) => void keep(typed().filter((_, k) => k !== i)).catch(() => {})
/** Begins a section from what stands for it. */
const begin = () => void keep(m.value!.sketch.map((p) => ({ u: `${p[0]} in`, z: `${p[1]} in`, bow: '0' }))).catch(() => {})
const forget = () => void keep([]).catch(() => {})

const fileUnit = ref<'in' | 'mm'>('in')
const facingLeft = ref(false)
const formats: Record<string, 'svg' | 'dxf' | 'csv'> = { svg: 'svg', dxf: 'dxf', csv: 'csv', txt: 'csv' }
async function importFile(e: Event) {
  const input = e.target as HTMLInputElement
  const f = input.files?.[0]
  if (!f) return
  const format = formats[f.name.split('.').at(-1)?.toLowerCase() ?? ''] ?? 'svg'
  const body = { format, unit: fileUnit.value, left: facingLeft.value, text: await f.text() }
  input.value = ''
  await importText(body)
}
async function importText(body: { format: 'svg' | 'dxf' | 'csv'; unit: 'in' | 'mm'; left: boolean; text: string }) {
  refused.value = null
  const id = m.value!.id
  try {
    await send((from) =>
      api.POST('/api/jobs/{job}/mouldings/{moulding}/section/import', { params: { path: { job: job(), moulding: id } }, body: { ...from, ...body } }),
    )
    tell('Section read.')
  } catch (e) {
    refuse(e)
  }
}
const pasted = ref('')
const paste = () =>
  importText({
    format: pasted.value.includes('SECTION') || /^\s*0\s*\n/.test(pasted.value) ? 'dxf' : /[Mm]\s*[-\d.]/.test(pasted.value) ? 'svg' : 'csv',
    unit: fileUnit.value,
    left: facingLeft.value,
    text: pasted.value,
  })
/** A section that was dropped is a new moulding of its file's name. */
watch(
  dropped,
  async () => {
    const f = taken('section')
    if (!f) return
    await add(f.name.replace(/\.\w+$/, ''))
    await importText({
      format: formats[f.name.split('.').at(-1)?.toLowerCase() ?? ''] ?? 'svg',
      unit: fileUnit.value,
      left: facingLeft.value,
      text: await f.text(),
    })
  },
  { immediate: true },
)
const fileOf = (format: string) => `/api/jobs/${job()}/mouldings/${m.value!.id}/section/file?format=${format}`
</script>

<template>
  <ListAndOne :of="inShop ? 'Mouldings of the shop' : 'Mouldings of the job'">
    <template #list>
      <button v-for="x in list" :key="x.id" class="item" type="button" :class="{ on: x.id === m?.id }" @click="pick(x.id)">
        <span class="thumb"><SectionPicture :sketch="x.sketch" :crown="x.sprung" /></span>
        <span
          ><b>{{ x.name || x.id }}</b
          ><span class="quiet small">{{ view!.kinds.find((k) => k.code === x.kind)?.title }}{{ x.points.length ? '' : ', measures only' }}</span></span
        >
      </button>
      <button class="btn" type="button" @click="showLibrary = true">From the library</button>
      <button class="btn plain" type="button" @click="add()">Add by measures</button>
      <TakeThings v-if="!me?.job" kind="moulding" />
    </template>
    <template v-if="m">
      <div class="head">
        <EntryField label="name" :value="m.name" :commit="setter('moulding', m.id, 'name')" class="wide" />
        <PickField label="kind" :value="m.kind" :options="view!.kinds.map((k) => ({ value: k.code, label: k.title }))" @pick="(v) => set('kind', v, m!.kind)" />
        <PickField label="made of" :value="m.material" :options="materials" @pick="(v) => set('material', v, m!.material)" />
        <PickField label="finish" :value="m.grade" :options="grades" @pick="(v) => set('grade', v, m!.grade)" />
        <PickField
          label="inside corners"
          :value="m.inside"
          none="as the house rule has it"
          :options="m.joints.map((k) => ({ value: k, label: k }))"
          @pick="(v) => set('inside', v, m!.inside)"
        />
      </div>
      <ShopLine kind="moulding" :id="m.id" />
      <div class="body">
        <div class="drawing">
          <SectionPicture
            :sketch="m.sketch"
            :points="m.points.length ? points : undefined"
            :bad="refused?.at ?? m.bad"
            :crown="m.sprung"
            :chosen="chosen"
            @moved="moved"
            @chose="(i) => (chosen = i)"
          />
          <span class="quiet small cap2">{{
            m.points.length ? 'Section as it hangs, wall on the left, to scale. Drag a point, or type it.' : 'Stands for the measures: no section is drawn yet.'
          }}</span>
        </div>
        <div class="facts">
          <p v-if="refused" class="stop" role="alert"><b>Not taken.</b> {{ refused.text }}</p>
          <p v-for="w in m.warnings" :key="w" class="check">{{ w }}</p>
          <p v-for="w in m.says" :key="w">{{ w }}</p>
          <dl v-if="m.crown">
            <dt>springs at</dt>
            <dd>
              <b>{{ m.crown.spring }}</b><template v-if="m.crown.common">
                · near {{ m.crown.common }}: taking that would open {{ m.crown.opens }} at a square corner</template
              >
            </dd>
            <dt>crown stop</dt>
            <dd>
              <b><LengthText :of="m.crown.stop" /></b>, a left and right 45 run as far; a rule tells {{ m.crown.coarse }}
            </dd>
            <dt>nested</dt>
            <dd>
              <LengthText :of="m.crown.drop" /> up the fence, <LengthText :of="m.crown.stop" /> on the table; flat it takes <LengthText :of="m.crown.across" />
            </dd>
            <dt>backing</dt>
            <dd>a <LengthText :of="m.crown.strip" /> strip up to <LengthText :of="m.crown.backing" /> from the wall stays hidden</dd>
          </dl>
          <div class="row">
            <LengthInput :label="m.sizes[0]!" :entry="m.height" :commit="setter('moulding', m.id, 'height')" />
            <LengthInput :label="m.sizes[1]!" :entry="m.thickness" :commit="setter('moulding', m.id, 'thickness')" />
            <template v-if="m.sprung">
              <FactField :of="m" kind="moulding" field="wall_foot" label="foot on the wall" />
              <FactField :of="m" kind="moulding" field="ceiling_foot" label="foot on the ceiling" />
              <FactField :of="m" kind="moulding" field="projection" label="projection to keep to" hint="as read" />
            </template>
            <FactField :of="m" kind="moulding" field="nail" label="nails, long" :hint="view!.unit === 'mm' ? '50' : '2'" />
          </div>
          <div class="row files">
            <el-segmented
              v-model="fileUnit"
              aria-label="Unit of the file"
              :options="[
                { label: 'inches', value: 'in' },
                { label: 'mm', value: 'mm' },
              ]"
            />
            <label class="tick"><input v-model="facingLeft" type="checkbox" />wall on its right</label>
            <label class="btn plain">Read SVG, DXF or CSV<input class="sr" type="file" accept=".svg,.dxf,.csv,.txt" @change="importFile" /></label>
            <template v-if="m.points.length"
              ><a class="link" :href="fileOf('svg')">SVG</a><a class="link" :href="fileOf('dxf')">DXF</a><a class="link" :href="fileOf('csv')">CSV</a></template
            >
          </div>
          <details>
            <summary class="small">Paste a path or points</summary>
            <textarea v-model="pasted" rows="3" aria-label="A path, a polyline or points" spellcheck="false" /><button
              class="btn plain"
              type="button"
              :disabled="!pasted.trim()"
              @click="paste"
            >
              Take this section
            </button>
          </details>
        </div>
        <div class="points">
          <template v-if="m.points.length">
            <div class="pthead small quiet"><span>#</span><span>out</span><span>up</span><span>bow</span><span /></div>
            <div v-for="(p, i) in m.points" :key="`${m.id}${i}`" class="pt" :class="{ on: chosen === i }" @focusin="chosen = i">
              <span class="n">{{ i + 1 }}</span>
              <EntryField :label="`point ${i + 1}, out`" :value="p.u.typed" :commit="change(i, 'u')" /><EntryField
                :label="`point ${i + 1}, up`"
                :value="p.z.typed"
                :commit="change(i, 'z')"
              /><EntryField :label="`point ${i + 1}, bow`" :value="p.bow.typed === '0' ? '' : p.bow.typed" :commit="change(i, 'bow')" placeholder="straight" />
              <span class="acts"
                ><button type="button" class="link" :title="`Add a point after ${i + 1}`" @click="insert(i)">+</button
                ><button type="button" class="link" :title="`Take point ${i + 1} out`" @click="drop(i)">−</button></span
              >
            </div>
            <p class="quiet small">
              Bow: how far the middle of the arc to the next point stands off the straight line, out of the wood; − into it.
              <button class="link small" type="button" @click="forget">Go by measures only</button>
            </p>
          </template>
          <button v-else class="btn" type="button" @click="begin">Draw its section</button>
        </div>
      </div>
    </template>
    <p v-else class="quiet none">No mouldings yet. Take one from the library, or add one by its measures.</p>
    <el-dialog v-if="showLibrary" :model-value="true" title="Sections to begin from" width="920px" append-to-body @close="showLibrary = false">
      <p class="row">
        <PickField
          label="and let it run in"
          :value="into"
          none="no room yet"
          :options="view!.rooms.map((r) => ({ value: r.id, label: r.title }))"
          @pick="(v) => (into = v)"
        />
      </p>
      <div class="shelf">
        <button v-for="s in library?.sections" :key="s.id" type="button" @click="fromLibrary(s.id)">
          <span class="pic"><SectionPicture :sketch="s.sketch" :crown="s.kind === 'crown'" /></span><b>{{ s.name }}</b
          ><span class="quiet small">{{ s.size }}{{ s.spring ? ` · springs ${s.spring}` : '' }}</span
          ><span v-if="!s.copable" class="check small">cannot be coped</span>
        </button>
        <button v-for="p in library?.pairs" :key="p.id" type="button" class="pair" @click="fromLibrary(p.id)">
          <span class="pic both"><SectionPicture v-for="x in p.sections" :key="x" :sketch="sketchOf.get(x)!.sketch" /></span><b>{{ p.name }}</b
          ><span class="quiet small">built up of two</span>
        </button>
      </div>
    </el-dialog>
  </ListAndOne>
</template>

<style scoped>
.item {
  display: flex;
  gap: 10px;
  align-items: center;
}
.thumb {
  width: 44px;
  height: 44px;
  flex: none;
}
.head,
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 12px;
  align-items: flex-end;
}
.head :deep(.wide) {
  width: 200px;
}
textarea {
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font: inherit;
}
textarea {
  width: 100%;
  padding: 8px;
  font-size: 13px;
  margin: 6px 0;
}
.body {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(220px, 1fr) 318px 288px;
  gap: 16px;
  padding-top: 12px;
}
.drawing {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  min-height: 340px;
  display: flex;
  flex-direction: column;
}
.drawing > :first-child {
  flex: 1;
}
.cap2 {
  padding: 4px 10px;
}
.facts {
  display: flex;
  flex-direction: column;
  gap: 8px;
  font-size: 14.5px;
  overflow: auto;
}
.facts p {
  max-width: 60ch;
}
dl {
  display: grid;
  grid-template-columns: 84px 1fr;
  gap: 4px 10px;
  margin: 0;
}
dt {
  color: var(--pencil);
}
dd {
  margin: 0;
}
.tick {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 14px;
  min-height: 36px;
}
.files {
  align-items: center;
}
.points {
  overflow: auto;
}
.pthead,
.pt {
  display: grid;
  grid-template-columns: 18px 1fr 1fr 1fr 40px;
  gap: 5px;
  align-items: center;
}
.pt {
  padding: 2px 0;
}
.pt.on .n {
  color: var(--chalk);
  font-weight: 700;
}
.n {
  font-size: 13px;
  color: var(--pencil);
}
.pt :deep(.entry) {
  width: auto;
}
.pt :deep(label) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
.pt :deep(input) {
  height: 32px;
  font-size: 14px;
  font-weight: 400;
  padding: 0 8px;
}
.acts {
  display: flex;
  gap: 8px;
}
.acts .link {
  font-size: 18px;
  min-width: 18px;
  text-align: center;
}
.shelf {
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  gap: 8px;
  max-height: 62vh;
  overflow: auto;
}
.shelf button {
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 2px;
  padding: 8px 4px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  cursor: pointer;
  text-align: center;
  font-size: 14px;
}
.shelf button:hover {
  border-color: var(--chalk);
}
.pic {
  width: 100%;
  height: 96px;
}
.both {
  display: flex;
}
.none {
  padding: 40px;
}
@media (max-width: 1100px) {
  .body {
    grid-template-columns: 1fr;
  }
  .drawing {
    height: 380px;
  }
  .shelf {
    grid-template-columns: repeat(3, 1fr);
  }
}
@media (max-width: 640px) {
  .shelf {
    grid-template-columns: repeat(2, 1fr);
  }
  .pthead,
  .pt {
    grid-template-columns: 18px 1fr 1fr 1fr 44px;
  }
}
</style>
