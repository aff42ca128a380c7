import type { Learning, Done } from './dayPlan'

/** What was sure is met again after so many days, each time it stays sure. Common practice. */
export const GAPS = [2, 4, 8] as const
/** The part of the tempo at which a chunk is met the first time, and each time again. */
export const TEMPI = [0.6, 0.75, 0.9, 1] as const
/** Where it slips at the slowest of them: half the tempo. */
const SLOWEST = 0.5
/** So many slips say that a chunk is too large. From memory. */
export const TOO_MANY_SLIPS = 5
/** Clean times in a row that make sure of a chunk: three. Common practice. */
export const FEWEST = 3

/** How a chunk stands: never met; met so often, last on a day, and due again on one. */
export type ChunkStanding = {
  readonly met: number
  readonly last: number
  readonly due: number
  readonly sure: boolean
  readonly recorded: boolean
  readonly slipped: boolean
  /** Slips since it was sure the last time. */
  readonly slips: number
  /** Quarter notes a minute the last time: as it was recorded, or as it was planned. */
  readonly tempo: number
}

/** How a chunk stands after one more time. What was not clean comes back the next day, as if it had been met once. */
export function standingAfter(
  before: ChunkStanding | undefined,
  day: number,
  sure: boolean,
  { slips, ...how }: Pick<ChunkStanding, 'recorded' | 'tempo'> & { readonly slips: number },
): ChunkStanding {
  const met = sure ? (before?.met ?? 0) + 1 : Math.min(1, before?.met ?? 0)
  const gap = sure ? GAPS[Math.min(Math.max(met - 1, 0), GAPS.length - 1)] : 1
  const all = sure ? 0 : (before?.slips ?? 0) + slips
  return { ...how, slipped: slips > 0, slips: all, met: Math.max(1, met), last: day, due: day + gap, sure }
}

/** How a chunk stands after it was met before it was due: as it was, and not due sooner than if it had been met on its day. */
export const again = (before: ChunkStanding, day: number, tempo: number): ChunkStanding => ({
  ...before,
  recorded: false,
  slipped: false,
  last: day,
  due: Math.max(before.due, day + GAPS[0]),
  tempo,
})

/**
 * The part of the tempo at which a chunk comes next: the step above what was reached where it was sure, the step below where
 * it was not. Common practice.
 */
export function partFor({ tempo }: Pick<Learning, 'tempo'>, s: ChunkStanding | undefined): number {
  if (!s) return TEMPI[0]
  // The planned tempo is a whole number: what was reached is a step if it is within a beat of it.
  const [least, most] = [(s.tempo - 1) / tempo, (s.tempo + 1) / tempo]
  return (s.sure ? TEMPI.find((t) => t > most) : TEMPI.findLast((t) => t < least)) ?? (s.sure ? 1 : SLOWEST)
}

/** Whether it went as it should: clean as often as asked, and no slip after. */
export const wasSure = (d: Pick<Done, 'clean' | 'slips'>): boolean => d.clean >= FEWEST && d.slips <= d.clean / 3
