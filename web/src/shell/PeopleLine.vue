<script setup lang="ts">
// Who else is on the job, and where: quietly.
import { computed } from 'vue'
import { pieceById } from '../state/place'
import { nameOf, others, type Person } from '../state/people'
import { view } from '../state/job'

const where = (p: Person) => (p.away ? 'out of reach' : p.where)
const more = (p: Person) => {
  const room = view.value?.rooms.find((r) => r.id === p.room)?.title
  const piece = p.piece && pieceById.value.get(p.piece)?.label
  return [`${nameOf(p)}: ${where(p)}`, room, piece && (p.holds ? `cutting ${piece}` : `at ${piece}`)].filter(Boolean).join(', ')
}
const shown = computed(() => others.value.slice(0, 3))
</script>

<template>
  <ul v-if="shown.length" class="people" aria-label="Who else is on this job">
    <li v-for="p in shown" :key="p.id" :class="{ away: p.away }" :title="more(p)">
      <i :class="p.where" aria-hidden="true" /><span>{{ nameOf(p) }}</span> <em>{{ where(p) }}</em>
    </li>
    <li v-if="others.length > 3">and {{ others.length - 3 }} more</li>
  </ul>
</template>

<style scoped>
.people {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  gap: 12px;
  font-size: 13px;
  color: var(--pencil);
  min-width: 0;
  overflow: hidden;
  white-space: nowrap;
}
li {
  display: flex;
  gap: 5px;
  align-items: center;
  min-width: 0;
}
span {
  max-width: 92px;
  overflow: hidden;
  text-overflow: ellipsis;
  color: var(--ink);
}
em {
  font-style: normal;
}
i {
  width: 9px;
  height: 9px;
  flex: none;
  border: 1.5px solid var(--leaf);
}
i.ladder {
  border-radius: 50%;
  background: var(--leaf);
}
i.saw {
  background: var(--leaf);
  transform: rotate(45deg);
}
.away i {
  border-color: var(--pencil);
  background: none;
}
.away span {
  color: var(--pencil);
}
@media (max-width: 1100px) {
  li:nth-child(n + 2) {
    display: none;
  }
}
@media (max-width: 640px) {
  em {
    display: none;
  }
  span {
    max-width: 62px;
  }
  .people {
    font-size: 12.5px;
  }
}
</style>
