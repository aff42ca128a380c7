import type { Instrument } from '../instruments/instrument'
import type { Learned } from '../instruments/learned'

/** Where a seat stands: its first fingers; all of first position; other positions. */
export const STAGES = ['beginning', 'first position', 'beyond'] as const
export type Stage = (typeof STAGES)[number]

/** Where a seat stands by what it has learned. */
export function stageOf({ strings }: Pick<Instrument, 'strings'>, learned: Learned): Stage {
  if (learned.shifts === 'any' && learned.positions.filter((p) => p !== 'half').length > 1) return 'beyond'
  const all = strings.every((_, i) => learned.strings.includes(i))
  return learned.fingers.length >= 4 && all && learned.doubleStops ? 'first position' : 'beginning'
}
