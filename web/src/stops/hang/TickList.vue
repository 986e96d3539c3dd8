<script setup lang="ts">
// A thing to do, ticked once it is done; a tick can be taken back like any fact.
import { computed } from 'vue'
import SetText from '../../parts/SetText.vue'
import { hanging, tick } from '../../state/hanging'
import { mayCut } from '../../state/me'

const props = defineProps<{ task: string; title: string }>()
const done = computed(() => !!hanging.value?.ticked.includes(props.task))
</script>

<template>
  <section class="task" :class="{ done }">
    <header>
      <h3><SetText :text="title" /></h3>
      <button class="btn plain" type="button" :disabled="done || !mayCut" @click="tick(task, title)">{{ done ? 'done' : 'Done' }}</button>
    </header>
    <slot />
  </section>
</template>

<style scoped>
.task {
  border-bottom: 1px solid var(--rule);
  padding: 10px 0;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: center;
}
h3 {
  font-size: 17px;
}
.done h3 {
  text-decoration: line-through;
  font-weight: 400;
}
.btn {
  min-height: 44px;
}
</style>
