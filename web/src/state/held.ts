// What a page holds of a job: what holds for every room, all rooms in a line each, and of those that were shown the whole. It
// is told in parts, of each what is new since the revision that it is held at.
import type { Schemas } from '../api/client'

type Told = Schemas['Told']
export type RoomLine = Schemas['RoomLine']
type RoomPart = Schemas['RoomPart']
type RoomWork = Schemas['RoomWork']
type FindingView = Schemas['FindingView']

export interface Held {
  id: string
  revision: number
  stand: string
  head: Schemas['HeadView']
  shop: Schemas['ShopView']
  order: string[]
  lines: Map<string, RoomLine>
  findings: Schemas['OfNoRoom']
  stock: Schemas['SupplyView'][]
  orders: Schemas['OrderView'][]
  rooms: Map<string, RoomPart>
  work: Map<string, RoomWork>
  /** The revision that each part is held at, by its name. */
  at: Map<string, number>
}

/** What to ask for: the names of parts, and what of them is held. */
export function asking(h: Held | null, wants: string[]): { stand: string; want: string[] } {
  return { stand: h?.stand ?? '', want: wants.map((w) => (h ? named(h, w) : w)).map((w) => (h?.at.has(w) ? `${w}@${h.at.get(w)}` : w)) }
}

/** Whether all that is wanted is held, be it of an earlier revision. */
export const holds = (h: Held | null, wants: string[]) => !!h && wants.every((w) => h.at.has(named(h, w)))

/** A part's own name: of the first room where none is named. */
export function named(h: Held, want: string) {
  const [kind, id] = want.split('/')
  return id === '' && h.order[0] ? `${kind}/${h.order[0]}` : want
}

/** What is held once an answer is taken in. An answer that is older than what is held leaves it as it is. */
export function hear(was: Held | null, told: Told, wants: string[]): Held | null {
  const same = was?.id === told.id && was.stand === told.stand
  if (same && told.revision < was.revision) return was
  if (!told.shop && !same) return was // nothing to begin with
  const old = same ? was : null
  const h: Held = {
    id: told.id,
    revision: told.revision,
    stand: told.stand,
    head: { ...told.head, canUndo: told.head.canUndo ?? was?.head.canUndo, canRedo: told.head.canRedo ?? was?.head.canRedo },
    shop: told.shop ?? old!.shop,
    order: told.order ?? old?.order ?? [],
    lines: new Map(old?.lines),
    findings: told.findings ?? old?.findings ?? { first: [], last: [] },
    stock: told.stock ?? old?.stock ?? [],
    orders: told.orders ?? old?.orders ?? [],
    rooms: new Map(old?.rooms),
    work: new Map(old?.work),
    at: new Map(old?.at),
  }
  for (const r of told.rooms ?? []) h.lines.set(r.id, r)
  for (const r of told.parts ?? []) h.rooms.set(r.room.id, r)
  for (const w of told.work ?? []) h.work.set(w.room, w)
  for (const w of wants) h.at.set(named(h, w), told.revision)
  if (told.order) {
    const there = new Set(h.order)
    for (const m of [h.lines, h.rooms, h.work]) for (const id of [...m.keys()]) if (!there.has(id)) m.delete(id)
    for (const w of [...h.at.keys()]) if (w.includes('/') && !there.has(w.split('/')[1]!)) h.at.delete(w)
  }
  return h
}

/** The same without the rooms but those given: they can be told again. */
export function without(h: Held, keep: (id: string) => boolean): Held {
  const only = <T>(m: Map<string, T>) => new Map([...m].filter(([id]) => keep(id)))
  return { ...h, rooms: only(h.rooms), work: only(h.work), at: new Map([...h.at].filter(([w]) => !w.includes('/') || keep(w.split('/')[1]!))) }
}

/** A job as the screens see it: of the rooms that are not held nothing but their lines. */
export type JobNow = Held['head'] &
  Held['shop'] & {
    id: string
    revision: number
    rooms: RoomLine[]
    parts: Map<string, RoomPart>
    ofNone: Held['findings']
    findings: FindingView[]
    pieces: Schemas['PieceView'][]
    decisions: Schemas['DecisionView'][]
    lines: RoomPart['lines']
    groups: RoomPart['groups']
    chains: RoomPart['chains']
    cuts: Schemas['CutView'][]
    glue: RoomWork['glue']
    stock: Held['stock']
    orders: Held['orders']
  }

export function jobOf(h: Held): JobNow {
  const parts = h.order.flatMap((id) => h.rooms.get(id) ?? [])
  const work = h.order.flatMap((id) => h.work.get(id) ?? [])
  const sticks = new Map(work.flatMap((w) => Object.entries(w.sticks)))
  return {
    ...h.head,
    ...h.shop,
    id: h.id,
    revision: h.revision,
    rooms: h.order.flatMap((id) => h.lines.get(id) ?? []),
    parts: h.rooms,
    ofNone: h.findings,
    findings: [...h.findings.first, ...parts.flatMap((p) => p.findings), ...h.findings.last],
    pieces: parts.flatMap((p) => (sticks.size ? p.pieces.map((q) => (sticks.has(q.id) ? { ...q, stick: sticks.get(q.id) } : q)) : p.pieces)),
    decisions: parts.flatMap((p) => p.decisions),
    lines: parts.flatMap((p) => p.lines),
    groups: parts.flatMap((p) => p.groups),
    chains: parts.flatMap((p) => p.chains),
    cuts: work.flatMap((w) => w.cuts),
    glue: work.flatMap((w) => w.glue),
    stock: h.stock,
    orders: h.orders,
  }
}

const ranks: Record<string, number> = { stop: 0, check: 1, note: 2 }
/** Lists of findings that have their causes first as one list: the gravest first, of each cause with what follows from it. */
export function merged(...lists: FindingView[][]): FindingView[] {
  const groups: { rank: number; all: FindingView[] }[] = []
  for (const l of lists) {
    for (const f of l) {
      const last = groups.at(-1)
      if (f.follows && last) {
        last.all.push(f)
        last.rank = Math.min(last.rank, ranks[f.severity]!)
      } else groups.push({ rank: ranks[f.severity]!, all: [f] })
    }
  }
  return [0, 1, 2].flatMap((rank) => groups.filter((g) => g.rank === rank).flatMap((g) => g.all))
}
