<script setup lang="ts">
// An odd place of the room: drawn, worked out, with its pieces; its fields are changed here.
import { computed, shallowRef, watch } from 'vue'
import { api, type DetailView, type OddView, take } from '../../api/client'
import LengthInput from '../../parts/LengthInput.vue'
import LengthText from '../../parts/LengthText.vue'
import OddAnswer from '../../parts/OddAnswer.vue'
import OddPicture from '../../parts/OddPicture.vue'
import { valuesOf } from '../../pages/bench/given'
import OddFields from '../../pages/bench/OddFields.vue'
import SetText from '../../parts/SetText.vue'
import PickField from '../../parts/PickField.vue'
import { attempt, change, clearable, mouldingName, setOp, view } from '../../state/job'
import { choose, pieceById } from '../../state/place'

const props = defineProps<{ of: OddView }>()
const all = shallowRef<DetailView[]>([])
watch(
  () => view.value?.id,
  async (job) => (all.value = await take(api.GET('/api/bench/details', { params: { query: { job: job ?? '' } } })).catch(() => [])),
  { immediate: true },
)
const detail = computed(() => all.value.find((d) => d.name === props.of.detail))
const rows = computed(() => props.of.pieces.flatMap((id) => pieceById.value.get(id) ?? []))
const given = computed(() => {
  const out: Record<string, string> = {}
  for (const f of props.of.given) out[f.name] = out[f.name] ? `${out[f.name]}, ${f.text}` : f.text
  return out
})
const own = computed(() => props.of.kind === 'odd')
async function put(name: string, text: string) {
  const next = props.of.given.filter((f) => f.name !== name)
  for (const t of valuesOf(detail.value!, name, text)) next.push({ name, text: t })
  // As typed, in the job's unit: the server keeps it so that it reads alike in any.
  const query = { detail: props.of.detail, field: next.map((f) => `${f.name}=${f.text}`), job: view.value!.id }
  const fields = (await take(api.GET('/api/bench/fields', { params: { query } }))).fields
  await change({ do: 'set', kind: 'odd', id: props.of.id, field: 'fields', value: fields })
}
const mouldings = computed(() => (view.value?.mouldings ?? []).map((m) => ({ value: m.id, label: mouldingName(m.id) })))
const pick = (field: 'moulding' | 'second') => (v: string) => attempt(setOp('odd', props.of.id, field, v, props.of[field]))
</script>

<template>
  <div class="card">
    <div class="head">
      <h2>
        {{ of.title }} <span class="quiet"><SetText :text="of.where" /></span>
      </h2>
      <div v-if="of.worked" class="pic"><OddPicture :of="of.worked.drawn" small /></div>
      <table v-if="rows.length">
        <tbody>
          <tr v-for="p in rows" :key="p.id">
            <td>
              <button class="link" type="button" @click="choose('piece', p.id)">{{ p.label }}</button>
            </td>
            <td class="num"><template v-if="p.hand?.inPlace">in place</template><LengthText v-else :of="p.cut" /></td>
            <td class="quiet small">{{ mouldingName(p.moulding) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-else class="quiet small">Nothing of the room’s trim comes to it as it is given; the margin says why.</p>
      <template v-if="own && detail">
        <h3>As it was given</h3>
        <div class="grid">
          <LengthInput
            v-if="of.place === 'wall' || of.place === 'alone'"
            label="from its wall’s left end"
            :entry="of.at"
            hint="–"
            :commit="clearable('odd', of.id, 'at')"
          />
          <PickField v-if="of.place === 'alone'" label="pieces of" :value="of.moulding ?? ''" none="not said" :options="mouldings" @pick="pick('moulding')" />
          <PickField v-if="detail.second" :label="detail.second" :value="of.second ?? ''" none="none" :options="mouldings" @pick="pick('second')" />
        </div>
        <OddFields :of="detail" :given="given" room :put="put" />
        <button class="btn plain" type="button" @click="attempt({ do: 'remove', kind: 'odd', id: of.id })">Take it out of the room</button>
      </template>
      <p v-else class="quiet small">It was measured as a thing on its wall: change it at Measure, on the wall’s sheet.</p>
    </div>
    <OddAnswer v-if="of.worked" :of="of.worked" bare />
  </div>
</template>

<style scoped>
.card {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 20px;
  padding: 10px 16px;
  font-size: 14px;
  line-height: 1.4;
}
.head {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-width: 0;
}
.pic {
  height: 170px;
}
table {
  border-collapse: collapse;
}
td {
  padding: 1px 12px 1px 0;
  vertical-align: baseline;
}
.num {
  font-weight: 600;
  white-space: nowrap;
}
.link {
  text-align: left;
  min-height: 28px;
}
.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 14px;
}
.btn {
  align-self: flex-start;
}
@media (max-width: 760px) {
  .card {
    grid-template-columns: 1fr;
  }
}
</style>
