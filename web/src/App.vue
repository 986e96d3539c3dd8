<script setup lang="ts">
import { computed, defineAsyncComponent, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import MarginNotes from './shell/MarginNotes.vue'
import StoryStick from './shell/StoryStick.vue'
import TopBar from './shell/TopBar.vue'
import RoomBand from './parts/RoomBand.vue'
import { connect } from './state/instruments'
import { useKeys } from './state/keys'
import { conflict, missing, openJob, closeJob, readyFor, redo, setOp, undo, view, attempt } from './state/job'
import { byThumb, drawingWanted, handheld } from './state/measuring'
import { lineOf } from './api/client'
import { mayAll, me, stranger, whoAmI } from './state/me'
import { notice, tell } from './state/notice'
import { keepPages, newer, reload } from './state/offline'
import { whereabouts } from './state/people'
import { chosen, inShop, pieceById, room, roomId, stops } from './state/place'
import { shows } from './state/shows'

// A file may be dropped anywhere; what reads it is loaded then.
const dragged = ref(false)
let over = 0
const carries = (e: DragEvent) => mayAll.value && !!e.dataTransfer?.types.includes('Files')
function drag(e: DragEvent) {
  if (!carries(e)) return
  e.preventDefault()
  dragged.value = true
  clearTimeout(over)
  over = window.setTimeout(() => (dragged.value = false), 300)
}
async function drop(e: DragEvent) {
  dragged.value = false
  const file = carries(e) ? e.dataTransfer!.files[0] : undefined
  if (!file) return
  e.preventDefault()
  const { bring } = await import('./state/bring')
  await bring(file, router).catch((x) => tell(lineOf(x), true))
}
onMounted(() => {
  document.addEventListener('dragover', drag)
  document.addEventListener('drop', (e) => void drop(e))
})
// Dialogs are loaded when they are first wanted.
const GoBox = defineAsyncComponent(() => import('./shell/GoBox.vue'))
const KeyList = defineAsyncComponent(() => import('./shell/KeyList.vue'))
const NewRoom = defineAsyncComponent(() => import('./shell/NewRoom.vue'))
const WeightsBox = defineAsyncComponent(() => import('./stops/joints/WeightsBox.vue'))
const CompareSets = defineAsyncComponent(() => import('./stops/joints/CompareSets.vue'))
const ConflictBox = defineAsyncComponent(() => import('./shell/ConflictBox.vue'))

const JoinPage = defineAsyncComponent(() => import('./shell/JoinPage.vue'))
const route = useRoute()
const router = useRouter()
const box = ref<'' | 'go' | 'keys' | 'room' | 'compare'>('')
const stop = computed(() => String(route.name ?? ''))
const withBand = computed(() => ['measure', 'joints', 'sticks', 'saw'].includes(stop.value))
/** The room's findings stand beside; at Hang what the wall has to say comes first. */
const withMargin = computed(() => withBand.value || (stop.value === 'hang' && route.query.sheet !== 'day'))

// Nothing is asked for before it is known who asks.
void whoAmI()
watch(me, (is, was) => {
  if (!is || was) return
  void connect()
  void keepPages(is.desk)
})
watch(
  () => [route.params.job, me.value !== null] as const,
  ([id, known]) => {
    if (!known) closeJob()
    else if (id) void openJob(String(id))
    else if (stop.value) closeJob()
  },
  { immediate: true },
)
watch(
  [me, stop],
  () =>
    me.value &&
    stop.value === 'join' &&
    void router.replace(me.value.job ? { name: me.value.rights === 'saw' ? 'saw' : 'measure', params: { job: me.value.job } } : { name: 'jobs' }),
)
// Where one is, for the others: at the saw with the piece that is not cut yet.
watch(
  () => [view.value?.id, stop.value, room.value?.id, chosen.value] as const,
  ([job, at, inRoom, what]) => {
    const piece = at === 'saw' && what?.kind === 'piece' && !pieceById.value.get(what.id)?.done ? what.id : undefined
    whereabouts.value = job && !inShop.value ? { job, where: at === 'measure' ? 'ladder' : at === 'saw' ? 'saw' : 'desk', room: inRoom, piece } : null
  },
)
const thumb = computed(() => stop.value === 'measure' && byThumb.value && !!room.value?.walls.length)
watch(
  () => [route.query.room, stop.value] as const,
  ([id, at]) => {
    Object.assign(shows, { room: typeof id === 'string' ? id : '', stop: at })
    roomId.value = shows.room
  },
  { immediate: true, flush: 'sync' }, // before anything chosen in the new room
)
// A room is at hand before it is gone to: what is shown goes from one to the other at once.
router.beforeResolve(async (to) => {
  if (to.params.job && to.params.job === view.value?.id) await readyFor(String(to.name), typeof to.query.room === 'string' ? to.query.room : '')
})
const titles: Record<string, string> = {
  'job-fit': 'Will it close?',
  'job-cope': 'Cope',
  'job-wrong': 'What went wrong?',
  devices: 'Devices',
  look: 'Look',
  quote: 'Quote',
  prices: 'Price sheet',
  measure: 'Measure',
  joints: 'Joints',
  sticks: 'Sticks',
  saw: 'Saw',
  hang: 'Hang',
  log: 'Log',
  'shop-log': 'What the work says',
  times: 'Times',
  shop: 'Shop',
  mouldings: 'Mouldings',
  saws: 'Saws',
  rules: 'House rules',
  corner: 'One corner',
  fit: 'Will it close?',
  cope: 'Cope',
  wrong: 'What went wrong?',
  copies: 'Copies',
}
watch(
  [stop, view],
  () => (document.title = [titles[stop.value], inShop.value && stop.value === 'shop' ? '' : view.value?.name, 'Gnomon'].filter(Boolean).join(' · ')),
  { immediate: true },
)

function toStop(n: number) {
  const name = stops[n - 1]
  if (name && view.value && !inShop.value) void router.push({ name, params: { job: view.value.id }, query: route.query })
}
useKeys({
  'ctrl+k': () => (box.value = 'go'),
  '/': () => (box.value = 'go'),
  '?': () => (box.value = 'keys'),
  'ctrl+z': () => void undo(),
  'ctrl+shift+z': () => void redo(),
  u: () => view.value && void attempt(setOp('job', '', 'unit', view.value.unit === 'in' ? 'mm' : 'in')),
  'alt+1': () => toStop(1),
  'alt+2': () => toStop(2),
  'alt+3': () => toStop(3),
  'alt+4': () => toStop(4),
  'alt+5': () => toStop(5),
  'alt+6': () => toStop(6),
  'alt+7': () => toStop(7),
})
</script>

<template>
  <JoinPage v-if="stranger" />
  <div v-else-if="me" class="shell" :class="[stop, { handy: thumb }]">
    <StoryStick />
    <div class="work">
      <TopBar @go="box = 'go'" @keys="box = 'keys'" @new-room="box = 'room'" />
      <p v-if="me.reading" class="lost reading screen-only" role="status">
        This database can only be read: its file cannot be written. Everything can be looked at, printed and exported; nothing can be changed.
      </p>
      <p v-if="missing && route.params.job" class="lost">{{ missing }} <RouterLink :to="{ name: 'jobs' }">All jobs</RouterLink></p>
      <template v-else-if="!route.params.job || view">
        <RoomBand v-if="withBand" class="screen-only" :thin="thumb" />
        <RouterView v-slot="{ Component }">
          <div class="pane">
            <main class="main"><component :is="Component" @new-room="box = 'room'" /></main>
            <MarginNotes v-if="withMargin && !thumb"><WeightsBox v-if="stop === 'joints'" @compare="box = 'compare'" /></MarginNotes>
          </div>
        </RouterView>
      </template>
      <p v-else class="lost quiet">Opening the job…</p>
      <button v-if="handheld && stop === 'measure' && drawingWanted && room?.walls.length" class="bykeys" type="button" @click="drawingWanted = false">
        Keys
      </button>
      <p v-if="newer" class="newer screen-only" role="status">
        A newer Gnomon is running. <button class="link" type="button" @click="reload">Load its pages</button>
      </p>
    </div>
    <GoBox v-if="box === 'go' && view" @close="box = ''" />
    <KeyList v-if="box === 'keys'" @close="box = ''" />
    <NewRoom v-if="box === 'room' && view" @close="box = ''" />
    <CompareSets v-if="box === 'compare' && view" @close="box = ''" />
    <ConflictBox v-if="conflict" />
    <div v-if="dragged" class="dragged screen-only">A job, a shop, a survey or a section: let go, and it is read.</div>
    <div v-if="notice" class="notice screen-only" :class="{ bad: notice.bad }" role="status">{{ notice.text }}</div>
  </div>
</template>

<style>
.shell {
  height: 100%;
  display: flex;
}
.work {
  flex: 1;
  min-width: 0;
  display: flex;
  flex-direction: column;
}
.pane {
  flex: 1;
  min-height: 0;
  display: flex;
}
.pane > .main {
  flex: 1;
  min-width: 0;
  overflow: auto;
}
.lost {
  padding: 40px;
}
.lost.reading {
  padding: 9px 20px;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
  border-left: 4px solid var(--ochre);
  font-size: 14.5px;
}
.notice {
  position: fixed;
  z-index: 40;
  left: 50%;
  bottom: 22px;
  transform: translateX(-50%);
  max-width: min(640px, calc(100vw - 24px));
  padding: 10px 18px;
  border-radius: 3px;
  background: var(--ink);
  color: #fff;
}
.notice.bad {
  background: var(--brick);
}
@media (max-width: 1100px) {
  .pane {
    flex-direction: column;
    overflow: auto;
  }
  .pane > .main {
    overflow: visible;
    flex: none;
  }
}
@media (max-width: 640px) {
  .pane {
    padding-bottom: 76px;
  }
  .notice {
    bottom: 84px;
    width: calc(100vw - 24px);
  }
}
.dragged {
  position: fixed;
  z-index: 41;
  inset: 10px;
  display: grid;
  place-items: center;
  border: 2px dashed var(--chalk);
  border-radius: 4px;
  background: rgb(245 242 235 / 88%);
  font-size: 20px;
  pointer-events: none;
}
.newer {
  position: fixed;
  z-index: 39;
  right: 16px;
  top: 56px;
  padding: 8px 14px;
  border: 1px solid var(--chalk);
  border-radius: 3px;
  background: var(--sheet);
}
.bykeys {
  position: fixed;
  z-index: 21;
  right: 12px;
  bottom: 72px;
  min-height: 52px;
  padding: 0 22px;
  border: 0;
  border-radius: 3px;
  background: var(--chalk);
  color: #fff;
  font-weight: 600;
  font-size: 17px;
}
.shell.handy .pane {
  overflow: hidden;
}
.shell.handy .pane > .main {
  flex: 1;
  min-height: 0;
  overflow: hidden;
}
@media (max-height: 500px) {
  .shell.saw .band {
    display: none;
  }
}
@media (max-width: 640px) {
  .shell.handy .pane {
    padding-bottom: 60px;
  }
}
@media print {
  .shell,
  .work,
  .pane,
  .pane > .main {
    display: block;
    height: auto;
    overflow: visible;
  }
}
</style>
