import { feltBeatTicks, isCompound, QUARTER } from '../music/time'
import { countInBefore } from '../performance/beats'
import type { Reading } from './reading'

/** What is counted before the first note: so many beats, in eighths where it begins so, as each is said; or a bar in the groups that it is felt in. */
export type CountIn =
  | { readonly kind: 'beats'; readonly beats: number; readonly inEighths: boolean; readonly says: readonly string[] }
  | { readonly kind: 'groups'; readonly groups: readonly number[] }

/** The count before the first note, as the click counts it; in eighths where the beginning moves in them. Common practice. */
export function countInOf({ notes, map }: Pick<Reading, 'notes' | 'map'>): CountIn {
  const { at } = notes[0].placed
  const first = notes.filter((n) => n.placed.at.index <= (map.line.measures[0].pickup ? 1 : 0))
  const inEighths = !isCompound(at.meter) && feltBeatTicks(at.meter) === QUARTER && first.some((n) => n.placed.ticks < QUARTER)
  const groups = at.meter.groups ?? at.meter.felt
  // Groups of eighths are not alike: each is counted from one.
  if (groups && at.meter.unit >= 8 && at.lead === 0) return { kind: 'groups', groups }
  const counted = countInBefore(at, inEighths).beats.filter((b) => b.says !== '')
  return { kind: 'beats', beats: counted.filter((b) => b.accent !== 'part').length, inEighths, says: counted.map((b) => b.says) }
}
