<script setup lang="ts">
// The order of work as marks on an upright stick: each notch shows whether its
// stop is untouched, in hand or settled, and how many findings wait there.
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { view } from '../state/job'
import { mayAll, me } from '../state/me'
import { inShop, roomId, shopId, stops } from '../state/place'

const route = useRoute()
const names: Record<string, string> = { look: 'Look', measure: 'Measure', joints: 'Joints', sticks: 'Sticks', saw: 'Saw', hang: 'Hang', log: 'Log' }
const open = computed(() => (inShop.value ? null : view.value))
const marks = computed(() => stops.map((id, i) => ({ id, key: i + 1, name: names[id]!, ...open.value?.stops.find((s) => s.id === id) })))
const to = (stop: string) => (open.value ? { name: stop, params: { job: open.value.id }, query: roomId.value ? { room: roomId.value } : {} } : { name: 'jobs' })
/** The bench is, and beside a job it has that one's mouldings. */
const toBench = computed(() => (open.value ? { name: 'job-fit', params: { job: open.value.id } } : { name: 'fit' }))
/** The shop is there without a job too. */
const toShop = computed(() => (open.value ? to('shop') : { name: 'shop', params: { job: shopId } }))
</script>

<template>
  <aside class="story screen-only">
    <RouterLink class="name" :to="{ name: 'jobs' }" title="All jobs">Gnomon</RouterLink>
    <nav aria-label="The order of work">
      <svg class="stick" width="16" height="500" aria-hidden="true">
        <rect x="1" y="0" width="13" height="500" rx="1" />
        <line v-for="n in 49" :key="n" x1="1" :x2="n % 4 ? 5 : 8" :y1="n * 10" :y2="n * 10" />
      </svg>
      <RouterLink
        v-for="s in marks"
        :key="s.id"
        class="stop"
        :to="to(s.id)"
        :class="{ on: route.name === s.id, off: !open }"
        :aria-disabled="!open"
        :title="`Alt ${s.key}`"
      >
        <svg class="notch" viewBox="0 0 24 16" aria-hidden="true"><path :class="(s.state ?? 'untouched').replace(' ', '-')" d="M1 1h14l8 7-8 7H1z" /></svg>
        <span class="word">{{ s.name }}</span>
        <span class="state">{{ s.text ?? '—' }}</span>
        <span v-if="s.findings" class="count" :title="`${s.findings} to look at`"
          ><span aria-hidden="true">△</span> {{ s.findings }}<span class="sr"> to look at</span></span
        >
      </RouterLink>
    </nav>
    <nav class="apart" aria-label="Shop and bench">
      <RouterLink
        v-if="mayAll && (open || !me?.job)"
        class="stop"
        :class="{ on: ['shop', 'mouldings', 'saws', 'rules', 'times', 'shop-log'].includes(String(route.name)) }"
        :to="toShop"
      >
        <svg class="sign" viewBox="0 0 20 20" aria-hidden="true"><path d="M3 8h14v9H3zM1 8l3-5h12l3 5M8 17v-5h4v5" /></svg><span class="word">Shop</span>
      </RouterLink>
      <RouterLink
        class="stop"
        :class="{ on: ['corner', 'fit', 'cope', 'wrong', 'job-fit', 'job-cope', 'job-wrong'].includes(String(route.name)) }"
        :to="toBench"
      >
        <svg class="sign" viewBox="0 0 20 20" aria-hidden="true"><path d="M1 7h18M3 7v10M17 7v10M3 13h14" /></svg><span class="word">Bench</span
        ><span class="state">corner, fit, cope</span>
      </RouterLink>
      <RouterLink
        v-if="me?.desk || !mayAll"
        class="stop desk"
        :class="{ on: route.name === 'devices' }"
        :to="{ name: 'devices', query: open ? { job: open.id } : {} }"
      >
        <svg class="sign" viewBox="0 0 20 20" aria-hidden="true"><path d="M6 2h8v16H6zM9 15.5h2M1 6v5M19 6v5" /></svg><span class="word">Devices</span>
      </RouterLink>
    </nav>
  </aside>
</template>

<style scoped>
.story {
  width: 168px;
  flex: none;
  background: var(--stick);
  border-right: 1px solid var(--rule);
  padding: 12px 14px;
  display: flex;
  flex-direction: column;
  gap: 18px;
}
.name {
  font-weight: 700;
  font-size: 19px;
  color: var(--ink);
  text-decoration: none;
}
nav {
  position: relative;
  display: flex;
  flex-direction: column;
}
.stick {
  position: absolute;
  left: 4px;
  top: 4px;
}
.stick rect {
  fill: var(--pine);
  stroke: var(--pine-edge);
}
.stick line {
  stroke: var(--pine-edge);
}
.stop {
  position: relative;
  display: grid;
  grid-template-columns: 26px 1fr auto;
  column-gap: 10px;
  align-items: center;
  padding: 10px 0;
  min-height: 71px;
  align-content: center;
  color: var(--ink);
  text-decoration: none;
}
.stop.off {
  pointer-events: none;
  opacity: 0.5;
}
.notch {
  width: 24px;
  height: 16px;
}
.notch path {
  stroke: var(--ink);
  stroke-width: 1.2;
  fill: var(--paper);
}
.notch .in-hand {
  fill: #9aa4a8;
}
.notch .settled {
  fill: var(--ink);
}
.on .notch path {
  fill: var(--chalk);
  stroke: var(--chalk);
}
.word {
  font-size: 15px;
}
.on .word {
  color: var(--chalk);
  font-weight: 600;
}
.notch,
.sign {
  grid-row: 1;
  grid-column: 1;
}
.state {
  grid-row: 2;
  grid-column: 2 / 4;
  font-size: 12.5px;
  color: var(--pencil);
}
.count {
  grid-row: 1;
  grid-column: 3;
  font-size: 12.5px;
  font-weight: 600;
  color: var(--ochre);
  white-space: nowrap;
}
.apart {
  border-top: 1px solid var(--rule);
  padding-top: 10px;
}
.apart .stop {
  min-height: 48px;
  padding: 6px 0;
}
.sign {
  width: 20px;
  height: 20px;
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
}
@media (max-width: 1100px) {
  .story {
    width: 74px;
    padding: 10px 6px;
    align-items: center;
  }
  .name {
    font-size: 14px;
  }
  .stick,
  .state {
    display: none;
  }
  .stop {
    display: flex;
    flex-direction: column;
    gap: 4px;
    min-height: 64px;
    padding: 6px 0;
  }
  .word {
    font-size: 13px;
  }
}
@media (max-width: 640px) {
  .story {
    position: fixed;
    z-index: 20;
    left: 0;
    right: 0;
    bottom: 0;
    width: auto;
    flex-direction: row;
    justify-content: space-around;
    gap: 0;
    padding: 2px 4px env(safe-area-inset-bottom);
    border: 0;
    border-top: 1px solid var(--rule);
  }
  .name {
    display: none;
  }
  nav {
    flex-direction: row;
    flex: 7;
    justify-content: space-around;
  }
  .apart {
    flex: 2;
    border: 0;
    padding: 0;
  }
  .stop,
  .apart .stop {
    min-height: 56px;
    min-width: 0;
    justify-content: center;
    align-items: center;
  }
  .word {
    font: 12.5px var(--narrow);
  }
  .desk {
    display: none;
  }
  .count {
    position: absolute;
    top: 2px;
    right: 2px;
    font-size: 11px;
  }
}
</style>
