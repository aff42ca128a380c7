import * as z from 'zod/mini'
import { seatIdSchema } from '../seats/seat.schema'
import { MODES } from './modes'
import { RATES } from './run'
import { WHO, RUN_BOUNDS } from './run'

const measure = z.int().check(z.minimum(0), z.maximum(1999))
const shared = {
  id: z.string().check(z.minLength(1), z.maxLength(60)),
  /** Seconds of rest after it. */
  rest: z.int().check(z.minimum(0), z.maximum(RUN_BOUNDS.rest)),
}
const played = {
  ...shared,
  mode: z.enum(MODES),
  rate: z.number().check(z.minimum(RATES.least), z.maximum(RATES.most)),
  /** How often each of those who play plays it. */
  times: z.int().check(z.minimum(1), z.maximum(RUN_BOUNDS.times)),
  who: z.enum(WHO),
  seats: z.array(seatIdSchema).check(z.maxLength(8)),
}

/** A row of a lesson's run: a passage of the piece, a drill out of it, or something without notes. */
export const runRowSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('passage'),
    ...played,
    from: measure,
    to: measure,
    /** The chunk of the plan that it is, by its id: as such it is recorded. */
    chunk: z.optional(z.string().check(z.minLength(1), z.maxLength(40))),
  }),
  z.object({
    kind: z.literal('drill'),
    ...played,
    drill: z.string().check(z.minLength(1), z.maxLength(400)),
    /** What it was called when it was put in: said where the piece has it no more. */
    title: z.string().check(z.maxLength(200)),
    /** The passage that it was made out of; none: the whole piece. */
    stretch: z.optional(z.object({ from: measure, to: measure })),
  }),
  z.object({
    kind: z.literal('step'),
    ...shared,
    words: z.string().check(z.minLength(1), z.maxLength(RUN_BOUNDS.words)),
    seconds: z.int().check(z.minimum(RUN_BOUNDS.least), z.maximum(RUN_BOUNDS.most)),
  }),
])
export type RunRow = Readonly<z.infer<typeof runRowSchema>>

/** How a lesson on a piece runs: how long it may be, and its rows in order. */
export const runSchema = z.object({
  minutes: z.int().check(z.minimum(RUN_BOUNDS.shortest), z.maximum(RUN_BOUNDS.longest)),
  rows: z.array(runRowSchema).check(z.maxLength(RUN_BOUNDS.rows)),
})
export type Run = Readonly<z.infer<typeof runSchema>>
