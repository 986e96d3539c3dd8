import { shallowRef } from 'vue'

/** The field that has the focus and takes a reading of one kind. */
export const waiting = shallowRef<{ kind: 'length' | 'angle'; id: string; receive: (text: string) => Promise<void> } | null>(null)
