<script setup lang="ts">
// What to cut from what: sticks to scale, and what moving a piece would cost.
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, type BarView, lineOf, take, type Tried } from '../api/client'
import LengthText from '../parts/LengthText.vue'
import StickBar from '../parts/StickBar.vue'
import { fit, startFit, stopFit, useFit } from '../state/fit'
import { attempt, setOp, trySend, view } from '../state/job'
import { useKeys } from '../state/keys'
import { mayAll } from '../state/me'
import { tell } from '../state/notice'
import { choose, chosen, isChosen } from '../state/place'
import MoveBox from './MoveBox.vue'
import StickRow from './StickRow.vue'

const router = useRouter()
const stocks = computed(() => view.value?.stock ?? [])
const moulding = ref('')
const kept = computed(() => stocks.value.find((s) => s.moulding === moulding.value) ?? stocks.value[0] ?? null)
const search = computed(() => (fit.value && fit.value.moulding === kept.value?.moulding ? fit.value : null))
const found = computed(() => search.value?.found ?? null)
/** What is on the screen: a plan just found, until it is used or put aside. */
const s = computed(() => found.value ?? kept.value)
const longest = computed(() => Math.max(1, ...(s.value?.sticks ?? []).map((b) => b.picture.length)))
const seconds = ref(2)
const efforts = [
  { label: 'quick', value: 2 },
  { label: 'thorough', value: 20 },
]

const piece = computed(() => (chosen.value?.kind === 'piece' ? s.value?.sticks.flatMap((b) => b.pieces).find((p) => p.id === chosen.value!.id) : undefined))
const moving = ref('')
const tried = shallowRef<Tried | null>(null)
const wont = ref('')

/** The job and moulding on the screen, as its routes name them. */
const at = () => ({ path: { job: view.value!.id, moulding: kept.value!.moulding } })
async function tryMove(id: string, to: string) {
  tried.value = null
  wont.value = ''
  try {
    tried.value = await take(api.POST('/api/jobs/{job}/sticks/{moulding}/try', { params: at(), body: { client: 'try', piece: id, to } }))
  } catch (e) {
    wont.value = lineOf(e)
  }
}
async function move(id: string, to: string) {
  const before = kept.value?.cost.cents ?? 0
  if (!(await trySend((from) => api.POST('/api/jobs/{job}/sticks/{moulding}/move', { params: at(), body: { ...from, piece: id, to } })))) return
  moving.value = ''
  const now = kept.value
  tell(now?.cost.cents === before ? `Moved. It costs the same: ${now?.cost.text}.` : `Moved. The sticks now cost ${now?.cost.text}.`)
}
const flag = (b: BarView, field: 'locked' | 'bad') => attempt(setOp('laid', `${kept.value!.moulding}/${b.id}`, field, !b[field], b[field]))
async function rack() {
  if (await trySend((from) => api.POST('/api/jobs/{job}/sticks/{moulding}/rack', { params: at(), body: { ...from } })))
    tell('On the rack in Shop: it is used first next time.')
}
const onOffcut = computed(() => s.value?.sticks.some((b) => b.from !== 'bought' && b.pieces.some((p) => p.id === piece.value?.id)))
const keepOff = (id: string) => trySend((from) => api.POST('/api/jobs/{job}/sticks/{moulding}/keepoff', { params: at(), body: { ...from, piece: id } }))
/** What the letters on the pieces stand for. */
const legend = computed(() => {
  const here = new Set(all.value.map((p) => p.room))
  return (view.value?.rooms ?? [])
    .filter((r) => here.has(r.title))
    .map((r) => `${r.code} ${r.title}`)
    .join(' · ')
})
const all = computed(() => s.value?.sticks.flatMap((b) => b.pieces) ?? [])
function step(by: number) {
  const list = all.value
  const i = list.findIndex((p) => isChosen('piece', p.id))
  const p = list[(i + by + list.length) % (list.length || 1)]
  if (p) choose('piece', p.id)
}
useKeys({ j: () => step(1), k: () => step(-1), m: () => piece.value && !found.value && !piece.value.begun && (moving.value = piece.value.id) })
watch(moving, () => {
  tried.value = null
  wont.value = ''
})
const pick = (id: string) => (moulding.value = id)
const print = () => window.print()
const toShop = () => router.push({ name: 'shop', params: { job: view.value!.id } })
</script>

