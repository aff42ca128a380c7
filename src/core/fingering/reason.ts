import { choiceOf, isLearned, type Hold, type Stop } from '../hands/hold'
import { isReached } from '../hands/manner'
import type { Instrument } from '../instruments/instrument'
import { alternativesAt, differenceFor, differenceOf, priceOf } from './alternatives'
import type { Frame } from './frame'
import type { MappedNote, SeatMap } from './map'
import { metOtherwise } from './returns'
import { sparedOf, type Spared } from './spared'
import { atHome } from './visits'

/** How far a hold is the only one: no other plays it at all, none that is learned, none in first position, or none without a stretch or an odd spelling. */
export type Only = 'at all' | 'learned' | 'first' | 'plain'

/** What every reason knows: the hold, the finger that the sounding one touches, and the earlier measure of the same notes that has other fingers. */
type Held = { readonly hold: Hold; readonly touches: number | null; readonly metIn: number | null }

/** Why the hand does what it does at a note: told on by a tie, pinned, nothing learned plays it, nothing else does, or rather this than the runner-up. */
export type Reason =
  | { readonly kind: 'held' }
  | ({ readonly kind: 'pinned' } & Held)
  | ({ readonly kind: 'must' } & Held)
  | ({ readonly kind: 'only'; readonly only: Only } & Held)
  | ({ readonly kind: 'rather'; readonly rival: Hold; readonly price: number; readonly spared: readonly Spared[] } & Held)

/** Whether a teacher would weigh another choice: not a stretch on the same strings from the same position, nor an odd spelling. */
const isWeighed = (instrument: Instrument, chosen: Hold, other: Hold): boolean =>
  (chosen.respelled || !other.respelled) &&
  !(
    other.position === chosen.position &&
    other.low === chosen.low &&
    other.high === chosen.high &&
    other.stops.some((s) => isReached(instrument, s)) &&
    !chosen.stops.some((s) => isReached(instrument, s))
  )

/** A line of more steps than this is longer than a class's pieces. */
const LONG = 600

/** Why the hand does this at a note, as data. */
export function reasonFor(map: SeatMap, note: MappedNote): Reason {
  if (note.held) return { kind: 'held' }
  const { hold, pinned } = note
  const { solution, instrument } = map
  const { holds, all } = solution.columns[note.column]
  const touches = instrument.byLetter && note.frame ? touchedBy(hold.stops[hold.stops.length - 1], note.frame) : null
  const held: Held = { hold, touches, metIn: pinned ? null : metOtherwise(solution, map.moments, note.column) }
  if (pinned) return { kind: 'pinned', ...held }
  if (!holds.some(isLearned)) return { kind: 'must', ...held }
  // A choice is learned that can be held so; the best line with it may hold it in an opened hand.
  const isKnown = (other: Hold) => holds.some((h) => isLearned(h) && choiceOf(h) === choiceOf(other))
  const rival = alternativesAt(solution, note.column).find((a) => isKnown(a.hold) && isWeighed(instrument, hold, a.hold))
  if (rival) {
    // Both lines whole, with the other choice pinned there; of a long line, which a report would solve anew for every note,
    // by forward and backward costs.
    const long = solution.columns.length > LONG
    const differs = (long ? differenceOf : differenceFor)(solution, note.column, rival.hold)
    const price = long ? rival.price : Math.max(0, priceOf(solution, note.column, rival.hold))
    return { kind: 'rather', rival: rival.hold, price, spared: sparedOf(differs, solution.weights), ...held }
  }
  const elsewhere = all.filter((h) => choiceOf(h) !== choiceOf(hold))
  const known = elsewhere.filter(isLearned)
  const first = known.length > 0 && !atHome(solution.setup.learned, [hold, ...known]).some((h) => h !== hold)
  return { kind: 'only', only: elsewhere.length === 0 ? 'at all' : known.length === 0 ? 'learned' : first ? 'first' : 'plain', ...held }
}

/** The finger beside one in its frame that stands a half step from it: the higher one first; null where none does. */
export function touchedBy(s: Stop, frame: Frame): number | null {
  if (s.finger === 0) return null
  const [down, up] = [frame.places[s.finger - 2], frame.places[s.finger]]
  if (up !== null && up !== undefined && up - s.k === 1) return s.finger + 1
  return down !== null && down !== undefined && s.k - down === 1 ? s.finger - 1 : null
}
