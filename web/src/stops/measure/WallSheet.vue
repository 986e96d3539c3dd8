<script setup lang="ts">
// What else was found at a wall: heights, lean, tiles, studs, and what stands in
// the base's way.
import { computed, ref } from 'vue'
import EntryField from '../../parts/EntryField.vue'
import LengthInput from '../../parts/LengthInput.vue'
import SetText from '../../parts/SetText.vue'
import type { SpotView, WallView } from '../../api/client'
import { spotKinds } from '../../state/choices'
import { attempt, change, clearable, metric, newId, setOp } from '../../state/job'
import { room } from '../../state/place'
import FactField from '../../parts/FactField.vue'

const props = defineProps<{ wall: WallView; index: number }>()
const spots = computed(() => room.value?.spots.filter((s) => s.wall === props.wall.id) ?? [])
const name = (s: SpotView) => spotKinds.find((k) => k.value === s.kind)?.label ?? s.kind
const joists = () => attempt(setOp('wall', props.wall.id, 'joists', !props.wall.joists, props.wall.joists))
const kind = ref('socket')
const at = ref('')
async function addSpot(text: string) {
  at.value = text
  if (!text) return
  const id = newId('s')
  await change({ do: 'add', kind: 'spot', in: room.value!.id, id, value: { id, wall: props.wall.id, kind: kind.value, at: text } })
  at.value = ''
}
const setAt = (s: SpotView) => (text: string, was: string) =>
  text ? change(setOp('spot', s.id, 'at', text, was)) : change({ do: 'remove', kind: 'spot', id: s.id })
const setStud = (s: SpotView, v: string) => attempt(setOp('spot', s.id, 'stud', v, s.stud))
const removeSpot = (id: string) => attempt({ do: 'remove', kind: 'spot', id })
const last = computed(() => props.index === (room.value?.walls.length ?? 0) - 1)
const remove = () => attempt({ do: 'remove', kind: 'wall', id: props.wall.id })
function move(by: number) {
  const ids = room.value!.walls.map((w) => w.id)
  void attempt({ do: 'move', kind: 'wall', id: props.wall.id, after: by < 0 ? ids[props.index - 2] : ids[props.index + 1] })
}
const studs = computed(() => props.wall.studs.map((s) => s.text).join(', '))
</script>

<template>
  <div class="grid">
    <FactField kind="wall" :id="wall.id" field="ceiling_left" label="ceiling over floor, left" :facts="wall.facts" /><FactField
      kind="wall"
      :id="wall.id"
      field="ceiling_right"
      label="ceiling over floor, right"
      :facts="wall.facts"
    />
    <FactField kind="wall" :id="wall.id" field="floor_left" label="floor under line, left" :facts="wall.facts" /><FactField
      kind="wall"
      :id="wall.id"
      field="floor_right"
      label="floor under line, right"
      :facts="wall.facts"
    />
    <EntryField
      label="leans, + top into room"
      :value="wall.lean"
      :commit="clearable('wall', wall.id, 'lean')"
      :placeholder="metric ? '5 over 1200' : '1/4 over 48'"
    />
    <FactField kind="wall" :id="wall.id" field="tile_thickness" label="tile, thick" :facts="wall.facts" /><FactField
      kind="wall"
      :id="wall.id"
      field="tile_height"
      label="tile, up to"
      :facts="wall.facts"
    />
    <FactField kind="wall" :id="wall.id" field="stud_spacing" label="studs apart" :facts="wall.facts" :hint="metric ? '400' : '16'" />
    <FactField kind="wall" :id="wall.id" field="board_thickness" label="board, thick" :facts="wall.facts" :hint="metric ? '12.5' : '1/2'" />
  </div>
  <p class="small quiet">
    A ceiling is measured from the floor under it; where that floor lies under one level line around the room, say by how much and it is taken off. A length
    beside a floor or ceiling that rises is measured along it.
  </p>
  <label class="tick"><input type="checkbox" :checked="wall.joists" @change="joists" />ceiling joists run along this wall</label>
  <p v-if="wall.rise" class="small">The ceiling <SetText :text="wall.rise" />.</p>
  <p v-if="studs" class="small quiet">Studs at <SetText :text="studs" />.</p>
  <h4>Along the wall</h4>
  <div v-for="s in spots" :key="s.id" class="spot">
    <b>{{ name(s) }}</b><button class="drop" type="button" :aria-label="`Remove this ${name(s)}`" @click="removeSpot(s.id)">×</button>
    <div class="grid">
      <LengthInput takes="length" label="at, from left end" :entry="s.at" :commit="setAt(s)" />
      <FactField
        v-if="s.kind !== 'stud'"
        kind="spot"
        :id="s.id"
        field="height"
        :label="s.kind.startsWith('step') ? 'step, high' : 'above floor'"
        :facts="s.facts"
      />
      <FactField v-if="s.kind !== 'stud' && !s.kind.startsWith('step')" kind="spot" :id="s.id" field="width" label="width" :facts="s.facts" />
      <label v-if="s.kind === 'socket'" class="stud"
        >stud on its
        <select :value="s.stud" @change="(e) => setStud(s, (e.target as HTMLSelectElement).value)">
          <option value="">not known</option>
          <option value="left">left</option>
          <option value="right">right</option>
        </select></label
      >
    </div>
  </div>
  <div class="grid">
    <label class="stud"
      >add a
      <select v-model="kind">
        <option v-for="k in spotKinds" :key="k.value" :value="k.value">{{ k.label }}</option>
      </select></label
    >
    <LengthInput takes="length" label="at, from left end" :typed="at" :commit="addSpot" />
  </div>
  <div class="order">
    <button class="btn plain" type="button" :disabled="!index" @click="move(-1)">Move left</button
    ><button class="btn plain" type="button" :disabled="last" @click="move(1)">Move right</button>
    <button class="btn plain" type="button" @click="remove">Remove wall {{ index + 1 }}</button>
  </div>
</template>

<style scoped>
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 36px;
  font-size: 14px;
  cursor: pointer;
}
.tick input {
  accent-color: var(--chalk);
  width: 16px;
  height: 16px;
}
.spot {
  position: relative;
  border-top: 1px solid var(--rule);
  padding: 8px 0;
}
.spot b {
  font-weight: 600;
  font-size: 14px;
}
.drop {
  position: absolute;
  right: 0;
  top: 4px;
  width: 32px;
  height: 32px;
  border: 0;
  background: none;
  cursor: pointer;
  font-size: 18px;
  color: var(--pencil);
}
.stud {
  display: flex;
  flex-direction: column;
  font-size: 13px;
  color: var(--pencil);
}
select {
  height: 40px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 15px;
  color: var(--ink);
}
.order {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  border-top: 1px solid var(--rule);
  padding-top: 10px;
}
.order .btn {
  min-height: 32px;
  padding: 3px 9px;
  font-size: 13.5px;
}
h4 {
  margin: 6px 0 0;
  font-size: 14px;
}
</style>
