<script setup lang="ts">
// An opening as one faces it, drawn from what was measured, with its fields where they are read.
import { computed, ref, watch } from 'vue'
import AngleInput from '../../parts/AngleInput.vue'
import ElevationPicture from '../../parts/ElevationPicture.vue'
import LengthInput from '../../parts/LengthInput.vue'
import type { OpeningView } from '../../api/client'
import { scales } from '../../state/choices'
import { attempt, clearable, setOp, setter, view } from '../../state/job'
import { scaleInHand } from '../../state/measuring'
import { angleOf, lastOf, settledOf, shownOf, takeAngle, pressAt, takeSide, type JambCorner, type Side } from '../../state/opening'

const props = defineProps<{ o: OpeningView }>()
/** A side that is read once more. */
const fresh = ref<Side | ''>('')
watch(
  () => [props.o.id, props.o.sides.length],
  () => (fresh.value = ''),
)
/** P in a field reads it with the practice instrument. */
const read = (at: Side | JambCorner | 'from') => ({ p: () => void pressAt(props.o, props.o.wall, at) })
const entry = (side: Side) => (fresh.value === side ? undefined : shownOf(props.o, side))
const field = (side: Side, label: string) => ({
  takes: 'length' as const,
  label,
  entry: entry(side),
  hint: '–',
  commit: takeSide(props.o, side, fresh.value === side),
  keys: read(side),
})
const angle = (corner: JambCorner, label: string) => ({
  takes: 'angle' as const,
  label,
  typed: angleOf(props.o, corner)?.typed ?? '',
  placeholder: '–',
  commit: takeAngle(props.o, corner),
  keys: read(corner),
})
const readings = computed(() => props.o.settled.filter((s) => s.spread))
const burn = computed(() => view.value?.tools.burn ?? '')
function burned(side: Side) {
  const last = lastOf(props.o, side)
  if (last) void attempt(setOp('jamb_length', last.id, 'burned', last.burned ? null : burn.value))
}
const isBurned = (side: Side) => !!lastOf(props.o, side)?.burned
const diagonals = [
  { side: 'rising' as Side, label: 'diagonal ↗' },
  { side: 'falling' as Side, label: 'diagonal ↘' },
]
const apart = (side: Side) => settledOf(props.o, side)?.spread
</script>

<template>
  <div class="jamb">
    <div class="drawn">
      <div class="tl">
        <AngleInput v-bind="angle('top_left', 'top left')" />
      </div>
      <div class="top"><LengthInput v-bind="field('top', 'width, head')" /></div>
      <div class="tr">
        <AngleInput v-bind="angle('top_right', 'top right')" />
      </div>
      <div class="lt">
        <LengthInput v-bind="field('left', 'left height')" />
        <LengthInput takes="length" label="board proud" :entry="o.proud_left" hint="flush" :commit="clearable('opening', o.id, 'proud_left')" />
      </div>
      <div class="pic">
        <ElevationPicture v-if="o.drawn" :of="o.drawn" diagonals />
        <div v-for="d in diagonals" :key="d.side" class="diag"><LengthInput v-bind="field(d.side, d.label)" /></div>
      </div>
      <div class="rt">
        <LengthInput v-bind="field('right', 'right height')" />
        <LengthInput takes="length" label="board proud" :entry="o.proud_right" hint="flush" :commit="clearable('opening', o.id, 'proud_right')" />
      </div>
      <div class="bot"><LengthInput v-bind="field('bottom', 'width, foot')" /></div>
      <div class="ph">
        <LengthInput takes="length" label="proud, head" :entry="o.proud_head" hint="flush" :commit="clearable('opening', o.id, 'proud_head')" />
      </div>
      <div class="from">
        <LengthInput takes="length" label="from left end" :entry="o.from" :commit="setter('opening', o.id, 'from')" :keys="read('from')" />
      </div>
    </div>
    <div class="row small">
      <label
        >scale
        <select v-model="scaleInHand" aria-label="Scale of the protractor">
          <option v-for="s in scales" :key="s.value" :value="s.value">{{ s.label }}</option>
        </select></label
      >
      <span v-for="d in diagonals" :key="d.side">
        <button v-if="lastOf(o, d.side)" class="mini" type="button" :aria-pressed="isBurned(d.side)" @click="burned(d.side)">
          {{ d.label.slice(-1) }} {{ isBurned(d.side) ? `burned ${burn} off` : `from the burned ${burn}` }}
        </button>
      </span>
      <label
        >again
        <select :value="fresh" aria-label="Read a side again" @change="(e) => (fresh = (e.target as HTMLSelectElement).value as Side)">
          <option value="">–</option>
          <option v-for="s in o.settled" :key="s.side" :value="s.side">{{ s.name }}</option>
        </select></label
      >
    </div>
    <p v-for="s in readings" :key="s.side" class="quiet small">
      {{ s.name }}: {{ s.length.text }}, readings spread {{ apart(s.side as Side) }}
      <button
        v-if="lastOf(o, s.side as Side)"
        class="mini"
        type="button"
        @click="attempt({ do: 'remove', kind: 'jamb_length', id: lastOf(o, s.side as Side)!.id })"
      >
        drop the last
      </button>
    </p>
    <p v-if="o.closing" class="quiet small">Six lengths read: {{ o.closing }}.</p>
  </div>
</template>

<style scoped>
.drawn {
  max-width: 520px;
  display: grid;
  grid-template-columns: 86px 1fr 86px;
  grid-template-areas: 'tl top tr' 'lt pic rt' 'ph bot from';
  gap: 4px 6px;
}
.tl {
  grid-area: tl;
}
.top {
  grid-area: top;
}
.tr {
  grid-area: tr;
}
.lt {
  grid-area: lt;
}
.rt {
  grid-area: rt;
}
.bot {
  grid-area: bot;
}
.ph {
  grid-area: ph;
}
.from {
  grid-area: from;
}
.lt,
.rt {
  display: flex;
  flex-direction: column;
  justify-content: center;
  gap: 8px;
}
.pic {
  grid-area: pic;
  position: relative;
  min-height: 214px;
  display: flex;
  flex-direction: column;
  justify-content: space-evenly;
  align-items: center;
}
.pic :deep(svg) {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.diag {
  position: relative;
  width: 92px;
  background: var(--sheet);
  border-radius: 3px;
}
.drawn :deep(.entry) {
  width: auto;
}
.drawn :deep(input) {
  padding: 0 6px;
  height: 36px;
}
.drawn :deep(.typeset) {
  left: 7px;
  height: 36px;
}
.drawn :deep(label) {
  font-size: 11.5px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  padding-top: 6px;
}
.row label {
  color: var(--pencil);
}
select {
  height: 28px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 13px;
  max-width: 120px;
}
.mini {
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: none;
  font-size: 12.5px;
  min-height: 26px;
  padding: 0 7px;
  cursor: pointer;
}
.mini[aria-pressed='true'] {
  background: var(--chalk-wash);
}
@media (max-width: 860px) {
  .drawn :deep(input),
  .drawn :deep(.typeset),
  select,
  .mini {
    height: 44px;
    min-height: 44px;
  }
}
</style>
