<script setup lang="ts">
// A survey file looked at before it is taken: what each line was understood as,
// whether the rooms close, and which lines are at fault.
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import SetText from '../parts/SetText.vue'
import { lineOf, sendBody, type SurveyPreview } from '../api/client'
import { clientId } from '../state/client'
import { refresh, view } from '../state/job'
import { tell } from '../state/notice'

const props = defineProps<{ file: File }>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const open = ref(true)
const preview = ref<SurveyPreview | null>(null)
const error = ref('')

const send = async <T,>(path: string) => sendBody<T>(`/api/jobs/${encodeURIComponent(view.value!.id)}/${path}`, await props.file.arrayBuffer(), 'text/csv')
watch(
  () => props.file,
  async () => {
    try {
      preview.value = await send<SurveyPreview>('survey/preview')
    } catch (e) {
      error.value = lineOf(e)
    }
  },
  { immediate: true },
)
async function takeIt() {
  try {
    const before = new Set(view.value!.rooms.map((r) => r.id))
    await send(`survey?client=${encodeURIComponent(clientId)}`)
    await refresh()
    const first = view.value!.rooms.find((r) => !before.has(r.id))
    open.value = false
    tell('The survey is taken. Undo takes it back.')
    if (first) await router.push({ name: 'measure', params: { job: view.value!.id }, query: { room: first.id } })
  } catch (e) {
    error.value = lineOf(e)
  }
}
</script>

<template>
  <el-dialog v-model="open" :title="`Survey: ${file.name}`" width="620px" class="survey" @closed="emit('close')">
    <p v-if="error" class="stop" role="alert">{{ error }}</p>
    <template v-if="preview">
      <div v-if="preview.bad.length" class="bad" role="alert">
        <p><b>Nothing can be taken until these are mended:</b></p>
        <ul>
          <li v-for="(b, i) in preview.bad" :key="i">
            <b>{{ b.field }}</b><template v-if="b.value"> “{{ b.value }}”</template>: {{ b.message }}; {{ b.remedy }}
          </li>
        </ul>
      </div>
      <template v-else>
        <section v-for="(r, i) in preview.rooms" :key="i">
          <h3>
            {{ r.name || `Room ${i + 1}` }}
            <span class="quiet small"
              >{{ r.closed ? 'closed room' : 'open run' }}, {{ r.walls.length }} {{ r.walls.length === 1 ? 'wall' : 'walls'
              }}<template v-if="r.closing"> · <SetText :text="r.closing" /></template
            ></span>
          </h3>
          <ol>
            <li v-for="w in r.walls" :key="w.label">
              <span>{{ w.label }}</span><b><SetText :text="w.length || '–'" /></b><span>{{ w.corner }}</span
              ><span v-if="w.openings" class="quiet">{{ w.openings === 1 ? '1 opening' : `${w.openings} openings` }}</span>
            </li>
          </ol>
        </section>
        <p v-for="(n, i) in preview.notes.filter((x) => x.severity !== 'note')" :key="i" class="check small">
          <SetText :text="n.text" /> <span class="quiet"><SetText :text="n.why" /></span>
        </p>
        <button class="btn main" type="button" @click="takeIt">
          Add {{ preview.rooms.length === 1 ? 'this room' : `these ${preview.rooms.length} rooms` }}
        </button>
      </template>
    </template>
  </el-dialog>
</template>

<style scoped>
section {
  max-height: 260px;
  overflow: auto;
  margin-bottom: 10px;
}
h3 {
  margin: 0 0 4px;
  font-size: 15px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
ol li {
  display: grid;
  grid-template-columns: 70px 120px 1fr auto;
  gap: 8px;
  border-bottom: 1px solid #ece7db;
  padding: 3px 0;
  font-size: 14px;
}
.bad ul {
  margin: 6px 0;
  padding-left: 18px;
  max-height: 320px;
  overflow: auto;
  font-size: 14px;
}
.btn {
  margin-top: 10px;
}
</style>
