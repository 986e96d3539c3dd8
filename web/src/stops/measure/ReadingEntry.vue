<script setup lang="ts">
// One thing that is measured: the reading in hand with what goes with it beside it, and the readings
// taken before.
import ReadingChips from './ReadingChips.vue'
import type { Chip } from './chips'

defineProps<{
  of: 'wall' | 'corner'
  kind: 'length' | 'reading'
  list: Chip[]
  slotId: string
  spread?: string
  /** There is a reading to take another beside. */
  taken: boolean
}>()
const emit = defineEmits<{ again: []; take: [id: string] }>()
</script>

<template>
  <div class="reading" :class="of">
    <slot />
    <button class="more" type="button" :disabled="!taken" :title="`Read this ${of} again (R)`" :aria-label="`Read this ${of} again`" @click="emit('again')">
      +
    </button>
    <div class="side"><slot name="side" /></div>
    <ReadingChips :of="of" :kind="kind" :list="list" :slot-id="slotId" :spread="spread" @take="(id) => emit('take', id)" />
    <p v-if="$slots.under" class="under small quiet"><slot name="under" /></p>
  </div>
</template>

<style scoped>
.reading {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: flex-start;
}
.more {
  margin-top: 21px;
  width: 32px;
  height: 52px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: none;
  font-size: 20px;
  color: var(--chalk);
  cursor: pointer;
}
.more:disabled {
  opacity: 0.3;
}
.side {
  display: flex;
  flex-direction: column;
  gap: 1px;
}
.corner .side {
  margin-top: 12px;
  gap: 3px;
}
.under {
  flex-basis: 100%;
  margin: -2px 0 0;
}
@media (max-width: 860px) {
  .reading {
    max-width: none;
    flex: 1 1 320px;
  }
  .reading :deep(.entry.big) {
    flex: 1;
  }
  .more {
    width: 44px;
    height: 56px;
  }
  .side {
    flex-basis: 100%;
  }
  .wall .side {
    flex-direction: row;
    flex-wrap: wrap;
  }
}
</style>
