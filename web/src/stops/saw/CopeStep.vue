<script setup lang="ts">
// The second step of a coped end: its line drawn, what is sawn in which order, how far the saw leans, and what to see on a scrap.
import { computed, ref, watch } from 'vue'
import type { CopeView } from '../../api/client'
import SetText from '../../parts/SetText.vue'
import TemplateSheet from '../../parts/TemplateSheet.vue'

const props = defineProps<{ of: CopeView; tries?: string }>()
const at = ref(-1)
watch(
  () => props.of,
  () => (at.value = -1),
)
const lit = computed(() => props.of.steps[at.value]?.at ?? [])
</script>

<template>
  <div class="cope">
    <div class="pic"><TemplateSheet :of="of.face" dark :lit="lit" /></div>
    <div class="do">
      <p>
        <b><SetText :text="of.line" /></b> <SetText :text="of.waste" />
      </p>
      <p v-if="of.extra"><SetText :text="of.extra" /></p>
      <p><SetText :text="of.lean" /></p>
      <ol>
        <li v-for="(s, i) in of.steps" :key="i" :class="{ on: at === i }">
          <button type="button" :aria-pressed="at === i" @click="at = at === i ? -1 : i"><SetText :text="s.text" /></button>
        </li>
      </ol>
      <p v-for="c in of.checks" :key="c" class="check"><SetText :text="c" /></p>
      <p v-if="tries" class="check"><SetText :text="tries" /></p>
    </div>
  </div>
</template>

<style scoped>
.cope {
  flex: 1 1 0;
  min-height: 260px;
  display: flex;
  gap: 20px;
  margin: 8px 0;
}
.pic {
  flex: 1 1 46%;
  min-width: 0;
  min-height: 0;
  background: var(--dark-sheet);
  padding: 14px 20px;
}
.do {
  flex: 1 1 54%;
  min-width: 0;
  overflow-y: auto;
  font-size: 16px;
  line-height: 1.4;
  display: flex;
  flex-direction: column;
  gap: 6px;
}
ol {
  margin: 0;
  padding-left: 26px;
}
li button {
  vertical-align: top;
  border: 0;
  background: none;
  color: inherit;
  text-align: left;
  padding: 3px 6px;
  cursor: pointer;
  min-height: 30px;
  width: 100%;
}
li.on button {
  background: var(--dark-rule);
}
li::marker {
  color: var(--pink);
  font-weight: 700;
}
.check {
  color: var(--dark-pencil);
  font-size: 15px;
}
@media (max-width: 860px) {
  .cope {
    flex: none;
    flex-direction: column;
    min-height: 0;
  }
  .pic {
    height: 300px;
    flex: none;
  }
  .do {
    overflow: visible;
    font-size: 17px;
  }
  li button {
    min-height: 44px;
  }
}
</style>
