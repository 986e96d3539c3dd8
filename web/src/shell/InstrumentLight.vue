<script setup lang="ts">
// The light of the connected instruments.
import { defineAsyncComponent, ref } from 'vue'
import type { InstrumentView } from '../api/client'
import { heard, instruments } from '../state/instruments'

// Loaded when it is opened.
const InstrumentsBox = defineAsyncComponent(() => import('./InstrumentsBox.vue'))
const open = ref(false)
const word = (i: InstrumentView) => (i.kind === 'length' ? 'laser' : 'protractor')
</script>

<template>
  <button v-if="instruments.length" class="lights" type="button" title="Instruments" @click="open = true">
    <span v-for="i in instruments" :key="i.id" :class="{ low: i.low, now: heard === i.kind }"
      ><i aria-hidden="true" />{{ word(i) }}<template v-if="i.low"> {{ i.battery }} %</template></span
    >
  </button>
  <InstrumentsBox v-if="open" @close="open = false" />
</template>

<style scoped>
.lights {
  border: 0;
  background: none;
  display: flex;
  gap: 10px;
  cursor: pointer;
  font-size: 14px;
  color: var(--leaf);
  padding: 8px 4px;
}
.lights span {
  display: flex;
  gap: 5px;
  align-items: center;
}
i {
  width: 8px;
  height: 8px;
  border-radius: 50%;
  background: currentcolor;
}
.low {
  color: var(--ochre);
}
.now i {
  outline: 4px solid #3e7b5255;
}
@media (max-width: 640px) {
  .lights {
    font-size: 0;
    gap: 6px;
    min-height: 44px;
  }
}
</style>
