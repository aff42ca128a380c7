import { isLearned, type Hold } from '../hands/hold'
import { differenceOf, type Difference } from './alternatives'
import { sayDifference } from './spared'
import type { MappedNote, SeatMap } from './map'

/** What speaks for the way as it is and what for another one, for the hand and the bow; each empty where nothing does. */
export type Instead = { readonly now: string; readonly then: string }

/** The other way round: what the other line has of what the chosen one spares. */
const turned = ({ times }: Difference, learned: boolean): Difference => ({
  times: new Map([...times].map(([kind, { mine, theirs }]) => [kind, { mine: theirs, theirs: mine }])),
  learned,
})

/** What the hand would do otherwise with another hold at a note: each sentence is true of both whole lines. */
export function insteadAt({ solution }: SeatMap, { column }: Pick<MappedNote, 'column'>, hold: Hold): Instead {
  const differs = differenceOf(solution, column, hold)
  const { weights } = solution
  return { now: sayDifference(differs, weights), then: sayDifference(turned(differs, isLearned(hold)), weights) }
}
