<script setup lang="ts">
// What goes up now: the wall, and one card that is read at arm's length.
import { useWakeLock } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import LengthText from '../../parts/LengthText.vue'
import SetText from '../../parts/SetText.vue'
import { useKeys } from '../../state/keys'
import { fitOf, hanging, hangUp, takeDown, type HangCard } from '../../state/hanging'
import { mayCut } from '../../state/me'
import { choose, chosen } from '../../state/place'
import FitCard from './FitCard.vue'
import FitLine from './FitLine.vue'
import WallPicture from './WallPicture.vue'

const cards = computed(() => hanging.value?.cards ?? [])
const at = ref('') // the card shown, by its first piece
const index = computed(() =>
  Math.max(
    0,
    cards.value.findIndex((c) => c.pieces[0]!.id === at.value),
  ),
)
const card = computed(() => cards.value[index.value])
const wall = computed(() => hanging.value?.walls.find((w) => w.id === card.value?.wall))
const up = computed(() => cards.value.filter((c) => c.up).length)
/** The joint that gapes, and the card it is of. */
const gapes = shallowRef<{ card: HangCard; end?: string } | null>(null)
/** What went up last: how its joints closed is asked while one stands at it. */
const lastUp = ref('')
/** It was said how one of its joints closed, though it is down again: it is to be cut anew. */
const said = computed(() => card.value?.pieces.some((p) => fitOf(p, 'left') || fitOf(p, 'right')))
const justUp = computed(() => cards.value.find((c) => c.up && c.pieces[0]!.id === lastUp.value))
const nextOpen = (from: number) => {
  const n = cards.value.length
  for (let i = 0; i < n; i++) {
    const c = cards.value[(from + i) % n]!
    if (!c.up) return c
  }
}
function show(c = card.value) {
  if (!c) return
  at.value = c.pieces[0]!.id
  choose('piece', at.value)
}
watch(
  () => [hanging.value?.room, cards.value.length > 0] as const,
  () => show(cards.value.find((c) => c.pieces.some((p) => p.id === chosen.value?.id && chosen.value?.kind === 'piece')) ?? nextOpen(0) ?? cards.value[0]),
  { immediate: true },
)
watch(chosen, (c) => {
  const of = c?.kind === 'piece' ? cards.value.find((k) => k.pieces.some((p) => p.id === c.id)) : undefined
  if (of && of !== card.value) show(of)
})
const step = (by: number) => show(cards.value[(index.value + by + cards.value.length) % (cards.value.length || 1)])
/** It gives way to what is not up yet: asked once. */
const asked = ref(false)
function hung() {
  const c = card.value
  if (!c || c.up || !mayCut.value) return
  if (c.waits.length) asked.value = true
  else void put([])
}
let busy = ''
async function put(early: string[]) {
  const c = card.value
  asked.value = false
  if (!c || busy === c.pieces[0]!.id) return // a key pressed twice hangs it once
  busy = c.pieces[0]!.id
  const i = index.value
  await hangUp(c, early).finally(() => (busy = ''))
  lastUp.value = c.pieces[0]!.id
  if (card.value?.pieces[0]!.id === c.pieces[0]!.id) show(nextOpen(i + 1) ?? c) // nobody has gone on to another meanwhile
}
useKeys({ j: () => step(1), k: () => step(-1), ' ': hung, x: () => mayCut.value && card.value && (gapes.value = { card: card.value }) })
// The screen stays on while one is on the ladder; a browser that cannot says nothing of it.
const awake = useWakeLock()
onMounted(() => awake.isSupported.value && void awake.request('screen').catch(() => {}))
onBeforeUnmount(() => void awake.release().catch(() => {}))
</script>

