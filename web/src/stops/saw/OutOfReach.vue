<script setup lang="ts">
// Out of reach of the program: what waits to be sent, what was not taken, and what changed
// meanwhile, which is read before the next cut.
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import SetText from '../../parts/SetText.vue'
import { live, view } from '../../state/job'
import { news } from '../../state/news'
import { refused, throwAway, unsent } from '../../state/queue'
import { choose } from '../../state/place'

const words: Record<string, string> = {
  cut: 'cut',
  coped: 'coped',
  miscut: 'miscut',
  take_back: 'mark taken back',
  recut: 'recut',
  hung: 'hung',
  fit: 'how it closed',
  why: 'why it was a miscut',
  took: 'time',
  came: 'sticks that came',
  ticked: 'done',
}
const recuts = computed(() => unsent.value.filter((d) => d.what === 'recut' && d.job === view.value?.id))
/** What was done just now is on its way: nothing to tell yet. */
const now = useNow({ interval: 500 })
const count = computed(() => (live.value ? unsent.value.filter((d) => now.value.getTime() - d.at > 1500) : unsent.value).length)
</script>

<template>
  <p v-if="!live || count" class="reach" role="status">
    <b>{{ live ? 'Sending' : 'Out of reach' }}</b>
    <span v-if="!live">Go on: what you mark is kept on this device and sent when Gnomon is back.</span>
    <span v-if="count" class="n">{{ count }} waiting to be sent</span>
    <span v-for="d in recuts" :key="d.id" class="n">{{ d.label }}: take another {{ d.off!.off }} off, cut it again</span>
  </p>
  <div v-if="refused.length" class="refused" role="alert">
    <p v-for="d in refused" :key="d.id">
      <b>{{ d.label }}, {{ words[d.what] }}</b> was not taken: {{ d.refused }} <button type="button" @click="throwAway(d.id)">Throw it away</button>
    </p>
  </div>
  <section v-if="news.length" class="news" role="alertdialog" aria-label="Before the next cut">
    <h3>Before the next cut: this changed while you were out of reach</h3>
    <ul>
      <li v-for="n in news" :key="n.text" :class="{ cut: n.cut }">
        <button type="button" @click="choose('piece', n.piece)">
          <b><SetText :text="n.text" /></b> <SetText :text="n.remedy" />
        </button>
      </li>
    </ul>
    <button class="seen" type="button" @click="news = []">I have read it</button>
  </section>
</template>

<style scoped>
.reach {
  flex: none;
  margin: -4px 0 8px;
  padding: 6px 12px;
  background: var(--dark-sheet);
  border-left: 4px solid var(--pale);
  font-size: 14.5px;
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
}
.n {
  color: var(--pink);
}
.refused p {
  margin-bottom: 6px;
  padding: 6px 12px;
  background: #3a1f1a;
  font-size: 14.5px;
}
.refused button {
  min-height: 36px;
  border: 1px solid var(--dark-rule);
  background: none;
  color: #fff;
  border-radius: 3px;
  margin-left: 8px;
  cursor: pointer;
}
.news {
  flex: none;
  margin-bottom: 10px;
  padding: 10px 14px 14px;
  background: #fff;
  color: var(--ink);
  border-radius: 3px;
  max-height: 62vh;
  overflow: auto;
}
.news h3 {
  font-size: 16px;
}
ul {
  list-style: none;
  margin: 4px 0 10px;
  padding: 0;
}
li {
  border-bottom: 1px dashed var(--rule);
}
li button {
  width: 100%;
  border: 0;
  background: none;
  padding: 9px 0;
  text-align: left;
  cursor: pointer;
  font-size: 16px;
  line-height: 1.4;
}
li.cut b {
  color: var(--brick);
}
.seen {
  min-height: 48px;
  padding: 0 22px;
  border: 0;
  border-radius: 3px;
  background: var(--ink);
  color: #fff;
  font-weight: 600;
  font-size: 16px;
  cursor: pointer;
}
@media (max-width: 860px) {
  .refused button {
    min-height: 44px;
  }
}
</style>
