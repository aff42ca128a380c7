import { chargeHold, chargeJump, chargeMove, chargeStart } from './costs'
import { choiceOf, type Hold } from '../hands/hold'
import { byOctaves, type Pitch } from '../music/pitch'
import { chargeOrnament } from './ornaments'
import type { LineAsk } from './layout'
import { chosenAt, type Solution } from './solve'
import type { CostKind } from './weights'

/** Receives each cost of a line with the column where it falls due: the later one of a move. */
type ChargeAt = (kind: CostKind, times: number, column: number) => void

/** Whether a hold is another choice than that of the measure where it was met first. */
export const isOtherwise = ({ keeps }: LineAsk, moment: number, h: Hold): boolean => {
  const kept = keeps?.get(moment)
  return kept !== undefined && kept !== choiceOf(h)
}

/** The other notes of the ornament at a moment, as the seat's part writes them. */
export const aroundAt = ({ moments, octaves }: LineAsk, moment: number): readonly Pitch[] =>
  moments[moment].around.map((p) => byOctaves(p, octaves))

/** Everything that the chosen way is charged as it is written, column by column; repeats and endings are left out. */
export function chargeWritten(s: Solution, charge: ChargeAt): void {
  const { columns, setup, source } = s
  columns.forEach((c, i) => {
    const here = (kind: CostKind, times = 1) => charge(kind, times, i)
    const hold = chosenAt(s, i)
    chargeHold(setup, hold, here)
    chargeOrnament(setup, hold, aroundAt(source, c.moment), here)
    if (isOtherwise(source, c.moment, hold)) here('otherwise')
    if (i === 0) chargeStart(setup, hold, here)
    if (c.moves) chargeMove(setup, chosenAt(s, i - 1), hold, c.gap, here)
  })
}

/** Everything that the chosen way is charged, with the ways that repeats and endings lead. */
export function chargeChosen(s: Solution, charge: ChargeAt): void {
  chargeWritten(s, charge)
  for (const { low, high, back, gap } of s.jumps) {
    const [a, b] = back ? [high, low] : [low, high]
    chargeJump(s.setup, chosenAt(s, a), chosenAt(s, b), gap, (kind, times = 1) => charge(kind, times, b))
  }
}
