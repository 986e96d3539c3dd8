<script setup lang="ts">
// The order to hang, with what each piece's ends want, and what is glued on the bench.
import { computed, onBeforeUnmount } from 'vue'
import SetText from '../../parts/SetText.vue'
import type { PieceView } from '../../api/client'
import { view } from '../../state/job'
import { shows } from '../../state/shows'
import { choose, isChosen, pieceById, pieces, room } from '../../state/place'

shows.bench = true
onBeforeUnmount(() => (shows.bench = false))
/** What goes up as one, in order: one line for pieces of one number. */
const steps = computed(() => {
  const out: { hang: number; pieces: PieceView[] }[] = []
  for (const p of [...pieces.value].filter((q) => q.hang && !q.cap).sort((a, b) => a.hang - b.hang)) {
    const last = out.at(-1)
    if (last?.hang === p.hang) last.pieces.push(p)
    else out.push({ hang: p.hang, pieces: [p] })
  }
  return out
})
/** What could go up first, beside what does. */
const starts = computed(() => new Set((view.value?.chains ?? []).flatMap((c) => c.starts)))
const left = computed(() => pieces.value.filter((p) => !p.hang))
const glue = computed(() => (view.value?.glue ?? []).filter((g) => pieceById.value.get(g.group)?.room === room.value?.id))
</script>

<template>
  <div class="two">
    <ol class="hang">
      <li v-for="s in steps" :key="s.hang" :class="{ on: s.pieces.some((p) => isChosen('piece', p.id)) }">
        <button type="button" @click="choose('piece', s.pieces[0]!.id)">
          <b class="n">{{ s.hang }}</b>
          <span
            ><b>{{ s.pieces.map((p, i) => (i ? p.label.toLowerCase() : p.label)).join(', ') }}</b
            ><i v-if="s.pieces.length > 1" class="bench">glued up as one</i
            ><i v-if="s.hang > 1 && s.pieces.some((p) => starts.has(p.id))" class="free">could go first</i
            ><i v-if="s.pieces[0]!.late > s.pieces[0]!.early" class="quiet free">anywhere from {{ s.pieces[0]!.early }} to {{ s.pieces[0]!.late }} would do</i>
            <span v-for="p in s.pieces.filter((q) => q.how)" :key="p.id" class="how"
              ><template v-if="s.pieces.length > 1">{{ p.label }}: </template><SetText :text="p.how" /></span
          ></span>
        </button>
      </li>
      <li v-if="left.length" class="stop none">Not to be hung as decided: {{ left.map((p) => p.label).join(', ') }}.</li>
    </ol>
    <div v-if="glue.length" class="glue">
      <h3>On the bench, in this order</h3>
      <ol>
        <li v-for="(g, i) in glue" :key="i"><SetText :text="g.text" /></li>
      </ol>
      <p class="quiet small">Two groups in turn: one dries while the next joint of the other is made. Instant adhesive bonds skin.</p>
    </div>
  </div>
</template>

<style scoped>
.two {
  display: flex;
  gap: 0 22px;
  height: 100%;
  min-height: 0;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.hang {
  flex: 1.7;
  min-width: 0;
  overflow: auto;
}
.hang button {
  display: flex;
  gap: 12px;
  width: 100%;
  border: 0;
  background: none;
  text-align: left;
  padding: 6px 16px;
  font-size: 14px;
  line-height: 1.35;
  cursor: pointer;
}
.hang li {
  border-bottom: 1px solid #ece7db;
}
li.on {
  background: var(--chalk-wash);
}
.n {
  flex: none;
  width: 24px;
  height: 24px;
  border: 1px solid var(--ink);
  border-radius: 50%;
  text-align: center;
  line-height: 22px;
  font-size: 13px;
}
.how {
  display: block;
  color: var(--pencil);
}
i {
  font-style: normal;
  font-size: 13px;
}
.bench {
  color: var(--chalk);
  margin-left: 8px;
}
.free {
  margin-left: 8px;
}
.none {
  padding: 8px 16px;
}
.glue {
  flex: 1;
  min-width: 0;
  overflow: auto;
  padding: 8px 16px 8px 0;
  font-size: 14px;
}
.glue ol {
  counter-reset: g;
}
.glue li {
  padding: 4px 0 4px 22px;
  position: relative;
  counter-increment: g;
}
.glue li::before {
  content: counter(g);
  position: absolute;
  left: 0;
  color: var(--pencil);
}
@media (max-width: 860px) {
  .two {
    flex-direction: column;
    height: auto;
  }
  .glue {
    padding: 10px 16px;
  }
  .hang button {
    min-height: 44px;
  }
}
</style>
