// Takes in a file, by a button or dropped anywhere.
import type { Router } from 'vue-router'
import { dropped, importJob, importShop, kindOf } from './drop'
import { view } from './job'
import { loadJobs } from './joblist'
import { drawingWanted, handheld, sheetOpen } from './measuring'
import { tell } from './notice'
import { room, shopId } from './place'

export async function bring(file: File, router: Router) {
  const text = await file.text()
  const kind = kindOf(file.name, text)
  if (kind === 'job') {
    const id = await importJob(text)
    await router.push({ name: 'measure', params: { job: id } })
    tell(`${file.name} is a job of its own now.`)
  } else if (kind === 'shop') {
    const t = await importShop(text)
    tell([t.things ? `${t.things} new in the shop.` : 'The shop had all of it.', ...t.said].join(' '))
    await loadJobs().catch(() => {})
  } else if (kind === 'survey') {
    if (!view.value || view.value.id === shopId || !room.value) return tell('A survey goes into a job: open the job and drop it there.', true)
    dropped.value = { kind, file }
    if (handheld.value) drawingWanted.value = true // its sheet stands beside the drawing
    sheetOpen.value = 'room'
    await router.push({ name: 'measure', params: { job: view.value.id }, query: { room: room.value.id } })
  } else if (kind === 'section') {
    dropped.value = { kind, file }
    await router.push({ name: 'mouldings', params: { job: view.value?.id ?? shopId } })
  } else tell(`${file.name} is nothing that is read here: drop a job, a shop, a survey (CSV) or a section (SVG, DXF, CSV).`, true)
}
