<script setup lang="ts">
// What else was found at a corner, or at the free end of an open run.
import { computed } from 'vue'
import EntryField from '../../parts/EntryField.vue'
import type { CornerView } from '../../api/client'
import { freeEnds } from '../../state/choices'
import { attempt, clearable, metric, setOp } from '../../state/job'
import { room } from '../../state/place'
import FactField from '../../parts/FactField.vue'
import PickField from '../../parts/PickField.vue'

const props = defineProps<{ corner: CornerView }>()
/** The walls left and right of the corner, by their names. */
const walls = computed(() => {
  const all = room.value?.walls ?? []
  const i = room.value?.corners.findIndex((c) => c.id === props.corner.id) ?? -1
  return { left: all[i]?.label ?? 'the wall', right: all[(i + 1) % (all.length || 1)]?.label ?? 'the wall' }
})
const setEnd = (side: 'left' | 'right', v: unknown) => attempt(setOp('room', room.value!.id, `${side}_end`, v))
</script>

<template>
  <template v-if="corner.joined">
    <p class="small quiet">A rounded corner: its radius, or a chord across the curve and the depth behind its middle.</p>
    <div class="grid">
      <FactField kind="corner" :of="corner" field="radius" label="radius" />
      <FactField kind="corner" :of="corner" field="chord" label="chord" /><FactField kind="corner" :of="corner" field="depth" label="depth" />
      <EntryField
        label="line leans, + right"
        :value="corner.lean"
        :commit="clearable('corner', corner.id, 'lean')"
        :placeholder="metric ? '5 over 1200' : '1/4 over 48'"
      />
      <PickField
        label="read in the face of"
        :value="corner.lean_face === 'right' ? 'right' : ''"
        :none="`${walls.left}, left of it`"
        :options="[{ value: 'right', label: `${walls.right}, right of it` }]"
        @pick="(v) => attempt(setOp('corner', corner!.id, 'lean_face', v, corner!.lean_face))"
      />
    </div>
    <p class="small quiet">A level held on that wall at the corner; its top to the right as you face that wall is +. It counts before what the walls lean.</p>
  </template>
  <template v-if="room && !room.closed">
    <div v-for="side in ['left', 'right'] as const" :key="side" class="end">
      <span class="small">{{ side }} end</span>
      <el-segmented
        :aria-label="`${side} end`"
        :model-value="side === 'left' ? room.left_end : room.right_end"
        :options="freeEnds"
        @change="(v: unknown) => setEnd(side, v)"
      />
      <FactField kind="room" :of="room" :field="`${side}_setback`" label="short of the end" />
    </div>
  </template>
</template>

<style scoped>
.end {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: end;
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
.end span {
  flex-basis: 100%;
}
</style>
