<script setup lang="ts">
// How a joint closed that did not at once: where it gaped, by how much, what was done, what came of it. A recut goes to the saw at once.
import { computed, ref } from 'vue'
import { sayFit, type How } from '../../state/fits'
import { metric, sendNow, view } from '../../state/job'
import { tell } from '../../state/notice'
import { add, refused, throwAway } from '../../state/queue'
import type { HangCard } from '../../state/hanging'

const props = defineProps<{ card: HangCard; end?: string }>()
const emit = defineEmits<{ close: [] }>()
/** The joints that it has with what is not of the same group. */
const joints = computed(() =>
  props.card.pieces.flatMap((p) =>
    (['left', 'right'] as const)
      .filter((h) => p[h].title)
      .map((hand) => ({ key: `${p.id}/${hand}`, piece: p, hand, title: `${p.label}, ${hand} end: ${p[hand].title}`, corner: p[hand].corner })),
  ),
)
const key = ref(joints.value.find((j) => j.key === props.end)?.key ?? joints.value[0]?.key ?? '')
const joint = computed(() => joints.value.find((j) => j.key === key.value))
const where = ref<'top' | 'middle' | 'bottom' | 'all' | 'face' | 'back'>('top')
const places = [
  ['top', 'at the top'],
  ['middle', 'in the middle'],
  ['bottom', 'at the bottom'],
  ['all', 'all along'],
  ['face', 'at the face'],
  ['back', 'behind'],
] as const
const gaps = computed(() => (metric.value ? ['0.3', '0.5', '1', '1.5', '3'] : ['1/128', '1/64', '1/32', '1/16', '1/8']))
const gap = ref('')
const tries = [
  ['rolled', 'rolled on the wall'],
  ['shimmed', 'shimmed'],
  ['eased', 'eased behind'],
  ['filled', 'filled'],
  ['recut', 'cut again'],
] as const
const tried = ref<string[]>([])
const off = ref(metric.value ? '1' : '1/32')
const how = ref<How>('open')
const ways: { how: How; name: string }[] = [
  { how: 'open', name: 'open still' },
  { how: 'closed', name: 'closed' },
  { how: 'hairline', name: 'a hairline' },
  { how: 'filled', name: 'filled' },
]
const note = ref('')
const unit = computed(() => (metric.value ? ' mm' : '"'))
const recut = computed(() => tried.value.includes('recut'))
const error = ref('')
async function keep() {
  const j = joint.value
  if (!j || !gap.value.trim()) return void (error.value = 'Say by how much it gapes.')
  const job = view.value!.id
  const label = `${j.piece.label}, ${j.hand} end`
  const is: How = recut.value ? 'recut' : tried.value.includes('filled') && how.value === 'open' ? 'filled' : how.value
  const made = await sayFit(j.piece.id, j.hand, j.piece.label, {
    how: is,
    where: where.value,
    gap: gap.value.trim() + unit.value,
    tried: tried.value,
    note: note.value.trim(),
  })
  if (recut.value)
    await add({
      job,
      what: 'recut',
      piece: j.piece.id,
      hand: j.hand,
      label,
      off: { off: off.value, by: localStorage.getItem('gnomon-who') ?? '', why: 'it gaped' },
    })
  await sendNow()
  const no = refused.value.find((d) => d.id === made.id)
  if (no) {
    error.value = no.refused!
    return void throwAway(no.id)
  }
  if (recut.value) tell(`${label} is to be cut again: it stands first at the saw, and is not up any more.`)
  emit('close')
}
</script>

<template>
  <el-dialog :model-value="true" title="A joint gapes" width="560px" append-to-body @close="emit('close')">
    <p v-if="!joints.length">Nothing meets {{ card.title.toLowerCase() }}: there is no joint that could gape.</p>
    <template v-else>
      <label class="pick"
        ><span>joint</span
        ><select v-model="key">
          <option v-for="j in joints" :key="j.key" :value="j.key">{{ j.title }}</option>
        </select></label
      >
      <fieldset>
        <legend>It gapes</legend>
        <button
          v-for="[code, name] in places"
          :key="code"
          type="button"
          class="choice"
          :class="{ on: where === code }"
          :aria-pressed="where === code"
          @click="where = code"
        >
          {{ name }}
        </button>
      </fieldset>
      <fieldset>
        <legend>By</legend>
        <button v-for="g in gaps" :key="g" type="button" class="choice" :class="{ on: gap === g }" :aria-pressed="gap === g" @click="gap = g">
          {{ g }}{{ metric ? ' mm' : '″' }}</button
        ><input v-model="gap" class="typed" aria-label="or so much" :placeholder="metric ? 'mm' : 'in'" />
      </fieldset>
      <fieldset>
        <legend>Tried</legend>
        <label v-for="[code, name] in tries" :key="code" class="tick"><input v-model="tried" type="checkbox" :value="code" /> {{ name }}</label>
      </fieldset>
      <p v-if="recut" class="recut">
        <label
          >Take <input v-model="off" class="typed" aria-label="off that end" /> {{ metric ? 'mm' : 'in' }} off its {{ joint?.hand }} end; it goes to the
          saw.</label
        >
      </p>
      <fieldset v-else>
        <legend>And now it is</legend>
        <button v-for="w in ways" :key="w.how" type="button" class="choice" :class="{ on: how === w.how }" :aria-pressed="how === w.how" @click="how = w.how">
          {{ w.name }}
        </button>
      </fieldset>
      <label class="pick"><span>note</span><input v-model="note" maxlength="200" placeholder="the corner leans" /></label>
      <p v-if="error" class="stop" role="alert">{{ error }}</p>
      <p class="go">
        <button class="btn" type="button" @click="keep">Keep it</button>
        <RouterLink
          v-if="joint?.corner"
          class="link"
          :to="{ name: 'job-wrong', params: { job: view!.id }, query: { run: joint.piece.id.split('.')[0], corner: joint.corner } }"
          >What may have done it?</RouterLink
        >
      </p>
    </template>
  </el-dialog>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 8px 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
legend {
  font-size: 13px;
  color: var(--pencil);
}
.choice {
  min-height: 44px;
  padding: 0 12px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  cursor: pointer;
}
.choice.on {
  border-color: var(--chalk);
  background: var(--chalk-wash);
  font-weight: 600;
}
.typed {
  width: 84px;
  height: 44px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 8px;
}
.tick {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  min-height: 44px;
  padding-right: 12px;
}
.pick {
  display: flex;
  flex-direction: column;
  font-size: 13px;
  color: var(--pencil);
}
.pick select,
.pick input {
  height: 44px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 8px;
  font-size: 15px;
  color: var(--ink);
}
.go {
  display: flex;
  gap: 16px;
  align-items: center;
  padding-top: 12px;
}
</style>
