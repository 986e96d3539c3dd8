// What is on the bench: two mouldings and a corner, in the address, so that it can be kept, sent and gone back to.
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter, type LocationQueryRaw } from 'vue-router'
import { api, type BenchMoulding, lineOf, type Schemas, take } from '../../api/client'
import { view } from '../../state/job'

/** The job whose mouldings, unit and saw hold: the one of the corner asked for, or the one that is open. */
export function useBench() {
  const route = useRoute()
  const router = useRouter()
  const q = (k: string, none = '') => (typeof route.query[k] === 'string' ? (route.query[k] as string) : none)
  /** The job that the corner or the end asked for is of. */
  const of = computed(() => (typeof route.params.job === 'string' ? route.params.job : ''))
  const job = computed(() => of.value || view.value?.id || '')
  const through = computed(() => q('through', 'library:quay'))
  const coped = computed(() => q('coped', through.value))
  const mouldings = ref<BenchMoulding[]>([])
  const rulers = ref<Schemas['RulerView'][]>([])
  const begun = ref('') // what corner it began with, in words
  const error = ref('')
  const put = (more: LocationQueryRaw) => router.replace({ query: { ...route.query, ...more } })

  watch(
    job,
    async (now) => {
      const all = await take(api.GET('/api/bench/mouldings', { params: { query: { job: now } } })).catch(() => null)
      mouldings.value = all?.mouldings ?? []
      rulers.value = all?.rulers ?? []
    },
    { immediate: true },
  )
  // From a corner of a job: its mouldings and its reading, as it is dialled.
  const ready = ref(!q('corner') || !!q('reading'))
  watch(
    () => [of.value, q('run'), q('corner')] as const,
    async ([from, run, corner]) => {
      if (!from || !run || !corner) return
      try {
        const j = await take(api.GET('/api/jobs/{job}/joint', { params: { path: { job: from }, query: { run, corner } } }))
        begun.value = j.title
        if (!q('reading'))
          await put({
            through: j.through,
            coped: j.coped,
            reading: j.reading,
            made: j.made,
            lean: j.lean,
            joint: j.joint === 'mitre' && j.side === 'outside' ? 'outside' : j.joint,
            side: j.side,
            piece: j.piece ?? '',
            end: j.end ?? '',
          })
      } catch (e) {
        error.value = lineOf(e)
      }
      ready.value = true
    },
    { immediate: true },
  )
  return { q, of, job, through, coped, mouldings, rulers, begun, error, put, ready }
}
