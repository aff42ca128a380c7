import { middle } from '../middle'
import { RATES } from '../plan/run'

/** A ladder of tempo: begun slowly, a step up after so many times, a step back after a slip. Parts of the written tempo. */
export type Ladder = { readonly from: number; readonly step: number; readonly every: number; readonly to: number }

/** Where a class stands on a ladder: its tempo, and how often it has played at it. */
export type Rung = { readonly rate: number; readonly times: number }

export const USUAL_LADDER: Ladder = { from: 0.6, step: 0.05, every: 2, to: 1 }

const bounded = (rate: number): number => Math.round(Math.min(RATES.most, Math.max(RATES.least, rate)) * 1000) / 1000

export const bottomOf = ({ from }: Ladder): Rung => ({ rate: bounded(from), times: 0 })

/** After a time that went well: after so many of them a step up, never beyond the top. */
export function climbed(ladder: Ladder, { rate, times }: Rung): Rung {
  if (times + 1 < ladder.every) return { rate, times: times + 1 }
  return { rate: bounded(rate >= ladder.to ? rate : Math.min(ladder.to, rate + ladder.step)), times: 0 }
}

/** After a slip: a step down, not below where it begins. */
export const slipped = (ladder: Ladder, { rate }: Rung): Rung => ({
  rate: bounded(Math.max(Math.min(ladder.from, rate), rate - ladder.step)),
  times: 0,
})

/** Taps that are further apart than this begin anew. Seconds. */
const FORGOTTEN = 2.5
/** How many taps are remembered. */
const TAPS = 6

/** Taps so far with one more; seconds. */
export const tapped = (taps: readonly number[], at: number): number[] =>
  taps.length > 0 && at - taps[taps.length - 1] > FORGOTTEN ? [at] : [...taps, at].slice(-TAPS)

/** Beats a minute of taps, by the middle of the times between them; null: fewer than three taps say nothing. */
export function tempoTapped(taps: readonly number[]): number | null {
  if (taps.length < 3) return null
  const gap = middle(taps.slice(1).map((t, i) => t - taps[i]))
  return gap > 0 ? 60 / gap : null
}
