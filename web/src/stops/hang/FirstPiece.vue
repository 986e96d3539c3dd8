<script setup lang="ts">
// How the first piece is set, on which every cope after it hangs: three schools, each with what is cut for it.
import { computed } from 'vue'
import SetText from '../../parts/SetText.vue'
import { hanging } from '../../state/hanging'
import { attempt, setOp, view } from '../../state/job'
import { mayAll } from '../../state/me'
import FirstPicture from './FirstPicture.vue'

const firsts = computed(() => hanging.value?.firsts ?? [])
const follow = (code: string) => attempt(setOp('rules', '', 'first_piece', code))
</script>

<template>
  <p v-if="!firsts.length" class="none">No crown hangs here: nothing else needs its first piece set so.</p>
  <div v-for="f in firsts" :key="f.piece" class="first">
    <header>
      <h2>{{ f.label }} <span class="quiet">goes up first</span></h2>
      <p v-for="s in f.low" :key="s"><SetText :text="s" /></p>
    </header>
    <div class="schools">
      <section v-for="s in f.schools" :key="s.code" :class="{ on: s.code === f.school }">
        <FirstPicture :first="f" :school="s.code" />
        <h3>{{ s.name }}</h3>
        <p class="quiet small">{{ s.why }}</p>
        <ol>
          <li v-for="t in s.steps" :key="t"><SetText :text="t" /></li>
        </ol>
        <p v-if="s.code === f.school" class="small"><b>By the house rule.</b></p>
        <button v-else-if="mayAll && view" class="link" type="button" @click="follow(s.code)">Make this the house rule</button>
      </section>
    </div>
  </div>
</template>

<style scoped>
.none {
  padding: 40px 0;
}
header {
  padding: 8px 0;
}
.schools {
  display: flex;
  gap: 14px;
}
section {
  flex: 1;
  border: 1px solid var(--rule);
  background: var(--sheet);
  border-radius: 3px;
  padding: 12px;
}
section.on {
  border-color: var(--chalk);
  box-shadow: inset 0 3px 0 var(--chalk);
}
ol {
  margin: 6px 0;
  padding-left: 20px;
}
li {
  padding: 2px 0;
}
@media (max-width: 860px) {
  .schools {
    flex-direction: column;
  }
}
</style>
