<script setup lang="ts">
// Who works, and what they measure with: by how much two readings of it differ decides what counts as a misread.
import { computed } from 'vue'
import EntryField from '../../parts/EntryField.vue'
import LengthInput from '../../parts/LengthInput.vue'
import PickField from '../../parts/PickField.vue'
import ShopLine from '../../parts/ShopLine.vue'
import TakeThings from '../../parts/TakeThings.vue'
import { me } from '../../state/me'
import { attempt, change, clearable, newId, setOp, setter, view } from '../../state/job'

const people = computed(() => view.value!.people)
const kinds = ['tape', 'laser', 'protractor'].map((k) => ({ value: k, label: k }))
const add = () => attempt({ do: 'add', kind: 'person', id: newId('p'), after: people.value.at(-1)?.id, value: { id: '', name: 'Somebody' } })
const tool = (person: string, after?: string) => attempt({ do: 'add', kind: 'instrument', in: person, id: newId('i'), after, value: { id: '', kind: 'tape' } })
type Instrument = (typeof people.value)[number]['instruments'][number]
/** What the job is measured with takes the figures of the instrument. */
async function use(i: Instrument) {
  const t = view.value!.tools
  if (i.kind === 'protractor') await change(setOp('tools', '', 'reading', String(i.reading), String(t.reading)))
  else if (i.length) await change(setOp('tools', '', 'tape', i.length.typed, t.tape.typed))
}
const known = (i: Instrument) => (i.kind === 'protractor' ? !!i.reading : !!i.length)
</script>

<template>
  <section>
    <h2>People, and what they measure with</h2>
    <div class="card">
      <LengthInput label="a tape differs by" :entry="view!.tools.tape" :commit="setter('tools', '', 'tape')" />
      <EntryField label="a protractor by" :value="String(view!.tools.reading)" :commit="setter('tools', '', 'reading')" inputmode="decimal" suffix="°" />
      <p class="quiet small">What two readings of one thing differ by. Rooms are closed, and misreads found, by these.</p>
      <ShopLine kind="tools" />
    </div>
    <div v-for="p in people" :key="p.id" class="person">
      <div class="card">
        <EntryField label="name" :value="p.name" :commit="setter('person', p.id, 'name')" class="wide" />
        <button class="link small" type="button" @click="tool(p.id, p.instruments.at(-1)?.id)">Add an instrument</button>
        <button class="link small" type="button" @click="attempt({ do: 'remove', kind: 'person', id: p.id })">Remove</button>
        <label class="small tick"
          ><input type="checkbox" :checked="!p.left_out" @change="attempt(setOp('person', p.id, 'left_out', !p.left_out, p.left_out))" /> counts in what is
          learned</label
        >
        <ShopLine kind="person" :id="p.id" />
      </div>
      <div v-for="i in p.instruments" :key="i.id" class="card in">
        <PickField
          label="instrument"
          :name="`Kind of instrument of ${p.name}`"
          :value="i.kind"
          :options="kinds"
          @pick="(k) => attempt(setOp('instrument', i.id, 'kind', k, i.kind))"
        />
        <EntryField label="called" :value="i.name" :commit="setter('instrument', i.id, 'name')" class="wide" placeholder="the yellow tape" />
        <EntryField
          v-if="i.kind === 'protractor'"
          label="differs by"
          :value="i.reading ? String(i.reading) : ''"
          :commit="setter('instrument', i.id, 'reading')"
          inputmode="decimal"
          suffix="°"
        />
        <EntryField v-else label="differs by" :value="i.length?.typed ?? ''" :commit="clearable('instrument', i.id, 'length')" placeholder="not known" />
        <button v-if="known(i)" class="link small" type="button" @click="use(i)">Measure with it</button>
        <button class="link small" type="button" @click="attempt({ do: 'remove', kind: 'instrument', id: i.id })">Remove</button>
      </div>
    </div>
    <p class="acts"><button class="btn plain" type="button" @click="add">Add a person</button></p>
    <TakeThings v-if="!me?.job" kind="person" />
  </section>
</template>

<style scoped>
.card {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 10px;
  align-items: flex-end;
  padding: 8px 0;
}
.card > p {
  max-width: 330px;
}
.card :deep(.entry:not(.wide)) {
  width: 116px;
}
.card :deep(.wide) {
  width: 164px;
}
.person {
  border-top: 1px solid var(--rule);
}
.in {
  padding-left: 24px;
}
.acts {
  padding-top: 10px;
}
</style>
