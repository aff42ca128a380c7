import type { PolicyChange } from '@/core/fingering/policy'
import type { StepId } from '@/core/instruments/instrument'
import { learnedAt, STEPS } from '@/core/instruments/ladder'
import { inSentence } from '@/core/names'
import type { Book } from '@/core/seats/book'
import { withBook, withDecision, withLearned } from '@/core/plan/plan'
import type { Seat } from '@/core/seats/seat'
import { decisionsOf, sayAnswer } from '@/ui/ways/words'
import { ofPlan, type Edit } from './edits'

/*
 * What is decided for the piece, or for one seat of it, otherwise than for the class.
 */

/** Decided for the piece, or for one seat of it; undefined: as the class (or the piece) has it. */
export function decided<K extends keyof PolicyChange>(seats: readonly Seat[], seat: Seat | null, key: K, value: PolicyChange[K]): Edit {
  const decision = decisionsOf(seat ? [seat] : seats).find((d) => d.key === key)
  const answer = value === undefined ? `same as the ${seat ? 'piece' : 'class'}` : decision ? sayAnswer(decision, value) : ''
  return ofPlan(`${seat ? seat.name : 'All seats'}, ${inSentence(decision?.title ?? key)}: ${answer}`, (plan) =>
    withDecision(plan, seat?.id ?? null, key, value),
  )
}

/** What the seats are taken to have learned in this piece; null: as the class. */
export const learnedHere = (seats: readonly Seat[], step: StepId | null): Edit =>
  ofPlan(`Has learned: ${step ? inSentence(STEPS.find((s) => s.id === step)!.name) : 'same as the class'}`, (plan) =>
    withLearned(plan, step && Object.fromEntries(seats.map((s) => [s.id, learnedAt(s, step)]))),
  )

/** Something of the printed page said, for the class or in one seat's book; undefined: as before it was said. */
export function printedAt(seat: Seat | null, change: Partial<Book>): Edit {
  const said = Object.entries(change).map(([key, value]) =>
    value === undefined
      ? `${SAY_BOOK[key as keyof Book]} undone`
      : `${SAY_BOOK[key as keyof Book]} ${typeof value === 'string' ? value : 'marked'}`,
  )
  return ofPlan(`${seat ? `${seat.name}: ` : 'On the page: '}${said.join(', ')}`, (plan) => withBook(plan, seat?.id ?? null, change))
}
const SAY_BOOK: Record<keyof Book, string> = { page: 'page', exercise: 'no.', lines: 'lines' }
