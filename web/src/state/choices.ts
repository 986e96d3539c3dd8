// The choices that more than one screen offers, in the words of the trade.
export const turnKinds = [
  { label: 'inside', value: 'inside' },
  { label: 'outside', value: 'outside' },
]
export const scales = [
  { label: 'corner', value: 'corner' },
  { label: 'deflection', value: 'deflection' },
  { label: 'mitre', value: 'mitre' },
]
export const roomShapes = [
  { label: 'closed room', value: true },
  { label: 'open run', value: false },
]
/** A column or pier is a closed run seen from outside. */
export const newShapes = [
  { label: 'closed room', value: 'room' },
  { label: 'open run', value: 'run' },
  { label: 'column', value: 'island' },
]
export const bullnoses = [
  { label: 'a plain mitre', value: 'plain' },
  { label: 'one transition piece', value: 'one' },
  { label: 'two transition pieces', value: 'two' },
  { label: 'as many as the hollow asks', value: 'facets' },
  { label: 'a moulding that bends', value: 'flexible' },
]
export const buyWays = [
  { label: 'share', value: 'share' },
  { label: 'fitted', value: 'fit' },
]
export const materials = [
  { label: 'not said', value: '' },
  { label: 'solid wood', value: 'wood' },
  { label: 'MDF', value: 'mdf' },
  { label: 'plastic', value: 'plastic' },
]
export const grades = [
  { label: 'not said', value: '' },
  { label: 'paint', value: 'paint' },
  { label: 'stain', value: 'stain' },
]
export const orders: Record<string, string> = { longest: 'longest first', room: 'room by room', moves: 'fewest saw moves' }

export const lengthUnits = [
  { label: 'ft in', value: 'in' },
  { label: 'mm', value: 'mm' },
]
export const levels = [
  { label: 'floor', value: 'floor' },
  { label: 'rail', value: 'rail' },
  { label: 'ceiling', value: 'ceiling' },
]
export const openingKinds = [
  { label: 'door', value: 'door' },
  { label: 'window', value: 'window' },
  { label: 'opening', value: 'opening' },
  { label: 'cabinet', value: 'cabinet' },
  { label: 'tub', value: 'tub' },
  { label: 'vent', value: 'vent' },
]
export const spotKinds = [
  { label: 'socket', value: 'socket' },
  { label: 'vent', value: 'vent' },
  { label: 'pipe', value: 'pipe' },
  { label: 'stud', value: 'stud' },
  { label: 'joist end', value: 'joist' },
  { label: 'step up', value: 'step_up' },
  { label: 'step down', value: 'step_down' },
]
export const freeEnds = [
  { label: 'not said', value: '' },
  { label: 'stop', value: 'stop' },
  { label: 'return', value: 'return' },
]
