import { chargeMap, handSteps } from '../fingering/along'
import type { SeatMap } from '../fingering/map'
import { FOR_NEW, type CostKind } from '../fingering/weights'
import { onceIn } from '../once'
import { secondsBetween } from '../performance/tempo'
import type { Piece } from '../piece/piece'
import { spotsOf } from '../reading/spots'
import type { SpotKind } from '../plan/spotKinds'

/** One thing that makes up a seat's load at a note. Points are units of the weights: 1 is about one plain crossing of the bow. */
export type LoadItem = { readonly event: string; readonly index: number; readonly what: CostKind | SpotKind; readonly points: number }

/** What a seat's part asks: by measure and in all, in points, with what it is made of. */
export type SeatLoad = { readonly byMeasure: readonly number[]; readonly total: number; readonly items: readonly LoadItem[] }

/** A move that the hand has this long for counts once; with less time it counts more, with more it counts less. From memory. */
const UNHURRIED = 0.5
const [SLOWEST, FASTEST] = [0.5, 3]

/** How much a move counts that the hand has so many seconds for. */
export const paceOf = (seconds: number): number => Math.min(FASTEST, Math.max(SLOWEST, UNHURRIED / seconds))

/**
 * The load of a seat: what the fingering costs the hand, each move by the time it has at the piece's tempo, and what the
 * eye, the bow and the class's level find hard. Each written measure counts once, however often it is played: it is
 * learned once. What is new for the class is counted by its spots, not by the fingering's own charge for it.
 */
export const loadOf = onceIn((piece: Piece, map: SeatMap): SeatLoad => {
  const items: LoadItem[] = []
  const steps = handSteps(map)
  const paces = steps.map((s, i) => (i > 0 && s.comes ? paceOf(secondsBetween(piece, steps[i - 1].placed.onset, s.placed.onset)) : SLOWEST))
  chargeMap(map, (kind, points, i) => {
    if (FOR_NEW.includes(kind) || points === 0) return
    const { event, at } = steps[i].placed
    items.push({ event: event.id, index: at.index, what: kind, points: points * paces[i] })
  })
  for (const s of spotsOf(piece, map)) if (s.points > 0) items.push({ event: s.event, index: s.index, what: s.kind, points: s.points })
  const byMeasure = map.line.measures.map(() => 0)
  for (const x of items) byMeasure[x.index] += x.points
  // A guiding finger takes something off a shift; no measure is easier than nothing.
  const least = byMeasure.map((p) => Math.max(0, p))
  return { byMeasure: least, total: least.reduce((a, b) => a + b, 0), items }
})

/** What a cost is called where the load is opened. */
export const COST_NAMES: Record<CostKind, string> = {
  notLearned: 'not learned yet',
  openingNotLearned: 'stretch not learned yet',
  fingerNotLearned: 'finger not learned yet',
  stringNotLearned: 'string not learned yet',
  openNotLearned: 'open string not learned yet',
  taughtLater: 'usually taught later',
  laterNote: 'in a position that is usually taught later',
  shiftNotLearned: 'shift not learned yet',
  shiftInSlur: 'shift inside a slur',
  shift: 'shift',
  shiftOverOpen: 'shift over an open string',
  shiftOverRest: 'shift in a rest',
  guideFinger: 'a finger leads the shift',
  shiftByHalfStep: 'shift of only a half step',
  shiftFar: 'long shift',
  landing: 'the shift lands on a higher finger',
  timing: 'the shift comes early or late',
  pivot: 'the hand moves a half step',
  startAway: 'starts outside first position',
  startAwayOpen: 'starts outside first position, on an open string',
  awayFromFirst: 'outside first position',
  halfPosition: 'half position',
  againstPolicy: 'not the way you set it for this class',
  extension: 'extension',
  opening: 'the hand opens',
  closing: 'the hand closes',
  frameBroken: 'the fingers start over',
  skipString: 'skips a string',
  fourthFinger: 'fourth finger',
  crossingInSlur: 'crossing inside a slur',
  openInSlur: 'an open string breaks a slur',
  slide: 'a finger slides',
  fifth: 'one finger hops strings',
  crossing: 'the hand changes strings',
  bowCrossing: 'the bow changes strings',
  newFrame: 'another finger pattern on the next string',
  harmonic: 'harmonic',
  ornament: 'no free finger for an ornament',
  slideBroken: 'a glissando that no finger can slide',
  respelled: 'unusual spelling',
  otherwise: 'another fingering than before',
  offTape: 'low or high finger',
}
