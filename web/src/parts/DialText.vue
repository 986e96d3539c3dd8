<script setup lang="ts">
// What to set for an end, in the words of the saw: "44.75° left".
import type { EndView } from '../api/client'

defineProps<{ end: EndView }>()
</script>

<template>
  <span v-if="end.dial" class="dial"
    >{{ `${end.dial.text} ${end.dial.side ?? ''}` }}<template v-if="end.tilt && end.bevel?.degrees">{{ ` / ${end.tilt.text} ${end.tilt.side ?? ''}` }}</template
    ><template v-if="end.fence">{{ ` ${end.fence}` }}</template></span
  >
  <span v-else-if="end.mitre" class="dial stop">{{ end.mitre.text }} {{ end.mitre.side }}, past this saw</span>
  <span v-else class="dial stop">no setting</span>
</template>

<style scoped>
.dial {
  white-space: nowrap;
}
</style>
