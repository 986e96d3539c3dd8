<script setup lang="ts">
// How much to buy and what to charge, from walls as they are called out.
import { computed, nextTick, ref } from 'vue'
import { useRouter } from 'vue-router'
import RunsPicker from '../parts/RunsPicker.vue'
import EntryField from '../parts/EntryField.vue'
import { attempt, change, metric, newId, setOp, view } from '../state/job'
import { room } from '../state/place'
import { sheet, useSheet } from '../state/sheet'
import BuyCard from './BuyCard.vue'
import CallOut from './CallOut.vue'
import RoughWalls from './RoughWalls.vue'

useSheet()
const router = useRouter()
const call = ref<InstanceType<typeof CallOut>>()
const all = ref(false)
const rooms = computed(() => view.value?.rooms ?? [])
const measured = computed(() => !!room.value?.walls.length && room.value.walls.every((w) => w.length))
const file = (name: string) => `/api/jobs/${view.value!.id}/${name}`

async function addRoom() {
  const id = newId('r')
  const like = room.value?.runs ?? []
  const ok = await attempt({
    do: 'add',
    kind: 'room',
    id,
    after: view.value?.rooms.at(-1)?.id,
    value: {
      id,
      name: `Room ${(view.value?.rooms.length ?? 0) + 1}`,
      closed: true,
      walls: [],
      runs: like.map((k) => ({ id: newId('k'), moulding: k.moulding, level: k.level })),
    },
  })
  if (!ok) return
  await router.push({ query: { room: id } })
  await nextTick()
  call.value?.focus()
}
const named = (text: string, was: string) => change(setOp('room', room.value!.id, 'name', text, was))
function go(id: string) {
  void router.replace({ query: { room: id } })
}
</script>

<template>
  <div class="look">
    <div class="left">
      <div class="tabs" role="group" aria-label="Rooms">
        <button v-for="r in rooms" :key="r.id" type="button" :class="{ on: room?.id === r.id }" :aria-pressed="room?.id === r.id" @click="go(r.id)">
          {{ r.title }}
        </button>
        <button type="button" class="add" @click="addRoom">+ Room</button>
      </div>
      <p v-if="measured" class="quiet small">
        This room is measured. Walls are added at <RouterLink :to="{ name: 'measure', query: { room: room!.id } }">Measure</RouterLink>; call out a new room
        with + Room.
      </p>
      <CallOut v-else ref="call" />
      <template v-if="room">
        <RoughWalls :room="room" />
        <div class="col">
          <span class="cap">runs here</span><RunsPicker :room="room" /><RouterLink class="small" :to="{ name: 'shop' }">More mouldings in Shop</RouterLink>
        </div>
        <EntryField label="room's name" :value="room.name" :commit="named" class="name" />
      </template>
      <p v-else class="quiet small">
        Stand in the doorway and call out each wall, left to right, to the nearest {{ metric ? 'few centimetres' : 'few inches' }}. No drawing needed; the walls
        wait at Measure for the tape.
      </p>
    </div>
    <p v-if="sheet?.choices.length" class="sum">
      To charge <b>{{ sheet.total.text }}</b> · to spend <b>{{ sheet.before.text }}</b>
    </p>
    <div class="right">
      <template v-if="sheet?.choices.length">
        <div class="charge">
          <div>
            <p class="cap">To charge</p>
            <p class="total">{{ sheet.total.text }}</p>
          </div>
          <div>
            <p class="cap">To spend</p>
            <p class="spend">{{ sheet.before.text }}</p>
          </div>
          <span class="space" />
          <div class="go">
            <RouterLink class="btn main" :to="{ name: 'quote', params: { job: view!.id } }">Quote</RouterLink>
            <RouterLink class="btn plain" :to="{ name: 'prices', params: { job: view!.id } }">Price sheet</RouterLink>
          </div>
        </div>
        <p class="small quiet basis">{{ sheet.basis }} {{ sheet.joints }} joints, {{ sheet.length }} of moulding.</p>
        <div class="cards"><BuyCard v-for="c in sheet.choices" :key="c.moulding" :of="c" /></div>
        <section class="lines">
          <header>
            <h2>Price lines</h2>
            <span class="space" /><button class="link small" type="button" :aria-expanded="all" @click="all = !all">
              {{ all ? 'Groups only' : 'Every line' }}
            </button>
          </header>
          <table>
            <tbody v-for="g in sheet.groups" :key="g.id">
              <tr class="group">
                <th scope="row" colspan="3">{{ g.title }}</th>
                <td>{{ g.sum.text }}</td>
              </tr>
              <template v-if="all"
                ><tr v-for="(l, i) in g.lines" :key="i">
                  <td>{{ l.name }}</td>
                  <td class="num">{{ l.count }}</td>
                  <td class="num quiet">{{ l.rate.text }} / {{ l.per }}</td>
                  <td>{{ l.amount.text }}</td>
                </tr></template
              >
            </tbody>
            <tbody class="sums">
              <tr v-for="s in sheet.sums" :key="s.id" :class="s.id">
                <th scope="row" colspan="3">{{ s.title }}</th>
                <td>{{ s.amount.text }}</td>
              </tr>
            </tbody>
          </table>
          <p class="small">Shopping list: <a :href="file('shopping.pdf')">PDF</a> · <a :href="file('shopping.csv')">CSV</a></p>
        </section>
      </template>
      <div v-else class="empty">
        <h2>How much, and what will it cost</h2>
        <p class="quiet">Call out the walls of a room. Sticks to buy, both ways, and the price stand here as they come.</p>
        <svg viewBox="0 0 420 90" aria-hidden="true">
          <g v-for="(w, i) in [384, 300, 220]" :key="i">
            <rect x="4" :y="8 + i * 26" :width="w" height="14" />
            <line v-for="n in 3" :key="n" :x1="4 + (w * n) / 4" :x2="4 + (w * n) / 4" :y1="8 + i * 26" :y2="22 + i * 26" />
          </g>
        </svg>
      </div>
    </div>
  </div>
