import * as z from 'zod/mini'
import { timeSchema } from '../bounds.schema'
import { seatIdSchema } from '../seats/seat.schema'
import { dayNumber, LONGEST_PLAN, WEEKDAYS } from './calendar'
import { TEMPO_BOUNDS } from './settled'
import { HEARD, PLAN_BOUNDS } from './record'

/** A day of the calendar. */
export const daySchema = z.string().check(z.refine((d) => dayNumber(d) !== null, 'this is no day of the calendar'))

const student = z.string().check(z.trim(), z.maxLength(60))

/** What was done once: a chunk or a drill of a piece, by the class (null), a seat or one of its students; how often clean, how often with a slip. */
export const recordSchema = z.object({
  id: z.uuid(),
  piece: z.uuid(),
  /** A chunk of the piece by its id, or a drill by its own. */
  what: z.enum(['chunk', 'drill']),
  target: z.string().check(z.minLength(1), z.maxLength(400)),
  seat: z.nullable(seatIdSchema),
  /** Empty: nobody by name. */
  student,
  day: daySchema,
  clean: z.int().check(z.minimum(0), z.maximum(99)),
  slips: z.int().check(z.minimum(0), z.maximum(99)),
  tempo: z.nullable(z.int().check(z.minimum(TEMPO_BOUNDS.slowest), z.maximum(TEMPO_BOUNDS.fastest))),
  minutes: z.number().check(z.minimum(0), z.maximum(240)),
  at: timeSchema,
})
export type PracticeRecord = Readonly<z.infer<typeof recordSchema>>

/**
 * One try at a shift or at a note: where the hand goes, whether up or down, the finger as it is said ("low 2"; empty: the
 * shift alone), and what was heard, or by how many cents it was off (sharp positive). Where the hand stays it goes to where it is.
 */
export const aimSchema = z.object({
  id: z.uuid(),
  piece: z.uuid(),
  seat: seatIdSchema,
  student,
  /** Positions by name, and the string by its letter: "I", "IV", "A". */
  from: z.string().check(z.minLength(1), z.maxLength(12)),
  to: z.string().check(z.minLength(1), z.maxLength(12)),
  string: z.string().check(z.minLength(1), z.maxLength(4)),
  up: z.boolean(),
  finger: z._default(z.string().check(z.maxLength(60)), ''),
  heard: z.enum(HEARD),
  cents: z.nullable(z.number().check(z.minimum(-200), z.maximum(200))),
  day: daySchema,
  at: timeSchema,
})
export type Aim = Readonly<z.infer<typeof aimSchema>>

/** What a class's plan over the days is made from. */
export const planSettingsSchema = z.object({
  pieces: z.array(z.uuid()).check(z.maxLength(PLAN_BOUNDS.pieces)),
  from: daySchema,
  to: daySchema,
  weekdays: z.array(z.enum(WEEKDAYS)).check(z.maxLength(7)),
  holidays: z.array(daySchema).check(z.maxLength(LONGEST_PLAN)),
  minutes: z.number().check(z.minimum(PLAN_BOUNDS.least), z.maximum(PLAN_BOUNDS.most)),
  /** Whose plan: by whose load it is cut and ordered; null: the class. */
  seat: z.nullable(seatIdSchema),
  /** Tasks put on a day by the teacher, by their id. */
  moved: z.record(z.string().check(z.maxLength(500)), daySchema),
})
export type PlanSettings = Readonly<z.infer<typeof planSettingsSchema>>
