import type { Policy } from '../fingering/policy'
import { SEATS, type Seat } from '../hands/instruments'
import type { BassSchool } from '../hands/schools'
import { withDecision, withOctave, type Plan } from './plan'

/** A way to set the class: key, octave of each seat, and how bass and upper strings finger. */
export type Setting = {
  readonly fifths: number
  readonly octaves: Readonly<Record<Seat, number>>
  readonly bassSchool: BassSchool
  readonly fourth: Policy['fourth']
}

/** The plan as a setting has it, but for the key; `own` are the ways of fingering that stand already and need not be said. */
export function withSetting(plan: Plan, setting: Setting, own?: Pick<Setting, 'bassSchool' | 'fourth'>): Plan {
  let next = SEATS.reduce((p, s) => withOctave(p, s, setting.octaves[s]), plan)
  if (own?.bassSchool !== setting.bassSchool) next = withDecision(next, 'bass', 'bassSchool', setting.bassSchool)
  if (own?.fourth !== setting.fourth) for (const s of ['violin', 'viola'] as const) next = withDecision(next, s, 'fourth', setting.fourth)
  return next
}
