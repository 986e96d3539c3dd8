import { onBeforeUnmount, onMounted } from 'vue'
import { give, toTray, waiting } from './instruments'

/** True where typing is meant: single keys do nothing there. */
function typing(t: EventTarget | null): boolean {
  return t instanceof HTMLElement && (t.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(t.tagName)) && !['radio', 'checkbox', 'button'].includes((t as HTMLInputElement).type ?? '')
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

/**
 * An instrument that types like a keyboard sends its characters faster than
 * fingers do and ends with Enter. So a single key is held back until it is clear
 * that no other follows at once: what comes so fast is a reading for the tray,
 * never a shortcut.
 */
const together = 60 // milliseconds between the characters of a burst
let burst = ''
let timer = 0
function settle() {
  const keys = burst
  burst = ''
  if (keys.length <= 2) for (const k of keys) run(k.toLowerCase())
}

function on(e: KeyboardEvent) {
  const k = e.key.toLowerCase()
  const plain = !e.ctrlKey && !e.metaKey && !e.altKey
  if (plain && !typing(e.target) && !dialog()) {
    const button = e.target instanceof HTMLElement && e.target.closest('button, a, summary, [role=radiogroup]')
    if (e.key.length === 1 && !(k === ' ' && button && !burst)) {
      if (e.repeat) return
      if (known(k) || burst || /[0-9.'"-]/.test(k)) e.preventDefault()
      burst += e.key
      clearTimeout(timer)
      timer = window.setTimeout(settle, together)
      return
    }
    if (k === 'enter' && burst.length === 1) {
      clearTimeout(timer)
      settle() // a key of its own, pressed just before
    }
    if (k === 'enter' && burst.length > 1) {
      e.preventDefault()
      clearTimeout(timer)
      const typed = burst.trim()
      burst = ''
      // Where the screen itself waits for a reading it needs no field for it.
      if (/\d/.test(typed)) void (waiting.value ? give(typed, waiting.value.kind) : toTray(typed, '', 'typed by an instrument'))
      return
    }
    // Enter presses the button that has the focus, not the screen's key.
    if ((k === 'enter' || k === ' ') && button) return
  }
  const name = `${e.ctrlKey || e.metaKey ? 'ctrl+' : ''}${e.altKey ? 'alt+' : ''}${e.shiftKey && (e.ctrlKey || e.altKey) ? 'shift+' : ''}${k}`
  if (!known(name) || e.repeat || e.key.length === 1 && plain) return
  const everywhere = name === 'ctrl+k' || name.startsWith('alt+')
  if (!everywhere && (typing(e.target) || dialog())) return
  e.preventDefault()
  run(name)
}
window.addEventListener('keydown', on)

/**
 * Keys of a screen, such as "j", "alt+1" or "ctrl+shift+z". Single keys act only
 * when no field and no dialog has the focus; Ctrl Z in a field is the field's own.
 */
export function useKeys(keys: Record<string, () => unknown>) {
  onMounted(() => screens.add(keys))
  onBeforeUnmount(() => screens.delete(keys))
}
