import type { Hold } from '../hands/hold'
import type { Pitch } from '../music/pitch'
import { once } from '../once'
import type { PlacedEvent } from '../piece/walk'
import { chargeWritten } from './chosen'
import type { MappedNote, SeatMap } from './map'
import type { Moment } from './moments'
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

/** What a mapped line is charged as it is written: what for, how many points, and at which step of the hand. */
export const chargeMap = ({ solution }: SeatMap, charge: (kind: CostKind, points: number, step: number) => void): void =>
  chargeWritten(solution, (kind, times, i) => charge(kind, solution.weights[kind] * times, i))
