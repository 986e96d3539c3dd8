<script setup lang="ts">
// The lengths of nail that there are, with their packs.
import { computed } from 'vue'
import EntryField from '../../parts/EntryField.vue'
import LengthInput from '../../parts/LengthInput.vue'
import PickField from '../../parts/PickField.vue'
import ShopLine from '../../parts/ShopLine.vue'
import TakeThings from '../../parts/TakeThings.vue'
import { me } from '../../state/me'
import { attempt, newId, setOp, setter, view } from '../../state/job'

const nails = computed(() => view.value!.nails)
const kinds = ['pin', 'brad', 'finish'].map((k) => ({ value: k, label: k }))
const add = () =>
  attempt({
    do: 'add',
    kind: 'nail',
    id: newId('n'),
    after: nails.value.at(-1)?.id,
    unit: view.value!.unit,
    value: { id: '', kind: 'finish', length: view.value!.unit === 'mm' ? '50' : '2', gauge: 15, pack: 500 },
  })
</script>

<template>
  <section>
    <h2>Nails</h2>
    <div v-for="n in nails" :key="n.id" class="card">
      <PickField label="kind" :name="`Kind of ${n.title}`" :value="n.kind" :options="kinds" @pick="(k) => attempt(setOp('nail', n.id, 'kind', k, n.kind))" />
      <LengthInput label="length" :entry="n.length" :commit="setter('nail', n.id, 'length')" />
      <EntryField label="gauge" :value="n.gauge ? String(n.gauge) : ''" :commit="setter('nail', n.id, 'gauge')" inputmode="decimal" />
      <EntryField label="in a pack" :value="n.pack ? String(n.pack) : ''" :commit="setter('nail', n.id, 'pack')" inputmode="decimal" />
      <EntryField label="a pack costs" :value="n.price.typed" :commit="setter('nail', n.id, 'price')" inputmode="decimal" :suffix="view!.prices.currency" />
      <EntryField label="called" :value="n.name" :commit="setter('nail', n.id, 'name')" :placeholder="n.title" class="wide" />
      <button class="link small" type="button" @click="attempt({ do: 'remove', kind: 'nail', id: n.id })">Remove</button>
      <ShopLine kind="nail" :id="n.id" />
    </div>
    <p v-if="!nails.length" class="quiet small">None said. Glue, filler and paint, with how far one goes, stand on the price sheet.</p>
    <p class="acts"><button class="btn plain" type="button" @click="add">Add a nail length</button></p>
    <TakeThings v-if="!me?.job" kind="nail" />
  </section>
</template>

<style scoped>
.card {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 10px;
  align-items: flex-end;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
.card :deep(.entry:not(.wide)) {
  width: 96px;
}
.card :deep(.wide) {
  width: 164px;
}
.acts {
  padding-top: 10px;
}
</style>
