<script setup lang="ts">
// The big keys of a length: feet and whole inches on the left, sixteenths on the right; or millimetres. Below the digits what
// else is done with the reading.
import { metric } from '../../state/job'
import { mayMeasure } from '../../state/me'

const emit = defineEmits<{ tap: [key: string] }>()
const tap = (k: string) => emit('tap', k)
const sixteenths = ['1/16', '1/8', '3/16', '1/4', '5/16', '3/8', '7/16', '1/2', '9/16', '5/8', '11/16', '3/4', '13/16', '7/8', '15/16']
const digits = ['1', '2', '3', '4', '5', '6', '7', '8', '9']
</script>

<template>
  <fieldset class="pad" :class="{ metric }" :disabled="!mayMeasure">
    <div class="left">
      <button v-for="d in digits" :key="d" type="button" @click="tap(d)">{{ d }}</button>
      <button class="unit" type="button" :aria-label="metric ? 'point' : 'feet'" @click="tap(metric ? '.' : '\'')">{{ metric ? '.' : 'ft' }}</button>
      <button type="button" @click="tap('0')">0</button>
      <button type="button" aria-label="one back" @click="tap('back')">⌫</button>
      <slot />
    </div>
    <div v-if="!metric" class="right">
      <button v-for="s in sixteenths" :key="s" type="button" class="frac" :aria-label="s" @click="tap(s)">{{ s }}</button>
    </div>
  </fieldset>
</template>

<style scoped src="./keys.css"></style>
