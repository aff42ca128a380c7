import * as z from 'zod/mini'
import { answerSchema } from '@/core/trainer/answer.schema'

/** Answers that are kept together: those of a session, or all that a phone has kept while there was no network. */
export const MOST_SENT = 300

export const answersRequest = z.object({
  answers: z.array(answerSchema).check(z.minLength(1), z.maxLength(MOST_SENT)),
})
export type AnswersRequest = z.infer<typeof answersRequest>

export const answersReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), kept: z.array(z.string()) }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type AnswersReply = z.infer<typeof answersReply>

/** Of which piece a student is asked; anything else: of all that they have learned. */
export const deckQuery = z.object({ piece: z.catch(z.nullable(z.uuid()), null) })

/** What a student's phone asks from: what was answered before, and measures as they are engraved, by the item of their question. */
export const deckReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), answers: z.array(answerSchema), drawings: z.record(z.string(), z.string()) }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type DeckReply = z.infer<typeof deckReply>
