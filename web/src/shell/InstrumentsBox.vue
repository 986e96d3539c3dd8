<script setup lang="ts">
// The instruments, and what practice ones are set to.
import { ref } from 'vue'
import type { InstrumentView, PracticeView } from '../api/client'
import EntryField from '../parts/EntryField.vue'
import { lengthUnits, scales } from '../state/choices'
import { instruments, setPractice } from '../state/instruments'

const emit = defineEmits<{ close: [] }>()
const open = ref(true)
const set = (i: InstrumentView, field: keyof PracticeView) => (text: string) => setPractice(i.id, { ...i.practice!, [field]: Number(text) })
const choose = (i: InstrumentView, field: 'unit' | 'scale', v: unknown) => setPractice(i.id, { ...i.practice!, [field]: v })
</script>

<template>
  <el-dialog v-model="open" title="Instruments" width="560px" @closed="emit('close')">
    <section v-for="i in instruments" :key="i.id">
      <h3>
        {{ i.name }}
        <span class="small" :class="i.low ? 'check' : 'quiet'">battery {{ i.battery }} %{{ i.low ? ': charge it, its readings wander' : '' }}</span>
      </h3>
      <template v-if="i.practice">
        <div class="fields">
          <EntryField
            :label="i.kind === 'length' ? 'noise, inches' : 'noise, degrees'"
            :value="String(+i.practice.noise.toFixed(4))"
            :commit="set(i, 'noise')"
            inputmode="decimal"
          />
          <EntryField label="bias" :value="String(i.practice.bias)" :commit="set(i, 'bias')" inputmode="decimal" />
          <EntryField label="delay, ms" :value="String(i.practice.delayMs)" :commit="set(i, 'delayMs')" inputmode="decimal" />
          <EntryField label="dropouts" :value="String(i.practice.dropouts)" :commit="set(i, 'dropouts')" inputmode="decimal" />
          <EntryField label="battery, %" :value="String(i.practice.battery)" :commit="set(i, 'battery')" inputmode="decimal" />
        </div>
        <el-segmented
          v-if="i.kind === 'length'"
          aria-label="Unit of the laser"
          :model-value="i.practice.unit"
          :options="lengthUnits"
          @change="(v: unknown) => choose(i, 'unit', v)"
        />
        <el-segmented
          v-else
          aria-label="Scale of the protractor"
          :model-value="i.practice.scale"
          :options="scales"
          @change="(v: unknown) => choose(i, 'scale', v)"
        />
      </template>
    </section>
    <p class="quiet small">
      Practice instruments read the rooms of the Ferry House as they stand. With a wall’s or corner’s field in focus press <kbd>P</kbd>: the reading comes into
      it. An instrument that types like a keyboard needs no setting up.
    </p>
  </el-dialog>
</template>

<style scoped>
section {
  padding-bottom: 14px;
  margin-bottom: 12px;
  border-bottom: 1px solid var(--rule);
  display: flex;
  flex-direction: column;
  gap: 8px;
  align-items: flex-start;
}
h3 {
  margin: 0;
  font-size: 15px;
}
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.fields .entry {
  width: 92px;
}
</style>