<template>
  <section class="sticks">
    <div v-if="!stocks.length" class="none">
      <h2>Nothing to lay out yet</h2>
      <p class="quiet">
        Sticks are laid out for the pieces of the cut list. Measure a room first; for a rough count go to
        <RouterLink :to="{ name: 'look', params: { job: view!.id } }">Look</RouterLink>.
      </p>
    </div>
    <template v-else-if="s">
      <header class="head screen-only">
        <div v-if="stocks.length > 1" class="tabs" role="group" aria-label="Mouldings">
          <button
            v-for="k in stocks"
            :key="k.moulding"
            type="button"
            :class="{ on: k.moulding === kept?.moulding }"
            :aria-pressed="k.moulding === kept?.moulding"
            @click="pick(k.moulding)"
          >
            {{ k.name }}
          </button>
        </div>
        <h2 v-else>{{ s.name }}</h2>
        <span class="space" />
        <template v-if="search && ['waiting', 'running'].includes(search.state)">
          <span class="small" role="status">{{
            search.state === 'waiting' ? 'Waiting its turn' : `Fitting: ${search.count} sticks, ${search.cost.text}; none below ${search.least.text}`
          }}</span>
          <progress :value="search.spent" max="1" aria-label="How much of the search is spent" />
          <button class="btn plain" type="button" @click="stopFit">Stop with the best so far</button>
        </template>
        <template v-else-if="found">
          <button class="btn main" type="button" @click="useFit">Use this plan</button>
          <button class="btn plain" type="button" @click="fit = null">Put it aside</button>
        </template>
        <template v-else>
          <button v-if="s.laid" class="btn plain" type="button" @click="print">Print</button>
          <el-segmented v-model="seconds" :options="efforts" aria-label="How long to search" />
          <button class="btn" :class="s.laid && s.valid ? 'plain' : 'main'" type="button" @click="startFit(kept!.moulding, seconds)">
            {{ s.laid ? 'Fit again' : 'Fit the sticks' }}
          </button>
        </template>
      </header>
      <p v-if="search?.state === 'failed'" class="stop bad" role="alert">
        {{ search.why }} {{ search.remedy }} <button class="link" type="button" @click="toShop">Shop</button>
      </p>
      <template v-if="s.sticks.length">
        <h1 class="print-only">{{ view!.name }} · {{ s.name }}, what to cut from what</h1>
        <div class="sums">
          <p>
            <b class="big">{{ s.count }}</b> {{ s.count === 1 ? 'stick' : 'sticks' }}
            <span class="quiet"
              ><template v-for="(l, i) in s.lots" :key="i">{{ i ? ', ' : '' }}{{ l.count }} × <LengthText :of="l.length" /></template
            ></span>
          </p>
          <p>
            <b v-if="mayAll" class="big">{{ s.cost.text }}</b> <span v-if="s.proved" class="good">proved least</span
            ><span v-else-if="mayAll && s.bounded && s.valid" class="quiet">none costs less than {{ s.least.text }}</span
            ><span v-else-if="!s.valid" class="stop">does not hold any more</span>
          </p>
          <p>
            waste <b><LengthText :of="s.waste" /></b>, {{ s.share }} %<template v-if="mayAll">, {{ s.lost.text }}</template
            ><span v-if="s.offcuts.nm" class="quiet">; of it <LengthText :of="s.offcuts" /> worth keeping</span>
          </p>
          <button v-if="s.rackable && !found" class="link" type="button" @click="rack">
            Put {{ s.rackable }} {{ s.rackable === 1 ? 'offcut' : 'offcuts' }} on the rack
          </button>
        </div>
        <p v-if="found" class="found small" role="status">A plan was found. Nothing is kept until you use it.</p>
        <ol class="bars" :class="{ found }">
          <StickRow
            v-for="b in s.sticks"
            :key="b.id"
            :of="b"
            :longest="longest"
            :fixed="!!found"
            @move="(id, to) => move(id, to)"
            @flag="(f) => flag(b, f)"
            @choose="(id) => choose('piece', id)"
          >
            <StickBar :of="b" :longest="longest" :chosen="chosen?.kind === 'piece' ? chosen.id : ''" />
          </StickRow>
        </ol>
        <div v-if="piece && !found" class="act screen-only">
          <b>{{ piece.label }}</b> <LengthText :of="piece.cut" /> <span class="quiet small">{{ piece.room }}</span>
          <button v-if="!piece.begun" class="btn plain" type="button" @click="moving = piece.id">Move to another stick <kbd>M</kbd></button>
          <span v-else class="good small">cut</span>
          <button v-if="onOffcut && !piece.begun" class="btn plain" type="button" title="Another grade, or painted another colour" @click="keepOff(piece.id)">
            Not from this offcut
          </button>
        </div>
        <p class="quiet small">{{ legend }}</p>
        <p class="quiet small note screen-only">
          Seen from above, the back on top; to scale along, drawn deeper than it is. Pieces are never turned end for end.
        </p>
      </template>
      <div v-else-if="!search" class="none">
        <h2>{{ s.pieces }} pieces, <LengthText :of="s.length" /></h2>
        <p class="quiet">
          Fit them into sticks: least cost first, then fewest sticks, then the leftover in one long piece. Offcuts on the rack are used first.
        </p>
        <button class="btn main" type="button" @click="startFit(kept!.moulding, seconds)">Fit the sticks</button>
      </div>
    </template>
    <MoveBox
      v-if="moving && kept"
      :stock="kept"
      :piece="moving"
      :tried="tried"
      :wont="wont"
      @try="(to) => tryMove(moving, to)"
      @move="(to) => move(moving, to)"
      @close="moving = ''"
    />
  </section>
