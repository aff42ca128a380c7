import * as z from 'zod/mini'
import { pieceSchema } from '@/core/piece/piece.schema'
import { planSchema } from '@/core/plan/plan.schema'
import { upgradedPlan } from '@/core/plan/upgrade'
import { LIMITS } from './limits'

/** Pieces that go on the shelf together, and the file they came in, its bytes as base64. */
export const bringRequest = z.object({
  file: z.object({
    name: z.string().check(z.minLength(1), z.maxLength(260)),
    base64: z.string().check(z.maxLength(Math.ceil(LIMITS.file / 3) * 4 + 4)),
  }),
  pieces: z
    .array(
      z.object({
        piece: pieceSchema,
        text: z.optional(z.string().check(z.maxLength(LIMITS.text))),
        plan: z.pipe(z.transform(upgradedPlan), z.optional(planSchema)),
      }),
    )
    .check(z.minLength(1), z.maxLength(LIMITS.entries)),
})
type BringRequest = z.infer<typeof bringRequest>
export type BroughtPieces = BringRequest['pieces']

/** What a request may weigh in all, in bytes: a file at its limit and its pieces. */
export const MOST_REQUEST = 56_000_000
