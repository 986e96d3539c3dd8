import { clear, createStore, get, set, type UseStore } from 'idb-keyval'
import { computed, ref, shallowRef } from 'vue'
import { api, type Me, onRefused, Refused, take } from '../api/client'

/** What this device keeps for work out of reach: the open job, its pictures. */
export const kept: UseStore = createStore('gnomon', 'kept')
/** What waits to be sent: kept apart, since it outlasts everything else. */
export const waitingRoom: UseStore = createStore('gnomon-waiting', 'waiting')

/** Who this browser is; none while that is not known. */
export const me = shallowRef<Me | null>(null)
/** The program does not know this device: it must join. */
export const stranger = ref(false)

/** What this device may change: full rights, those of measuring or of the saw. */
export const mayMeasure = computed(() => me.value?.rights !== 'saw')
export const mayCut = computed(() => me.value?.rights !== 'measure')
export const mayAll = computed(() => me.value?.rights === 'full')

function known(is: Me) {
  me.value = is
  stranger.value = false
  void keep('me', is)
}

/** Asks who this is. Until that is answered, and out of reach, it is who it was. */
export async function whoAmI() {
  const was = recall<Me>('me').then((who) => {
    if (who && !stranger.value) me.value ??= who
    return who
  })
  try {
    known(await take(api.GET('/api/me')))
  } catch (e) {
    if (e instanceof Refused && e.problem.status === 401) return // the page to join is shown
    if (!(await was)) me.value ??= { desk: false, rights: 'full', sharing: true }
  }
}

export async function join(code: string) {
  known(await take(api.POST('/api/pair', { body: { code } })))
}

export async function leave() {
  await take(api.POST('/api/leave'))
  await turnedAway()
}

/** Nothing of the jobs stays on a device that may not see them; what it has done and not sent stays. */
async function turnedAway() {
  me.value = null
  stranger.value = true
  await clear(kept).catch(() => {})
}
onRefused((p) => {
  if (p.status === 401 && !stranger.value) void turnedAway()
})

/** Keeps something for work out of reach; a browser that keeps nothing is no hindrance. */
export const keep = (key: string, value: unknown) => set(key, value, kept).catch(() => {})
export const recall = <T>(key: string) => get<T>(key, kept).catch(() => undefined)
