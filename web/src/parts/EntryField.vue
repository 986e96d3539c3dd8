<script setup lang="ts">
// A field for something typed that Go reads: it is sent as typed when the field
// is left or Enter is pressed, and a refusal shows under it with the way out.
import { useDebounceFn } from '@vueuse/core'
import { computed, nextTick, onBeforeUnmount, ref, useId, watch } from 'vue'
import { lineOf } from '../api/client'
import { waiting } from '../state/instruments'
import { tell } from '../state/notice'
import type { Field } from './field'
import { walkFrom } from './walk'

const props = defineProps<Field & { value: string; placeholder?: string; inputmode?: 'decimal' | 'text'; suffix?: string }>()
const emit = defineEmits<{ walked: [back: boolean] }>()

const id = useId()
const input = ref<HTMLInputElement>()
const text = ref(props.value)
const error = ref('')
const focused = ref(false)
const shown = computed(() => !focused.value && !error.value && text.value !== '' && text.value === props.value)

// What the person saw when they began to type: sent along, so that a value that
// someone else entered meanwhile is not written over unseen.
let seen = props.value
watch(
  () => props.value,
  (v) => {
    if (focused.value && text.value !== seen) return
    text.value = seen = v
    error.value = ''
  },
)

let sending: Promise<boolean> | null = null
// Escape takes back what was typed, and with it every key that still waits for it to be taken.
let takenBack = 0
/** Takes what stands in the field; waits for what is on its way first. */
async function send(): Promise<boolean> {
  while (sending) await sending
  if (text.value === seen) {
    error.value = ''
    text.value = seen = props.value
    return true
  }
  sending = commitText(text.value)
  const ok = await sending
  sending = null
  return ok
}

async function commitText(typed: string): Promise<boolean> {
  const before = takenBack
  try {
    await props.commit(typed.trim(), seen)
    await nextTick()
    error.value = ''
    if (text.value === typed) text.value = props.value
    seen = props.value
    return true
  } catch (e) {
    if (before !== takenBack) return false
    error.value = lineOf(e)
    // The field may be gone by now: what was refused is said where it can be seen.
    if (document.activeElement !== input.value) tell(`${props.label}, “${typed}”: ${error.value}`, true)
    return false
  }
}

const soon = useDebounceFn(() => send(), 120)
watch(text, () => props.live && focused.value && void soon())

async function onKey(e: KeyboardEvent) {
  const before = takenBack
  if (e.key === 'Enter') {
    e.preventDefault()
    const el = input.value
    if ((await send()) && before === takenBack && el && document.activeElement === el) {
      if (props.alone || !walkFrom(el, e.shiftKey)) emit('walked', e.shiftKey)
    }
    return
  }
  if (e.key === 'Escape') {
    takenBack++
    text.value = seen = props.value
    error.value = ''
    return
  }
  const act = props.keys?.[e.key.toLowerCase()]
  if (act && !e.ctrlKey && !e.metaKey && !e.altKey) {
    e.preventDefault()
    if ((await send()) && before === takenBack) act()
  }
}

async function onBlur() {
  focused.value = false
  await send()
}

function onFocus() {
  focused.value = true
  void nextTick(() => input.value?.select())
}
/** Takes a reading as though it had been typed and Enter pressed. */
async function receive(typed: string) {
  text.value = typed
  const el = input.value
  if ((await send()) && el && document.activeElement === el && (props.alone || !walkFrom(el))) emit('walked', false)
}
watch(focused, (on) => {
  if (!props.takes) return
  if (on) waiting.value = { kind: props.takes, id, receive }
  else if (waiting.value?.id === id) waiting.value = null
})
onBeforeUnmount(() => {
  if (waiting.value?.id === id) waiting.value = null
})
defineExpose({ focus: () => input.value?.focus() })
</script>

<template>
  <div class="entry" :class="{ big, bad: error }">
    <label :for="id">{{ label }}</label>
    <div class="box">
      <input
        :id="id"
        ref="input"
        v-model="text"
        data-walk
        autocomplete="off"
        spellcheck="false"
        :inputmode="inputmode ?? 'text'"
        :placeholder="placeholder"
        :class="{ hidden: shown && $slots.default }"
        :aria-invalid="!!error"
        :aria-describedby="error ? `${id}-e` : undefined"
        @keydown="onKey"
        @blur="onBlur"
        @focus="onFocus"
      />
      <span v-if="shown && $slots.default" class="typeset" aria-hidden="true"><slot /></span>
      <span v-else-if="suffix && !focused && text" class="suffix" aria-hidden="true">{{ suffix }}</span>
    </div>
    <p v-if="error" :id="`${id}-e`" class="error" role="alert">{{ error }}</p>
  </div>
</template>

<style scoped>
.entry {
  display: flex;
  flex-direction: column;
  gap: 2px;
  min-width: 0;
  width: 128px;
}
.entry.big {
  width: 214px;
}
label {
  font-size: 13px;
  color: var(--pencil);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.box {
  position: relative;
}
input {
  width: 100%;
  height: 40px;
  padding: 0 12px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 16px;
  font-weight: 600;
}
.big input {
  height: 52px;
  font-size: 28px;
}
input::placeholder {
  color: #9a9a90;
  font-weight: 400;
}
input:focus {
  outline: none;
  border-color: var(--chalk);
  box-shadow: inset 0 0 0 1px var(--chalk);
}
.bad input {
  border-color: var(--brick);
  box-shadow: inset 0 0 0 1px var(--brick);
}
input.hidden {
  color: transparent;
}
.typeset,
.suffix {
  position: absolute;
  left: 13px;
  top: 0;
  height: 40px;
  display: flex;
  align-items: center;
  pointer-events: none;
  font-weight: 600;
  font-size: 16px;
  white-space: nowrap;
}
.suffix {
  left: auto;
  right: 12px;
  color: var(--pencil);
  font-weight: 400;
}
.big .typeset {
  height: 52px;
  font-size: 28px;
}
.error {
  font-size: 13px;
  line-height: 1.3;
  color: var(--brick);
  width: max-content;
  max-width: 320px;
  white-space: normal;
  position: relative;
  z-index: 2;
  background: var(--sheet);
}
@media (max-width: 860px) {
  input,
  .typeset,
  .suffix {
    height: 48px;
  }
  .big input,
  .big .typeset {
    height: 56px;
  }
}
</style>