</template>

<style scoped>
.look {
  display: flex;
  height: 100%;
}
.left {
  width: 430px;
  flex: none;
  padding: 12px 16px;
  border-right: 1px solid var(--rule);
  overflow-y: auto;
  display: flex;
  flex-direction: column;
  gap: 10px;
  background: var(--sheet);
}
.right {
  flex: 1;
  min-width: 0;
  padding: 12px 18px 18px;
  overflow-y: auto;
  display: flex;
  flex-direction: column;
  gap: 12px;
}
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 4px;
}
.tabs button {
  min-height: 34px;
  padding: 4px 7px;
  border: 0;
  border-bottom: 2px solid transparent;
  background: none;
  cursor: pointer;
  font-size: 14px;
  white-space: nowrap;
}
.tabs .on {
  border-color: var(--chalk);
  font-weight: 600;
}
.add {
  color: var(--chalk);
  font-weight: 600;
}
.name {
  width: 190px;
}
.col {
  display: flex;
  flex-direction: column;
  gap: 4px;
}
.cap {
  font-size: 13px;
  color: var(--pencil);
}
.charge {
  display: flex;
  align-items: flex-end;
  gap: 26px;
  flex-wrap: wrap;
}
.total {
  font-size: 34px;
  font-weight: 600;
  line-height: 1.1;
}
.spend {
  font-size: 22px;
  font-weight: 600;
}
.basis {
  margin-top: -6px;
}
.go {
  display: flex;
  gap: 8px;
}
.cards {
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.lines header {
  display: flex;
  align-items: baseline;
}
.space {
  flex: 1;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
  margin: 4px 0 8px;
}
td,
th {
  padding: 3px 0;
  border-bottom: 1px solid #e4dece;
  text-align: left;
  font-weight: 400;
}
td:last-child {
  text-align: right;
  white-space: nowrap;
  width: 110px;
}
.num {
  text-align: right;
  white-space: nowrap;
  padding-left: 14px;
}
.group th,
.group td {
  font-weight: 600;
}
.sums th {
  text-align: right;
  padding-right: 20px;
}
.sums .total th,
.sums .total td {
  font-weight: 700;
  font-size: 16px;
}
.empty {
  margin: auto;
  max-width: 440px;
  text-align: center;
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.empty rect {
  fill: var(--pine);
  stroke: var(--pine-edge);
}
.empty line {
  stroke: var(--pine-edge);
}
.sum {
  display: none;
}
@media (max-width: 1100px) {
  .look {
    flex-direction: column;
    height: auto;
  }
  .left {
    width: auto;
    border-right: 0;
    border-bottom: 1px solid var(--rule);
    overflow: visible;
  }
  .right {
    overflow: visible;
  }
  .tabs button {
    min-height: 44px;
  }
}
@media (max-width: 640px) {
  .sum {
    display: block;
    position: sticky;
    z-index: 5;
    bottom: 0;
    padding: 8px 12px;
    background: var(--ink);
    color: #fff;
  }
  .left,
  .right {
    padding: 10px 12px;
  }
  .right {
    padding-bottom: 20px;
  }
  .total {
    font-size: 30px;
  }
}
</style>
