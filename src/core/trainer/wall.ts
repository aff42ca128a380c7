import type { SeatId } from '../seats/seat'
import type { Question, QuestionKind } from './question'
import type { Round } from './round'

/** What the teacher heard of a seat: known, not known, or not said. */
export type Heard = boolean | null

/** Right ones of all that were said of a seat. */
export type Tally = readonly [right: number, all: number]

/** Reading with the whole class on the wall: what is asked, whether the answers are shown, what was heard of which seat. */
export type Wall = {
  readonly kind: QuestionKind
  /** Null: nothing can be asked in this way. */
  readonly round: Round | null
  /** When it was asked. Milliseconds. */
  readonly askedAt: number
  readonly revealed: boolean
  readonly heard: Readonly<Record<SeatId, Heard>>
  readonly score: Readonly<Record<SeatId, Tally>>
}

/** What happens: time in milliseconds; `draw`: the next round of a kind, not about what the last one was about. */
export type WallEvent =
  /** The answers are shown; where they are, the next question comes. */
  | { readonly kind: 'onward'; readonly at: number; readonly draw: Draw }
  | { readonly kind: 'reveal' }
  | { readonly kind: 'ask'; readonly of: QuestionKind; readonly at: number; readonly draw: Draw }
  /** Not said, then known, then not known, then not said again. */
  | { readonly kind: 'mark'; readonly seat: SeatId }
  /** What was heard is kept, and nothing more of it: another page is looked at, or this one is left. */
  | { readonly kind: 'keep'; readonly at: number }
type Draw = (kind: QuestionKind, before: string | null) => Round | null

/** An answer of a whole seat, of nobody by name, and how long it took. Milliseconds. */
export type SeatAnswer = { readonly question: Question; readonly right: boolean; readonly ms: number }

/** The wall with its first question. */
export const wallWith = (kind: QuestionKind, at: number, draw: Draw): Wall => ({
  kind,
  round: draw(kind, null),
  askedAt: at,
  revealed: false,
  heard: {},
  score: {},
})

/** What comes of an event: the wall after it, and the answers that are to be kept, each once. */
export function wallStep(w: Wall, e: WallEvent): { readonly wall: Wall; readonly keep: readonly SeatAnswer[] } {
  const nothing: readonly SeatAnswer[] = []
  switch (e.kind) {
    case 'onward':
      return w.revealed ? wallStep(w, { ...e, kind: 'ask', of: w.kind }) : { wall: { ...w, revealed: w.round !== null }, keep: nothing }
    case 'reveal':
      return { wall: { ...w, revealed: w.round !== null }, keep: nothing }
    case 'mark': {
      if (!w.revealed || !w.round?.questions.some((q) => q.seat === e.seat)) return { wall: w, keep: nothing }
      const is = w.heard[e.seat] ?? null
      return { wall: { ...w, heard: { ...w.heard, [e.seat]: is === null ? true : is ? false : null } }, keep: nothing }
    }
    case 'keep': {
      const said = saidIn(w, e.at)
      return said.length === 0 ? { wall: w, keep: nothing } : { wall: { ...w, heard: {}, score: counted(w.score, said) }, keep: said }
    }
    case 'ask': {
      const { wall, keep } = wallStep(w, { kind: 'keep', at: e.at })
      const round = e.draw(e.of, w.round?.about ?? null)
      return { wall: { ...wall, kind: e.of, round, askedAt: e.at, revealed: false, heard: {} }, keep }
    }
  }
}

const saidIn = ({ round, heard, askedAt }: Wall, at: number): SeatAnswer[] =>
  (round?.questions ?? []).flatMap((question) => {
    const right = heard[question.seat] ?? null
    return right === null ? [] : [{ question, right, ms: at - askedAt }]
  })

function counted(score: Wall['score'], said: readonly SeatAnswer[]): Wall['score'] {
  const next = { ...score }
  for (const { question, right } of said) {
    const [known, all] = next[question.seat] ?? [0, 0]
    next[question.seat] = [known + Number(right), all + 1]
  }
  return next
}
