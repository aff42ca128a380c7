import type { Learning, Done } from './dayPlan'

/** What was sure is met again after so many days, each time it stays sure. Common practice. */
export const GAPS = [2, 4, 8] as const
/** The part of the tempo at which a chunk is met the first time, and each time again. */
export const TEMPI = [0.6, 0.75, 0.9, 1] as const
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
  /** The tempo of the last time, recorded or planned; null: recorded without one. */
  readonly tempo: number | null
}

/** How a chunk stands after one more time. What was not clean comes back the next day, as if it had been met once. */
export function after(
  before: ChunkStanding | undefined,
  day: number,
  sure: boolean,
  how: Pick<ChunkStanding, 'recorded' | 'slipped' | 'tempo'>,
): ChunkStanding {
  const met = sure ? (before?.met ?? 0) + 1 : Math.min(1, before?.met ?? 0)
  const gap = sure ? GAPS[Math.min(Math.max(met - 1, 0), GAPS.length - 1)] : 1
  return { ...how, met: Math.max(1, met), last: day, due: day + gap, sure }
}

/**
 * The part of the tempo at which a chunk comes next: the step above what was reached where it was sure, the step below where
 * it was not. Without a tempo by how often it was met. Common practice.
 */
export function partFor({ tempo }: Learning, s: ChunkStanding | undefined): number {
  if (!s?.tempo) return TEMPI[Math.min(s?.met ?? 0, TEMPI.length - 1)]
  // The planned tempo is a whole number: what was reached is a step if it is within a beat of it.
  const [least, most] = [(s.tempo - 1) / tempo, (s.tempo + 1) / tempo]
  return (s.sure ? TEMPI.find((t) => t > most) : TEMPI.findLast((t) => t < least)) ?? (s.sure ? 1 : TEMPI[0])
}

/** Whether it went as it should: clean as often as asked, and no slip after. */
export const wasSure = (d: Pick<Done, 'clean' | 'slips'>): boolean => d.clean >= FEWEST && d.slips <= d.clean / 3
