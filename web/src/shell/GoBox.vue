<script setup lang="ts">
// Search and go: type part of a name, Enter goes there.
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, take } from '../api/client'
import { intoFirst } from '../parts/firstField'
import SetText from '../parts/SetText.vue'
import { view } from '../state/job'
import { choose } from '../state/place'

const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const open = ref(true)
const text = ref('')
const at = ref(0)
const ask = ref<HTMLInputElement>()

interface Target {
  name: string
  where: string
  go: () => void
}
const to = (name: string, room?: string, pick?: [string, string]) => async () => {
  await router.push({ name, params: { job: view.value!.id }, query: room ? { room } : {} })
  if (pick) choose(...pick)
}
/** What is found in the rooms that are not held here. */
const found = shallowRef<Target[]>([])
const search = useDebounceFn(async (words: string) => {
  const job = view.value?.id
  if (!job || !words.trim() || view.value!.parts.size === view.value!.rooms.length) return void (found.value = [])
  // Out of reach there is what is held.
  const a = await take(api.GET('/api/jobs/{job}/find', { params: { path: { job }, query: { text: words } } })).catch(() => null)
  if (a && words === text.value)
    found.value = a.found
      .filter((f) => f.kind !== 'room' && !view.value?.parts.has(f.room))
      .map((f) => ({ name: f.name, where: f.where, go: to(f.stop, f.room, [f.kind, f.id]) }))
}, 120)
watch(text, search)
const targets = computed<Target[]>(() => {
  const v = view.value
  if (!v) return []
  const out: Target[] = []
  for (const r of v.rooms) out.push({ name: r.title, where: 'room', go: to('measure', r.id) })
  for (const { room: r } of v.parts.values()) {
    for (const w of r.walls)
      out.push({ name: w.label, where: `${r.title}, measure${w.length ? `, ${w.length.text}` : ''}`, go: to('measure', r.id, ['wall', w.id]) })
    for (const c of r.corners) if (c.joined) out.push({ name: `corner ${c.letter}`, where: `${r.title}, joints`, go: to('joints', r.id, ['corner', c.id]) })
  }
  for (const p of v.pieces)
    out.push({
      name: p.label,
      where: `${v.rooms.find((r) => r.id === p.room)?.title}, ${p.wallText}, ${p.cut.text}, at the saw`,
      go: to('saw', p.room, ['piece', p.id]),
    })
  out.push(...found.value)
  for (const m of v.mouldings) out.push({ name: m.name || m.id, where: 'moulding', go: to('shop') })
  out.push(
    { name: 'saw settings', where: 'shop', go: to('shop') },
    { name: 'house rules', where: 'shop', go: to('rules') },
    { name: 'offcut rack', where: 'shop', go: to('shop') },
    { name: 'quote', where: 'look', go: to('quote') },
    { name: 'price sheet', where: 'look', go: to('prices') },
    { name: 'one corner', where: 'bench', go: () => void router.push({ name: 'corner' }) },
    {
      name: 'will it close? fit',
      where: 'bench',
      go: () => void router.push(view.value ? { name: 'job-fit', params: { job: view.value.id } } : { name: 'fit' }),
    },
    {
      name: 'cope, its template',
      where: 'bench',
      go: () => void router.push(view.value ? { name: 'job-cope', params: { job: view.value.id } } : { name: 'cope' }),
    },
    {
      name: 'what went wrong?',
      where: 'bench',
      go: () => void router.push(view.value ? { name: 'job-wrong', params: { job: view.value.id } } : { name: 'wrong' }),
    },
  )
  return out
})
const hits = computed(() => {
  const words = text.value.toLowerCase().split(/\s+/).filter(Boolean)
  // Whole words of the name count before a digit that only stands in a length.
  const score = (t: Target) => {
    const name = t.name.toLowerCase().split(' ')
    return words.filter((w) => name.includes(w)).length
  }
  return targets.value
    .filter((t) => words.every((w) => `${t.name} ${t.where}`.toLowerCase().includes(w)))
    .map((t) => ({ t, s: score(t) }))
    .sort((a, b) => b.s - a.s)
    .slice(0, 9)
    .map((h) => h.t)
})
function go(t?: Target) {
  if (!t) return
  open.value = false
  t.go()
}
function onKey(e: KeyboardEvent) {
  if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
    e.preventDefault()
    at.value = Math.max(0, Math.min(hits.value.length - 1, at.value + (e.key === 'ArrowDown' ? 1 : -1)))
  } else if (e.key === 'Enter') go(hits.value[at.value])
  else at.value = 0
}
</script>

<template>
  <el-dialog v-model="open" title="Go to" width="520px" top="12vh" @opened="intoFirst(ask)" @closed="emit('close')">
    <input ref="ask" v-model="text" class="ask" placeholder="wall 3, corner B, base 2, galley…" aria-label="What to go to" @keydown="onKey" />
    <ul role="listbox" aria-label="Found">
      <li v-for="(t, i) in hits" :key="i" role="option" :aria-selected="i === at" :class="{ on: i === at }" @click="go(t)" @mousemove="at = i">
        <b>{{ t.name }}</b> <span class="quiet small"><SetText :text="t.where" /></span>
      </li>
      <li v-if="!hits.length" class="quiet">Nothing of that name. Try a wall, a corner letter, a piece or a room.</li>
    </ul>
  </el-dialog>
</template>

<style scoped>
.ask {
  width: 100%;
  height: 44px;
  padding: 0 12px;
  border: 1px solid var(--chalk);
  border-radius: 3px;
  font-size: 17px;
}
ul {
  list-style: none;
  margin: 10px 0 0;
  padding: 0;
}
li {
  padding: 9px 12px;
  border-radius: 3px;
  cursor: pointer;
  display: flex;
  gap: 12px;
  align-items: baseline;
}
li.on {
  background: var(--chalk-wash);
}
</style>
