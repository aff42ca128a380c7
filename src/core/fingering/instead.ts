import type { Hold } from '../hands/hold'
import { differenceFor, type Difference } from './alternatives'
import { sparedOf, type Spared } from './spared'
import type { MappedNote, SeatMap } from './map'

/** What the way as it is is spared, and what another one would be, for the hand and the bow; each empty where nothing is. */
export type Instead = { readonly now: readonly Spared[]; readonly then: readonly Spared[] }

/** The other way round: what the other line has of what the chosen one spares. */
const turned = ({ times, fresh, visits, shifted }: Difference): Difference => ({
  times: new Map([...times].map(([kind, { mine, theirs }]) => [kind, { mine: theirs, theirs: mine }])),
  fresh: { mine: fresh.theirs, theirs: fresh.mine },
  visits: { mine: visits.theirs, theirs: visits.mine },
  shifted: { mine: shifted.theirs, theirs: shifted.mine },
})

/** What the hand would do otherwise with another hold at a note: each is true of both whole lines. */
export function insteadAt({ solution }: SeatMap, { column }: Pick<MappedNote, 'column'>, hold: Hold): Instead {
  const differs = differenceFor(solution, column, hold)
  const { weights } = solution
  return { now: sparedOf(differs, weights), then: sparedOf(turned(differs), weights) }
}
