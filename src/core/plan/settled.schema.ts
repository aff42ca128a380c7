import * as z from 'zod/mini'
import { COMPANIONS } from './companion'
import { seatIdSchema } from '../seats/seat.schema'
import { WARMUP_BOUNDS, TEMPO_BOUNDS, MOST_TIMES } from './settled'

const drillId = z.string().check(z.minLength(1), z.maxLength(400))

/** What the teacher has settled about one drill: what seats do instead, how often and how fast. */
const drillChoiceSchema = z.object({
  companions: z.optional(z.partialRecord(seatIdSchema, z.enum(COMPANIONS))),
  times: z.optional(z.int().check(z.minimum(1), z.maximum(MOST_TIMES))),
  tempo: z.optional(z.int().check(z.minimum(TEMPO_BOUNDS.slowest), z.maximum(TEMPO_BOUNDS.fastest))),
})
export type DrillChoice = Readonly<z.infer<typeof drillChoiceSchema>>

/** What the teacher has settled about the warm-up of a piece. The drills themselves are computed from the piece, never stored. */
export const warmupSettledSchema = z.object({
  minutes: z.number().check(z.minimum(WARMUP_BOUNDS.least), z.maximum(WARMUP_BOUNDS.most)),
  /** Drills that stay in, drills that stay out, and steps without notes that were put in, by id. */
  locked: z.array(drillId).check(z.maxLength(80)),
  dropped: z.array(drillId).check(z.maxLength(200)),
  steps: z.array(z.string().check(z.minLength(1), z.maxLength(60))).check(z.maxLength(20)),
  /** Ids in the order that the teacher has given them; what is not in it stands where it belongs. */
  order: z.array(drillId).check(z.maxLength(120)),
  choices: z.record(drillId, drillChoiceSchema),
})
export type WarmupSettled = Readonly<z.infer<typeof warmupSettledSchema>>
