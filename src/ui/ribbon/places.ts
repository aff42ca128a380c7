import type { SeatMap } from '@/core/fingering/map'
import type { Piece } from '@/core/piece/piece'
import { placeMeasures } from '@/core/piece/walk'
import type { Spot } from '@/core/reading/spots/spot'
import { HARD } from '@/ui/kit/Wedge'
import type { Lane } from './Cell'

/** The spots of a seat by measure: where in the measure, from 0 to 1, and how hard; of those at one note the hardest. */
export function byPlace(piece: Piece, map: SeatMap, spots: readonly Spot[]): Lane['spots'][] {
  const places = placeMeasures(piece, map.line)
  const found = places.map(() => new Map<number, boolean>())
  for (const { index, onset, hard } of spots) {
    const { start, length } = places[index]
    const at = length > 0 ? (onset - start) / length : 0
    found[index].set(at, hard >= HARD || (found[index].get(at) ?? false))
  }
  return found.map((m) => [...m].map(([at, hard]) => ({ at, hard })))
}
