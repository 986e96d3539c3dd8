<script setup lang="ts">
// What else was found at a corner, or at the free end of an open run.
import EntryField from '../../parts/EntryField.vue'
import type { CornerView } from '../../api/client'
import { freeEnds } from '../../state/choices'
import { attempt, clearable, metric, setOp } from '../../state/job'
import { room } from '../../state/place'
import FactField from './FactField.vue'

defineProps<{ corner: CornerView }>()
const setEnd = (side: 'left' | 'right', v: unknown) => attempt(setOp('room', room.value!.id, `${side}_end`, v))
</script>

<template>
  <template v-if="corner.joined">
    <p class="small quiet">A rounded corner: its radius, or a chord across the curve and the depth behind its middle.</p>
    <div class="grid">
      <FactField kind="corner" :id="corner.id" field="radius" label="radius" :facts="corner.facts" />
      <FactField kind="corner" :id="corner.id" field="chord" label="chord" :facts="corner.facts" /><FactField kind="corner" :id="corner.id" field="depth" label="depth" :facts="corner.facts" />
      <EntryField label="leans, + to the right" :value="corner.lean" :commit="clearable('corner', corner.id, 'lean')" :placeholder="metric ? '5 over 1200' : '1/4 over 48'" />
    </div>
  </template>
  <template v-if="room && !room.closed">
    <div v-for="side in ['left', 'right'] as const" :key="side" class="end">
      <span class="small">{{ side }} end</span>
      <el-segmented :aria-label="`${side} end`" :model-value="side === 'left' ? room.leftEnd : room.rightEnd" :options="freeEnds" @change="(v: unknown) => setEnd(side, v)" />
      <FactField kind="room" :id="room.id" :field="`${side}_setback`" label="short of the end" :facts="room.facts" />
    </div>
  </template>
</template>

<style scoped>
.end { display: flex; flex-wrap: wrap; gap: 8px; align-items: end; border-top: 1px solid var(--rule); padding-top: 8px; } .end span { flex-basis: 100%; }
</style>
