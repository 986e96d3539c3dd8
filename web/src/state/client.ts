/** An identifier for something new. */
export function newId(prefix: string): string {
  const b = crypto.getRandomValues(new Uint8Array(10))
  return prefix + [...b].map((x) => (x % 36).toString(36)).join('') + Date.now().toString(36)
}

/** This browser: undo takes back its own changes, and the readings it asks for come to it. */
export const clientId = (() => {
  const kept = localStorage.getItem('gnomon.client') ?? newId('b')
  localStorage.setItem('gnomon.client', kept)
  return kept
})()
