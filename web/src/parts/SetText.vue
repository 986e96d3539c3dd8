<script setup lang="ts">
// A sentence from Go with the lengths in it typeset: true fractions and primes.
import { computed } from 'vue'

const props = defineProps<{ text: string }>()
const parts = computed(() =>
  props.text.split(/(\d+\/\d+)/).map((t, i) => ({
    frac: i % 2 === 1,
    t: t
      .replace(/(\d)'/g, '$1′')
      .replace(/(^|\d)"/g, '$1″')
      .replace(/'/g, '’'),
  })),
)
</script>

<template>
  <template v-for="(p, i) in parts" :key="i"
    ><span v-if="p.frac" class="frac">{{ p.t }}</span
    ><template v-else>{{ p.t }}</template></template
  >
</template>
