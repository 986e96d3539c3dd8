<script setup lang="ts">
// Keys for a length: feet and whole inches on the left, sixteenths on the right; or
// millimetres. Under them what it was measured between.
import type { useLength } from './length'
import ThumbPad from './ThumbPad.vue'

defineProps<{ of: ReturnType<typeof useLength> }>()
const emit = defineEmits<{ tap: [key: string] }>()
</script>

<template>
  <div class="keys">
    <div class="stands">
      <label
        >from
        <select :value="of.at('left')" aria-label="Measured from, at the left" @change="(e) => of.setStand('left', (e.target as HTMLSelectElement).value)">
          <option v-for="s in of.stands.value" :key="s.value" :value="s.value">{{ s.label }}</option>
        </select></label
      >
      <label
        >to
        <select :value="of.at('right')" aria-label="Measured to, at the right" @change="(e) => of.setStand('right', (e.target as HTMLSelectElement).value)">
          <option v-for="s in of.stands.value" :key="s.value" :value="s.value">{{ s.label }}</option>
        </select></label
      >
    </div>
    <ThumbPad @tap="(k) => emit('tap', k)">
      <button class="low wide" type="button" :aria-pressed="of.burned.value" @click="of.toggleBurned()">burned {{ of.burn.value }}</button>
      <button class="low" type="button" :disabled="!of.cur.value" @click="of.again()">again</button>
    </ThumbPad>
  </div>
</template>

<style scoped src="./keys.css"></style>
