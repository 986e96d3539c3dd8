<script setup lang="ts">
// House rules: every question on which good carpenters differ, with its schools and their
// reasons. Choosing another school shows first which pieces would change.
import { computed, onBeforeUnmount, ref, shallowRef, watch, watchEffect } from 'vue'
import { api, lineOf, type Op, type QuestionView, type RuleBook, take, type TrialView } from '../api/client'
import ChangeList from '../parts/ChangeList.vue'
import EntryField from '../parts/EntryField.vue'
import SetText from '../parts/SetText.vue'
import LengthInput from '../parts/LengthInput.vue'
import ShopLine from '../parts/ShopLine.vue'
import { inShop } from '../state/place'
import { useShop } from '../state/shop'
import { drop, overrule, tryOut } from '../state/deciding'
import { attempt, change, mouldingName, setOp, trySend, view } from '../state/job'
import { tell } from '../state/notice'
import { shows } from '../state/shows'

useShop()
const v = computed(() => view.value!)
const book = shallowRef<RuleBook | null>(null)
const path = computed(() => ({ path: { job: v.value.id } }))
const read = async (call: Promise<RuleBook>) => {
  try {
    book.value = await call
  } catch (e) {
    tell(lineOf(e), true)
  }
}
void read(take(api.GET('/api/jobs/{job}/rulebook', { params: path.value })))

/** The school that is looked at and not followed yet, and what it would change. */
const look = ref<{ question: string; school: string } | null>(null)
const trial = shallowRef<TrialView | null>(null)
const schoolOf = (q: QuestionView, code: string) => q.schools.find((s) => s.code === code)
const setting = (q: QuestionView, school: string) => {
  const s = schoolOf(q, school)!
  // What the field held: a school's code but for a scarf's angle; a layout mark is taken over whatever it was.
  const was: Record<string, unknown> = { ...v.value.rules.answers, scarf: v.value.rules.scarf, layout: undefined }
  return setOp('rules', '', s.field, s.value, was[s.field])
}
async function choose(q: QuestionView, school: string) {
  if (school === v.value.rules.answers[q.code]) {
    look.value = null
    return
  }
  look.value = { question: q.code, school }
  trial.value = null
  await weigh()
}
async function weigh() {
  const q = book.value?.questions.find((x) => x.code === look.value?.question)
  if (!q || !look.value) return
  if (look.value.school === v.value.rules.answers[q.code]) {
    look.value = null // somebody else chose it meanwhile
    return
  }
  try {
    trial.value = await tryOut({ ops: [setting(q, look.value.school)] })
  } catch (e) {
    tell(lineOf(e), true)
  }
}
async function follow(q: QuestionView) {
  if (look.value && (await attempt(setting(q, look.value.school)))) look.value = null
}
watch(() => v.value.revision, weigh)

// Sets of rules, each a carpenter's.
const set = ref('')
const name = ref('')
const sets = computed(() => book.value?.sets.map((s) => s.name) ?? [])
watch(sets, (all) => all.includes(set.value) || (set.value = all[0] ?? ''))
/** What following the chosen set would change; none while it is not asked for. */
const ofSet = shallowRef<TrialView | null>(null)
watch([set, () => v.value.revision], () => (ofSet.value = null))
async function weighSet() {
  try {
    ofSet.value = await tryOut({ set: set.value })
  } catch (e) {
    tell(lineOf(e), true)
  }
}
const takeSet = () => trySend((from) => api.POST('/api/jobs/{job}/rulebook/take', { params: path.value, body: { ...from, name: set.value } }))
async function keepAs() {
  const kept = name.value.trim()
  await read(take(api.POST('/api/jobs/{job}/rulebook', { params: path.value, body: { name: kept } })))
  if (!sets.value.includes(kept)) return
  set.value = kept
  name.value = ''
}
const forget = () => read(take(api.DELETE('/api/jobs/{job}/rulebook', { params: { ...path.value, query: { name: set.value } } })))

