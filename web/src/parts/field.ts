/** What every field for something typed takes beside its value. */
export interface Field {
  label: string
  /** Takes the text; was is what the field showed before it was typed over. */
  commit: (text: string, was: string) => Promise<void> | void
  big?: boolean
  /** Letters that are commands here: no letter can be meant in the field. */
  keys?: Record<string, () => void>
  /** What an instrument's reading it takes while it has the focus. */
  takes?: 'length' | 'angle'
  /** Its page says where one goes on from it. */
  alone?: boolean
  /** Takes what is typed while it is typed, where nothing is kept. */
  live?: boolean
}
