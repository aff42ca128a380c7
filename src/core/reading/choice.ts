import * as z from 'zod/mini'
import type { Spot } from './spots/spot'
import { SPOT_KINDS } from './spots/detectors'

/** Kinds that the teacher always wants shown, or never; the rest as the class's level has it. */
export const kindChoiceSchema = z.partialRecord(z.enum(SPOT_KINDS), z.enum(['show', 'hide']))
export type KindChoice = Readonly<z.infer<typeof kindChoiceSchema>>

/** What the teacher has settled about the spots of a piece: kinds otherwise than the class, and single spots that are muted, by id. */
export const spotChoiceSchema = z.object({
  kinds: kindChoiceSchema,
  muted: z.array(z.string().check(z.maxLength(120))).check(z.maxLength(5000)),
})
export type SpotChoice = Readonly<z.infer<typeof spotChoiceSchema>>

/** From this hardness on a spot is shown without being asked for. */
export const SHOWN_FROM = 0.3

/** Whether a spot is to be seen: as the piece says, else the class, else by how hard it is. */
export function isShown(s: Spot, ofPiece: SpotChoice, ofClass: KindChoice): boolean {
  if (ofPiece.muted.includes(s.id)) return false
  const choice = ofPiece.kinds[s.kind] ?? ofClass[s.kind]
  return choice ? choice === 'show' : s.hard >= SHOWN_FROM && s.under === undefined
}
