/** One reading taken before, to choose. */
export interface Chip {
  id: string
  text: string
  notes: string[]
}