<template>
  <p v-if="!card" class="none">Nothing goes up in this room yet. Measure its walls and say what runs along them; what is planned stands here in its order.</p>
  <div v-else class="next">
    <WallPicture v-if="wall" :wall="wall" :now="card.pieces.map((p) => p.id)" />
    <FitLine v-if="justUp && justUp !== card" class="just" :card="justUp" named @gapes="(end) => (gapes = { card: justUp!, end })" />
    <article class="card" :class="{ up: card.up }">
      <header>
        <h2>
          {{ card.title }} <span class="quiet">{{ card.where }}</span>
        </h2>
        <span class="quiet count">{{ card.up ? 'it is up' : `goes up ${index + 1} of ${cards.length}` }} · {{ up }} up</span>
      </header>
      <p v-if="card.held" class="stop"><SetText :text="card.held" /></p>
      <p v-else-if="!card.cut && !card.up" class="check">Not all of it is cut yet.</p>
      <p v-if="card.waits.length && !card.up" class="check">Before it: {{ card.waits.map((w) => w.label.toLowerCase()).join(', ') }}, which it gives way to.</p>
      <div class="two">
        <ol class="steps">
          <li v-for="s in card.steps" :key="s"><SetText :text="s" /></li>
        </ol>
        <aside class="nails">
          <p class="quiet small">nails</p>
          <div v-for="(n, i) in card.nails" :key="i">
            <b><LengthText :of="n.length" /> × {{ n.count }}</b
            ><span>{{ n.text }}</span>
          </div>
          <p v-if="!card.nails.length" class="small">None: it is glued on.</p>
        </aside>
      </div>
      <p v-if="card.checks.length" class="checks">
        <span class="quiet">check</span><span v-for="c in card.checks" :key="c"><SetText :text="c" /></span>
      </p>
      <FitLine v-if="card.up || said" :card="card" @gapes="(end) => (gapes = { card: card!, end })" />
      <footer>
        <button v-if="!card.up" class="act" type="button" :disabled="!mayCut" @click="hung">Hung <kbd>Space</kbd></button>
        <button v-else class="act back" type="button" :disabled="!mayCut" @click="takeDown(card)">Not up after all</button>
        <button class="other" type="button" :disabled="!mayCut" @click="gapes = { card }">It gapes <kbd>X</kbd></button>
        <button class="other" type="button" @click="step(1)">Later <kbd>J</kbd></button>
      </footer>
    </article>
    <ol class="list" aria-label="What goes up, in its order">
      <li v-for="(c, i) in cards" :key="c.pieces[0]!.id" :class="{ on: i === index, done: c.up }">
        <button type="button" @click="show(c)">
          <i>{{ i + 1 }}</i><b>{{ c.title }}</b
          ><span class="quiet small">{{ c.up ? 'up' : c.cut ? c.where : 'not cut' }}</span>
        </button>
      </li>
    </ol>
    <el-dialog v-if="asked" :model-value="true" title="Hang it before its mate?" width="460px" append-to-body @close="asked = false">
      <p>
        {{ card.title }} gives way to {{ card.waits.map((w) => w.label.toLowerCase()).join(' and ') }}, not up yet. Hung now, that must be slid in behind it.
      </p>
      <p class="ask">
        <button class="btn" type="button" @click="put(card.waits.map((w) => w.id))">Hang it all the same</button>
        <button class="btn plain" type="button" @click="asked = false">Not yet</button>
      </p>
    </el-dialog>
    <FitCard v-if="gapes" :card="gapes.card" :end="gapes.end" @close="gapes = null" />
  </div>
</template>

<style scoped>
.next {
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.none {
  padding: 40px 0;
  max-width: 60ch;
}
.card {
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
header {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0 16px;
  align-items: baseline;
}
h2 {
  font-size: 25px;
}
h2 .quiet {
  font-size: 16px;
  font-weight: 400;
}
.two {
  display: flex;
  gap: 24px;
  padding: 6px 0;
}
.steps {
  flex: 1.8;
  margin: 0;
  padding-left: 22px;
  font-size: 17px;
  line-height: 1.4;
}
.steps li {
  padding: 2px 0;
}
.nails {
  flex: 1;
  border-left: 1px solid var(--rule);
  padding-left: 16px;
}
.nails div {
  display: flex;
  flex-direction: column;
  padding-bottom: 6px;
}
.nails b {
  font-size: 25px;
  line-height: 1.15;
}
.checks {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  padding: 2px 0 4px;
}
.ask {
  display: flex;
  gap: 10px;
  padding-top: 14px;
}
.ask .btn {
  min-height: 48px;
}
.just {
  margin: 10px 0 0;
}
footer {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 6px 0;
  position: sticky;
  bottom: 0;
  background: var(--paper);
}
.act,
.other {
  min-height: 52px;
  border-radius: 3px;
  font-size: 17px;
  font-weight: 600;
  cursor: pointer;
  padding: 0 24px;
}
.act {
  border: 0;
  background: var(--chalk);
  color: #fff;
  min-width: 190px;
}
.act.back {
  background: var(--sheet);
  color: var(--ink);
  border: 1px solid var(--rule);
}
.act:disabled,
.other:disabled {
  opacity: 0.5;
}
.other {
  border: 1px solid var(--rule);
  background: var(--sheet);
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.list button {
  display: flex;
  gap: 6px;
  align-items: baseline;
  min-height: 36px;
  padding: 4px 10px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  cursor: pointer;
}
.list i {
  font-style: normal;
  color: var(--pencil);
  font-size: 12.5px;
}
.list .on button {
  border-color: var(--chalk);
  background: var(--chalk-wash);
}
.list .done b {
  text-decoration: line-through;
  font-weight: 400;
}
@media (max-width: 640px) {
  .two {
    flex-direction: column;
    gap: 6px;
  }
  .nails {
    border-left: 0;
    padding-left: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 0 18px;
  }
  .nails > p {
    width: 100%;
  }
  .steps {
    font-size: 18px;
  }
  .act {
    flex: 1 1 100%;
    min-height: 60px;
  }
  .other {
    flex: 1;
    padding: 0 8px;
  }
  kbd {
    display: none;
  }
  .list button {
    min-height: 44px;
  }
}
</style>
