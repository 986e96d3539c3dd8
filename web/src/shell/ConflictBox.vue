<script setup lang="ts">
// Two people changed the same field: both values are shown, one is taken.
import { ref } from 'vue'
import SetText from '../parts/SetText.vue'
import { attempt, conflict } from '../state/job'

const open = ref(true)
const shown = conflict.value!
const c = shown.problem.conflict!
async function mine() {
  open.value = false
  await attempt(...shown.ops.map((o) => ({ ...o, was: undefined })))
}
</script>

<template>
  <el-dialog v-model="open" title="Someone else changed this too" width="440px" @closed="conflict = null">
    <p>
      {{ c.thing }}, {{ c.field }}: while you entered <b><SetText :text="c.yours" /></b>, it became <b><SetText :text="c.theirs" /></b>. Look at both and take
      the right one.
    </p>
    <div class="row">
      <button class="btn main" type="button" @click="open = false">Keep <SetText :text="c.theirs" /></button>
      <button class="btn" type="button" @click="mine">Enter <SetText :text="c.yours" /></button>
    </div>
  </el-dialog>
</template>

<style scoped>
.row {
  display: flex;
  gap: 10px;
  margin-top: 18px;
  flex-wrap: wrap;
}
</style>
