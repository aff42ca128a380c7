import { isLearned, type Hold, type Stop } from '../hands/hold'
import type { Pitch } from '../music/pitch'
import { once } from '../once'
import type { PlacedEvent } from '../piece/walk'
import type { OrnamentKind } from '../piece/ornament'
import { aroundAt, chargeWritten } from './chosen'
import type { MappedNote, SeatMap } from './map'
import type { Moment } from './moments'
import { otherFinger } from './ornaments'
import { isNewShift } from './problems'
import { chosenAt } from './solve'
import type { CostKind } from './weights'

/** One thing that the hand does, on the way that was found for a line. */
export type HandStep = {
  readonly moment: Moment
  /** The event that is struck; what is tied on to it only holds it. */
  readonly placed: PlacedEvent
  readonly hold: Hold
  /** What the hold stops, as the seat's part has it, low first: of a chord that is too wide only its upper notes. */
  readonly pitches: readonly Pitch[]
  /** Whether the hand comes to it from the step before. */
  readonly comes: boolean
}

/** What the hand does along a mapped line, in written order: a step for each column (`MappedNote.column` counts them). Made once for a map. */
export const handSteps = once(({ solution, moments }: SeatMap): readonly HandStep[] =>
  solution.columns.map((c, i) => ({
    moment: moments[c.moment],
    placed: moments[c.moment].events[0],
    hold: chosenAt(solution, i),
    pitches: c.pitches,
    comes: c.moves !== null,
  })),
)

/** The event that is struck where a note stands: its own, or that which it only holds on. */
export const struckAt = (map: SeatMap, { column }: Pick<MappedNote, 'column'>): PlacedEvent => handSteps(map)[column].placed

/** Every way to hold the notes of a step, learned or not; those of a wrong column are none. */
export const waysAt = ({ solution }: SeatMap, column: number): readonly Hold[] => solution.columns[column]?.all ?? []

/** How much of a mapped line is new or cut: notes and shifts that are not learned, and chords of which only the top note is held. */
export function newIn({ solution }: SeatMap): { readonly notes: number; readonly shifts: number; readonly cut: number } {
  let [notes, shifts] = [0, 0]
  const any = solution.setup.learned.shifts === 'any'
  solution.columns.forEach((c, i) => {
    if (!isLearned(chosenAt(solution, i))) notes++
    if (!any && c.moves && isNewShift(solution, i)) shifts++
  })
  return { notes, shifts, cut: solution.problems.filter((p) => p.kind === 'chord-cut').length }
}

/** The ornament at a step with the finger for each of its other notes, which is null where none is there. */
export type OrnamentAt = { readonly kind: OrnamentKind; readonly others: readonly { readonly pitch: Pitch; readonly stop: Stop | null }[] }

/** How the hand plays the ornament at a step; null where there is none. */
export function ornamentAt({ solution }: SeatMap, column: number): OrnamentAt | null {
  const { moment } = solution.columns[column]
  const { event } = solution.source.moments[moment].events[0]
  const kind = event.kind === 'note' ? event.ornament?.kind : undefined
  if (!kind) return null
  const hold = chosenAt(solution, column)
  const others = aroundAt(solution.source, moment).map((pitch) => ({ pitch, stop: otherFinger(solution.setup, hold, pitch) }))
  return { kind, others }
}

/** What a mapped line is charged as it is written: what for, how many points, and at which step of the hand. */
export const chargeMap = ({ solution }: SeatMap, charge: (kind: CostKind, points: number, step: number) => void): void =>
  chargeWritten(solution, (kind, times, i) => charge(kind, solution.weights[kind] * times, i))
