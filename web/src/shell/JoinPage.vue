<script setup lang="ts">
// A device that is not known yet: digits from the desk let it in.
import { ref } from 'vue'
import { api, lineOf, take } from '../api/client'
import { join } from '../state/me'
import { unsent } from '../state/queue'

const digits = ref('')
const error = ref('')
const busy = ref(false)
// Eight, or twelve while somebody guesses at codes.
const many = ref(8)
const ask = () =>
  take(api.GET('/api/pair'))
    .then((how) => (many.value = how.digits))
    .catch(() => {})
void ask()
const keys = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '', '0', '⌫']
async function tap(k: string) {
  error.value = ''
  if (k === '⌫') digits.value = digits.value.slice(0, -1)
  else if (/^\d$/.test(k) && digits.value.length < many.value) digits.value += k
  if (digits.value.length === many.value && k !== '⌫' && !busy.value) {
    busy.value = true
    try {
      await join(digits.value)
    } catch (e) {
      error.value = lineOf(e)
      await ask()
    }
    digits.value = ''
    busy.value = false
  }
}
function onKey(e: KeyboardEvent) {
  if (e.key === 'Backspace') void tap('⌫')
  else if (/^\d$/.test(e.key)) void tap(e.key)
}
const paste = (e: ClipboardEvent) =>
  [...(e.clipboardData?.getData('text') ?? '').replace(/\D/g, '')].reduce<Promise<void>>((p, k) => p.then(() => tap(k)), Promise.resolve())
</script>

<template>
  <main class="join" tabindex="0" @keydown="onKey" @paste="paste">
    <header>
      <h1>Join this Gnomon</h1>
      <p>
        At the desk open <b>Devices</b> and make a code for this one. It is {{ many === 8 ? 'eight' : 'twelve' }} digits, holds for five minutes and works once.
      </p>
      <p v-if="unsent.length" class="waits">
        {{ unsent.length }} {{ unsent.length === 1 ? 'mark waits' : 'marks wait' }} on this device. They are kept, and sent once it has joined again.
      </p>
    </header>
    <div class="enter">
      <p class="digits" role="img" aria-live="polite" :class="{ long: many > 8 }" :aria-label="`Code, ${digits.length} of ${many} digits`">
        <template v-for="n in many" :key="n"
          ><span :class="{ on: digits.length === n - 1 }">{{ digits[n - 1] ?? '' }}</span
          ><i v-if="n % 4 === 0 && n < many"
        /></template>
      </p>
      <p v-if="error" class="error" role="alert">{{ error }}</p>
      <p v-else class="quiet small">{{ busy ? 'Asking…' : 'The last digit sends it.' }}</p>
      <div class="pad">
        <button
          v-for="(k, i) in keys"
          :key="i"
          type="button"
          :class="{ none: !k }"
          :aria-label="k === '⌫' ? 'one back' : k"
          :disabled="!k || busy"
          @click="tap(k)"
        >
          {{ k }}
        </button>
      </div>
    </div>
  </main>
</template>

<style scoped>
.join {
  min-height: 100%;
  width: 100%;
  overflow: auto;
  padding: 26px 20px 24px;
  display: flex;
  flex-direction: column;
  justify-content: space-between;
  align-items: center;
  gap: 18px;
  outline: none;
}
header,
.enter {
  width: 100%;
  max-width: 440px;
}
h1 {
  font-size: 28px;
  margin-bottom: 10px;
}
header p {
  font-size: 17px;
  line-height: 1.45;
}
.waits {
  margin-top: 12px;
  padding: 10px 12px;
  border-left: 4px solid var(--ochre);
  background: var(--sheet);
}
.digits {
  display: flex;
  gap: 5px;
  margin-bottom: 8px;
}
.digits span {
  flex: 1;
  height: 56px;
  display: grid;
  place-items: center;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 30px;
  font-weight: 600;
}
.digits .on {
  border-color: var(--chalk);
  box-shadow: inset 0 0 0 1px var(--chalk);
}
.digits i {
  width: 10px;
}
.digits.long {
  gap: 3px;
}
.digits.long span {
  height: 48px;
  font-size: 23px;
}
.digits.long i {
  width: 5px;
}
.error {
  color: var(--brick);
  font-size: 15px;
}
.pad {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
  margin-top: 14px;
}
.pad button {
  min-height: 64px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 27px;
  font-weight: 600;
  cursor: pointer;
}
.pad button:active {
  background: var(--chalk-wash);
}
.pad .none {
  visibility: hidden;
}
@media (min-width: 641px) {
  .join {
    justify-content: center;
    gap: 34px;
  }
}
@media (max-height: 500px) {
  .join {
    flex-direction: row;
    align-items: center;
  }
  .pad button {
    min-height: 44px;
  }
}
</style>
