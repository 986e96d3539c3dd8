import createClient from 'openapi-fetch'
import type { components, paths } from './schema.gen'

export type Schemas = components['schemas']
export type RoomView = Schemas['RoomView']
export type WallView = Schemas['WallView']
export type CornerView = Schemas['CornerView']
export type OpeningView = Schemas['OpeningView']
export type SetView = Schemas['SetView']
export type MouldingView = Schemas['MouldingView']
export type PieceView = Schemas['PieceView']
export type EndView = Schemas['EndView']
export type CutView = Schemas['CutView']
export type DecisionView = Schemas['DecisionView']
export type ActView = Schemas['ActView']
export type WallLengthView = Schemas['WallLengthView']
export type DiagonalView = Schemas['DiagonalView']
export type SpotView = Schemas['SpotView']
export type FindingView = Schemas['FindingView']
export type StopView = Schemas['StopView']
export type LengthView = Schemas['LengthView']
export type EntryView = Schemas['EntryView']
export type AngleView = Schemas['AngleView']
export type Bench = Schemas['Bench']
export type BenchView = Schemas['BenchView']
export type CopeView = Schemas['CopeView']
export type TemplateView = Schemas['TemplateView']
export type ClosingView = Schemas['ClosingView']
export type ClosingSide = Schemas['ClosingSide']
export type BenchMoulding = Schemas['BenchMoulding']
export type CauseView = Schemas['CauseView']
export type Solid = Schemas['Solid']
export type SawView = Schemas['SawView']
export type RunView = Schemas['RunView']
export type LibraryView = Schemas['LibraryView']
export type OrderView = Schemas['OrderView']
export type Floor = Schemas['Floor']
export type SheetView = Schemas['SheetView']
export type ChoiceView = Schemas['ChoiceView']
export type BuyView = Schemas['BuyView']
export type MoneyView = Schemas['MoneyView']
export type SupplyView = Schemas['SupplyView']
export type BarView = Schemas['BarView']
export type FitView = Schemas['FitView']
export type Tried = Schemas['Tried']
export type RackView = Schemas['RackView']
export type SurveyPreview = Schemas['SurveyPreview']
export type InstrumentView = Schemas['InstrumentView']
export type PracticeView = Schemas['PracticeView']
export type DetailView = Schemas['DetailView']
export type DetailField = Schemas['DetailFieldView']
export type WorkedView = Schemas['WorkedView']
export type OddView = Schemas['OddView']
export type LyingPiece = Schemas['LyingPiece']
export type OneCorner = Schemas['OneCorner']
export type JobEntry = Schemas['JobEntry']
export type Op = Schemas['Op']
export type RuleBook = Schemas['RuleBook']
export type QuestionView = Schemas['QuestionView']
export type TrialView = Schemas['TrialView']
export type ScoreView = Schemas['ScoreView']
export type Problem = Schemas['Problem']
export type Me = Schemas['Me']
export type ShareView = Schemas['ShareView']
export type NewsView = Schemas['NewsView']
export type { components }

export const api = createClient<paths>({ baseUrl: '/' })

/** What the server answered, or what to tell the person instead. */
export class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }
  /** The first field at fault in one line: what, and the way out. */
  get line(): string {
    const f = this.problem.errors?.[0]
    return f ? `${sentence(f.message)} ${sentence(f.remedy)}` : this.problem.detail
  }
}

/** What went wrong, in one line for the person. */
export const lineOf = (e: unknown) => (e instanceof Refused ? e.line : String(e))

function sentence(s: string): string {
  const t = s.trim()
  if (!t) return ''
  const u = t[0]!.toUpperCase() + t.slice(1)
  return /[.:?]$/.test(u) ? u : `${u}.`
}

const unreachable: Problem = {
  title: 'No answer',
  status: 0,
  detail: 'Gnomon does not answer. What you entered stays on the screen: take it again when Gnomon is back. Nothing entered before is lost.',
  errors: [],
}

let heard: (p: Problem) => void = () => {}
/** Who hears of every refusal, beside the one who asked. */
export const onRefused = (f: typeof heard) => (heard = f)

/** Gives the data of an answer or throws Refused. */
export async function take<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let r: { data?: T; error?: unknown; response: Response }
  try {
    r = await call
  } catch {
    throw new Refused(unreachable)
  }
  if (r.response.ok) return r.data as T
  const p = (r.error as Problem | undefined)?.detail
    ? (r.error as Problem)
    : { ...unreachable, status: r.response.status, detail: `Gnomon answered ${r.response.status}. Reload the page.` }
  heard(p)
  throw new Refused(p)
}

/** Sends a file, or what was read of one, as it is. */
export async function sendBody<T>(path: string, body: BodyInit, type = 'application/json'): Promise<T> {
  const r = await fetch(path, { method: 'POST', headers: { 'Content-Type': type }, body })
  const answer = await r.json().catch(() => null)
  if (!r.ok) throw new Refused(answer ?? { title: '', status: r.status, detail: `Gnomon answered ${r.status}. Choose a smaller file.`, errors: [] })
  return answer as T
}
