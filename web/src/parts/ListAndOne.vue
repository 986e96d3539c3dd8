<script setup lang="ts">
// Things of the shop: a list of them, and one with all that is known of it.
import { view } from '../state/job'

defineProps<{ of: string; wide?: boolean }>()
</script>

<template>
  <div class="page">
    <nav class="list" :class="{ wide }" :aria-label="of">
      <RouterLink class="back" :to="{ name: 'shop', params: { job: view!.id } }">Shop</RouterLink>
      <slot name="list" />
    </nav>
    <section class="one"><slot /></section>
  </div>
</template>

<style scoped>
.page {
  display: flex;
  height: 100%;
  min-height: 0;
}
.list {
  width: 196px;
  flex: none;
  border-right: 1px solid var(--rule);
  background: var(--sheet);
  padding: 10px;
  display: flex;
  flex-direction: column;
  gap: 4px;
  overflow: auto;
}
.list.wide {
  width: 218px;
}
.list :deep(button:not(.btn)) {
  border: 0;
  border-radius: 3px;
  background: none;
  padding: 8px;
  text-align: left;
  cursor: pointer;
  min-height: 48px;
}
.list :deep(button.on) {
  background: var(--chalk-wash);
}
.list :deep(b),
.list :deep(.small) {
  display: block;
}
.list :deep(.btn) {
  margin-top: 6px;
  justify-content: center;
}
.back {
  font-size: 13px;
  padding: 2px 6px 8px;
}
.one {
  flex: 1;
  min-width: 0;
  padding: 12px 20px 30px;
  overflow: auto;
  display: flex;
  flex-direction: column;
}
@media (max-width: 640px) {
  .page {
    flex-direction: column;
    height: auto;
    padding-bottom: 90px;
  }
  .list {
    width: auto;
    flex-direction: row;
    flex-wrap: wrap;
    border-right: 0;
    border-bottom: 1px solid var(--rule);
  }
  .list.wide {
    width: auto;
  }
  .one {
    padding: 12px 14px;
  }
}
</style>
