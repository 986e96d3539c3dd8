<script setup lang="ts">
// This screen's own inch, set once against a bank card or a ruler.
import { computed, ref } from 'vue'
import type { Schemas } from '../../api/client'

const props = defineProps<{ rulers: Schemas['RulerView'][] }>()
const perInch = defineModel<number>({ required: true })
const emit = defineEmits<{ close: [] }>()
/** What the bar on the screen is held against. */
const against = ref('card')
const long = computed(() => props.rulers.find((r) => r.code === against.value)?.inches ?? 0)
const at = ref(perInch.value || 96)
function take() {
  perInch.value = Math.round(at.value * 100) / 100
  emit('close')
}
</script>

<template>
  <section class="ruler">
    <p>
      Hold
      <select v-model="against" aria-label="What to hold against the screen">
        <option v-for="r in rulers" :key="r.code" :value="r.code">{{ r.text }}</option>
      </select>
      against the bar, and pull the slide until they are as long.
    </p>
    <div class="bar" :style="{ width: `${long * at}px` }" />
    <input v-model.number="at" type="range" min="50" max="260" step="0.1" aria-label="How long the bar is" />
    <p>
      <button class="btn primary" type="button" @click="take">They are as long</button>
      <button v-if="perInch" class="btn plain" type="button" @click="((perInch = 0), emit('close'))">Forget it</button>
      <span class="quiet small">Kept on this device. Zoom the browser no further after that.</span>
    </p>
  </section>
</template>

<style scoped>
.ruler {
  margin: 12px 24px 0;
  padding: 12px 16px;
  border: 1px solid var(--rule);
  background: var(--sheet);
  display: flex;
  flex-direction: column;
  gap: 10px;
  overflow: auto;
}
.bar {
  height: 44px;
  flex: none;
  background: var(--chalk);
}
input {
  width: min(100%, 700px);
}
p {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
select {
  height: 38px;
}
@media (max-width: 640px) {
  .ruler {
    margin: 10px 0 0;
  }
}
</style>
