import { measureTicks, type Meter } from '../music/time'
import { eventTicks, type Measure } from './piece'

const ticksIn = (m: Pick<Measure, 'events'>, meter: Meter): number => m.events.reduce((n, e) => n + eventTicks(e, meter), 0)

type Cut = Pick<Measure, 'events' | 'meter' | 'repeatStart' | 'repeatEnd' | 'barline'>

/**
 * Which measures are the second half of one that a repeat or double bar cuts in two: together with the half before they
 * fill the meter. In the count both are one measure with one number. Common practice of printed music.
 */
export function secondHalves(measures: readonly Cut[], first: Meter): boolean[] {
  let meter = first
  let short = 0
  return measures.map((m, i) => {
    const before = measures[i - 1]
    const changed = m.meter !== undefined
    meter = m.meter ?? meter
    const [filled, full] = [ticksIn(m, meter), measureTicks(meter)]
    const cut = before && !changed && (before.repeatEnd ?? before.barline ?? m.repeatStart)
    const second = Boolean(cut) && short > 0 && filled > 0 && short + filled === full
    // A half that is itself a second one does not begin another.
    short = !second && filled < full ? filled : 0
    return second
  })
}

/** Measures numbered as printed: from 1, a pickup at the start is 0, both halves of a cut one are the same. */
export function numbersOf(measures: readonly (Cut & Pick<Measure, 'pickup'>)[], first: Meter): string[] {
  const second = secondHalves(measures, first)
  let next = measures[0]?.pickup ? 0 : 1
  return measures.map((_, i) => `${second[i] ? next - 1 : next++}`)
}
