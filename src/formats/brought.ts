import * as z from 'zod'
import { pieceSchema } from '@/core/piece/piece'
import { planSchema } from '@/core/seats/plan'
import { upgradedPlan } from '@/core/seats/upgrade'
import { LIMITS } from './limits'

/** Pieces that go on the shelf together, and the file they came in, its bytes as base64. */
export const bringRequest = z.object({
  file: z.object({ name: z.string().min(1).max(260), base64: z.string().max(Math.ceil(LIMITS.file / 3) * 4 + 4) }),
  pieces: z
    .array(
      z.object({
        piece: pieceSchema,
        text: z.string().max(LIMITS.text).optional(),
        plan: z.preprocess(upgradedPlan, planSchema.optional()),
      }),
    )
    .min(1)
    .max(LIMITS.entries),
})
export type BringRequest = z.infer<typeof bringRequest>
export type BroughtPieces = BringRequest['pieces']

/** What a request may weigh in all, in bytes: a file at its limit and its pieces. */
export const MOST_REQUEST = 56_000_000
