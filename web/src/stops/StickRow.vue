<script setup lang="ts">
// One stick with its pieces as things that can be taken to another: dragged with
// the mouse, or chosen and moved by keyboard or thumb.
import { ref } from 'vue'
import type { BarView } from '../api/client'
import LengthText from '../parts/LengthText.vue'
import { isChosen, pieceById } from '../state/place'

const props = defineProps<{ of: BarView; longest: number; fixed: boolean }>()
const emit = defineEmits<{ move: [piece: string, to: string]; flag: [field: 'locked' | 'bad']; choose: [piece: string] }>()
const from: Record<string, string> = { rack: 'offcut', miscut: 'rest of a miscut', bought: '' }
const share = (x: number) => `${(100 * x) / props.longest}%`

/** The piece under way, and how far it has been taken. */
const held = ref({ piece: '', x: 0, y: 0 })
const far = 5 // less is a click
function take(e: PointerEvent, piece: string) {
  if (e.button !== 0 || e.pointerType === 'touch' || props.fixed) return
  const at = { x: e.clientX, y: e.clientY }
  const el = e.currentTarget as HTMLElement
  const onStick = (m: PointerEvent) => document.elementsFromPoint(m.clientX, m.clientY).find((x) => x.matches('[data-stick]')) as HTMLElement | undefined
  const move = (m: PointerEvent) => {
    if (Math.hypot(m.clientX - at.x, m.clientY - at.y) < far && !held.value.piece) return
    if (!held.value.piece) el.setPointerCapture(e.pointerId)
    held.value = { piece, x: m.clientX - at.x, y: m.clientY - at.y }
  }
  const stop = (m: PointerEvent) => {
    window.removeEventListener('pointermove', move)
    window.removeEventListener('pointerup', stop)
    window.removeEventListener('pointercancel', stop)
    const to = held.value.piece && m.type === 'pointerup' ? onStick(m)?.dataset.stick : ''
    held.value = { piece: '', x: 0, y: 0 }
    if (to && to !== props.of.id) emit('move', piece, to)
  }
  window.addEventListener('pointermove', move)
  window.addEventListener('pointerup', stop)
  window.addEventListener('pointercancel', stop)
}
</script>

<template>
  <li class="row" :class="{ bad: of.bad || !of.fits, near: of.pieces.some((p) => isChosen('piece', p.id)) || of.locked || of.bad }">
    <div class="name">
      <b>{{ of.number }}</b> <LengthText :of="of.length" /><span class="quiet small"
        >{{ from[of.from] }}{{ of.spare ? 'spare' : '' }}{{ of.finished ? ' all cut' : '' }}</span
      >
    </div>
    <div class="wood">
      <slot />
      <div class="pieces" :data-stick="of.id" :style="{ width: share(of.picture.length) }">
        <button
          v-for="(p, i) in of.pieces"
          :key="p.id"
          type="button"
          class="piece"
          :class="{ on: isChosen('piece', p.id), begun: p.begun, held: held.piece === p.id }"
          :data-piece="p.id"
          :style="{
            transform: held.piece === p.id ? `translate(${held.x}px, ${held.y}px)` : undefined,
            left: `${(100 * of.picture.pieces[i]!.backFrom) / of.picture.length}%`,
            width: `${(100 * (of.picture.pieces[i]!.backTo - of.picture.pieces[i]!.backFrom)) / of.picture.length}%`,
          }"
          :title="`${p.label}, ${p.cut.text}, ${p.room}`"
          @click="emit('choose', p.id)"
          @pointerdown="(e) => !p.begun && take(e, p.id)"
        >
          <span class="label">{{ p.short || p.label }}</span><span class="len"
            ><template v-if="pieceById.get(p.id)?.held">held back</template><LengthText v-else :of="p.cut"
          /></span>
        </button>
        <span
          v-if="of.leftover.nm > 0 && of.leftover.nm / of.length.nm > 0.045"
          class="over"
          :style="{ left: `${(100 * of.picture.left) / of.picture.length}%` }"
          ><LengthText :of="of.racked ?? of.leftover" />{{ of.racked ? ' on the rack' : of.offcut ? ' keep' : '' }}</span
        >
      </div>
    </div>
    <div class="do screen-only">
      <button
        v-if="!fixed && !of.spare"
        type="button"
        class="flag"
        :class="{ on: of.locked }"
        :aria-pressed="of.locked"
        title="Locked: it stays as it is when the rest is fitted again"
        @click="emit('flag', 'locked')"
      >
        {{ of.locked ? 'locked' : 'lock' }}
      </button>
      <button
        v-if="!fixed && !of.spare"
        type="button"
        class="flag"
        :class="{ warn: of.bad }"
        :aria-pressed="of.bad"
        title="Split, cupped or warped: nothing more is cut from it"
        @click="emit('flag', 'bad')"
      >
        bad
      </button>
    </div>
  </li>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 92px 1fr 104px;
  gap: 10px;
  align-items: center;
  padding: 3px 0;
}
.name {
  line-height: 1.2;
}
.name b {
  display: inline-block;
  min-width: 18px;
  color: var(--pencil);
}
.name .small {
  display: block;
}
.wood {
  position: relative;
  height: 34px;
}
.pieces {
  position: absolute;
  inset: 0 auto 0 0;
  height: 34px;
}
.piece {
  position: absolute;
  top: 0;
  height: 34px;
  padding: 0 7px;
  border: 0;
  background: none;
  cursor: grab;
  user-select: none;
  display: flex;
  flex-direction: column;
  justify-content: center;
  align-items: center;
  overflow: hidden;
  line-height: 1.05;
  white-space: nowrap;
  font-family: var(--narrow);
}
.piece.begun {
  cursor: default;
}
.label {
  font-weight: 600;
  font-size: 14px;
}
.len {
  font-size: 12.5px;
}
.piece:focus-visible {
  outline-offset: -2px;
}
.piece.held {
  z-index: 10;
  background: var(--pine);
  outline: 2px solid var(--chalk);
  cursor: grabbing;
}
.over {
  position: absolute;
  top: 8px;
  padding-left: 8px;
  font-size: 12.5px;
  color: var(--pencil);
  white-space: nowrap;
  font-family: var(--narrow);
  pointer-events: none;
}
.bad .name {
  color: var(--brick);
}
.do {
  display: flex;
  gap: 6px;
}
.flag {
  min-height: 28px;
  padding: 0 8px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 13px;
  cursor: pointer;
}
.flag.on {
  background: var(--ink);
  color: #fff;
}
.flag.warn {
  background: var(--brick);
  color: #fff;
}
@media (max-width: 860px) {
  .flag {
    min-height: 44px;
    min-width: 44px;
  }
}
@media (max-width: 640px) {
  .row:not(.near) .do {
    display: none;
  }
  .row {
    grid-template-columns: 1fr auto;
  }
  .wood {
    grid-column: 1 / 3;
    grid-row: 2;
  }
  .name .small {
    display: inline;
    margin-left: 8px;
  }
}
@media print {
  .row {
    grid-template-columns: 92px 1fr;
    break-inside: avoid;
  }
}
</style>
