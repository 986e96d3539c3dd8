<script setup lang="ts">
// The room unrolled into one strip: walls to scale, corners as folds, the base
// along the bottom, doors as gaps. Choosing here is choosing everywhere.
import { useElementSize } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import LengthText from './LengthText.vue'
import { choose, chosen, doubtful, isChosen, pieceById, room } from '../state/place'

defineProps<{ thin?: boolean }>()
const band = computed(() => room.value?.band)
const wallOf = computed(() => new Map(room.value?.walls.map((w) => [w.id, w])))
const at = (x: number) => `${(100 * x) / (band.value?.width || 1)}%`
const chosenWall = computed(() => {
  const c = chosen.value
  return c?.kind === 'wall' ? c.id : c?.kind === 'piece' ? pieceById.value.get(c.id)?.wall : ''
})
const strip = ref<HTMLElement>()
const { width } = useElementSize(strip)
// On a narrow screen the strip is longer than the window: what is chosen comes into it.
watch(chosen, () => nextTick(() => strip.value?.querySelector('.on')?.scrollIntoView({ block: 'nearest', inline: 'center' })))
/** How wide a stretch is on the screen, in pixels: what fits into it. */
const wide = (s: { from: number; to: number }) => ((s.to - s.from) / (band.value?.width || 1)) * width.value
</script>

<template>
  <nav v-if="band && room" class="band" :class="{ thin }" aria-label="The room unrolled, wall by wall">
    <p v-if="!band.walls.length" class="empty quiet">No walls yet. Add the first one at Measure.</p>
    <div v-else ref="strip" class="strip">
      <button
        v-for="w in band.walls"
        :key="w.id"
        class="wall"
        :class="{ on: chosenWall === w.id, unknown: !w.known }"
        :style="{ left: at(w.from), width: at(w.to - w.from) }"
        :aria-pressed="chosenWall === w.id"
        @click="choose('wall', w.id)"
      >
        <span v-if="wide(w) > 60 && wallOf.get(w.id)?.length" class="len" :class="{ tight: wide(w) < 112 }"
          ><LengthText :of="wallOf.get(w.id)!.length!"
        /></span>
        <span class="num">{{ wide(w) > 44 ? w.label : w.label.replace('wall ', '') }}</span>
      </button>
      <span v-for="o in band.openings" :key="o.id" class="door" :class="o.kind" :style="{ left: at(o.from), width: at(o.to - o.from) }"
        ><i>{{ wide(o) > 48 ? o.kind : '' }}</i></span
      >
      <button
        v-for="p in band.pieces"
        :key="p.id"
        class="piece"
        :class="[p.level, { on: isChosen('piece', p.id), done: pieceById.get(p.id)?.done, up: p.up }]"
        :style="{ left: at(p.from), width: `calc(${at(p.to - p.from)} - 2px)` }"
        :aria-label="`${pieceById.get(p.id)?.label}${p.up ? ', up' : pieceById.get(p.id)?.done ? ', cut' : ''}`"
        @click="choose('piece', p.id)"
      />
      <template v-for="p in band.pieces" :key="`h${p.id}`"
        ><i v-for="h in p.holes ?? []" :key="h.from" class="cutout" :style="{ left: at(h.from), width: at(h.to - h.from) }"
      /></template>
      <template v-for="(c, i) in band.corners" :key="`${c.id}${i}`">
        <i class="fold" :class="c.fold" :style="{ left: at(c.at) }" />
        <button
          v-if="c.fold !== 'edge'"
          class="corner"
          :class="{ on: isChosen('corner', c.id), bad: doubtful.has(`corner:${c.id}`) }"
          :style="{ left: at(c.at) }"
          :title="c.fold === 'valley' ? 'inside corner' : 'outside corner'"
          @click="choose('corner', c.id)"
        >
          {{ c.letter }}<span class="sr">, {{ c.fold === 'valley' ? 'inside' : 'outside' }} corner</span>
          <svg viewBox="0 0 12 7" aria-hidden="true"><path :d="c.fold === 'valley' ? 'M1 1l5 5 5-5' : 'M1 6l5-5 5 5'" /></svg>
        </button>
      </template>
    </div>
    <p v-if="band.walls.length" class="scale">{{ band.toScale ? 'walls to scale' : 'short or unmeasured walls not to scale' }}</p>
  </nav>