</template>

<style scoped>
.sticks {
  padding: 10px 18px 18px;
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.head {
  display: flex;
  align-items: center;
  gap: 10px;
  flex-wrap: wrap;
  min-height: 40px;
}
.space {
  flex: 1;
}
.tabs button {
  min-height: 36px;
  padding: 4px 12px;
  border: 0;
  border-bottom: 2px solid transparent;
  background: none;
  cursor: pointer;
}
.tabs .on {
  border-color: var(--chalk);
  font-weight: 600;
}
progress {
  width: 120px;
  accent-color: var(--chalk);
}
.sums {
  display: flex;
  align-items: baseline;
  gap: 8px 26px;
  flex-wrap: wrap;
}
.big {
  font-size: 24px;
  font-weight: 600;
}
.sums .good {
  font-weight: 600;
}
.found.small {
  color: var(--chalk);
  font-weight: 600;
}
.bad {
  padding: 4px 0;
}
.bars {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-direction: column;
}
.bars.found {
  outline: 2px dashed var(--chalk);
  outline-offset: 4px;
}
.act {
  position: sticky;
  bottom: 0;
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
  padding: 8px 12px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 4px;
}
.none {
  margin: 40px auto;
  max-width: 460px;
  text-align: center;
  display: flex;
  flex-direction: column;
  gap: 12px;
  align-items: center;
}
@media (max-width: 640px) {
  .sticks {
    padding: 10px 12px;
  }
  .head .space {
    display: none;
  }
  .act {
    bottom: -10px;
  }
}
@media print {
  .sums {
    font-size: 11pt;
  }
}
</style>
