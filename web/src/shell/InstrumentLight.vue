<script setup lang="ts">
// The light of the connected instruments, and the settings of practice ones.
import { ref } from 'vue'
import { lengthUnits, scales } from '../state/choices'
import { type InstrumentView, type PracticeView } from '../api/client'
import { heard, instruments, setPractice } from '../state/instruments'
import EntryField from '../parts/EntryField.vue'

const open = ref(false)
const word = (i: InstrumentView) => (i.kind === 'length' ? 'laser' : 'protractor')
const set = (i: InstrumentView, field: keyof PracticeView) => (text: string) => setPractice(i.id, { ...i.practice!, [field]: Number(text) })
const choose = (i: InstrumentView, field: 'unit' | 'scale', v: unknown) => setPractice(i.id, { ...i.practice!, [field]: v })
</script>

<template>
  <button v-if="instruments.length" class="lights" type="button" title="Instruments" @click="open = true">
    <span v-for="i in instruments" :key="i.id" :class="{ low: i.low, now: heard === i.kind }"
      ><i aria-hidden="true" />{{ word(i) }}<template v-if="i.low"> {{ i.battery }} %</template></span
    >
  </button>
  <el-dialog v-model="open" title="Instruments" width="560px">
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
@media (max-width: 640px) {
  .lights {
    font-size: 0;
    gap: 6px;
    min-height: 44px;
  }
}
</style>
