<script setup lang="ts">
// Keys for a corner: the reading on the left; which way it turns, the scale it was read on
// and the usual readings on the right.
import type { CornerView } from '../../api/client'
import { scales, turnKinds } from '../../state/choices'
import { mayMeasure } from '../../state/me'
import type { useCorner } from './corner'

defineProps<{ of: ReturnType<typeof useCorner>; corner: CornerView }>()
const emit = defineEmits<{ tap: [key: string]; use: [text: string] }>()
const tap = (k: string) => emit('tap', k)
const digits = ['1', '2', '3', '4', '5', '6', '7', '8', '9']
const usual = ['45', '90', '135']
</script>

<template>
  <div class="keys">
    <fieldset class="pad" :disabled="!mayMeasure">
      <div class="left">
        <button v-for="d in digits" :key="d" type="button" @click="tap(d)">{{ d }}</button>
        <button class="unit" type="button" aria-label="point" @click="tap('.')">.</button>
        <button type="button" @click="tap('0')">0</button>
        <button type="button" aria-label="one back" @click="tap('back')">⌫</button>
        <button class="low wide" type="button" :aria-pressed="corner.drop" @click="of.dropMarked()">drop marked</button>
        <button class="low" type="button" :disabled="!of.cur.value" @click="of.again()">again</button>
      </div>
      <div class="right words">
        <button v-for="k in turnKinds" :key="k.value" type="button" class="two" :aria-pressed="corner.kind === k.value" @click="of.setKind(k.value)">
          {{ k.label }}
        </button>
        <button v-for="s in scales" :key="s.value" type="button" class="row" :aria-pressed="of.scale.value === s.value" @click="of.setScale(s.value)">
          {{ s.label }} scale
        </button>
        <button v-for="u in usual" :key="u" type="button" class="use" @click="emit('use', u)">{{ u }}°</button>
      </div>
    </fieldset>
  </div>
</template>

<style scoped src="./keys.css"></style>
