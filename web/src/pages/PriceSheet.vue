<script setup lang="ts">
// Rates and prices of a job, or of the shop: all made up until they are yours.
import { computed } from 'vue'
import EntryField from '../parts/EntryField.vue'
import PickField from '../parts/PickField.vue'
import LengthInput from '../parts/LengthInput.vue'
import ShopLine from '../parts/ShopLine.vue'
import { mayAll } from '../state/me'
import { inShop } from '../state/place'
import { useShop } from '../state/shop'
import { attempt, change, clearable, newId, setOp, setter, view } from '../state/job'

useShop()
const v = computed(() => view.value!)
const p = computed(() => v.value.prices)
const per = computed(() => (p.value.per === 'm' ? 'metre' : 'foot'))
const bases = computed(() => [
  { value: 'length', label: p.value.per === 'm' ? 'm of moulding' : 'ft of moulding' },
  { value: 'joint', label: 'joints' },
  { value: 'backing', label: p.value.per === 'm' ? 'm of backing' : 'ft of backing' },
  { value: 'bead', label: p.value.per === 'm' ? 'm of bead' : 'ft of bead' },
  { value: 'hole', label: 'nail holes' },
  { value: 'face', label: p.value.per === 'm' ? 'm² of face, a coat' : 'sq ft of face, a coat' },
])
const add = () =>
  attempt({ do: 'add', kind: 'sundry', id: newId('y'), after: p.value.sundries.at(-1)?.id, value: { id: '', name: 'New', by: 'length', price: 0, lasts: 100 } })
const remove = (id: string) => attempt({ do: 'remove', kind: 'sundry', id })
const by = (id: string, was: string, value: string) => attempt(setOp('sundry', id, 'by', value, was))
</script>

<template>
  <p v-if="!mayAll" class="lost quiet">What a job earns and costs is seen at the desk, and by devices with full rights.</p>
  <div v-else class="prices">
    <header>
      <h1>Price sheet</h1>
      <p class="quiet small">Every figure is made up until you change it. Lines are rounded to the cent one by one, and totals are their sums.</p>
      <RouterLink class="btn plain" :to="{ name: inShop ? 'shop' : 'look', params: { job: v.id } }">{{ inShop ? 'Back to Shop' : 'Back to Look' }}</RouterLink>
    </header>
    <ShopLine kind="prices" />
    <section>
      <h2>Sticks, and putting up a {{ per }}</h2>
      <div v-for="m in v.mouldings" :key="m.id" class="line">
        <b>{{ m.name || m.id }}</b>
        <EntryField
          :label="m.kind === 'casing' ? 'priced by the set' : `a ${per}`"
          :value="m.rate.typed"
          :commit="setter('moulding', m.id, 'rate')"
          inputmode="decimal"
          :suffix="p.currency"
          class="money"
        />
        <template v-for="s in m.sticks" :key="s.id">
          <EntryField
            :label="`${s.text} costs`"
            :value="s.price.typed"
            :commit="setter('stick', s.id, 'price')"
            inputmode="decimal"
            :suffix="p.currency"
            class="money"
          />
          <EntryField
            label="in the yard"
            :value="s.available === undefined ? '' : String(s.available)"
            :commit="clearable('stick', s.id, 'available')"
            placeholder="enough"
            inputmode="decimal"
            class="few"
          />
        </template>
        <EntryField
          label="spares"
          :value="m.spares ? String(m.spares) : ''"
          :commit="(t, w) => change(setOp('moulding', m.id, 'spares', t || 0, w || 0))"
          placeholder="0"
          inputmode="decimal"
          class="few"
        />
      </div>
      <p class="quiet small">
        Stick lengths are listed with their mouldings in <RouterLink :to="{ name: 'shop', params: { job: v.id } }">Shop</RouterLink>. Spares are kept whole
        against miscuts.
      </p>
    </section>
    <section>
      <h2>Joints and sets</h2>
      <div class="line">
        <EntryField
          v-for="r in p.rates"
          :key="r.field"
          :label="r.label"
          :value="r.price.typed"
          :commit="setter('prices', '', r.field)"
          inputmode="decimal"
          :suffix="p.currency"
          class="rate"
        />
      </div>
      <div class="line">
        <LengthInput label="backing strip" :entry="p.strip" :commit="setter('prices', '', 'strip')" />
        <EntryField
          label="a strip costs"
          :value="p.strip.price.typed"
          :commit="setter('prices', '', 'strip_price')"
          inputmode="decimal"
          :suffix="p.currency"
          class="money"
        />
        <LengthInput label="door counted, wide" :entry="v.doors.width" :commit="setter('doors', '', 'width')" />
        <LengthInput label="and high, casings in" :entry="v.doors.height" :commit="setter('doors', '', 'height')" />
      </div>
    </section>
    <section>
      <h2>Used up</h2>
      <div v-for="s in p.sundries" :key="s.id" class="line sundry">
        <EntryField label="what" :value="s.name" :commit="setter('sundry', s.id, 'name')" class="what" />
        <EntryField label="costs" :value="s.price.typed" :commit="setter('sundry', s.id, 'price')" inputmode="decimal" :suffix="p.currency" class="money" />
        <EntryField label="lasts for" :value="s.lasts" :commit="setter('sundry', s.id, 'lasts')" inputmode="decimal" class="few" />
        <PickField label="of" :value="s.by" :options="bases" @pick="(v) => by(s.id, s.by, v)" />
        <EntryField
          v-if="s.by === 'face'"
          label="coats"
          :value="String(s.coats || 1)"
          :commit="setter('sundry', s.id, 'coats')"
          inputmode="decimal"
          class="few"
        />
        <button class="link small" type="button" @click="remove(s.id)">Remove</button>
      </div>
      <button class="btn plain" type="button" @click="add">Add a line</button>
    </section>
    <section>
      <h2>On top</h2>
      <div class="line">
        <EntryField label="overheads and profit" :value="p.margin" :commit="setter('prices', '', 'margin')" inputmode="decimal" suffix="%" />
        <EntryField label="tax" :value="p.tax" :commit="setter('prices', '', 'tax')" inputmode="decimal" suffix="%" class="money" />
        <EntryField label="waste share" :value="v.cutting.share" :commit="setter('cutting', '', 'share')" inputmode="decimal" suffix="%" class="money" />
        <EntryField label="currency" :value="p.currency" :commit="setter('prices', '', 'currency')" class="few" />
      </div>
    </section>
  </div>
</template>

<style scoped>
.prices {
  padding: 16px 24px 40px;
  max-width: 1060px;
  display: flex;
  flex-direction: column;
  gap: 18px;
}
header {
  display: flex;
  align-items: baseline;
  gap: 16px;
  flex-wrap: wrap;
}
header p {
  flex: 1;
  min-width: 220px;
}
h1 {
  font-size: 20px;
}
section {
  display: flex;
  flex-direction: column;
  gap: 8px;
  align-items: flex-start;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: flex-end;
  padding: 8px 0;
  border-top: 1px solid var(--rule);
  width: 100%;
}
.line b {
  width: 124px;
  align-self: center;
}
.money {
  width: 100px;
}
.few {
  width: 78px;
}
.rate {
  width: 150px;
}
.what {
  width: 240px;
}
@media (max-width: 860px) {
  .line b {
    width: 100%;
  }
}
@media (max-width: 640px) {
  .prices {
    padding: 12px 14px 90px;
  }
}
</style>
