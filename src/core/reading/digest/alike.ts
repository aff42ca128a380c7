import type { SeatMap } from '../../fingering/map'
import { sameLearned } from '../../instruments/learned'
import type { Reads } from '../../seats/reads'
import type { BySeat, SeatId } from '../../seats/seat'

/**
 * Seats that read and play the same, as two groups of violins do: of one instrument, on one line in one octave, with the
 * same learned, the same fingers and the same notes that they are sure of. What is said of one is said of all of them, once.
 */
export function alikeSeats(maps: readonly SeatMap[], reads: BySeat<Reads> = {}): readonly (readonly SeatMap[])[] {
  const groups: SeatMap[][] = []
  for (const map of maps) {
    const same = groups.find(
      ([first]) => isAlike(first, map) && JSON.stringify(reads[first.seat.id]) === JSON.stringify(reads[map.seat.id]),
    )
    if (same) same.push(map)
    else groups.push([map])
  }
  return groups
}

const isAlike = (a: SeatMap, b: SeatMap): boolean =>
  a.instrument === b.instrument &&
  a.line === b.line &&
  a.octave === b.octave &&
  a.written === b.written &&
  sameLearned(a.setup.learned, b.setup.learned) &&
  a.notes.length === b.notes.length &&
  a.notes.every((n, i) => {
    const [x, y] = [n.stop, b.notes[i].stop]
    return x.string === y.string && x.finger === y.finger && x.k === y.k && n.position === b.notes[i].position
  })

/** All seats of each group, by the one that stands for it. */
export const seatsAlike = (groups: readonly (readonly SeatMap[])[]): ReadonlyMap<SeatId, readonly SeatMap[]> =>
  new Map(groups.map((g) => [g[0].seat.id, g]))
