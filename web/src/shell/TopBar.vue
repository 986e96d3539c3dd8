<script setup lang="ts">
import { lengthUnits } from '../state/choices'
import InstrumentLight from './InstrumentLight.vue'
import PeopleLine from './PeopleLine.vue'
import { mayAll } from '../state/me'
import { type Component, onMounted, ref, shallowRef } from 'vue'
import { attempt, live, redo, setOp, undo, view } from '../state/job'
import { inShop, room } from '../state/place'

defineEmits<{ go: []; keys: []; newRoom: [] }>()
// The list of rooms is loaded once the page stands, or when it is opened before that.
const menu = shallowRef<Component>()
const wanted = ref(false)
const focused = ref(false)
const loadMenu = async () => (menu.value ??= (await import('./RoomMenu.vue')).default)
function openMenu(e: MouseEvent) {
  wanted.value = true
  focused.value = document.activeElement === e.currentTarget
  void loadMenu()
}
onMounted(() => setTimeout(() => void loadMenu(), 1500))
const setUnit = (u: unknown) => attempt(setOp('job', '', 'unit', u))
</script>

<template>
  <header class="bar screen-only">
    <template v-if="view">
      <RouterLink v-if="inShop" class="job" :to="{ name: 'jobs' }">All jobs</RouterLink>
      <RouterLink v-else class="job here" :to="{ name: 'jobs' }">{{ view.name || 'Untitled job' }}</RouterLink>
      <span class="quiet slash" aria-hidden="true">/</span>
      <b v-if="inShop">Shop</b>
      <component :is="menu" v-else-if="menu" :at-once="wanted" :focused="focused" @new-room="$emit('newRoom')" />
      <button v-else class="room" type="button" @click="openMenu">{{ room?.title ?? 'No room yet' }} <span aria-hidden="true">▾</span></button>
      <PeopleLine />
      <span class="space" />
      <button v-if="!inShop" class="go" type="button" aria-label="Go to a wall, corner or piece" @click="$emit('go')">
        <span>Go to a wall, corner, piece…</span> <kbd>Ctrl K</kbd>
      </button>
      <button class="tool" type="button" :disabled="!view.canUndo" title="Undo your last change (Ctrl Z)" aria-label="Undo" @click="undo">
        <svg viewBox="0 0 20 20"><path d="M4 8h8a4 4 0 0 1 0 8H8M4 8l4-4M4 8l4 4" /></svg>
      </button>
      <button class="tool" type="button" :disabled="!view.canRedo" title="Do it again (Ctrl Shift Z)" aria-label="Redo" @click="redo">
        <svg viewBox="0 0 20 20"><path d="M16 8H8a4 4 0 0 0 0 8h4M16 8l-4-4M16 8l-4 4" /></svg>
      </button>
      <InstrumentLight v-if="!inShop" />
      <el-segmented v-if="mayAll" class="units" aria-label="Units" :model-value="view.unit" :options="lengthUnits" @change="setUnit" />
      <button class="tool keys" type="button" title="Keys (?)" aria-label="Keys" @click="$emit('keys')">?</button>
      <span v-if="!live" class="off check small" role="status" title="Changes of others will not arrive until Gnomon answers again.">out of reach</span>
    </template>
    <template v-else>
      <RouterLink class="job" :to="{ name: 'jobs' }">All jobs</RouterLink><span class="space" />
      <slot />
    </template>
  </header>
</template>

<style scoped>
.bar {
  height: 48px;
  flex: none;
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 0 16px;
  background: var(--paper);
  border-bottom: 1px solid var(--rule);
}
.job {
  font-weight: 600;
  color: var(--ink);
  text-decoration: none;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
:deep(.room) {
  border: 0;
  background: none;
  padding: 6px 4px;
  cursor: pointer;
  white-space: nowrap;
  font-size: 15px;
}
.space {
  flex: 1;
}
.go {
  width: 290px;
  height: 34px;
  display: flex;
  justify-content: space-between;
  align-items: center;
  padding: 0 8px 0 12px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--pencil);
  cursor: pointer;
  overflow: hidden;
  white-space: nowrap;
}
.tool {
  width: 36px;
  height: 36px;
  display: grid;
  place-items: center;
  border: 1px solid transparent;
  border-radius: 3px;
  background: none;
  cursor: pointer;
  font-weight: 600;
}
.tool:hover:not(:disabled) {
  border-color: var(--rule);
  background: var(--sheet);
}
.tool:disabled {
  opacity: 0.3;
  cursor: default;
}
.tool svg {
  width: 20px;
  height: 20px;
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.6;
}
.units {
  flex: none;
}
.off {
  white-space: nowrap;
}
@media (max-width: 1100px) {
  .go {
    width: 180px;
  }
  .go span {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .tool {
    width: 44px;
    height: 44px;
  }
  :deep(.room) {
    min-height: 44px;
  }
}
@media (max-width: 640px) {
  .bar {
    padding: 0 8px;
    gap: 2px;
    height: 52px;
  }
  .here,
  .slash,
  .keys,
  .go kbd {
    display: none;
  }
  .go {
    width: 44px;
    height: 44px;
    padding: 0;
    border: 0;
    background: none;
    justify-content: center;
  }
  .go span {
    display: none;
  }
  .go::before {
    content: '⌕';
    font-size: 24px;
    color: var(--ink);
  }
  :deep(.room) {
    font-weight: 600;
    overflow: hidden;
    text-overflow: ellipsis;
    max-width: 130px;
  }
}
</style>
