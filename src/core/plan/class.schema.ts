import * as z from 'zod/mini'
import { LANGUAGES } from '../language'
import { policySchema } from '../fingering/policy.schema'
import { mended } from '../mend'
import { kindChoiceSchema } from './choice.schema'
import { DEFAULT_TALK } from './talk'
import { talkSchema } from './talk.schema'
import { MOST_STUDENTS } from './student'
import { studentSchema } from './student.schema'
import { NO_TERM } from './term'
import { termSchema } from './term.schema'
import { PLACES } from '../seats/book'
import { readsSchema } from '../seats/reads.schema'
import { seatIdSchema, seatRowsSchema } from '../seats/seat.schema'
import { upgradedClass } from './upgrade'
import { DEFAULT_CLASS, STEPS_OF_TODAY } from './class'

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
  /** The language of pupils' own pages and sheets, where a student has no other. */
  pupils: z._default(z.enum(LANGUAGES), 'en'),
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

/** Settings as they were stored: what is not known any more is as in a class of which nothing has been said. */
export const readClassSettings = (stored: unknown): ClassSettings =>
  mended(classSettingsSchema, upgradedClass(stored), DEFAULT_CLASS) ?? DEFAULT_CLASS
