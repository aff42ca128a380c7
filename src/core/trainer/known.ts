import { count } from '../count'
import type { Answer } from './answer'
import type { Mistake, QuestionKind } from './question'

/** What counts for whether a seat reads a note: its letter, its finger, its place. */
const READING: readonly QuestionKind[] = ['letter', 'finger', 'draw', 'form']

/** How a note stands: read surely, not surely, or too little answered to say. */
export const STANDS = ['sure', 'not sure', 'open'] as const
export type Stands = (typeof STANDS)[number]

/** What is known of how a seat reads a note. `low` to `high`: of 1, how often it will be right, 80 % sure. */
export type NoteKnown = {
  readonly note: string
  readonly answers: number
  readonly right: number
  readonly low: number
  readonly high: number
  readonly stands: Stands
}

/** What a note's earlier answers still weigh each time it is answered again: who learns is better than they were. */
const FADES = 0.9
/** The normal value of a two-sided interval of 80 % (NIST/SEMATECH e-Handbook of Statistical Methods, 1.3.6.7.1; from memory). */
const Z80 = 1.2816
/** Fewer answers than these say nothing. Common practice: once is no time. */
const LEAST = 3
/** Surely read is what is right three times of four at the least; not surely what is not, at the most. */
const ENOUGH = 0.75

/**
 * Wilson's interval for a proportion: right answers of all, both may be fractions (NIST/SEMATECH e-Handbook 7.2.4.1).
 * Everything is possible where nothing was answered.
 */
export function wilson(right: number, all: number, z = Z80): readonly [low: number, high: number] {
  if (all <= 0) return [0, 1]
  const p = right / all
  const middle = p + (z * z) / (2 * all)
  const half = z * Math.sqrt((p * (1 - p)) / all + (z * z) / (4 * all * all))
  const by = 1 + (z * z) / all
  return [Math.max(0, (middle - half) / by), Math.min(1, (middle + half) / by)]
}

const inTime = (answers: readonly Answer[]): Answer[] => [...answers].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))

/** How the notes of a seat stand by the answers of it: every note that was asked, in the order of its first answer. */
export function notesKnown(answers: readonly Answer[]): NoteKnown[] {
  const byNote = new Map<string, Answer[]>()
  for (const a of inTime(answers)) if (a.note && READING.includes(a.kind)) byNote.set(a.note, [...(byNote.get(a.note) ?? []), a])
  return [...byNote].map(([note, all]): NoteKnown => {
    let [right, weight] = [0, 0]
    for (const a of all) {
      right = right * FADES + (a.right ? 1 : 0)
      weight = weight * FADES + 1
    }
    const [low, high] = wilson(right, weight)
    const stands: Stands = all.length < LEAST ? 'open' : low >= ENOUGH ? 'sure' : high <= ENOUGH ? 'not sure' : 'open'
    return { note, answers: all.length, right: all.filter((a) => a.right).length, low, high, stands }
  })
}

/** How a note stands, in words: "sure: 9 of 9 answers right". */
export function sayKnown({ answers, right, stands }: NoteKnown): string {
  const head = stands === 'open' ? 'too early to tell' : stands
  return `${head}: ${right} of ${count(answers, 'answer')} right`
}

/** A mistake that a seat makes at a note again and again. */
export type Confusion = {
  readonly note: string
  readonly as: string
  readonly mistake: Mistake
  readonly times: number
  readonly of: number
}

/** How often something is taken for something else before it is called typical. */
const TYPICAL = 2

/** What is taken for what where a note is read, at least twice, the commonest first; `of`: answers of that kind about that note. Another finger is no other note. */
export function confusionsOf(answers: readonly Answer[]): Confusion[] {
  const asked = new Map<string, number>()
  const found = new Map<string, Omit<Confusion, 'of'> & { readonly at: string }>()
  for (const a of answers) {
    if (!a.note || !READING.includes(a.kind)) continue
    const at = `${a.kind} ${a.note}`
    asked.set(at, (asked.get(at) ?? 0) + 1)
    if (a.right || !a.as || !a.mistake || a.mistake === 'with the wrong finger') continue
    const key = `${at} ${a.as}`
    found.set(key, { at, note: a.note, as: a.as, mistake: a.mistake, times: (found.get(key)?.times ?? 0) + 1 })
  }
  return [...found.values()]
    .filter((c) => c.times >= TYPICAL)
    .map(({ at, ...c }): Confusion => ({ ...c, of: asked.get(at)! }))
    .sort((a, b) => b.times - a.times || b.times / b.of - a.times / a.of)
}

/** What to do about a mistake. Common practice. */
export const REMEDIES: Readonly<Record<Mistake, string>> = {
  'a letter off': 'Count lines and spaces aloud from an open string they know.',
  'in another clef': 'Find the note the clef marks, then count to this one.',
  'the other form': 'Point at the key signature first. Say the letter with its sharp or flat.',
  'on the wrong string': 'Say the string before the finger.',
  'with the wrong finger': 'Set the finger pattern and say where the half step is.',
  'step for skip': 'Line to line is a skip, line to space a step. Sort a line of notes that way.',
  'crossing not seen': 'Mark every string crossing in a line before playing.',
  'not all': 'Look for the letter on every string and in both octaves.',
  'too many': 'Say each place aloud before touching it.',
  'stem the wrong way': 'On or above the middle line the stem goes down. Below it, up.',
  'counted wrong': 'Tap the beat, count aloud, clap where a note starts.',
  'somewhere else': 'Ask it again, slowly, together.',
}

/** Notes to teach again, the least sure first, each with its commonest mistake. */
export function reteach(answers: readonly Answer[]): { readonly known: NoteKnown; readonly mistake: Mistake | null }[] {
  return notesKnown(answers)
    .filter((n) => n.stands === 'not sure')
    .sort((a, b) => a.high - b.high)
    .map((known) => {
      const own = answers.filter((a) => a.note === known.note && !a.right && a.mistake !== null)
      const counts = new Map<Mistake, number>()
      for (const a of own) counts.set(a.mistake!, (counts.get(a.mistake!) ?? 0) + 1)
      const mistake = [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null
      return { known, mistake }
    })
}
