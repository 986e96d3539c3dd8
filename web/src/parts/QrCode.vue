<script setup lang="ts">
// A code for cameras, from the path that Go made; dark on light with its quiet rim.
defineProps<{ of: { size: number; path: string }; label: string }>()
</script>

<template>
  <svg class="qr" :viewBox="`-4 -4 ${of.size + 8} ${of.size + 8}`" role="img" :aria-label="label" shape-rendering="crispEdges"><path :d="of.path" /></svg>
</template>

<style scoped>
.qr {
  width: 190px;
  height: 190px;
  background: #fff;
  border: 1px solid var(--rule);
  display: block;
}
</style>
