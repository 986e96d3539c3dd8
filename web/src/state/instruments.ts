import { useLocalStorage } from '@vueuse/core'
import { computed, nextTick, ref, shallowRef } from 'vue'
import { api, type InstrumentView, lineOf, type PracticeView, type Schemas, take } from '../api/client'
import { clientId } from './client'
import { tell } from './notice'

/** The field that has the focus and takes a reading of one kind. */
export const waiting = shallowRef<{ kind: 'length' | 'angle'; id: string; receive: (text: string) => Promise<void> } | null>(null)

/** The instruments there are, with their batteries. */
export const instruments = ref<InstrumentView[]>([])
export const heard = ref<'' | 'length' | 'angle'>('')
/** The scale of the angle that is just arriving; the corner's field keeps it with the reading. */
export const arriving = ref('')

/** A reading that no field waited for. */
export interface Tray {
  id: string
  text: string
  kind: '' | 'length' | 'angle'
  scale?: string
  at: string
  from: string
}
/** Readings that no field waited for: kept until they are used or thrown away, also over a reload. */
export const tray = useLocalStorage<Tray[]>('gnomon.tray', [])

let serial = 0
export function toTray(text: string, kind: Tray['kind'], from: string, scale?: string) {
  tray.value = [...tray.value, { id: `${Date.now()}-${serial++}`, text, kind, scale, from, at: new Date().toLocaleTimeString() }]
  tell(`${text} is in the tray, at Measure.`)
}
export const dropFromTray = (id: string) => (tray.value = tray.value.filter((t) => t.id !== id))

/** Gives a reading to the field that waits for one. */
export async function give(text: string, kind: 'length' | 'angle', scale?: string): Promise<boolean> {
  if (waiting.value?.kind !== kind) return false
  arriving.value = scale ?? ''
  await nextTick()
  await waiting.value.receive(text)
  arriving.value = ''
  return true
}

async function hear(e: { source: string; kind: 'length' | 'angle'; text: string; scale?: string; battery: number; for: string }) {
  const i = instruments.value.find((x) => x.id === e.source)
  if (i) i.battery = e.battery
  if (e.for && e.for !== clientId) return
  clearTimeout(late)
  heard.value = e.kind
  setTimeout(() => (heard.value = ''), 600)
  if (!(await give(e.text, e.kind, e.scale))) toTray(e.text, e.kind, i?.name ?? e.source, e.scale)
}

export async function connect() {
  try {
    instruments.value = (await take(api.GET('/api/instruments'))).instruments
  } catch {
    return // the page says elsewhere that nothing answers
  }
  if (!instruments.value.length) return
  stream()
}
let source: EventSource | null = null
function stream() {
  source?.close()
  const s = new EventSource('/api/instruments/events')
  source = s
  s.addEventListener('reading', (e: MessageEvent<string>) => void hear(JSON.parse(e.data)))
  s.addEventListener('ready', (e: MessageEvent<string>) => (instruments.value = (JSON.parse(e.data) as { instruments: InstrumentView[] }).instruments))
}
window.addEventListener('pagehide', () => source?.close())
window.addEventListener('pageshow', (e) => e.persisted && source && stream())

export const laser = computed(() => instruments.value.find((i) => i.kind === 'length'))
export const protractor = computed(() => instruments.value.find((i) => i.kind === 'angle'))

let late = 0
/** What of an opening is read. */
export type Jamb = NonNullable<Schemas['Pressed']['jamb']>
/** Presses the button of the practice instrument of a kind, held to a wall, a corner, a diagonal or an opening. */
export async function press(kind: 'length' | 'angle', room: string, index: number, more: { to?: number; jamb?: Jamb } = {}) {
  const i = kind === 'length' ? laser.value : protractor.value
  if (!i?.practice) return
  clearTimeout(late)
  try {
    await take(api.POST('/api/instruments/{id}/press', { params: { path: { id: i.id } }, body: { client: clientId, room, index, ...more } }))
    late = window.setTimeout(() => tell(`No reading came from the ${i.name.toLowerCase()}. Press again.`, true), i.practice.delayMs * 3 + 1500)
  } catch (e) {
    tell(lineOf(e), true)
  }
}
export async function setPractice(id: string, to: PracticeView) {
  try {
    instruments.value = (await take(api.PUT('/api/instruments/{id}', { params: { path: { id } }, body: to }))).instruments
  } catch (e) {
    tell(lineOf(e), true)
  }
}
