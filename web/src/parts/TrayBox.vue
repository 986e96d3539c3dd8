<script setup lang="ts">
// Readings that came while no field waited: put one where it belongs, or throw it away.
import { until } from '@vueuse/core'
import { dropFromTray, give, tray, type Tray, waiting } from '../state/instruments'
import { measureNow } from '../state/measuring'
import { tell } from '../state/notice'
import { room, wallIndex } from '../state/place'

async function use(t: Tray, kind: 'length' | 'angle') {
  const r = room.value
  if (!r) return
  const i = wallIndex.value
  if (kind === 'length') measureNow('wall', r.walls[i]!.id)
  else measureNow('corner', r.corners[i]!.id)
  await until(waiting).toMatch((w) => w?.kind === kind, { timeout: 1000 })
  if (await give(t.text, kind, t.scale)) dropFromTray(t.id)
  else tell('No field took it. Choose a wall or corner first.', true)
}
</script>

<template>
  <aside v-if="tray.length" class="tray" aria-label="Readings in the tray">
    <h4>In the tray</h4>
    <p v-for="t in tray" :key="t.id">
      <b>{{ t.text }}</b><span class="quiet small">{{ t.from }}, {{ t.at }}</span>
      <button v-if="t.kind !== 'angle'" class="btn plain" type="button" @click="use(t, 'length')">as this wall’s length</button>
      <button v-if="t.kind !== 'length'" class="btn plain" type="button" @click="use(t, 'angle')">as this corner’s reading</button>
      <button class="x" type="button" :aria-label="`Throw ${t.text} away`" @click="dropFromTray(t.id)">×</button>
    </p>
  </aside>
</template>

<style scoped>
.tray {
  position: absolute;
  left: 12px;
  top: 10px;
  z-index: 4;
  max-width: 420px;
  max-height: 60%;
  overflow: auto;
  background: var(--sheet);
  border: 1px solid var(--ochre);
  border-radius: 4px;
  padding: 8px 12px;
  box-shadow: 0 4px 16px rgb(32 38 43 / 14%);
}
h4 {
  margin: 0 0 4px;
  font-size: 14px;
}
p {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
  padding: 4px 0;
  border-top: 1px solid var(--rule);
}
b {
  font-size: 16px;
}
.btn {
  min-height: 32px;
  padding: 2px 8px;
  font-size: 13px;
}
.x {
  width: 32px;
  height: 32px;
  border: 0;
  background: none;
  font-size: 18px;
  cursor: pointer;
  color: var(--pencil);
}
@media (max-width: 860px) {
  .tray {
    position: static;
    max-width: none;
    max-height: none;
  }
  .btn,
  .x {
    min-height: 44px;
    min-width: 44px;
  }
}
</style>
