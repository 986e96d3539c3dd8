<script setup lang="ts">
// The joint at the chosen corner: what it is, why, what the other choice would come to, and
// how to overrule it.
import { computed } from 'vue'
import LengthText from '../../parts/LengthText.vue'
import SetText from '../../parts/SetText.vue'
import type { DecisionView } from '../../api/client'
import { bullnoses } from '../../state/choices'
import { drop, overrideOf, overrule, swap } from '../../state/deciding'
import { view } from '../../state/job'
import { pieceById, room } from '../../state/place'

const props = defineProps<{ of: DecisionView }>()
const corner = computed(() => room.value?.corners.find((c) => c.id === props.of.corner))
const where = computed(() => ({ run: props.of.run, corner: props.of.corner }))
const inside = computed(() => overrideOf('inside', where.value)?.choice ?? '')
/** The joints that may be wished here: those of the moulding that runs here, and what was wished. */
const joints = computed(() => {
  const of = view.value?.mouldings.find((m) => m.id === pieceById.value.get(props.of.left || props.of.right || '')?.moulding)?.joints ?? []
  return inside.value && !of.includes(inside.value) ? [...of, inside.value] : of
})
const round = computed(() => !!(corner.value?.radius || corner.value?.chord))
const turned = computed(() => overrideOf('bullnose', where.value)?.choice ?? '')
function wish(question: string, choice: string) {
  if (choice) void overrule({ ...where.value, question, choice })
  else void drop(overrideOf(question, where.value)!.id)
}
const rows = computed(() =>
  [
    { name: 'As planned', t: props.of.now },
    { name: props.of.other?.text ?? 'The other', t: props.of.instead },
  ].filter((r) => r.t),
)
</script>

<template>
  <div class="card">
    <div class="said">
      <h2>
        <b class="letter">{{ of.letter }}</b> {{ of.title }}
      </h2>
      <p><SetText :text="of.why" /></p>
      <p class="quiet"><SetText :text="of.runnerUp" /></p>
      <p v-if="of.fit" :class="{ shows: !of.fit.closes }"><SetText :text="of.fit.text" /></p>
      <p class="acts">
        <button v-if="of.other" class="btn" type="button" @click="swap">{{ of.other.text }} <kbd>I</kbd></button>
        <button v-if="of.overrides.length" class="btn plain" type="button" @click="drop(...of.overrides)">Back to the house rules</button>
        <RouterLink v-if="of.left && of.right" class="btn plain" :to="{ name: 'job-fit', params: { job: view!.id }, query: { run: of.run, corner: of.corner } }"
          >Will it close?</RouterLink
        >
        <RouterLink
          v-if="of.joint === 'cope'"
          class="btn plain"
          :to="{ name: 'job-cope', params: { job: view!.id }, query: { run: of.run, corner: of.corner } }"
          >Template</RouterLink
        >
        <RouterLink
          v-if="of.left && of.right && of.joint !== 'butt'"
          class="btn plain"
          :to="{ name: 'job-wrong', params: { job: view!.id }, query: { run: of.run, corner: of.corner } }"
          >It gapes</RouterLink
        >
        <label v-if="corner?.kind === 'inside' && of.left && of.right"
          >this corner
          <select :value="inside" aria-label="Joint at this corner" @change="(e) => wish('inside', (e.target as HTMLSelectElement).value)">
            <option value="">as the rule has it</option>
            <option v-for="k in joints" :key="k" :value="k">{{ k }}</option>
          </select></label
        >
        <label v-if="round"
          >turned with
          <select :value="turned" aria-label="How this corner is turned" @change="(e) => wish('bullnose', (e.target as HTMLSelectElement).value)">
            <option value="">as the rule has it</option>
            <option v-for="k in bullnoses" :key="k.value" :value="k.value">{{ k.label }}</option>
          </select></label
        >
      </p>
    </div>
    <table v-if="rows.length">
      <thead>
        <tr>
          <th scope="col">over the whole run</th>
          <th scope="col">length coped</th>
          <th scope="col">seams that face you</th>
          <th scope="col">on the other hand</th>
          <th scope="col">coped at both ends</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.name">
          <th scope="row">{{ r.name }}</th>
          <td><LengthText :of="r.t!.coped" /></td>
          <td>{{ r.t!.seams.join(', ') || 'none' }}</td>
          <td>{{ r.t!.offHand.join(', ') || 'none' }}</td>
          <td>{{ r.t!.double.join(', ') || 'none' }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.card {
  display: flex;
  flex-direction: column;
  gap: 4px;
  padding: 8px 16px;
  font-size: 14px;
  line-height: 1.35;
}
h2 {
  font-size: 16px;
}
.letter {
  color: var(--chalk);
  margin-right: 6px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  padding-top: 5px;
}
.acts .btn {
  min-height: 34px;
  padding: 4px 12px;
}
.acts a.btn {
  display: inline-flex;
  align-items: center;
  text-decoration: none;
}
.shows {
  color: var(--ochre);
}
label {
  display: flex;
  gap: 6px;
  align-items: center;
  color: var(--pencil);
}
select {
  height: 34px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 6px;
  color: var(--ink);
}
table {
  border-collapse: collapse;
  width: 100%;
  table-layout: fixed;
}
th,
td {
  text-align: left;
  padding: 2px 8px 2px 0;
  border-bottom: 1px solid var(--rule);
  vertical-align: top;
}
thead th {
  font-weight: 400;
  font-size: 12.5px;
  color: var(--pencil);
}
tbody tr:first-child th {
  font-weight: 600;
}
tbody th {
  font-weight: 400;
}
@media (max-width: 860px) {
  select,
  .acts .btn {
    min-height: 44px;
  }
}
</style>
