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
import PickField from '../../parts/PickField.vue'

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
const sides = ['left', 'right'].map((value) => ({ value, label: value }))
const bare = () => attempt(setOp('wall', props.wall.id, 'bare', !props.wall.bare, !!props.wall.bare))
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
    <FactField kind="wall" :of="wall" field="ceiling_left" label="ceiling over floor, left" /><FactField
      kind="wall"
      :of="wall"
      field="ceiling_right"
      label="ceiling over floor, right"
    />
    <FactField kind="wall" :of="wall" field="floor_left" label="floor under line, left" /><FactField
      kind="wall"
      :of="wall"
      field="floor_right"
      label="floor under line, right"
    />
    <EntryField
      label="leans, + top into room"
      :value="wall.lean"
      :commit="clearable('wall', wall.id, 'lean')"
      :placeholder="metric ? '5 over 1200' : '1/4 over 48'"
    />
    <FactField kind="wall" :of="wall" field="tile_thickness" label="tile, thick" /><FactField kind="wall" :of="wall" field="tile_height" label="tile, up to" />
    <FactField kind="wall" :of="wall" field="stud_spacing" label="studs apart" :hint="metric ? '400' : '16'" />
    <FactField kind="wall" :of="wall" field="board_thickness" label="board, thick" :hint="metric ? '12.5' : '1/2'" />
  </div>
  <p class="small quiet">
    A ceiling is measured from the floor under it; where that floor lies under one level line around the room, say by how much and it is taken off. A length
    beside a floor or ceiling that rises is measured along it.
  </p>
  <label class="tick"><input type="checkbox" :checked="wall.joists" @change="joists" />ceiling joists run along this wall</label>
  <label class="tick"><input type="checkbox" :checked="wall.bare" @change="bare" />no studs behind it: brick, block or metal</label>
  <p v-if="wall.rise" class="small">The ceiling <SetText :text="wall.rise" />.</p>
  <p v-if="studs" class="small quiet">Studs at <SetText :text="studs" />.</p>
  <h4>Along the wall</h4>
  <div v-for="s in spots" :key="s.id" class="spot">
    <b>{{ name(s) }}</b><button class="drop" type="button" :aria-label="`Remove this ${name(s)}`" @click="removeSpot(s.id)">×</button>
    <div class="grid">
      <LengthInput takes="length" label="at, from left end" :entry="s.at" :commit="setAt(s)" />
      <FactField
        v-if="!['stud', 'joist'].includes(s.kind)"
        kind="spot"
        :of="s"
        field="height"
        :label="s.kind.startsWith('step') ? 'step, high' : s.kind === 'pipe' ? 'middle over floor' : 'bottom over floor'"
      />
      <FactField v-if="['socket', 'vent', 'pipe'].includes(s.kind)" kind="spot" :of="s" field="width" :label="s.kind === 'pipe' ? 'diameter' : 'width'" />
      <template v-if="['socket', 'vent', 'pipe'].includes(s.kind)">
        <FactField v-if="s.kind !== 'pipe'" kind="spot" :of="s" field="tall" label="itself high" />
        <FactField kind="spot" :of="s" field="right" label="to the right end" /><FactField kind="spot" :of="s" field="clear" label="left clear around it" />
      </template>
      <PickField v-if="s.kind === 'socket'" label="stud on its" :value="s.stud" none="not known" :options="sides" @pick="(v) => setStud(s, v)" />
    </div>
  </div>
  <div class="grid">
    <PickField label="add a" :value="kind" :options="spotKinds" @pick="(v) => (kind = v as typeof kind)" />
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
