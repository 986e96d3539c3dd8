<script setup lang="ts">
// The whole shop as one file, out and in.
import { useRouter } from 'vue-router'
import { lineOf } from '../../api/client'
import { bring } from '../../state/bring'
import { tell } from '../../state/notice'

const router = useRouter()
function file(e: Event) {
  const input = e.target as HTMLInputElement
  if (input.files?.[0]) void bring(input.files[0], router).catch((x) => tell(lineOf(x), true))
  input.value = ''
}
</script>

<template>
  <section>
    <h2>The whole shop as a file</h2>
    <p class="quiet small">
      Saws with their test cuts, mouldings, prices, rules, people, nails and the rack. What a file has that the shop has too is there once; what has the same
      name and other figures stays beside it.
    </p>
    <p class="acts">
      <a class="btn plain" href="/api/shop/file">Export the shop</a>
      <label class="btn plain file">Import a shop file<input type="file" accept=".json,application/json" class="sr" @change="file" /></label>
    </p>
  </section>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 10px;
  padding-top: 10px;
}
.acts a {
  text-decoration: none;
}
.file:focus-within {
  outline: 2px solid var(--chalk);
  outline-offset: 2px;
}
</style>
