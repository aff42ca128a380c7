import { INSTRUMENTS as ALL } from '../instruments/all'
import { STEP_IDS, type Instrument, type StepId } from '../instruments/instrument'
import type { Learned } from '../instruments/learned'
import type { Player } from '../instruments/player'
import { DEFAULT_CLASS } from '../plan/class'
import { seatsOf, type Seat as SeatOfClass } from '../seats/seat'

/** The seats of a class of which nothing has been said, by name. */
export const SEATS = ['violin', 'viola', 'cello', 'bass'] as const
export type TestSeat = (typeof SEATS)[number]

export const bySeat = <T>(of: (seat: TestSeat) => T): Record<TestSeat, T> =>
  Object.fromEntries(SEATS.map((s) => [s, of(s)])) as Record<TestSeat, T>

export const TEST_INSTRUMENTS: Record<TestSeat, Instrument> = bySeat((s) => ALL.find((i) => i.id === s)!)
export const SEAT: Record<TestSeat, SeatOfClass & Player> = bySeat((s) => seatsOf(DEFAULT_CLASS).find((x) => x.id === s)!)

/** What each seat has learned at a step of the way. */
export type LearnedBySeat = Record<TestSeat, Learned>
const learnedAt = (step: StepId): LearnedBySeat => bySeat((s) => TEST_INSTRUMENTS[s].learned[step])
export const FIRST_POSITION = learnedAt('first-position')
/** First position and nothing beyond it, whatever it has no room for. */
export const ONLY_FIRST: LearnedBySeat = bySeat((s) => ({ ...FIRST_POSITION[s], positions: ['I'] }))
export const WHOLE_NECK = learnedAt('thumb-position')
/** Every step, with what each seat has learned there. */
export const TEST_STEPS: readonly { readonly id: StepId; readonly learned: LearnedBySeat }[] = STEP_IDS.map((id) => ({
  id,
  learned: learnedAt(id),
}))
