import type { Instrument } from '../instruments/instrument'
import type { Learned } from '../instruments/learned'
import type { SpotKind } from './spots/spot'

/** Where a seat stands: its first fingers; all of first position; other positions. */
export type Stage = 'beginning' | 'first position' | 'beyond'

/** Where a seat stands by what it has learned. */
export function stageOf({ strings }: Pick<Instrument, 'strings'>, learned: Learned): Stage {
  if (learned.shifts === 'any' && learned.positions.filter((p) => p !== 'half').length > 3) return 'beyond'
  const all = strings.every((_, i) => learned.strings.includes(i))
  return learned.fingers.length >= 4 && all && learned.doubleStops ? 'first position' : 'beginning'
}

/** How much a kind matters at each stage, times its hardness: what is daily bread at one stage stops the stage before. Common practice. */
const row = (beginning: number, first: number, beyond: number): Record<Stage, number> => ({ beginning, 'first position': first, beyond })
export const MATTERS: Record<SpotKind, Record<Stage, number>> = {
  'out-of-reach': row(1, 1, 1),
  'new-for-class': row(1, 1, 1),
  'two-new': row(1.1, 1, 0.8),
  'two-forms': row(1.1, 1, 0.75),
  'by-key': row(1.3, 1, 0.5),
  'carried-sign': row(1.1, 1, 0.8),
  'cancelled-sign': row(1.1, 1, 0.9),
  'shared-letter': row(1.3, 1, 0.5),
  'letter-two-strings': row(1.3, 1, 0.7),
  'ledger-lines': row(1.4, 1, 0.6),
  'look-alike': row(1.1, 1, 0.8),
  'changed-rhythm': row(1.1, 1, 0.8),
  'repeat-way': row(1.2, 1, 0.7),
  pickup: row(1.2, 1, 0.5),
  'long-after-short': row(1.2, 1, 0.6),
  'two-places': row(1.3, 1, 0.6),
  slide: row(1.1, 1, 0.7),
  'wide-gap': row(1.5, 1, 0.8),
  'fourth-finger': row(1.3, 1, 0.5),
  'four-or-open': row(1.2, 1, 0.7),
  extension: row(1.2, 1, 0.7),
  'half-position': row(1.2, 1, 0.7),
  shift: row(1.2, 1, 0.75),
  'lowest-string': row(1.2, 1, 0.5),
  'lands-alone': row(1.4, 1, 0.7),
  fifth: row(1.2, 1, 0.8),
  'skip-crossing': row(1.3, 1, 0.7),
  'skip-string': row(1.2, 1, 0.8),
  'hand-crossing': row(1.5, 1, 0.7),
  'bow-crossing': row(1.5, 1, 0.6),
  'double-stop': row(1.2, 1, 0.8),
  'wrong-bow': row(1, 1, 0.9),
  'no-rest': row(1, 1, 0.8),
}
