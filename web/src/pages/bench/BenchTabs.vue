<script setup lang="ts">
// What lies on the bench; what is asked goes along from one to the other.
import { computed } from 'vue'
import { useRoute } from 'vue-router'

const route = useRoute()
const of = computed(() => (route.params.job ? 'job-' : ''))
const name = (tab: string) => (tab === 'corner' ? tab : of.value + tab)
const tabs = [
  { name: 'corner', label: 'One corner' },
  { name: 'fit', label: 'Will it close?' },
  { name: 'cope', label: 'Cope' },
  { name: 'odd', label: 'Odd places' },
  { name: 'wrong', label: 'What went wrong?' },
]
</script>

<template>
  <nav class="tabs" aria-label="On the bench">
    <RouterLink
      v-for="t in tabs"
      :key="t.name"
      :to="{ name: name(t.name), params: route.params.job && t.name !== 'corner' ? { job: route.params.job } : {}, query: route.query }"
      :class="{ on: route.name === name(t.name) }"
      >{{ t.label }}</RouterLink
    >
  </nav>
</template>

<style scoped>
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 4px;
  padding: 8px 20px 0;
}
a {
  padding: 8px 12px;
  min-height: 40px;
  border-bottom: 3px solid transparent;
  text-decoration: none;
  color: var(--pencil);
}
a.on {
  color: var(--ink);
  font-weight: 600;
  border-bottom-color: var(--chalk);
}
@media (max-width: 640px) {
  .tabs {
    padding: 4px 8px 0;
  }
  a {
    min-height: 48px;
    padding: 12px 10px;
  }
}
</style>
