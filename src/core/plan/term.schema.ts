import { MOST_SEATS } from '../seats/bounds'
import * as z from 'zod/mini'
import { STEP_IDS } from '../instruments/instrument'
import { SHIFTS } from '../instruments/learned'
import { daySchema } from './record.schema'
import { seatIdSchema } from '../seats/seat.schema'
import { thingSchema } from './things.schema'
import { WEEKDAYS } from './calendar'
import { TERM_BOUNDS } from './term'

/** A piece that the class has begun: when, and what it brought to whom beyond what was learned then. */
export const begunSchema = z.object({
  piece: z.uuid(),
  title: z.string().check(z.maxLength(300)),
  on: daySchema,
  brought: z.record(seatIdSchema, z.array(thingSchema).check(z.maxLength(100))),
  /** How far seats shifted before, where the piece brought shifting. */
  shifted: z._default(z.record(seatIdSchema, z.enum(SHIFTS)), {}),
})
export type Begun = Readonly<z.infer<typeof begunSchema>>

/** Something to pass at a step of the way: a task in the teacher's words, or a piece. */
export const taskToPassSchema = z.object({
  id: z.uuid(),
  step: z.enum(STEP_IDS),
  /** The task, or the title of the piece. */
  text: z.string().check(z.trim(), z.minLength(1), z.maxLength(200)),
  piece: z._default(z.nullable(z.uuid()), null),
  /** The seats that it is for; left out: everybody. */
  seats: z.optional(z.array(seatIdSchema).check(z.maxLength(MOST_SEATS))),
})
export type TaskToPass = Readonly<z.infer<typeof taskToPassSchema>>

/** That a student has passed a task, and when. */
export const tickSchema = z.object({ student: z.uuid(), task: z.uuid(), on: daySchema })
export type Tick = Readonly<z.infer<typeof tickSchema>>

/** The term of a class: what was begun, what comes next as far as the teacher has settled it, what is to be passed and was. */
export const termSchema = z.object({
  /** On which days of the week the class meets; none: nobody has said. */
  meets: z._default(z.array(z.enum(WEEKDAYS)).check(z.maxLength(WEEKDAYS.length)), []),
  begun: z._default(z.array(begunSchema).check(z.maxLength(TERM_BOUNDS.begun)), []),
  path: z._default(
    z.object({
      /** The pieces that are put in order; null: all of the shelf that are not begun. */
      pieces: z.nullable(z.array(z.uuid()).check(z.maxLength(TERM_BOUNDS.path))),
      /** Places from 0 that the teacher has given. */
      places: z.record(z.uuid(), z.int().check(z.minimum(0), z.maximum(TERM_BOUNDS.path))),
      /** Days on which the teacher begins a piece. */
      days: z.record(z.uuid(), daySchema),
      from: z.nullable(daySchema),
      /** Weeks from the beginning of one piece to that of the next. */
      weeks: z.int().check(z.minimum(TERM_BOUNDS.weeks.least), z.maximum(TERM_BOUNDS.weeks.most)),
    }),
    { pieces: null, places: {}, days: {}, from: null, weeks: 3 },
  ),
  tasks: z._default(z.array(taskToPassSchema).check(z.maxLength(TERM_BOUNDS.tasks)), []),
  ticks: z._default(z.array(tickSchema).check(z.maxLength(TERM_BOUNDS.ticks)), []),
})
export type Term = Readonly<z.infer<typeof termSchema>>
