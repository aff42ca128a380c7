import { oneOf } from '../composing/chance'
import type { SeatId } from '../seats/seat'
import { itemsOf, KINDS, questionOf, type Item } from './all'
import type { NoteKnown, Stands } from './known'
import type { Question, QuestionKind } from './question'
import type { Trainee } from './trainee'

/** One question to the whole class: the same of every seat, each on its own staff and strings. */
export type Round = { readonly about: string; readonly questions: readonly Question[] }

/** How often something comes by how it stands: what is not sure four times as often as what is. */
const WEIGHT: Readonly<Record<Stands, number>> = { 'not sure': 4, open: 2, sure: 1 }

/** What the questions of all seats have in common: the letter of a note, the rhythm, or only the kind. */
function aboutOf(kind: QuestionKind, subject: string): string {
  switch (kind) {
    case 'letter':
    case 'finger':
    case 'draw':
      return subject.replace(/-?\d+$/, '')
    case 'form': {
      const [name, by] = subject.split(' ')
      return `${name.replace(/-?\d+$/, '')} ${by}`
    }
    case 'staff places':
    case 'string places':
    case 'count':
      return subject
    case 'step':
    case 'shift':
    case 'trap':
      return kind
  }
}

/**
 * A question of a kind to all seats. Of a note all are asked the same letter, each at a place of its own staff; what is not
 * sure comes oftener, and not the same again at once. Null where a kind has nothing to ask of this class.
 */
export function questionRound(
  trainees: readonly Trainee[],
  kind: QuestionKind,
  known: Readonly<Partial<Record<SeatId, readonly NoteKnown[]>>>,
  before: string | null,
  chance: () => number,
): Round | null {
  const bySeat = trainees.map((t) => ({ t, items: itemsOf(t, [kind]) }))
  const weights = new Map<string, number>()
  for (const { t, items } of bySeat)
    for (const i of items) {
      const about = aboutOf(kind, i.subject)
      const [name] = i.subject.split(' ')
      const stands = known[t.seat.id]?.find((n) => n.note === name)?.stands ?? 'open'
      weights.set(about, Math.max(weights.get(about) ?? 0, WEIGHT[stands]))
    }
  const all = [...weights].filter(([about]) => about !== before || weights.size === 1)
  if (all.length === 0) return null
  const sum = all.reduce((n, [, w]) => n + w, 0)
  let at = chance() * sum
  const [about] = all.find(([, w]) => (at -= w) < 0) ?? all.at(-1)!
  const questions = bySeat.flatMap(({ t, items }) => {
    const own = items.filter((i) => aboutOf(kind, i.subject) === about)
    const asked: Item | undefined = own.length > 0 ? oneOf(chance, own) : undefined
    const question = asked && questionOf(t, asked, chance)
    return question ? [question] : []
  })
  return questions.length > 0 ? { about, questions } : null
}

/** The kinds that have something to ask of at least one of some seats. */
export const questionKindsFor = (trainees: readonly Trainee[]): QuestionKind[] =>
  (Object.keys(KINDS) as QuestionKind[]).filter((kind) => trainees.some((t) => KINDS[kind].subjects(t).length > 0))
