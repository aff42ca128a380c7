import type { Policy } from '../fingering/policy'
import type { OwnDecision, SchoolName } from '../instruments/instrument'
import { withDecision, withOctave, withSubstitute, type Plan } from '../plan/plan'
import type { Substitutes } from '../fingering/substitute'
import type { BySeat, EverySeat, Seat } from '../seats/seat'

/** A way to set the class: key, octave of each seat, and how the seats finger that have the choice. */
export type Setting = {
  readonly fifths: number
  readonly octaves: EverySeat<number>
  readonly school: SchoolName
  readonly fourth: Policy['fourth']
  /** Notes that are replaced for it, by seat. */
  readonly substitutes?: BySeat<Substitutes>
}

/** The plan as a setting has it, but for the key; `own` are the ways of fingering that stand already and need not be said. */
export function withSetting(plan: Plan, seats: readonly Seat[], setting: Setting, own?: Pick<Setting, 'school' | 'fourth'>): Plan {
  let next = Object.entries(setting.octaves).reduce((p, [seat, octave]) => withOctave(p, seat, octave), plan)
  for (const [seat, changes] of Object.entries(setting.substitutes ?? {})) if (changes) next = withSubstitute(next, seat, changes)
  if (own?.school !== setting.school) for (const s of deciding(seats, 'school')) next = withDecision(next, s.id, 'school', setting.school)
  if (own?.fourth !== setting.fourth) for (const s of deciding(seats, 'fourth')) next = withDecision(next, s.id, 'fourth', setting.fourth)
  return next
}

/** The seats that a decision asks something of. */
export const deciding = (seats: readonly Seat[], decision: OwnDecision): Seat[] =>
  seats.filter((s) => s.instrument.decisions.includes(decision))