// What is decided otherwise in a room or a run.
const at = ref('')
const asks = ref('inside')
const school = ref('')
const places = computed(() =>
  v.value.rooms.flatMap((r) => [
    { value: r.id, label: r.title, room: r.id, run: '' },
    ...r.runs.map((k) => ({ value: `${r.id}/${k.id}`, label: `${r.title}, ${mouldingName(k.moulding)}`, room: r.id, run: k.id })),
  ]),
)
const place = computed(() => places.value.find((p) => p.value === at.value))
const open = computed(() => book.value?.questions.filter((q) => q.over.includes(place.value?.run ? 'run' : 'room')) ?? [])
const asked = computed(() => open.value.find((q) => q.code === asks.value) ?? open.value[0])
watch(asked, (q) => (school.value = q?.schools.find((s) => s.code !== v.value.rules.answers[q.code])?.code ?? ''))
const decide = () =>
  place.value && asked.value && overrule({ run: place.value.run || undefined, question: asked.value.code, choice: school.value }, place.value.room)
watchEffect(() => (shows.also = (view.value?.rooms ?? []).filter((r) => r.decided).map((r) => r.id)))
onBeforeUnmount(() => (shows.also = []))
const others = computed(() =>
  v.value.rooms
    .flatMap((r) => v.value.parts.get(r.id)?.room ?? [])
    .flatMap((r) =>
      r.overrides.map((o) => {
        const q = book.value?.questions.find((x) => x.code === o.question)
        const words: Record<string, string> = {
          coped: `the piece on the ${o.choice} gives way`,
          first: `${v.value.pieces.find((p) => p.id === o.choice || p.of === o.choice)?.label.toLowerCase() ?? 'a piece'} goes up first`,
          scarf_at: `scarfed at ${o.choice}`,
          lap: `the ${o.choice} part of each scarf laps over`,
        }
        const corner = r.corners.find((c) => c.id === o.corner)
        const run = r.runs.find((k) => k.id === o.run)
        return {
          id: o.id,
          where: [r.title, run && mouldingName(run.moulding), corner && `corner ${corner.letter}`].filter(Boolean).join(', '),
          what: q ? `${q.asks.toLowerCase()}: ${schoolOf(q, o.choice)?.name ?? o.choice}` : (words[o.question] ?? o.question),
        }
      }),
    ),
)
/** A measure that was typed, and what it would change; one that changes no piece is taken at once. */
const typed = shallowRef<{ of: string; op: Op; trial: TrialView } | null>(null)
watch(
  () => v.value.revision,
  () => (typed.value = null),
)
const measure =
  (field: string, of: string, read: (text: string) => unknown = (t) => t) =>
  async (text: string, was: string) => {
    const op = setOp('rules', '', field, read(text), read(was))
    const t = await tryOut({ ops: [op] })
    if (t.changes.length) typed.value = { of: `${of} ${text}`, op, trial: t }
    else await change(op)
  }
const followTyped = () => typed.value && attempt(typed.value.op)
</script>

