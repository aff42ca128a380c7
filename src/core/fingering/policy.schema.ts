import * as z from 'zod/mini'
import { SCHOOLS } from '../instruments/instrument'
import { FOURTH, FINGERS_DOWN, STAY, SHIFT_WHERE } from './policy'

/** What the teacher has decided, whatever the note. */
export const policySchema = z.object({
  fourth: z.enum(FOURTH),
  fingersDown: z.enum(FINGERS_DOWN),
  stay: z.enum(STAY),
  school: z.enum(SCHOOLS),
  extensions: z.boolean(),
  shiftWhere: z.enum(SHIFT_WHERE),
  harmonics: z.boolean(),
})
export type Policy = Readonly<z.infer<typeof policySchema>>

/** Some of the decisions: what a piece or a seat has otherwise than its class. */
export const policyChangeSchema = z.partial(policySchema)
export type PolicyChange = Readonly<z.infer<typeof policyChangeSchema>>
