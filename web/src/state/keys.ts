import { onBeforeUnmount, onMounted } from 'vue'

/** True where typing is meant: single keys do nothing there. */
function typing(t: EventTarget | null): boolean {
  return t instanceof HTMLElement && (t.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(t.tagName)) && !['radio', 'checkbox', 'button'].includes((t as HTMLInputElement).type ?? '')
}

/**
 * Keys of a screen, such as "j", "alt+1" or "ctrl+shift+z". Single keys act only
 * when no field and no dialog has the focus; Ctrl Z in a field is the field's own.
 */
export function useKeys(keys: Record<string, () => unknown>) {
  const on = (e: KeyboardEvent) => {
    const k = e.key.toLowerCase()
    const name = `${e.ctrlKey || e.metaKey ? 'ctrl+' : ''}${e.altKey ? 'alt+' : ''}${e.shiftKey && (e.ctrlKey || e.altKey) ? 'shift+' : ''}${k}`
    const act = keys[name]
    if (!act || e.repeat) return
    const everywhere = name === 'ctrl+k' || name.startsWith('alt+')
    if (!everywhere && (typing(e.target) || document.querySelector('.el-overlay:not([style*="display: none"]) .el-dialog'))) return
    // Space and Enter press the button that has the focus, not the screen's key.
    if ((k === ' ' || k === 'enter') && e.target instanceof HTMLElement && e.target.closest('button, a, [role=radiogroup]')) return
    e.preventDefault()
    act()
  }
  onMounted(() => window.addEventListener('keydown', on))
  onBeforeUnmount(() => window.removeEventListener('keydown', on))
}