<template>
  <div class="rules">
    <header>
      <h1>House rules</h1>
      <div class="sets">
        <span class="quiet">{{ v.rules.set ? `taken from ${v.rules.set}` : inShop ? 'new jobs begin with these' : 'this job’s own' }}</span>
        <template v-if="sets.length"
          ><select v-model="set" aria-label="Set of rules">
            <option v-for="s in sets" :key="s">{{ s }}</option></select
          ><button class="btn plain" type="button" @click="weighSet">Follow this set</button
          ><button class="link small" type="button" @click="forget">Remove it</button></template
        >
        <form @submit.prevent="keepAs">
          <input v-model="name" aria-label="Name to keep these rules under" placeholder="a carpenter’s name" maxlength="60" /><button
            class="btn plain"
            type="submit"
            :disabled="!name.trim()"
          >
            Keep these under a name
          </button>
        </form>
      </div>
    </header>
    <ShopLine kind="rules" />
    <ChangeList v-if="ofSet" :trial="ofSet" @follow="takeSet" @leave="ofSet = null" />
    <div class="cols">
      <ul v-if="book" class="questions">
        <li v-for="q in book.questions" :key="q.code" :class="{ open: look?.question === q.code }">
          <h3>{{ q.asks }}</h3>
          <div class="schools" role="radiogroup" :aria-label="q.asks">
            <button
              v-for="s in q.schools"
              :key="s.code"
              type="button"
              role="radio"
              :aria-checked="v.rules.answers[q.code] === s.code"
              :class="{ on: v.rules.answers[q.code] === s.code, looked: look?.question === q.code && look.school === s.code }"
              @click="choose(q, s.code)"
            >
              {{ s.name }}<i v-if="s.code === q.default" title="The default" aria-label="default">·</i>
            </button>
          </div>
          <p class="why">{{ schoolOf(q, look?.question === q.code ? look.school : (v.rules.answers[q.code] ?? ''))?.why }}</p>
          <div v-if="look?.question === q.code">
            <p v-if="!trial" class="quiet small">Working it out…</p>
            <ChangeList v-else :trial="trial" @follow="follow(q)" @leave="look = null" />
          </div>
        </li>
      </ul>
      <aside>
        <section>
          <h2>On the bench</h2>
          <div class="measures">
            <LengthInput label="glued up under" :entry="v.rules.bench" :commit="measure('bench', 'Glued up under')" /><EntryField
              label="minutes to dry"
              :value="String(v.rules.drying)"
              :commit="measure('drying', 'Minutes to dry:', Number)"
            />
          </div>
          <p class="quiet small">Sides of a jog count as short up to twice that. Instant adhesive bonds skin.</p>
        </section>
        <section>
          <h2>Allowances</h2>
          <div class="measures">
            <LengthInput label="a hair is" :entry="v.rules.hair" :commit="measure('hair', 'A hair of')" /><LengthInput
              label="coped ends +"
              :entry="v.rules.spring"
              :commit="measure('spring', 'Coped ends longer by')"
            />
          </div>
          <div class="measures"><LengthInput label="off layout mark" :entry="v.rules.layout" :commit="measure('layout', 'Off the layout mark')" /></div>
        </section>
        <section>
          <h2>Around openings</h2>
          <div class="measures">
            <LengthInput label="reveal" :entry="v.rules.reveal" :commit="measure('reveal', 'Reveal:')" /><LengthInput
              label="heads longer by"
              :entry="v.rules.head_long"
              :commit="measure('head_long', 'Heads longer by')"
            />
          </div>
          <div class="measures"><LengthInput label="stool past casing" :entry="v.rules.horn" :commit="measure('horn', 'Stool past casing:')" /></div>
          <p class="quiet small">A mitred head goes in a hair long and is worked down until both its joints close.</p>
        </section>
        <section>
          <h2>Odd places</h2>
          <div class="measures">
            <EntryField label="links slope, °" :value="String(v.rules.slope)" :commit="measure('slope', 'Links slope', Number)" /><LengthInput
              label="hollow accepted"
              :entry="v.rules.hollow"
              :commit="measure('hollow', 'Hollow accepted:')"
            />
          </div>
        </section>
        <section>
          <h2>Nails</h2>
          <div class="measures">
            <EntryField
              label="× wood passed"
              :value="v.rules.nail_times.typed"
              :commit="measure('nail_times', 'Nails so many times what they pass:')"
            /><LengthInput label="from an end" :entry="v.rules.nail_end" :commit="measure('nail_end', 'First nails from an end:')" />
          </div>
          <div class="measures">
            <LengthInput label="studs left within" :entry="v.rules.nail_near" :commit="measure('nail_near', 'Studs left to an end within')" /><LengthInput
              label="heights apart"
              :entry="v.rules.nail_stagger"
              :commit="measure('nail_stagger', 'Heights in a corner apart by')"
            />
          </div>
          <div class="measures">
            <LengthInput label="casing every" :entry="v.rules.casing_every" :commit="measure('casing_every', 'Casing nailed every')" /><LengthInput
              label="backing every"
              :entry="v.rules.backing_every"
              :commit="measure('backing_every', 'Backing nailed every')"
            />
          </div>
        </section>
        <section v-if="typed">
          <h2><SetText :text="typed.of" /></h2>
          <ChangeList :trial="typed.trial" @follow="followTyped" @leave="typed = null" />
        </section>
        <section>
          <h2>Otherwise in one place</h2>
          <div class="other">
            <select v-model="at" aria-label="Where">
              <option value="">choose a room or run</option>
              <option v-for="p in places" :key="p.value" :value="p.value">{{ p.label }}</option>
            </select>
            <template v-if="place"
              ><select v-model="asks" aria-label="Question">
                <option v-for="q in open" :key="q.code" :value="q.code">{{ q.asks }}</option>
              </select>
              <select v-model="school" aria-label="School">
                <option v-for="s in asked?.schools ?? []" :key="s.code" :value="s.code">{{ s.name }}</option>
              </select>
              <button class="btn plain" type="button" @click="decide">Decide it so there</button></template
            >
          </div>
          <p class="quiet small">For one corner, choose it at Joints.</p>
          <ul class="others">
            <li v-for="o in others" :key="o.id">
              <span
                ><b>{{ o.where }}</b> {{ o.what }}</span
              ><button class="link small" type="button" @click="drop(o.id)">Drop</button>
            </li>
          </ul>
          <p v-if="!others.length" class="quiet small">Nothing is decided otherwise.</p>
        </section>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.rules {
  padding: 18px 28px 60px;
  max-width: 1112px;
}
h1 {
  font-size: 20px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
  align-items: center;
  justify-content: space-between;
  padding-bottom: 10px;
  border-bottom: 1px solid var(--rule);
}
.sets,
form {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}
.sets .btn {
  min-height: 34px;
  padding: 3px 12px;
}
input,
select {
  height: 34px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 8px;
}
form input {
  width: 160px;
}
.cols {
  display: grid;
  grid-template-columns: 1fr 236px;
  gap: 0 26px;
}
.questions,
.others {
  list-style: none;
  margin: 0;
  padding: 0;
}
.questions {
  columns: 2;
  column-gap: 26px;
}
.questions > li {
  padding: 6px 0 7px;
  border-bottom: 1px solid #ece7db;
  break-inside: avoid;
}
.questions h3 {
  line-height: 1.3;
  padding-bottom: 2px;
}
.schools {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.schools button {
  border: 1px solid var(--rule);
  background: var(--sheet);
  border-radius: 3px;
  padding: 1px 8px;
  min-height: 26px;
  font-size: 13.5px;
  cursor: pointer;
}
.schools .on {
  background: var(--ink);
  color: #fff;
  border-color: var(--ink);
}
.schools .looked {
  border-color: var(--chalk);
  color: var(--chalk);
  box-shadow: inset 0 0 0 1px var(--chalk);
}
.schools i {
  font-style: normal;
  font-weight: 700;
  margin-left: 4px;
}
.why {
  font-size: 13px;
  color: var(--pencil);
  line-height: 1.25;
  padding-top: 3px;
}
.sets .btn,
form .btn {
  min-height: 34px;
}
.measures {
  display: flex;
  gap: 10px;
  padding-top: 4px;
}
.measures :deep(.entry) {
  width: 108px;
}
aside section {
  padding: 14px 0;
  border-bottom: 1px solid var(--rule);
}
aside h2 {
  padding-bottom: 4px;
}
.other {
  display: flex;
  flex-direction: column;
  gap: 6px;
  padding: 4px 0;
}
.others li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 5px 0;
  font-size: 14px;
  border-bottom: 1px solid #ece7db;
}
.others b {
  display: block;
  font-weight: 600;
}
@media (max-width: 1100px) {
  .cols {
    grid-template-columns: 1fr;
  }
}
@media (max-width: 640px) {
  .rules {
    padding: 14px 14px 100px;
  }
  .questions {
    columns: 1;
  }
}
@media (max-width: 860px) {
  .schools button,
  input,
  select,
  .sets .btn {
    min-height: 44px;
  }
}
</style>
