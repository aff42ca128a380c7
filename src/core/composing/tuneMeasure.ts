import { comesEarly } from '../reading/rhythms'
import type { Rhythm } from '../instruments/reads'
import type { Pitch } from '../music/pitch'
import { measureTicks, ticksOf, type Meter, type Value } from '../music/time'
import { oneOf } from './chance'

const v = (base: Value['base'], dots = 0): Value => ({ base, dots })

/** Rhythms of a beat or more, with what has to be learned for each; the quarter stands there twice, to come as often as two others. */
const CELLS: readonly { readonly values: readonly Value[]; readonly asks?: Rhythm }[] = [
  { values: [v('quarter')] },
  { values: [v('quarter')] },
  { values: [v('half')] },
  { values: [v('eighth'), v('eighth')], asks: 'eighths' },
  { values: [v('half', 1)], asks: 'dotted half' },
  { values: [v('quarter', 1), v('eighth')], asks: 'dotted quarter' },
]

/** A measure in the making: its values, and for each which of the common notes it is; `other`: one letter has its other form in it. */
export type TuneMeasure = { readonly values: readonly Value[]; readonly at: readonly number[]; readonly other?: true }

/** A rhythm for a whole measure out of what is known; what has to be learned comes a third as often unless it is wanted. */
export function rhythmFor(chance: () => number, meter: Meter, known: ReadonlySet<Rhythm>, wants: boolean): Value[] {
  const whole = measureTicks(meter)
  const open = CELLS.filter((c) => !c.asks || known.has(c.asks))
  for (let tries = 0; tries < 20; tries++) {
    const values: Value[] = []
    let left = whole
    while (left > 0) {
      const fitting = open.filter(
        (c) =>
          c.values.reduce((s, x) => s + ticksOf(x), 0) <= left &&
          (known.has('syncopation') || !comesEarly(meter, whole - left, ticksOf(c.values[0]))) &&
          (wants || !c.asks || chance() < 0.35),
      )
      if (fitting.length === 0) break
      const { values: own } = oneOf(chance, fitting)
      values.push(...own)
      left -= own.reduce((s, x) => s + ticksOf(x), 0)
    }
    if (left === 0) return values
  }
  return Array.from({ length: meter.beats }, () => v(meter.unit === 8 ? 'eighth' : meter.unit === 2 ? 'half' : 'quarter'))
}

/** A walk over the notes from one of them: by step as a rule, by skip as often as is asked for. */
export function walk(chance: () => number, count: number, from: number, notes: readonly Pitch[], skips: number): number[] {
  const out = [from]
  while (out.length < count) {
    const here = out.at(-1)!
    const r = chance()
    const by = r < 0.06 ? 0 : r < 1 - skips ? 1 : 2
    const up = chance() < (here <= 1 ? 0.85 : here >= notes.length - 2 ? 0.15 : 0.5)
    const next = here + (up ? by : -by)
    out.push(Math.max(0, Math.min(notes.length - 1, next)))
  }
  return out
}

/** How a last measure may go: one long note, or two. */
export function lastValues(whole: number, known: ReadonlySet<Rhythm>): Value[][] {
  const long = [v('whole'), v('half', 1), v('half'), v('quarter', 1)].find((x) => ticksOf(x) === whole)
  const allowed =
    long && (long.base !== 'whole' || known.has('whole')) && (long.base !== 'half' || long.dots === 0 || known.has('dotted half'))
  if (long && allowed) return [[long]]
  const half = [v('half'), v('quarter')].find((x) => ticksOf(x) * 2 === whole)
  return half ? [[half, half]] : [Array.from({ length: Math.round(whole / ticksOf(v('quarter'))) }, () => v('quarter'))]
}
