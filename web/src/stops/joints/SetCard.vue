<script setup lang="ts">
// What goes around an opening: drawn to scale, its corners with what each is cut for, its pieces.
import { computed } from 'vue'
import ElevationPicture from '../../parts/ElevationPicture.vue'
import LengthText from '../../parts/LengthText.vue'
import SetText from '../../parts/SetText.vue'
import type { SetView } from '../../api/client'
import { mouldingName, view } from '../../state/job'
import { choose, pieceById } from '../../state/place'

const props = defineProps<{ of: SetView; far?: SetView }>()
const rows = computed(() => props.of.pieces.flatMap((id) => pieceById.value.get(id) ?? []))
/** Legs and head of two mouldings: the one is coped over the other from a template. */
const two = computed(() => {
  const of = (part: string) => rows.value.find((p) => p.part === part)?.moulding
  return of('head') && of('left') && of('head') !== of('left') ? { through: `job:${of('head')}`, coped: `job:${of('left')}`, reading: '90' } : undefined
})
const corner = (at: string) => at.replace('_', ' ')
/** How far off square an end is, as it lies on the wall. */
const cut = (e: { mitre?: { text: string } | undefined; said: string }) => e.mitre?.text ?? e.said
</script>

<template>
  <div class="card">
    <ElevationPicture :of="of.drawn" angles @pick="(id) => choose('piece', id)" />
    <div class="told">
      <h2>
        {{ of.title }} <span class="quiet">{{ of.school }}</span>
      </h2>
      <p v-for="j in of.joints" :key="j.at">
        <SetText :text="j.text" />
        <i v-if="j.word && j.word !== 'closes'" class="shows">△ {{ j.word }}: </i>
        <span v-if="j.shows" class="quiet small">{{ j.shows }}</span>
      </p>
      <table>
        <tbody>
          <tr v-for="p in rows" :key="p.id">
            <td>
              <button class="link" type="button" @click="choose('piece', p.id)">{{ p.label.slice(of.title.length + 1) }}</button>
            </td>
            <td class="num"><template v-if="p.hand?.inPlace">in place</template><LengthText v-else :of="p.cut" /></td>
            <td class="small">{{ cut(p.left) }} · {{ cut(p.right) }}</td>
            <td class="quiet small">{{ mouldingName(p.moulding) }}</td>
          </tr>
        </tbody>
      </table>
      <ul v-if="rows.some((p) => p.remarks.length)" class="small">
        <template v-for="p in rows" :key="p.id"
          ><li v-for="t in p.remarks" :key="t">
            <b>{{ p.label.slice(of.title.length + 1) }}:</b> <SetText :text="t" /></li
        ></template>
      </ul>
      <RouterLink v-if="two" class="btn plain" :to="{ name: 'job-cope', params: { job: view!.id }, query: two }">Template, legs over the head</RouterLink>
      <p v-if="far" class="quiet small">The wall’s other face gets its mirror: {{ far.text }}.</p>
      <p v-if="!of.joints.length" class="quiet small">{{ corner('head') }} and legs do not meet in a mitre.</p>
    </div>
  </div>
</template>

<style scoped>
.card {
  display: flex;
  gap: 18px;
  padding: 10px 16px;
  font-size: 14px;
  line-height: 1.4;
}
.card > :deep(svg) {
  flex: none;
  width: 150px;
  height: 228px;
  position: sticky;
  top: 8px;
}
.told {
  min-width: 0;
}
h2 {
  font-size: 16px;
}
table {
  border-collapse: collapse;
  margin: 6px 0;
}
td {
  padding: 2px 12px 2px 0;
  vertical-align: baseline;
}
.num {
  font-weight: 600;
  white-space: nowrap;
}
ul {
  margin: 0;
  padding-left: 18px;
}
.shows {
  margin-left: 6px;
  color: var(--ochre);
  font-style: normal;
}
.link {
  text-align: left;
  min-height: 28px;
}
@media (max-width: 640px) {
  .card {
    flex-direction: column;
  }
  .card > :deep(svg) {
    width: 100%;
  }
}
</style>
