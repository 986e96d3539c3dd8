<script setup lang="ts">
// The cut list: each piece with what is on its ends and what to set for them.
import type { EndView, PieceView } from '../api/client'
import DialText from '../parts/DialText.vue'
import LengthText from '../parts/LengthText.vue'
import PieceBar from '../parts/PieceBar.vue'
import SetText from '../parts/SetText.vue'
import { choose, isChosen } from '../state/place'

defineProps<{ rows: PieceView[]; longest: number }>()
const told = (e: EndView) => (e.toldTo === 'end' ? '' : e.toldTo)
</script>

<template>
  <table class="cuts">
    <colgroup>
      <col class="c-piece" />
      <col class="c-hang" />
      <col />
      <col class="c-bar" />
      <col />
      <col class="c-tick" />
    </colgroup>
    <thead>
      <tr>
        <th scope="col">piece</th>
        <th scope="col" class="hang">hang</th>
        <th scope="col">left end: joint, saw, told to</th>
        <th scope="col" class="len">cut</th>
        <th scope="col">right end</th>
        <th scope="col" class="tick"><span class="screen-only">done</span><span class="print-only">✓</span></th>
      </tr>
    </thead>
    <tbody v-for="p in rows" :key="p.id">
      <tr :class="{ on: isChosen('piece', p.id), done: p.done }" @click="choose('piece', p.id)">
        <th scope="row">
          <button type="button" class="pick">{{ p.label }}</button> <span class="quiet small">{{ p.wallText }}</span>
        </th>
        <td class="hang quiet">{{ p.hang || '–' }}<span v-if="p.group" class="bench" title="glued up on the bench">bench</span></td>
        <td class="end">
          <div>
            <span
              >{{ p.left.joint }} <i>{{ p.left.meeting }}</i></span
            ><span
              ><DialText :end="p.left" /> <i>{{ told(p.left) }}</i></span
            >
          </div>
        </td>
        <td class="len">
          <b v-if="p.held" class="stop">held back</b><b v-else-if="p.hand?.inPlace" class="place">in place</b><b v-else><LengthText :of="p.cut" /></b
          ><span v-if="!p.held && p.cut.text !== p.length.text" class="quiet small" :title="p.allowed"> measured <LengthText :of="p.length" /></span
          ><PieceBar :piece="p" :longest="longest" />
        </td>
        <td class="end">
          <div>
            <span
              >{{ p.right.joint }} <i>{{ p.right.meeting }}</i></span
            ><span
              ><DialText :end="p.right" /> <i>{{ told(p.right) }}</i></span
            >
          </div>
        </td>
        <td class="tick">
          <span class="screen-only" :class="{ good: p.done }"
            >{{ p.done ? 'cut' : p.left.mark || p.right.mark ? 'one end' : '' }}<i v-if="p.miscuts" class="stop small"> {{ p.miscuts }} miscut</i></span
          ><span class="print-only box">{{ p.done ? '✓' : '' }}</span>
        </td>
      </tr>
      <tr v-if="[...p.remarks, ...p.ends].length" class="said">
        <td colspan="6">
          <p v-for="s in [...p.remarks, ...p.ends]" :key="s"><SetText :text="s" /></p>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.c-piece {
  width: 98px;
}
.c-hang {
  width: 40px;
}
.c-bar {
  width: 182px;
}
.c-tick {
  width: 44px;
}
.cuts {
  width: 100%;
  table-layout: fixed;
  border-collapse: collapse;
  font-size: 14px;
  line-height: 1.25;
}
thead th {
  position: sticky;
  top: 0;
  background: var(--sheet);
  z-index: 1;
  font-weight: 400;
  font-size: 12.5px;
  color: var(--pencil);
  text-align: left;
  border-bottom: 1px solid var(--rule);
  padding: 4px 6px;
}
tbody th {
  text-align: left;
  font-weight: 400;
}
td,
tbody th {
  padding: 3px 5px;
  height: 31px;
  border-bottom: 1px solid #ece7db;
  vertical-align: middle;
}
tbody tr {
  cursor: pointer;
}
tbody tr:hover {
  background: #faf8f3;
}
tr.on {
  background: var(--chalk-wash);
}
.pick {
  border: 0;
  padding: 0;
  background: none;
  font-weight: 600;
  cursor: pointer;
  text-align: left;
}
.len {
  text-align: center;
  white-space: nowrap;
}
.len b {
  font-size: 17px;
  font-weight: 600;
}
thead .len {
  text-align: center;
}
.end {
  font-family: var(--narrow);
  font-size: 14px;
}
.end div {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0 6px;
  white-space: nowrap;
}
.end i,
.tick i {
  font-style: normal;
  color: var(--pencil);
}
.said td {
  height: auto;
  padding: 1px 6px 5px;
  font-size: 13.5px;
  border-top: 0;
}
.cuts tr:has(+ .said) > * {
  border-bottom: 0;
}
.hang {
  width: 36px;
  text-align: center;
}
.bench {
  display: block;
  font-size: 11px;
  line-height: 1;
  color: var(--chalk);
}
.tick {
  width: 54px;
}
@media screen and (max-width: 640px) {
  /* a card a piece: name and length, then the two ends */
  .cuts,
  .cuts tbody {
    display: block;
  }
  colgroup,
  thead,
  .hang {
    display: none;
  }
  .said td {
    grid-column: 1 / 3;
  }
  .cuts tr {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 2px 12px;
    padding: 8px 0;
    border-bottom: 1px solid #ece7db;
  }
  td,
  tbody th {
    border: 0;
    padding: 0;
    height: auto;
  }
  tbody th {
    grid-row: 1;
    font-size: 16px;
  }
  .len {
    grid-row: 1;
    grid-column: 2;
  }
  .len b {
    font-size: 22px;
  }
  .end,
  .tick {
    grid-column: 1 / 3;
    width: auto;
    font-size: 16px;
  }
  .end div {
    justify-content: flex-start;
  }
  .end div > :last-child {
    margin-left: auto;
  }
  .end div::before {
    content: 'left';
    width: 42px;
    color: var(--pencil);
  }
  .end ~ .end div::before {
    content: 'right';
  }
}
@media print {
  .cuts {
    font-size: 10pt;
    line-height: 1.12;
  }
  /* A name on one line, a length with what was measured under it: no row of three lines. */
  .c-piece {
    width: 132px;
  }
  .c-bar {
    width: 124px;
  }
  .c-tick {
    width: 34px;
  }
  .len .small {
    display: block;
    line-height: 1;
  }
  td,
  tbody th {
    height: 27px;
    padding: 2px 5px;
  }
  thead th {
    position: static;
  }
  .box {
    display: inline-block;
    width: 12pt;
    height: 12pt;
    border: 1px solid #000;
    text-align: center;
  }
  tr {
    break-inside: avoid;
  }
  .dial {
    white-space: normal;
  }
  .len b {
    font-size: 13pt;
  }
}
</style>
