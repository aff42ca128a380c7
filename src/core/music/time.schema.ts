import * as z from 'zod/mini'
import { BASE_NAMES, ticksOf } from './time'

const valueShape = z.object({
  base: z.enum(BASE_NAMES),
  dots: z.int().check(z.minimum(0), z.maximum(3)),
  tuplet: z.optional(z.object({ actual: z.int().check(z.minimum(2), z.maximum(63)), normal: z.int().check(z.minimum(1), z.maximum(63)) })),
})
/** A written note value: head and flags, dots, and the tuplet it stands in (3 in the time of 2, say). */
export type Value = Readonly<z.infer<typeof valueShape>>
export const valueSchema = valueShape.check(
  z.refine((v) => Number.isInteger(ticksOf(v)), 'this note value is finer than the clock of the piece'),
)

/** A time signature; `sign` only says how it is printed. */
export const meterSchema = z.object({
  beats: z.int().check(z.minimum(1), z.maximum(32)),
  unit: z.union([z.literal(1), z.literal(2), z.literal(4), z.literal(8), z.literal(16), z.literal(32)]),
  sign: z.optional(z.enum(['common', 'cut'])),
  /** How an additive signature is felt, adding up to the beats: 3 and 2 in 3+2/8. */
  groups: z.optional(z.array(z.int().check(z.minimum(1), z.maximum(32))).check(z.minLength(2), z.maxLength(8))),
})
/** `felt`: how an uneven signature is felt that says nothing of it itself (`piece/felt.ts`); never stored, never printed. */
export type Meter = Readonly<z.infer<typeof meterSchema>> & { readonly felt?: readonly number[] }
