<script setup lang="ts">
// What a new shop is asked once: its saw and a first moulding. Each can be left; then it has what is ordinary.
import { useLocalStorage } from '@vueuse/core'
import { onMounted, ref, shallowRef } from 'vue'
import { api, lineOf, type LibraryView, take } from '../../api/client'
import { clientId } from '../../state/client'
import { loadJobs } from '../../state/joblist'
import { shopId } from '../../state/place'
import { tell } from '../../state/notice'
import SectionPicture from '../../parts/SectionPicture.vue'

defineProps<{ unit: string }>()
const swing = ref('50')
const tilt = ref<'one' | 'both'>('one')
const swings = ['45', '50', '60'].map((v) => ({ value: v, label: `${v}°` }))
const tilts = [
  { value: 'one', label: 'one way' },
  { value: 'both', label: 'both ways' },
]
const library = shallowRef<LibraryView | null>(null)
const base = ref('')
const name = ref('')
const done = useLocalStorage('gnomon.asked', false) // it is asked once
const error = ref('')
onMounted(async () => {
  library.value = await take(api.GET('/api/library')).catch(() => null)
})
async function keep() {
  error.value = ''
  const path = { path: { job: shopId } }
  const set = (field: string, value: unknown) => ({ do: 'set' as const, kind: 'saw', field, value })
  try {
    const ops = [
      set('mitre_left', swing.value),
      set('mitre_right', swing.value),
      set('bevel_right', tilt.value === 'both' ? '45' : '0'),
      set('name', name.value.trim() || 'My saw'),
    ]
    await take(api.POST('/api/jobs/{job}/changes', { params: path, body: { client: clientId, ops } }))
    if (base.value) await take(api.POST('/api/jobs/{job}/mouldings', { params: path, body: { client: clientId, pick: base.value } }))
    done.value = true
    tell('The shop has them. Every job begins with them.')
    await loadJobs()
  } catch (e) {
    error.value = lineOf(e)
  }
}
</script>

<template>
  <section v-if="!done" class="first">
    <h2>Your saw, and a first moulding</h2>
    <p class="quiet small">Both can be left, and said later in the Shop.</p>
    <div class="row">
      <label>It is called <input v-model="name" maxlength="200" placeholder="My saw" /></label>
      <div class="col"><span class="cap">swings to</span><el-segmented v-model="swing" :options="swings" aria-label="The table swings to" /></div>
      <div class="col"><span class="cap">tilts</span><el-segmented v-model="tilt" :options="tilts" aria-label="The blade tilts" /></div>
    </div>
    <div v-if="library" class="sections" role="radiogroup" aria-label="A first moulding">
      <button
        v-for="s in library.sections.filter((x) => x.kind === 'base' || x.kind === 'crown').slice(0, 6)"
        :key="s.id"
        type="button"
        role="radio"
        :aria-checked="base === s.id"
        :title="s.size"
        @click="base = base === s.id ? '' : s.id"
      >
        <SectionPicture :sketch="s.sketch" :crown="s.kind === 'crown'" /><span class="small">{{ s.name }}</span>
      </button>
    </div>
    <p class="acts">
      <button class="btn" type="button" @click="keep">Keep in the shop</button
      ><button class="link small" type="button" @click="done = true">Leave it for now</button>
    </p>
    <p v-if="error" class="stop small" role="alert">{{ error }}</p>
  </section>
</template>

<style scoped>
.first {
  padding: 12px 14px;
  margin-bottom: 18px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.row,
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: flex-end;
}
.col,
label {
  display: flex;
  flex-direction: column;
  gap: 2px;
  font-size: 13px;
  color: var(--pencil);
}
.cap {
  font-size: 13px;
  color: var(--pencil);
}
input {
  height: 36px;
  width: 128px;
  padding: 0 8px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--paper);
  font-size: 15px;
  color: var(--ink);
}
.sections {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 6px;
}
.sections button {
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--paper);
  padding: 4px;
  cursor: pointer;
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 2px;
  min-height: 76px;
}
.sections button :deep(svg) {
  height: 48px;
  width: 64px;
}
.sections button[aria-checked='true'] {
  border-color: var(--chalk);
  box-shadow: inset 0 0 0 1px var(--chalk);
}
</style>
