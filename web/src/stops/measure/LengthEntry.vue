<script setup lang="ts">
// The length of one wall: the reading in hand, what it was measured between, the
// burned inch, and the readings taken before.
import { computed } from 'vue'
import LengthInput from '../../parts/LengthInput.vue'
import SetText from '../../parts/SetText.vue'
import { clearable } from '../../state/job'
import type { WallView } from '../../api/client'
import ReadingEntry from './ReadingEntry.vue'
import { useLength } from './length'

const props = defineProps<{ wall: WallView; label: string; keys: Record<string, () => void> }>()
const emit = defineEmits<{ walked: [back: boolean] }>()

const { slot, field, cur, take, again, chips, about, stands, at, setStand, burned, burn, toggleBurned, commit } = useLength(() => props.wall)
/** The scrap that was held against a plinth or a casing: its length is added at that end. */
const scraps = computed(() =>
  (['left', 'right'] as const)
    .filter((side) => cur.value?.[side] === 'scrap')
    .map((side) => ({ field: `${side}_face`, label: `scrap, ${side}`, entry: side === 'left' ? cur.value!.leftFace : cur.value!.rightFace })),
)
const keys = computed(() => ({ ...props.keys, b: toggleBurned, r: () => void again() }))
defineExpose({ focus: () => field.value?.focus(), again, burn: toggleBurned })
</script>

<template>
  <ReadingEntry of="wall" kind="length" :list="chips" :slot-id="slot" :spread="wall.spread" :taken="!!cur" class="length" @again="again" @take="take">
    <LengthInput
      :key="wall.id"
      ref="field"
      big
      alone
      takes="length"
      :label="label"
      :entry="cur?.length"
      :hint="about"
      :commit="commit"
      :keys="keys"
      @walked="(b) => emit('walked', b)"
    />
    <template #side>
      <label
        >from
        <select :value="at('left')" aria-label="Measured from, at the left" @change="(e) => setStand('left', (e.target as HTMLSelectElement).value)">
          <option v-for="s in stands" :key="s.value" :value="s.value">{{ s.label }}</option>
        </select></label
      >
      <label
        >to
        <select :value="at('right')" aria-label="Measured to, at the right" @change="(e) => setStand('right', (e.target as HTMLSelectElement).value)">
          <option v-for="s in stands" :key="s.value" :value="s.value">{{ s.label }}</option>
        </select></label
      >
      <template v-for="k in scraps" :key="k.field"
        ><LengthInput takes="length" :label="k.label" :entry="k.entry" hint="how long" :commit="clearable('length', cur!.id, k.field)" class="scrap"
      /></template>
      <button class="burn" type="button" :aria-pressed="burned" title="The tape began at its burned inch or hundred (B)" @click="toggleBurned">
        {{ burned ? `burned ${burn} taken off` : `from the burned ${burn}` }}
      </button>
    </template>
    <template v-if="cur?.sees" #under>A mistake here shows from <SetText :text="cur.sees" /> up.</template>
  </ReadingEntry>
</template>

<style scoped>
.length {
  max-width: 372px;
}
.length :deep(.entry.big) {
  width: 168px;
}
label {
  font-size: 13px;
  color: var(--pencil);
  display: flex;
  gap: 4px;
  align-items: center;
  justify-content: space-between;
}
select {
  width: 122px;
  height: 24px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 13px;
  color: var(--ink);
}
.scrap {
  width: 100%;
}
.scrap :deep(input) {
  height: 28px;
}
.burn {
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: none;
  font-size: 13px;
  padding: 0 8px;
  min-height: 24px;
  cursor: pointer;
  color: var(--pencil);
}
.burn[aria-pressed='true'] {
  background: var(--ink);
  color: #fff;
  border-color: var(--ink);
}
@media (max-width: 860px) {
  .length {
    max-width: none;
  }
  select,
  .burn {
    min-height: 44px;
  }
  label {
    flex: 1 1 40%;
  }
  select {
    flex: 1;
    width: auto;
    min-width: 0;
  }
  .burn {
    flex-basis: 100%;
  }
}
</style>
