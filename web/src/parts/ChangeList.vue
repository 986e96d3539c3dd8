<script setup lang="ts">
// Which pieces would change, before another way is followed.
import SetText from './SetText.vue'
import type { TrialView } from '../api/client'
import { view } from '../state/job'

defineProps<{ trial: TrialView }>()
const emit = defineEmits<{ follow: []; leave: [] }>()
const room = (id: string) => view.value?.rooms.find((r) => r.id === id)?.title ?? ''
</script>

<template>
  <div class="trial">
    <p>
      <b>{{
        trial.changes.length ? `${trial.changes.length} ${trial.changes.length === 1 ? 'piece' : 'pieces'} would change` : 'No piece would change'
      }}</b><template v-if="trial.would.stops > trial.is.stops">
        · <b class="stop">{{ trial.would.stops - trial.is.stops }} could not be cut or hung</b></template
      >
    </p>
    <ul>
      <li v-for="c in trial.changes" :key="c.piece">
        <b>{{ c.label }}</b> <span class="quiet">{{ room(c.room) }}</span> <SetText :text="c.what.join(', ')" />
      </li>
    </ul>
    <p class="acts">
      <button class="btn main" type="button" @click="emit('follow')">Follow it in this job</button
      ><button class="btn plain" type="button" @click="emit('leave')">Leave it</button>
    </p>
  </div>
</template>

<style scoped>
.trial {
  padding: 8px 12px;
  margin-top: 4px;
  background: var(--chalk-wash);
  font-size: 14px;
}
ul {
  list-style: none;
  padding: 0;
  max-height: 132px;
  overflow: auto;
  margin: 4px 0;
}
li {
  padding: 2px 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding-top: 4px;
}
.acts .btn {
  min-height: 34px;
  padding: 3px 12px;
  white-space: nowrap;
}
@media (max-width: 860px) {
  .acts .btn {
    min-height: 44px;
  }
}
</style>
