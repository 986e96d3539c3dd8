/** Puts the cursor in a dialog's first field, once it has opened. Whoever has gone on to another field of it already, before it stood
 *  still, stays there: what is typed next is meant for that one. */
export function intoFirst(field: HTMLElement | undefined) {
  if (!field?.closest('.el-dialog__body')?.contains(document.activeElement)) field?.focus()
}
