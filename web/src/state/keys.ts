import { onBeforeUnmount, onMounted } from 'vue'
import { give, toTray, waiting } from './instruments'
import { keyName, TOGETHER, Typed } from './typed'

/** True where typing is meant: single keys do nothing there. */
function typing(t: EventTarget | null): boolean {
  return (
    t instanceof HTMLElement &&
    (t.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(t.tagName)) &&
    !['radio', 'checkbox', 'button'].includes((t as HTMLInputElement).type ?? '')
  )
}
const dialog = () => !!document.querySelector('.el-overlay:not([style*="display: none"]) .el-dialog')

const screens = new Set<Record<string, () => unknown>>()
function run(name: string): boolean {
  // The screen that came last goes first.
  for (const keys of [...screens].reverse()) {
    if (keys[name]) {
      keys[name]()
      return true
    }
  }
  return false
}
const known = (name: string) => [...screens].some((k) => k[name])

// A single key is held back until it is clear that no other follows at once. The timer alone
// does not tell: on a busy machine what was typed may still wait behind it, so those keys
// come first.
const typed = new Typed()
let timer = 0
function soon() {
  clearTimeout(timer)
  timer = window.setTimeout(() => (timer = window.setTimeout(() => runAll(typed.settle()))), TOGETHER)
}
const runAll = (keys: string) => {
  for (const k of keys) run(k.toLowerCase())
}
/** Takes what an instrument typed: where the screen itself waits for a reading it needs no field for it. */
const takeReading = (text: string) => void (waiting.value ? give(text, waiting.value.kind) : toTray(text, '', 'typed by an instrument'))

function on(e: KeyboardEvent) {
  const k = e.key.toLowerCase()
  const plain = !e.ctrlKey && !e.metaKey && !e.altKey
  if (plain && !typing(e.target) && !dialog()) {
    const button = e.target instanceof HTMLElement && e.target.closest('button, a, summary, [role=radiogroup]')
    if (e.key.length === 1 && !(k === ' ' && button && !typed.held)) {
      if (e.repeat) return
      if (known(k) || typed.wants(e.key)) e.preventDefault()
      runAll(typed.take(e.key, e.timeStamp))
      soon()
      return
    }
    if (k === 'enter') {
      const many = typed.held > 1 && typed.recent(e.timeStamp)
      const reading = typed.enter(e.timeStamp)
      if (reading) takeReading(reading)
      if (many) {
        // it ended what came at once, whatever that was
        e.preventDefault()
        typed.drop()
        return
      }
      clearTimeout(timer)
      runAll(typed.settle()) // a key of its own, pressed just before
    }
    // Enter presses the button that has the focus, not the screen's key.
    if ((k === 'enter' || k === ' ') && button) return
  }
  const name = keyName(e)
  if (!known(name) || e.repeat || (e.key.length === 1 && plain)) return
  const everywhere = name === 'ctrl+k' || name.startsWith('alt+')
  if (!everywhere && (typing(e.target) || dialog())) return
  e.preventDefault()
  run(name)
}
window.addEventListener('keydown', on)

/** Takes over what was typed before the page was ready: readings are kept, shortcuts had nothing to act on. */
function takeEarly() {
  const page = window as unknown as { typedEarly?: { key: string; at: number }[]; keepTyped?: (e: KeyboardEvent) => void }
  if (page.keepTyped) window.removeEventListener('keydown', page.keepTyped)
  for (const { key, at } of page.typedEarly ?? []) {
    const reading = key === 'Enter' ? typed.enter(at) : ''
    if (reading) takeReading(reading)
    else if (key !== 'Enter') typed.take(key, at)
  }
  page.typedEarly = []
}
takeEarly()

/**
 * Keys of a screen, such as "j", "alt+1" or "ctrl+shift+z". Single keys act only
 * when no field and no dialog has the focus; Ctrl Z in a field is the field's own.
 */
export function useKeys(keys: Record<string, () => unknown>) {
  onMounted(() => screens.add(keys))
  onBeforeUnmount(() => screens.delete(keys))
}
