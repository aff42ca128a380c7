import type { Practised } from '../drills/practised'
import type { SeatId } from '../seats/seat'
import { burdensOf } from './eases'
import { learningOf } from './schedule'
import type { Learning } from './dayPlan'
import { sayBurden } from './warmup'

/** How many of the things that load a piece most are looked for in an exercise, and how many of them it must have. */
const [LOOKED_FOR, SHARED] = [4, 2]
/** The part of a piece's load that an exercise may have at the most: what prepares it is easier. From memory. */
const EASIER = 0.7

/** Points of each thing that loads a piece, all seats together, the most first. */
function byWhat(c: Practised): Map<string, number> {
  const sums = new Map<string, number>()
  for (const b of burdensOf(c)) sums.set(b.what, (sums.get(b.what) ?? 0) + b.points)
  return new Map([...sums].sort((a, b) => b[1] - a[1]))
}

const total = (sums: ReadonlyMap<string, number>): number => [...sums.values()].reduce((a, b) => a + b, 0)

/** What of a piece an exercise prepares: things that load the piece most and are in the exercise too, where the exercise is clearly easier; none otherwise. */
export function preparedBy(exercise: Practised, piece: Practised): string[] {
  const [x, y] = [byWhat(exercise), byWhat(piece)]
  if (total(x) > total(y) * EASIER) return []
  const shared = [...y.keys()].slice(0, LOOKED_FOR).filter((what) => x.has(what))
  return shared.length >= SHARED ? shared.map(sayBurden) : []
}

/** Pieces made ready to be planned together, by a seat's load or (null) the class's: each knows which of the others it prepares. */
export const learningsOf = (all: readonly { readonly id: string; readonly c: Practised }[], seat: SeatId | null = null): Learning[] =>
  all.map(({ id, c }) =>
    learningOf(
      id,
      c,
      seat && c.bySeat[seat] ? { seat } : {},
      all.flatMap((x) => (x.c !== c && preparedBy(c, x.c).length > 0 ? [x.c.piece.title] : [])),
    ),
  )
