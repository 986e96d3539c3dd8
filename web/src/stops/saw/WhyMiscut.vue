<script setup lang="ts">
// Why a cut was a miscut: a tap, or none. It is asked once, of the one that was just marked.
import { ref } from 'vue'
import { sayWhy } from '../../state/fits'
import { metric } from '../../state/job'

const props = defineProps<{ of: { id: string; label: string } }>()
const emit = defineEmits<{ close: [] }>()
const causes = [
  ['mirror', 'mirror image'],
  ['setting', 'wrong setting'],
  ['end', 'wrong end'],
  ['length', 'wrong length'],
  ['split', 'it split'],
  ['slipped', 'it slipped'],
  ['other', 'something else'],
] as const
const length = ref(false)
const short = ref('')
function say(cause: (typeof causes)[number][0], by = '') {
  void sayWhy(props.of.id, cause, props.of.label, by ? by + (metric.value ? ' mm' : '"') : '')
  emit('close')
}
</script>

<template>
  <section class="why" aria-label="Why was it a miscut?">
    <p>Why? {{ of.label }}</p>
    <p v-if="!length" class="taps">
      <button v-for="[code, name] in causes" :key="code" class="other" type="button" @click="code === 'length' ? (length = true) : say(code)">
        {{ name }}
      </button>
      <button class="other" type="button" @click="emit('close')">Not now</button>
    </p>
    <form v-else class="taps" @submit.prevent="say('length', short.trim())">
      <label>too short by <input v-model="short" maxlength="20" :placeholder="metric ? '2' : '1/8'" autofocus /></label>
      <button class="other" type="submit">Keep it</button>
      <button class="other" type="button" @click="say('length')">do not know</button>
    </form>
  </section>
</template>

<style scoped>
.why {
  margin: 8px 0;
  padding: 8px 12px;
  background: var(--dark-sheet);
  border-left: 4px solid var(--pink);
}
.why p {
  margin: 0 0 6px;
}
.taps {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.other {
  min-height: 48px;
  padding: 0 14px;
  border: 1px solid var(--dark-rule);
  border-radius: 3px;
  background: none;
  color: #fff;
  cursor: pointer;
}
input {
  width: 90px;
  height: 44px;
  padding: 0 8px;
  border: 1px solid var(--dark-rule);
  border-radius: 3px;
  background: var(--dark);
  color: #fff;
}
</style>
