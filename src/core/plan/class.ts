import { DEFAULT_POLICY, withChanges, type Policy } from '../fingering/policy'
import { NEW_CLASS } from '../instruments/all'
import type { StepId } from '../instruments/instrument'
import { learnedAt } from '../instruments/ladder'
import type { Learned } from '../instruments/learned'
import { DEFAULT_TALK } from './talk'
import type { Plan } from './plan'
import { NO_TERM } from './term'
import { newSeat, seatOf, type Seat, type SeatRow } from '../seats/seat'
import type { ClassSettings } from './class.schema'

export type { ClassSettings } from './class.schema'

/** The steps of the way as they are made today; a class of before has no such number. */
export const STEPS_OF_TODAY = 4

/** A class as it is begun, at a step of the way. */
export const classAt = (step: StepId): ClassSettings => ({
  policy: DEFAULT_POLICY,
  seats: NEW_CLASS.map((i) => newSeat(i, step)),
  spots: {},
  places: 'lines',
  talk: DEFAULT_TALK,
  pupils: 'en',
  students: [],
  term: NO_TERM,
  reads: {},
  steps: STEPS_OF_TODAY,
})

/** A class of which nothing has been said: first position is where mixed classes work longest. */
export const DEFAULT_CLASS: ClassSettings = classAt('first-position')

/** The class with all its seats at a step of the way; rhythms that were set stay ({@link learnedAt}). */
export const atStep = (klass: ClassSettings, step: StepId): ClassSettings => ({
  ...klass,
  seats: klass.seats.map((row): SeatRow => ({ ...row, learned: learnedAt(seatOf(row), step) })),
})

/** What holds for a seat in a piece: the class's settings, the seat's own in the class, the piece's, the seat's own in the piece. */
export function settingsFor(klass: ClassSettings, plan: Plan, seat: Seat): { policy: Policy; learned: Learned } {
  return {
    policy: withChanges(klass.policy, seat.policy, plan.policy, plan.seatPolicy[seat.id]),
    learned: plan.learned?.[seat.id] ?? seat.learned,
  }
}
