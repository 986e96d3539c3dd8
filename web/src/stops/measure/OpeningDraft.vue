<script setup lang="ts">
// A new opening: it is added once both its lengths are typed.
import { computed, onMounted, ref } from 'vue'
import LengthInput from '../../parts/LengthInput.vue'
import { change, newId, view } from '../../state/job'
import { room } from '../../state/place'

const props = defineProps<{ wall: string; first: boolean }>()
const emit = defineEmits<{ done: [added: boolean] }>()
const from = ref('')
const width = ref('')
const start = ref<InstanceType<typeof LengthInput>>()
onMounted(() => start.value?.focus())

const id = newId('o')
/** Where the room's casings are to be cut, openings are told to their jambs; else to the casings that are there. */
const told = computed(() => (room.value?.runs.some((k) => view.value?.mouldings.find((m) => m.id === k.moulding)?.kind === 'casing') ? 'jamb' : ''))
/** Keeps what was typed; with both there, the opening is added. A refusal shows at the field it came from. */
const take = (into: 'from' | 'width') => async (text: string) => {
  if (into === 'from') from.value = text
  else width.value = text
  if (!from.value || !width.value) return
  await change({ do: 'add', kind: 'opening', in: room.value!.id, id, value: { id, wall: props.wall, from: from.value, width: width.value, told: told.value } })
  emit('done', true)
}
</script>

<template>
  <div class="draft" @keydown.esc="emit('done', false)">
    <LengthInput ref="start" takes="length" :label="first ? 'Opening from left end' : 'from'" :typed="from" :commit="take('from')" />
    <LengthInput takes="length" :label="told ? 'width, jamb to jamb' : first ? 'width, casings in' : 'width'" :typed="width" :commit="take('width')" />
  </div>
</template>

<style scoped>
.draft {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: flex-end;
  max-width: 420px;
}
</style>
