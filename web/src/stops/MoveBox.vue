<script setup lang="ts">
// Moving a piece by keyboard: choose a stick and see what it costs first.
import { computed, ref } from 'vue'
import type { SupplyView, Tried } from '../api/client'
import { intoFirst } from '../parts/firstField'

const props = defineProps<{ stock: SupplyView; piece: string; tried: Tried | null; wont: string }>()
const emit = defineEmits<{ try: [to: string]; move: [to: string]; close: [] }>()
const open = ref(true)
const to = ref('')
const list = ref<HTMLSelectElement>()
const here = computed(() => props.stock.sticks.find((b) => b.pieces.some((p) => p.id === props.piece)))
const label = computed(() => here.value?.pieces.find((p) => p.id === props.piece)?.label ?? '')
const targets = computed(() => [
  ...props.stock.sticks
    .filter((b) => b.id !== here.value?.id && !b.bad && !b.locked)
    .sort((a, b) => b.leftover.nm - a.leftover.nm)
    .map((b) => ({ to: b.id, text: `Stick ${b.number}, ${b.length.text}, ${b.leftover.text} left` })),
  ...props.stock.kinds.map((k) => ({ to: k.to, text: `A new stick of ${k.length.text}, ${k.price.text}` })),
])
function look() {
  if (to.value) emit('try', to.value)
}
</script>

<template>
  <el-dialog v-model="open" :title="`Move ${label}`" width="480px" @opened="intoFirst(list)" @closed="emit('close')">
    <form @submit.prevent="tried && emit('move', to)">
      <label
        >To
        <select ref="list" v-model="to" @change="look">
          <option value="" disabled>choose a stick</option>
          <option v-for="t in targets" :key="t.to" :value="t.to">{{ t.text }}</option>
        </select></label
      >
      <div class="what" role="status">
        <p v-if="wont" class="stop">{{ wont }}</p>
        <template v-else-if="tried">
          <p>
            <b>{{ tried.text }}</b>: {{ tried.then.cost.text }}, {{ tried.then.count }} {{ tried.then.count === 1 ? 'stick' : 'sticks' }}.
          </p>
          <p class="quiet">Waste {{ tried.now.share }} % now, {{ tried.then.share }} % then.</p>
        </template>
        <p v-else class="quiet">The price of the move stands here before it is made.</p>
      </div>
      <button class="btn main" type="submit" :disabled="!tried">Move it</button>
    </form>
  </el-dialog>
</template>

<style scoped>
form {
  display: flex;
  flex-direction: column;
  gap: 12px;
  align-items: flex-start;
}
label {
  display: flex;
  flex-direction: column;
  gap: 3px;
  width: 100%;
  font-size: 13px;
  color: var(--pencil);
}
select {
  height: 44px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 10px;
  font-size: 16px;
  color: var(--ink);
}
.what {
  min-height: 48px;
}
</style>
