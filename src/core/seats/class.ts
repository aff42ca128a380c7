import { z } from 'zod'
import { DEFAULT_POLICY, policySchema, withChanges, type Policy } from '../fingering/policy'
import type { Seat } from '../hands/instruments'
import { levelSchema, type SeatLevel } from '../hands/level'
import { FIRST_POSITION } from '../hands/presets'
import { mended } from '../mend'
import { kindChoiceSchema } from '../reading/choice'
import type { Plan } from './plan'

/** What the teacher has settled for a class: how it fingers, what each seat has learned, what it is shown. */
export const classSettingsSchema = z.object({
  policy: policySchema,
  level: levelSchema,
  /** Kinds of spots that this class always or never sees, whatever its level. */
  spots: kindChoiceSchema.default({}),
})
export type ClassSettings = Readonly<z.infer<typeof classSettingsSchema>>

/** A class of which nothing has been said. */
export const DEFAULT_CLASS: ClassSettings = { policy: DEFAULT_POLICY, level: FIRST_POSITION, spots: {} }

/** What holds for a seat in a piece: the class's settings, then the piece's own, then the seat's own. */
export function settingsFor(klass: ClassSettings, plan: Plan, seat: Seat): { policy: Policy; level: SeatLevel } {
  return { policy: withChanges(klass.policy, plan.policy, plan.seatPolicy[seat]), level: (plan.level ?? klass.level)[seat] }
}

/** Settings as they were stored: what is not known any more is as in a class of which nothing has been said. */
export const readClassSettings = (stored: unknown): ClassSettings => mended(classSettingsSchema, stored, DEFAULT_CLASS) ?? DEFAULT_CLASS
