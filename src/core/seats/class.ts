import * as z from 'zod/mini'
import { DEFAULT_POLICY, policySchema, withChanges, type Policy } from '../fingering/policy'
import { INSTRUMENTS } from '../instruments/all'
import type { StepId } from '../instruments/instrument'
import type { Learned } from '../instruments/learned'
import { mended } from '../mend'
import { kindChoiceSchema } from '../reading/choice'
import { DEFAULT_TALK, talkSchema } from '../reading/talk'
import type { Plan } from './plan'
import { MOST_STUDENTS, studentSchema } from '../roster/student'
import { NO_TERM, termSchema } from '../term/term'
import { PLACES } from './book'
import { readsSchema } from './reads'
import { newSeat, seatIdSchema, seatOf, seatRowsSchema, type Seat, type SeatRow } from './seat'
import { STEPS_OF_TODAY, upgradedClass } from './upgrade'

/** What the teacher has settled for a class: who sits in it and has learned what, how it fingers, what it is shown. */
export const classSettingsSchema = z.object({
  policy: policySchema,
  seats: seatRowsSchema,
  /** Kinds of spots that this class always or never sees, whatever it has learned. */
  spots: z._default(kindChoiceSchema, {}),
  /** How places are said: by printed lines where they are known, or by the number of the measure. */
  places: z._default(z.enum(PLACES), 'lines'),
  /** How it talks: the words of its calls. */
  talk: z._default(talkSchema, DEFAULT_TALK),
  /** Who plays, by first name. */
  students: z._default(z.array(studentSchema).check(z.maxLength(MOST_STUDENTS)), []),
  /** What has been begun, what comes next, what is to be passed. */
  term: z._default(termSchema, NO_TERM),
  /** Which notes each seat reads surely, and which it does not, as the teacher has taken it over from what was answered. */
  reads: z._default(z.record(seatIdSchema, readsSchema), {}),
  /** By which making of the steps its seats have learned: what is stored without it is brought up to date once. */
  steps: z._default(z.literal(STEPS_OF_TODAY), STEPS_OF_TODAY),
})
export type ClassSettings = Readonly<z.infer<typeof classSettingsSchema>>

/** A class of every instrument, at a step of the way. */
export const classAt = (step: StepId): ClassSettings => ({
  policy: DEFAULT_POLICY,
  seats: INSTRUMENTS.map((i) => newSeat(i, step)),
  spots: {},
  places: 'lines',
  talk: DEFAULT_TALK,
  students: [],
  term: NO_TERM,
  reads: {},
  steps: STEPS_OF_TODAY,
})

/** A class of which nothing has been said: first position is where mixed classes work longest. */
export const DEFAULT_CLASS: ClassSettings = classAt('first-position')

/** The class with all its seats at a step of the way, whatever they had learned. */
export const atStep = (klass: ClassSettings, step: StepId): ClassSettings => ({
  ...klass,
  seats: klass.seats.map((row): SeatRow => ({ ...row, learned: seatOf(row).instrument.learned[step] })),
})

/** What holds for a seat in a piece: the class's settings, the seat's own in the class, the piece's, the seat's own in the piece. */
export function settingsFor(klass: ClassSettings, plan: Plan, seat: Seat): { policy: Policy; learned: Learned } {
  return {
    policy: withChanges(klass.policy, seat.policy, plan.policy, plan.seatPolicy[seat.id]),
    learned: plan.learned?.[seat.id] ?? seat.learned,
  }
}

/** Settings as they were stored: what is not known any more is as in a class of which nothing has been said. */
export const readClassSettings = (stored: unknown): ClassSettings =>
  mended(classSettingsSchema, upgradedClass(stored), DEFAULT_CLASS) ?? DEFAULT_CLASS
