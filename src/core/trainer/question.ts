import type { Stop } from '../hands/hold'
import type { ClefName } from '../music/clef'
import type { Pitch } from '../music/pitch'
import type { Spoken } from '../language'
import type { Piece } from '../piece/piece'
import type { SeatId } from '../seats/seat'
import { trainerWords } from '../words/trainer'
import type { Mistake } from '../reading/mistake'

export { MISTAKES, type Mistake } from '../reading/mistake'

/** What can be asked, in the order in which it is learned: the eye first, then the hand, then both together. */
export const QUESTION_KINDS = [
  'letter',
  'finger',
  'draw',
  'staff places',
  'string places',
  'form',
  'step',
  'count',
  'shift',
  'trap',
] as const
export type QuestionKind = (typeof QUESTION_KINDS)[number]

/** Kinds that show a measure, which is engraved. */
export const ENGRAVED: readonly QuestionKind[] = ['count', 'trap']

/** A place on the fingerboard: a string by index from the lowest, and half steps above it when open. */
export type BoardPlace = Pick<Stop, 'string' | 'k'>
/** The same with the finger that plays it, as the class writes it. */
export type FingeredPlace = BoardPlace & { readonly finger: string }
export const placeKey = ({ string, k }: BoardPlace): string => `${string}:${k}`

/** A note on a staff; `sign`: its alteration stands before it. */
export type StaffNote = { readonly pitch: Pitch; readonly sign: boolean }

/** What is looked at: notes on a staff, a finger on the board, a letter, or a measure as it is engraved. */
export type Shown =
  | { readonly kind: 'staff'; readonly clef: ClefName; readonly fifths: number; readonly notes: readonly StaffNote[] }
  | { readonly kind: 'board'; readonly at: FingeredPlace; readonly says: string }
  | { readonly kind: 'letter'; readonly text: string }
  | { readonly kind: 'measure'; readonly piece: Piece; readonly says: string }

/** One of the answers to choose from; `mistake` is null where it is right, `as` what the note was taken for. */
export type Option = { readonly text: string; readonly mistake: Mistake | null; readonly as: string }

/** How it is answered: by one of a few answers, on the fingerboard, or on a staff. `all`: every right place is wanted, else any one. */
export type AnswerForm =
  | { readonly form: 'choice'; readonly options: readonly Option[] }
  | { readonly form: 'board'; readonly right: readonly string[]; readonly all: boolean }
  | {
      readonly form: 'staff'
      readonly clef: ClefName
      readonly fifths: number
      /** Letter steps above C0 of the lowest and highest place that can be touched. */
      readonly from: number
      readonly to: number
      readonly right: readonly number[]
      readonly all: boolean
      /** Which way the stem goes, where it is asked for. */
      readonly stem: 'up' | 'down' | null
    }

/** A question to a seat. */
export type Question = {
  /** The same for the same question, whenever it is asked: what is repeated by its spacing. */
  readonly item: string
  readonly kind: QuestionKind
  readonly seat: SeatId
  readonly asks: string
  readonly shows: Shown
  readonly answer: AnswerForm
  /** The right answer, as it is said. */
  readonly says: string
  /** The note that it is about, as its part writes it ("F#4"); empty where it is about none. */
  readonly note: string
}

/** What was answered. */
export type Given =
  | { readonly form: 'choice'; readonly at: number }
  | { readonly form: 'board'; readonly places: readonly string[] }
  | { readonly form: 'staff'; readonly steps: readonly number[]; readonly stem: 'up' | 'down' | null }

/** An answer as it is judged: right, or how it went wrong and what was meant by it, as far as that is known. */
export type Judged = { readonly right: boolean; readonly mistake: Mistake | null; readonly as: string }

const RIGHT: Judged = { right: true, mistake: null, as: '' }
const wrong = (mistake: Mistake, as = ''): Judged => ({ right: false, mistake, as })

/** Judges an answer. An answer of another form than was asked for is wrong. */
export function judged({ answer }: Pick<Question, 'answer'>, given: Given): Judged {
  switch (answer.form) {
    case 'choice': {
      const option = given.form === 'choice' ? answer.options[given.at] : undefined
      if (!option) return wrong('somewhere else')
      return option.mistake === null ? RIGHT : wrong(option.mistake, option.as)
    }
    case 'board':
      return given.form === 'board' ? among(answer, given.places, boardMistake) : wrong('somewhere else')
    case 'staff': {
      if (given.form !== 'staff') return wrong('somewhere else')
      const place = among(answer, given.steps, staffMistake)
      return place.right && answer.stem !== null && given.stem !== answer.stem ? wrong('stem the wrong way') : place
    }
  }
}

/** What is said of an answer: whether it is right, the right one, and what a wrong one shows. */
export const sayJudged = ({ says }: Pick<Question, 'says'>, { right, mistake, as }: Judged, to: Spoken = {}): string =>
  right ? trainerWords(to).right(says) : trainerWords(to).wrong(mistake, as, says)

/** Whether what was touched is what was wanted: all of it, or any one. */
function among<T>(
  { right, all }: { readonly right: readonly T[]; readonly all: boolean },
  given: readonly T[],
  mistake: (right: readonly T[], given: T) => Mistake,
): Judged {
  const off = given.filter((x) => !right.includes(x))
  if (given.length === 0) return wrong('not all')
  if (off.length > 0) return wrong(given.length > off.length && all ? 'too many' : mistake(right, off[0]))
  if (all && right.some((x) => !given.includes(x))) return wrong('not all')
  return RIGHT
}

const boardMistake = (right: readonly string[], given: string): Mistake =>
  right.some((r) => r.split(':')[0] === given.split(':')[0]) ? 'with the wrong finger' : 'on the wrong string'

const staffMistake = (right: readonly number[], given: number): Mistake =>
  right.some((r) => Math.abs(r - given) === 1) ? 'a letter off' : 'somewhere else'
