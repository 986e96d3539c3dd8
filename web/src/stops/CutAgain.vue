<script setup lang="ts">
// A piece cut again, or its length decided by hand: something off, a number, or none.
import { computed, ref } from 'vue'
import type { PieceView } from '../api/client'
import EntryField from '../parts/EntryField.vue'
import LengthText from '../parts/LengthText.vue'
import { attempt, change, metric, sendNow, view } from '../state/job'
import { add, refused, throwAway } from '../state/queue'

const props = defineProps<{ piece: PieceView; hand: 'left' | 'right' }>()
const emit = defineEmits<{ close: [] }>()
const who = ref(localStorage.getItem('gnomon-who') ?? '')
const why = ref('')
const steps = computed(() => (metric.value ? ['0.5', '1', '2'] : ['1/32', '1/16', '1/8']))
const named = (text: string) => {
  who.value = text
  localStorage.setItem('gnomon-who', text)
}
async function off(text: string) {
  if (!text.trim()) return
  const done = await add({
    job: view.value!.id,
    what: 'recut',
    piece: props.piece.id,
    hand: props.hand,
    label: `${props.piece.label}, ${props.hand} end`,
    off: { off: text, by: who.value, why: why.value },
  })
  await sendNow()
  // What was refused at once is mended here; nothing of it waits.
  if (refused.value.some((d) => d.id === done.id)) return throwAway(done.id)
  emit('close')
}
async function set(text: string) {
  await change({ do: 'add', kind: 'hand', id: props.piece.id, value: { piece: '', length: text, by: who.value, why: why.value } })
  emit('close')
}
const inPlace = async () => {
  if (await attempt({ do: 'add', kind: 'hand', id: props.piece.id, value: { piece: '', in_place: true, by: who.value, why: why.value } })) emit('close')
}
const back = async () => {
  if (await attempt({ do: 'remove', kind: 'hand', id: props.piece.id })) emit('close')
}
</script>

<template>
  <el-dialog :model-value="true" :title="`${piece.label}: cut again, or set its length`" width="560px" append-to-body @close="emit('close')">
    <p class="quiet small">
      Measured, it comes to <LengthText :of="piece.hand?.computed ?? piece.cut" />. What is decided here is kept with who and why, and the plan goes by it.
    </p>
    <div class="row">
      <EntryField label="decided by" :value="who" :commit="named" alone /><EntryField
        label="why"
        :value="why"
        :commit="
          (t: string) => {
            why = t
          }
        "
        class="wide"
        alone
        placeholder="the plaster bulges"
      />
    </div>
    <h3>Take off its {{ hand }} end, and cut that again</h3>
    <div class="row">
      <button v-for="s in steps" :key="s" class="btn plain" type="button" @click="off(s)">{{ s }}{{ metric ? ' mm' : '″' }} off</button
      ><EntryField label="or this much" value="" :commit="off" alone placeholder="3/32" />
    </div>
    <h3>Set its length</h3>
    <div class="row">
      <EntryField label="length to cut" :value="piece.hand && !piece.hand.inPlace ? piece.cut.text : ''" :commit="set" alone takes="length" /><button
        class="btn plain"
        type="button"
        @click="inPlace"
      >
        Mark it in place</button
      ><button v-if="piece.hand" class="link" type="button" @click="back">Go by the measurements again</button>
    </div>
    <p class="quiet small">Marked in place: hold the piece long where it goes, mark both tips and the saw's direction, cut just outside.</p>
  </el-dialog>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 12px;
  align-items: flex-end;
  padding: 6px 0 12px;
}
.row :deep(.wide) {
  width: 260px;
}
h3 {
  padding-top: 4px;
}
</style>
