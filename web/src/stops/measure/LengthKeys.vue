<script setup lang="ts">
// Keys for a length: feet and whole inches on the left, sixteenths on the right; or
// millimetres. Under them what it was measured between.
import { metric } from '../../state/job'
import { mayMeasure } from '../../state/me'
import type { useLength } from './length'

defineProps<{ of: ReturnType<typeof useLength> }>()
const emit = defineEmits<{ tap: [key: string] }>()
const tap = (k: string) => emit('tap', k)
const sixteenths = ['1/16', '1/8', '3/16', '1/4', '5/16', '3/8', '7/16', '1/2', '9/16', '5/8', '11/16', '3/4', '13/16', '7/8', '15/16']
const digits = ['1', '2', '3', '4', '5', '6', '7', '8', '9']
</script>

<template>
  <div class="keys" :class="{ metric }">
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
    <fieldset class="pad" :disabled="!mayMeasure">
      <div class="left">
        <button v-for="d in digits" :key="d" type="button" @click="tap(d)">{{ d }}</button>
        <button class="unit" type="button" :aria-label="metric ? 'point' : 'feet'" @click="tap(metric ? '.' : '\'')">{{ metric ? '.' : 'ft' }}</button>
        <button type="button" @click="tap('0')">0</button>
        <button type="button" aria-label="one back" @click="tap('back')">⌫</button>
        <button class="low wide" type="button" :aria-pressed="of.burned.value" @click="of.toggleBurned()">burned {{ of.burn.value }}</button>
        <button class="low" type="button" :disabled="!of.cur.value" @click="of.again()">again</button>
      </div>
      <div v-if="!metric" class="right">
        <button v-for="s in sixteenths" :key="s" type="button" class="frac" :aria-label="s" @click="tap(s)">{{ s }}</button>
      </div>
    </fieldset>
  </div>
</template>

<style scoped src="./keys.css"></style>
