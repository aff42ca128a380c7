import type { Hold, Stop } from '../hands/hold'
import { FIRST } from '../instruments/instrument'
import { CLEFS } from '../music/clef'
import { alterIn } from '../music/key'
import { stepsOf, type Pitch } from '../music/pitch'
import { writtenLetter } from '../plan/talk'
import { handWords } from '../words/hands'
import { trainerWords } from '../words/trainer'
import { oneOf } from '../composing/chance'
import type { SeatNote } from './notes'
import type { Option, Question, QuestionKind, Shown } from './question'
import type { Trainee } from './trainee'

/** One kind of question. Adding one is a file, its name in `QUESTION_KINDS` and a row in `all.ts`. */
export type AskedKind = {
  readonly kind: QuestionKind
  /** As it is chosen: "Letter of a note". */
  readonly name: string
  /** As it is asked of a whole class, aloud. */
  readonly aloud: string
  /** What it can be asked of, in the order of teaching. */
  readonly subjects: (t: Trainee) => readonly string[]
  /** The question about a subject; null where there is none (any more). `chance` from 0 up to 1. */
  readonly ask: (t: Trainee, subject: string, chance: () => number) => Question | null
}

/** A letter as the class writes it. */
export const letterSaid = (t: Trainee, p: Pick<Pitch, 'letter' | 'alter'>): string => writtenLetter(t.talk, { ...p, octave: 4 })

/** "2", "low 2", "open": a finger as the class says it. */
export const fingerSaid = (t: Trainee, s: Stop): string => handWords(t.talk).sayFinger(t.talk, t.setup.instrument, s)

/** "III", "raised III", "half position". */
export const positionSaid = (t: Trainee, h: Hold): string => handWords(t.talk).position(t.setup.instrument.positions[h.position])

/** "low 2 on D", "open A", "1 on A in III". */
export function waySaid(t: Trainee, h: Hold): string {
  const [s] = h.stops
  const way = handWords(t.talk).sayStop(t.talk, t.setup.instrument, s)
  return s.finger === 0 || h.position === FIRST ? way : trainerWords(t.talk).inPosition(way, positionSaid(t, h))
}

/** "second line", "first ledger line above": where a note stands on the staff of a seat. */
export const placeSaid = (t: Trainee, p: Pitch): string => handWords(t.talk).staffPlace(p, CLEFS[t.setup.instrument.clef])

/** Notes on the seat's staff, in the key of the first, each with its sign where the signature does not have it. */
export const staffOf = (t: Trainee, notes: readonly SeatNote[], key = notes[0].key): Shown => ({
  kind: 'staff',
  clef: t.setup.instrument.clef,
  fifths: key.fifths,
  notes: notes.map(({ pitch }) => ({ pitch, sign: alterIn(key, pitch.letter) !== pitch.alter })),
})

/** The note of a name among those that are asked. */
export const noteNamed = (t: Trainee, name: string): SeatNote | null => t.notes.find((n) => n.name === name) ?? null

/** How many answers there are to choose from. */
export const ANSWERS = 4

/** The right answer with wrong ones, the likeliest mistakes first and no text twice, as many as are shown; in an order of chance. */
export function answerChoice(chance: () => number, right: string, mistakes: readonly Option[]): readonly Option[] {
  const options: Option[] = [{ text: right, mistake: null, as: '' }]
  for (const m of mistakes) if (options.length < ANSWERS && options.every((o) => o.text !== m.text)) options.push(m)
  return shuffled(chance, options)
}

function shuffled<T>(chance: () => number, all: readonly T[]): T[] {
  const left = [...all]
  return all.map(() => left.splice(left.indexOf(oneOf(chance, left)), 1)[0])
}

/** The range of the staff that can be touched: what the seat has learned, and a step more on both sides. */
export function touched(t: Trainee): { readonly from: number; readonly to: number } {
  const steps = t.notes.map((n) => stepsOf(n.pitch))
  const { middle } = CLEFS[t.setup.instrument.clef]
  return { from: Math.min(...steps, middle - 4) - 1, to: Math.max(...steps, middle + 4) + 1 }
}
