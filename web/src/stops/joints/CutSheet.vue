<script setup lang="ts">
// The cut list with its sorting, filters and groups, and what is printed from it.
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { PieceView } from '../../api/client'
import { view } from '../../state/job'
import { printAll } from '../../state/printing'
import { shows } from '../../state/shows'
import { pieces, room } from '../../state/place'
import CutList from '../CutList.vue'

const sorts: Record<string, [string, (a: PieceView, b: PieceView) => number]> = {
  run: ['as they run', () => 0],
  hang: ['in the order to hang', (a, b) => (a.hang || 999) - (b.hang || 999)],
  longest: ['longest first', (a, b) => b.cut.nm - a.cut.nm],
}
const filters: Record<string, [string, (p: PieceView) => boolean]> = {
  all: ['all pieces', () => true],
  open: ['not cut yet', (p) => !p.done],
  coped: ['with a cope', (p) => p.left.joint === 'cope' || p.right.joint === 'cope'],
  bench: ['for the bench', (p) => !!p.group],
  held: ['held back or not as they are', (p) => p.remarks.length > 0],
  changed: ['with something allowed', (p) => !!p.allowed],
}
const sort = ref('run')
const filter = ref('all')
const moulding = ref('')
const everywhere = ref(false)
const coped = computed(() => pieces.value.some((p) => p.left.joint === 'cope' || p.right.joint === 'cope'))
watch(everywhere, (on) => (shows.all = on))
onBeforeUnmount(() => (shows.all = false))
const mouldings = computed(() => view.value!.mouldings.filter((m) => view.value!.pieces.some((p) => p.moulding === m.id)))
const scope = computed(() => (everywhere.value ? view.value!.pieces : pieces.value))
const shown = computed(() => scope.value.filter((p) => filters[filter.value]![1](p) && (!moulding.value || p.moulding === moulding.value)))
const groups = computed(() => {
  const out: { key: string; title: string; rows: PieceView[] }[] = []
  for (const m of mouldings.value) {
    for (const r of everywhere.value ? view.value!.rooms : [room.value!]) {
      const rows = shown.value.filter((p) => p.moulding === m.id && p.room === r.id)
      if (rows.length) out.push({ key: m.id + r.id, title: `${m.name || m.id} · ${r.title}`, rows: [...rows].sort(sorts[sort.value]![1]) })
    }
  }
  return out
})
const longest = computed(() => Math.max(1, ...scope.value.map((p) => p.cut.nm)))
</script>

<template>
  <div class="sheet">
    <div class="tools">
      <select v-model="sort" aria-label="Sorted">
        <option v-for="(s, k) in sorts" :key="k" :value="k">{{ s[0] }}</option>
      </select>
      <select v-model="filter" aria-label="Shown">
        <option v-for="(s, k) in filters" :key="k" :value="k">{{ s[0] }}</option>
      </select>
      <select v-if="mouldings.length > 1" v-model="moulding" aria-label="Moulding">
        <option value="">every moulding</option>
        <option v-for="m in mouldings" :key="m.id" :value="m.id">{{ m.name || m.id }}</option>
      </select>
      <label><input v-model="everywhere" type="checkbox" /> all rooms</label>
      <span class="quiet small">{{ shown.length }} pieces, told at the back, bottom edge</span><span class="space" />
      <a class="link" :href="`/api/jobs/${view!.id}/cutsheet.pdf`" target="_blank" rel="noopener">Cut sheet</a
      ><a class="link" :href="`/api/jobs/${view!.id}/labels.pdf`" target="_blank" rel="noopener">Labels</a
      ><a
        v-if="room && coped"
        class="link"
        :href="`/api/jobs/${view!.id}/templates?room=${encodeURIComponent(room.id)}`"
        target="_blank"
        rel="noopener"
        title="Of every coped end of this room, in the order to cut"
        >Templates</a
      ><a class="link" :href="`/api/jobs/${view!.id}/cutlist.csv`">CSV</a><button class="link" type="button" @click="printAll">Print all rooms</button>
    </div>
    <div class="scroll">
      <div v-for="g in groups" :key="g.key" class="group">
        <h3>{{ g.title }}</h3>
        <CutList :rows="g.rows" :longest="longest" />
      </div>
      <p v-if="!groups.length" class="quiet empty">
        {{ scope.length ? 'No piece is like that.' : 'Nothing to cut yet. Measure a wall, and choose a moulding for the room in Shop.' }}
      </p>
    </div>
  </div>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 5px 12px;
  align-items: center;
  padding: 6px 16px;
  font-size: 14px;
}
.space {
  flex: 1;
}
select {
  height: 32px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 6px;
}
.tools .link {
  text-decoration: none;
}
.scroll {
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 0 12px 8px;
}
.group h3 {
  padding: 8px 4px 2px;
}
.empty {
  padding: 20px 4px;
}
@media (max-width: 1100px) {
  .scroll {
    overflow: visible;
  }
  select,
  .tools .link {
    min-height: 44px;
    display: flex;
    align-items: center;
  }
  .tools label {
    min-height: 44px;
    display: flex;
    align-items: center;
    gap: 6px;
  }
}
</style>