</template>

<style scoped>
.band {
  padding: 6px 28px 13px;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
  flex: none;
}
.scale {
  height: 0;
  margin-top: 1px;
  font-size: 10.5px;
  line-height: 11px;
  color: var(--pencil);
  text-align: right;
}
.empty {
  padding: 34px 0;
  text-align: center;
}
.strip {
  position: relative;
  height: 116px;
}
.wall {
  position: absolute;
  top: 32px;
  height: 84px;
  padding: 8px 2px 0;
  border: 0;
  background: none;
  cursor: pointer;
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: flex-start;
  overflow: hidden;
}
.wall:hover {
  background: #faf8f3;
}
.wall.on {
  background: var(--chalk-wash);
}
.wall.unknown {
  background: repeating-linear-gradient(45deg, transparent 0 6px, rgb(216 210 196 / 35%) 6px 8px);
}
.len {
  max-width: 100%;
  font-weight: 600;
  font-size: 17px;
  line-height: 1.2;
}
.len.tight {
  font-family: var(--narrow);
  font-size: 15px;
}
.num {
  font-size: 12px;
  color: var(--pencil);
}
.piece {
  position: absolute;
  top: 103px;
  height: 12px;
  margin-left: 1px;
  padding: 0;
  border: 1px solid var(--pine-edge);
  background: var(--pine);
  cursor: pointer;
}
.cutout {
  position: absolute;
  top: 104px;
  height: 10px;
  min-width: 4px;
  background: var(--brick);
  pointer-events: none;
  z-index: 1;
}
.piece.ceiling {
  top: 31px;
  height: 9px;
}
.piece.rail {
  top: 74px;
  height: 7px;
}
.piece.done {
  background: var(--leaf-wash);
  border-color: var(--leaf);
}
.piece.up {
  background: var(--leaf);
}
.piece.on {
  outline: 2px solid var(--chalk);
  outline-offset: 1px;
  z-index: 2;
}
.door {
  position: absolute;
  top: 76px;
  height: 40px;
  border: 1px solid var(--ink);
  border-bottom: 0;
  background: var(--sheet);
  pointer-events: none;
  display: grid;
  place-items: center;
}
/* A window stands above the base; a cabinet or tub before it. */
.door.window {
  height: 22px;
  border-bottom: 1px solid var(--ink);
}
.door.cabinet,
.door.tub {
  border-style: dashed;
  top: 88px;
  height: 28px;
  border-bottom: 0;
}
.door i {
  font: 400 12px var(--font);
  color: var(--pencil);
}
.fold {
  position: absolute;
  top: 30px;
  height: 86px;
  width: 0;
  border-left: 1px dashed var(--ink);
  pointer-events: none;
}
.fold.mountain {
  border-left-style: solid;
}
.fold.edge {
  border-left: 2px solid var(--rule);
}
.corner {
  position: absolute;
  top: 0;
  width: 32px;
  height: 32px;
  margin-left: -16px;
  padding: 0;
  border: 0;
  border-radius: 3px;
  background: none;
  font-weight: 600;
  font-size: 13px;
  line-height: 1;
  cursor: pointer;
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  gap: 3px;
}
.corner:hover {
  background: var(--paper);
}
.corner.on {
  background: var(--chalk);
  color: #fff;
}
.corner.bad {
  color: var(--brick);
}
.corner.on.bad {
  color: #fff;
}
.corner svg {
  width: 12px;
  height: 7px;
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.4;
}
@media (max-width: 860px) {
  .band {
    padding: 4px 22px 13px;
    overflow-x: auto;
  }
  .strip {
    min-width: 620px;
    height: 104px;
  }
  .corner {
    width: 44px;
    margin-left: -22px;
  }
}
/* A map at the top of the phone: walls and corners, no figures. */
.band.thin {
  padding: 2px 22px 4px;
}
.thin .strip {
  height: 64px;
}
.thin .wall {
  top: 30px;
  height: 34px;
  padding-top: 7px;
}
.thin .fold {
  top: 28px;
  height: 36px;
}
.thin .len,
.thin .scale,
.thin .piece,
.thin .door {
  display: none;
}
.thin .corner {
  height: 30px;
}
@media (max-height: 500px) {
  .band.thin {
    display: none;
  }
}
</style>
