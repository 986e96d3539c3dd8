<script setup lang="ts">
// What was taken or left before; what was taken can be taken back.
import { lineOf, type Schemas } from '../../api/client'
import SetText from '../../parts/SetText.vue'
import { decide } from '../../state/log'
import { tell } from '../../state/notice'

const props = defineProps<{ lessons: Schemas['LessonView'][]; job: string }>()
const emit = defineEmits<{ done: [] }>()
const day = (on: string) => new Date(on).toLocaleDateString(undefined, { dateStyle: 'medium' })
async function back(id: string) {
  try {
    await decide('back', id, props.job)
    tell('Taken back: the shop has what it had before.')
    emit('done')
  } catch (e) {
    tell(lineOf(e), true)
  }
}
</script>

<template>
  <section v-if="lessons.length">
    <h2>Taken and left</h2>
    <ul>
      <li v-for="l in lessons" :key="l.id">
        <span><SetText :text="l.says" /></span><span class="quiet small">{{ l.taken ? 'taken' : 'left' }} {{ day(l.on) }}</span>
        <button v-if="l.taken" class="link" type="button" @click="back(l.id)">Take it back</button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
h2 {
  font-size: 16px;
  margin: 18px 0 4px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0;
  max-width: 900px;
}
li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 4px 16px;
  padding: 8px 0;
  border-bottom: 1px solid #ece7db;
}
</style>
