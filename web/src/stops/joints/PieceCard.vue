<script setup lang="ts">
// The chosen piece: measured and cut, when it goes up and how, and where it is scarfed.
import { computed } from 'vue'
import EntryField from '../../parts/EntryField.vue'
import LyingPicture from '../../parts/LyingPicture.vue'
import LengthText from '../../parts/LengthText.vue'
import SetText from '../../parts/SetText.vue'
import type { PieceView } from '../../api/client'
import { change, newId } from '../../state/job'
import { chain, drop, overrideOf, overrule } from '../../state/deciding'
import { pieces, room } from '../../state/place'

const props = defineProps<{ of: PieceView }>()
const whole = computed(() => props.of.of || props.of.id)
const parts = computed(() => pieces.value.filter((p) => p.of && p.of === props.of.of))
const places = computed(() => overrideOf('scarf_at', { piece: whole.value }))
const lap = computed(() => overrideOf('lap', { piece: whole.value }))
const first = computed(() => room.value?.overrides.find((o) => o.question === 'first' && o.run === props.of.run))
const over = computed(() => (parts.value[0]?.right.toldTo === 'short' ? 'left' : 'right'))
async function divide(text: string) {
  if (text)
    await change({ do: 'add', kind: 'override', in: room.value!.id, id: newId('o'), value: { id: '', piece: whole.value, question: 'scarf_at', choice: text } })
  else if (places.value) await change({ do: 'remove', kind: 'override', id: places.value.id })
}
</script>

<template>
  <div class="card">
    <h2>
      {{ of.label }} <span class="quiet">{{ of.wallText }}</span>
    </h2>
    <p>
      Cut <b><LengthText :of="of.cut" /></b><template v-if="of.cut.text !== of.length.text">, measured <LengthText :of="of.length" /></template
      ><template v-if="of.allowed">: <SetText :text="of.allowed" /></template>.
    </p>
    <p v-for="s in of.remarks" :key="s" class="stop"><SetText :text="s" /></p>
    <LyingPicture v-if="of.lying" :of="of.lying" class="lying" />
    <p v-if="of.hang">
      Goes up as number {{ of.hang }}<template v-if="of.late > of.early">; anywhere from {{ of.early }} to {{ of.late }} would do</template>.
      <SetText :text="of.how" />
    </p>
    <p v-else class="stop">It cannot be hung as it is decided: see the margin.</p>
    <p v-for="n in [of.left.note, of.right.note].filter(Boolean)" :key="n" class="quiet"><SetText :text="n!" /></p>
    <p class="acts">
      <button v-if="first?.choice !== whole" class="btn plain" type="button" @click="overrule({ run: of.run, question: 'first', choice: whole })">
        Hang it first
      </button>
      <button v-if="first" class="btn plain" type="button" @click="drop(first.id)">
        {{ first.choice === whole ? 'Not first after all' : 'Nothing chosen to go first' }}
      </button>
      <span v-if="chain?.starts.includes(of.id)" class="quiet small">Nothing has to go up before it.</span>
    </p>
    <div v-if="parts.length" class="acts">
      <EntryField label="scarfed at, from its left end" :value="places?.choice ?? ''" :commit="divide" placeholder="as decided" class="places" />
      <button class="btn plain" type="button" @click="overrule({ piece: whole, question: 'lap', choice: over === 'left' ? 'right' : 'left' })">
        Lap the {{ over === 'left' ? 'right' : 'left' }} part over instead
      </button>
      <button v-if="lap" class="btn plain" type="button" @click="drop(lap.id)">Lap it as it hides best</button>
    </div>
  </div>
</template>

<style scoped>
.card {
  display: flex;
  flex-direction: column;
  gap: 5px;
  padding: 10px 16px;
  font-size: 14px;
  line-height: 1.4;
}
h2 {
  font-size: 16px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: flex-end;
  padding-top: 5px;
}
.acts .btn {
  min-height: 34px;
  padding: 4px 12px;
}
.places {
  width: 220px;
}
@media (max-width: 860px) {
  .acts .btn {
    min-height: 44px;
  }
}
</style>
