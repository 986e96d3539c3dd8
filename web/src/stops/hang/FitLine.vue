<script setup lang="ts">
// How the joints of what is up closed: a tap each.
import { computed } from 'vue'
import { hows, sayFit, type How } from '../../state/fits'
import { fitOf, hangs, type HangCard } from '../../state/hanging'
import { mayCut } from '../../state/me'

const props = defineProps<{ card: HangCard; named?: boolean }>()
const emit = defineEmits<{ gapes: [end: string] }>()
const joints = computed(() =>
  props.card.pieces.flatMap((p) =>
    (['left', 'right'] as const)
      .filter((h) => p[h].title && hangs.value.has(p[h].mate ?? '')) // of one that is not up yet there is nothing to see
      .map((hand) => ({ key: `${p.id}/${hand}`, piece: p, hand, title: p[hand].title!, fit: fitOf(p, hand) })),
  ),
)
const open = computed(() => joints.value.filter((j) => !j.fit))
const say = (j: (typeof joints.value)[number], how: How) => sayFit(j.piece.id, j.hand, j.piece.label, { how })
async function allClosed() {
  for (const j of open.value) await say(j, 'closed')
}
</script>

<template>
  <section v-if="joints.length" class="fits" aria-label="How it closed">
    <p v-if="named" class="small">
      <b>{{ card.title }}</b> is up. How did it close?
      <button v-if="open.length > 1" class="all" type="button" :disabled="!mayCut" @click="allClosed">All closed</button>
    </p>
    <p v-for="j in joints" :key="j.key" class="joint">
      <span class="small">{{ j.hand }}: {{ j.title }}</span>
      <template v-if="j.fit">
        <b class="said" :class="j.fit.how">{{ j.fit.text }}</b>
        <button class="tap" type="button" :disabled="!mayCut" @click="emit('gapes', j.key)">Say otherwise</button>
      </template>
      <span v-else class="taps">
        <button v-for="h in hows.slice(0, 2)" :key="h.how" class="tap" type="button" :disabled="!mayCut" @click="say(j, h.how)">{{ h.name }}</button><button
          class="tap"
          type="button"
          :disabled="!mayCut"
          @click="emit('gapes', j.key)"
        >
          It gapes…
        </button>
      </span>
    </p>
  </section>
</template>

<style scoped>
.fits {
  border-left: 3px solid var(--chalk);
  padding: 2px 0 2px 12px;
  margin: 8px 0;
}
.joint {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  margin: 4px 0;
}
.taps {
  display: flex;
  gap: 6px;
}
.tap,
.all {
  min-height: 44px;
  padding: 0 14px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  cursor: pointer;
}
.all {
  margin-left: 8px;
}
.said {
  font-weight: 600;
}
.said.open,
.said.recut {
  color: var(--ochre);
}
</style>
