import * as z from 'zod/mini'
import { SCHOOLS } from '../instruments/instrument'
import { DOWNBEATS, FOURTH, FINGERS_DOWN, STAY, SHIFT_WHERE } from './policy'

const DECISIONS = {
  fourth: z.enum(FOURTH),
  fingersDown: z.enum(FINGERS_DOWN),
  stay: z.enum(STAY),
  school: z.enum(SCHOOLS),
  extensions: z.boolean(),
  shiftWhere: z.enum(SHIFT_WHERE),
  harmonics: z.boolean(),
  downbeats: z.enum(DOWNBEATS),
}

/** What the teacher has decided, whatever the note. Classes from before it was asked bow as it comes. */
export const policySchema = z.object({ ...DECISIONS, downbeats: z._default(DECISIONS.downbeats, 'as it comes') })
export type Policy = Readonly<z.infer<typeof policySchema>>

/** Some of the decisions: what a piece or a seat has otherwise than its class. */
export const policyChangeSchema = z.partial(z.object(DECISIONS))
export type PolicyChange = Readonly<z.infer<typeof policyChangeSchema>>
