import type { Policy, PolicyChange } from './policy.schema'

export type { Policy, PolicyChange } from './policy.schema'

/**
 * Open string or 4: open whenever there is one · 4 where it keeps a slur on one string · 4 where it saves any crossing ·
 * 4 wherever it can be.
 */
export const FOURTH = ['open', 'slurs', 'crossing', 'always'] as const
/** Lower fingers stay down under a higher one · stay down, but a lone visit to another string is by itself · each finger stands alone. */
export const FINGERS_DOWN = ['blocks', 'visits', 'independent'] as const
/** Cross the strings in first position, or go up the string. */
export const STAY = ['first position', 'string'] as const
/** Where a shift is best: while an open string or a rest gives time · led by one finger · with the bar that needs it · at the last note. */
export const SHIFT_WHERE = ['pauses', 'same finger', 'early', 'late'] as const

/** The bow goes as it comes · every first beat is to come down-bow, and where it does not, that is said. */
export const DOWNBEATS = ['as it comes', 'down'] as const

/** The defaults; {@link WHY_DEFAULT} says why. */
export const DEFAULT_POLICY: Policy = {
  fourth: 'slurs',
  fingersDown: 'blocks',
  stay: 'first position',
  school: '1-2-4',
  extensions: true,
  shiftWhere: 'pauses',
  harmonics: false,
  downbeats: 'as it comes',
}

/** Why each default is what it is, for the teacher. Common practice. */
export const WHY_DEFAULT: Record<keyof Policy, string> = {
  fourth: 'The open string is in tune and easy. 4 earns its place where a crossing would break a slur.',
  fingersDown: 'Beginners keep the lower fingers down. Single fingers come later.',
  stay: 'A mixed class reads together in first position. Shift only when you have to.',
  school: 'Most school methods teach 1-2-4.',
  extensions: 'F♯ on C and C♯ on G have no other place in first position.',
  shiftWhere: 'The hand has time in a rest, or while an open string rings.',
  downbeats: 'Let the bow turn on its own. Lift where a phrase starts and a rest gives you time.',
  harmonics: 'A harmonic breaks the finger pattern. It’s an effect until the hand knows the octave.',
}

/** The class's decisions with what the piece and the seat have otherwise; the very same ones where that is nothing, so that what was derived of them stands. */
export function withChanges(base: Policy, ...changes: readonly (PolicyChange | undefined)[]): Policy {
  const changed = changes.some((c) => c && (Object.keys(c) as (keyof Policy)[]).some((key) => c[key] !== undefined && c[key] !== base[key]))
  return changed ? (Object.assign({}, base, ...changes) as Policy) : base
}
