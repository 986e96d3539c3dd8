<script setup lang="ts">
// The rooms to go to, floor by floor.
import { computed, nextTick, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { RoomLine } from '../state/held'
import { view } from '../state/job'
import { mayMeasure } from '../state/me'
import { room } from '../state/place'

/** It was opened before it was here, and whether by the button in focus. */
const props = defineProps<{ atOnce: boolean; focused: boolean }>()
defineEmits<{ newRoom: [] }>()
const router = useRouter()
const route = useRoute()
function toRoom(id: string) {
  void router.push({ name: ['shop', 'prices', 'quote'].includes(String(route.name)) ? 'measure' : route.name!, params: route.params, query: { room: id } })
}
/** The rooms on their floors, in the order they stand. */
const floors = computed(() => {
  const out: { name: string; rooms: RoomLine[] }[] = []
  for (const r of view.value?.rooms ?? []) {
    const f = out.find((x) => x.name === r.storey)
    if (f) f.rooms.push(r)
    else out.push({ name: r.storey, rooms: [r] })
  }
  return out
})
const button = ref<HTMLButtonElement>()
onMounted(async () => {
  if (!props.atOnce) return
  await nextTick()
  if (props.focused) button.value?.focus()
  button.value?.click() // as it was on the button that stood here before
})
</script>

<template>
  <el-dropdown trigger="click" @command="(id: string) => (id === '+' ? $emit('newRoom') : id === 'jobs' ? router.push({ name: 'jobs' }) : toRoom(id))">
    <button ref="button" class="room" type="button">{{ room?.title ?? 'No room yet' }} <span aria-hidden="true">▾</span></button>
    <template #dropdown>
      <el-dropdown-menu>
        <template v-for="f in floors" :key="f.name">
          <p v-if="f.name" class="storey quiet small">{{ f.name }}</p>
          <el-dropdown-item v-for="r in f.rooms" :key="r.id" :command="r.id">{{ r.title }}</el-dropdown-item>
        </template>
        <el-dropdown-item v-if="mayMeasure" command="+" divided>Add room…</el-dropdown-item>
        <el-dropdown-item command="jobs" :divided="!mayMeasure">All jobs</el-dropdown-item>
      </el-dropdown-menu>
    </template>
  </el-dropdown>
</template>

<style scoped>
.storey {
  padding: 6px 16px 0;
}
</style>
