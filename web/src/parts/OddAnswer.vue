<script setup lang="ts">
// What an odd place comes to: its figures, its pieces as this saw cuts them, what to do, what to mind.
import { computed } from 'vue'
import LengthText from './LengthText.vue'
import SetText from './SetText.vue'
import type { WorkedView } from '../api/client'

const props = defineProps<{ of: WorkedView; /** Its pieces stand in lists of their own. */ bare?: boolean }>()
type Stick = WorkedView['sticks'][number]
type End = Stick['left']
/** How an end is set: swing and tilt where it takes them, else its joint in a word. */
function setting(e: End) {
  if (!e.mitre || !e.bevel) return e.said
  const parts = [e.mitre, e.bevel].flatMap((a, i) => (a.side ? [`${i ? 'tilt' : 'swing'} ${a.text} ${a.side}`] : []))
  return parts.length ? `${parts.join(', ')}, ${e.pose}` : 'square'
}
/** Pieces alike that follow one another stand in one line. */
const rows = computed(() => {
  const out: { first: Stick; last: Stick; left: string; right: string }[] = []
  for (const s of props.of.sticks.filter((k) => !k.beside)) {
    const [left, right] = [setting(s.left), setting(s.right)]
    const was = out[out.length - 1]
    if (was && was.left === left && was.right === right && was.first.cut.text === s.cut.text && !s.work.length) was.last = s
    else out.push({ first: s, last: s, left, right })
  }
  return out
})
const label = (r: { first: Stick; last: Stick }) => r.first.label + (r.first === r.last ? '' : ` to ${r.last.label.split(' ').pop()}`)
</script>

<template>
  <div class="answer">
    <dl>
      <template v-for="f in of.figures" :key="f.name"
        ><dt><SetText :text="f.label" /></dt>
        <dd><SetText :text="f.text" /></dd
      ></template>
    </dl>
    <table v-if="!bare && rows.length">
      <thead>
        <tr>
          <th>piece</th>
          <th>cut</th>
          <th>left end</th>
          <th>right end</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.first.part">
          <td>{{ label(r) }}<i v-if="r.first.cap" class="quiet small"> off a long piece</i></td>
          <td class="num"><LengthText :of="r.first.cut" /></td>
          <td class="small">{{ r.left }}</td>
          <td class="small">{{ r.right }}</td>
        </tr>
      </tbody>
    </table>
    <ol>
      <li v-for="t in of.steps" :key="t"><SetText :text="t" /></li>
    </ol>
    <p v-for="t in of.cautions" :key="t" class="caution small"><SetText :text="t" /></p>
  </div>
</template>

<style scoped>
.answer {
  display: flex;
  flex-direction: column;
  gap: 10px;
}
dl {
  margin: 0;
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 16px;
  max-width: 460px;
}
dt {
  color: var(--pencil);
}
dd {
  margin: 0;
  font-weight: 600;
  text-align: right;
  white-space: nowrap;
}
table {
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 400;
  font-size: 12px;
  color: var(--pencil);
}
td,
th {
  padding: 2px 14px 2px 0;
  vertical-align: baseline;
}
.num {
  font-weight: 600;
  white-space: nowrap;
}
ol {
  margin: 0;
  padding-left: 20px;
}
.caution {
  border-left: 3px solid var(--ochre);
  padding-left: 10px;
}
</style>
