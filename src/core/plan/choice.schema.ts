import * as z from 'zod/mini'
import { SPOT_KINDS } from './spotKinds'

/** Kinds that the teacher always wants shown, or never; the rest as the class's level has it. */
export const kindChoiceSchema = z.partialRecord(z.enum(SPOT_KINDS), z.enum(['show', 'hide']))
export type KindChoice = Readonly<z.infer<typeof kindChoiceSchema>>

/** What the teacher has settled about the spots of a piece: kinds otherwise than the class, and single spots that are muted, by id. */
export const spotChoiceSchema = z.object({
  kinds: kindChoiceSchema,
  muted: z.array(z.string().check(z.maxLength(120))).check(z.maxLength(5000)),
})
export type SpotChoice = Readonly<z.infer<typeof spotChoiceSchema>>
