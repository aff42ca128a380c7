import type { Hold } from '../hands/hold'
import type { Pitch } from '../music/pitch'
import { candidates, type Setup } from './candidates'
import { chargeHold, chargeStart } from './costs'
import { weightsFor, type CostKind } from './weights'

/** The way to hold pitches (as the part writes them) that asks least of the hand by itself; null when there is none. */
export function easiestHold(setup: Setup, pitches: readonly Pitch[]): Hold | null {
  const weights = weightsFor(setup.policy)
  let best: { hold: Hold; cost: number } | null = null
  for (const hold of candidates(setup, pitches)) {
    let cost = 0
    const charge = (kind: CostKind, times = 1) => void (cost += weights[kind] * times)
    chargeHold(setup, hold, charge)
    chargeStart(setup, hold, charge)
    if (!best || cost < best.cost) best = { hold, cost }
  }
  return best?.hold ?? null
}
