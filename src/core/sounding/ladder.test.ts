import { describe, expect, it } from 'vitest'
import { bottomOf, climbed, slipped, tapped, tempoTapped, USUAL_LADDER, type Rung } from './ladder'
import { RATES } from '../plan/run'

const climb = (from: Rung, times: number) => Array.from({ length: times }).reduce<Rung>((r) => climbed(USUAL_LADDER, r), from)

describe('a ladder of tempo', () => {
  it('goes a step up after so many times, to the top and no further', () => {
    const bottom = bottomOf(USUAL_LADDER)
    expect([0, 1, 2, 3, 4].map((n) => climb(bottom, n).rate)).toEqual([0.6, 0.6, 0.65, 0.65, 0.7])
    expect(climb(bottom, 16).rate).toBe(1)
    expect(climb(bottom, 40).rate).toBe(1)
  })
  it('goes a step back after a slip, and begins its count anew, not below where it began', () => {
    expect(slipped(USUAL_LADDER, { rate: 0.8, times: 1 })).toEqual({ rate: 0.75, times: 0 })
    expect(slipped(USUAL_LADDER, bottomOf(USUAL_LADDER)).rate).toBe(0.6)
    expect(bottomOf({ ...USUAL_LADDER, from: 0.1 }).rate).toBe(RATES.least)
  })
})

describe('a tempo that is tapped', () => {
  it('is the middle of the times between the taps; two taps say nothing, a pause begins anew', () => {
    expect(tempoTapped([0, 0.5, 1, 1.5])).toBe(120)
    expect(tempoTapped([0, 0.5, 1, 1.9, 2.4])).toBe(120)
    expect(tempoTapped([0, 0.5])).toBeNull()
    expect(tapped([0, 0.5], 1)).toEqual([0, 0.5, 1])
    expect(tapped([0, 0.5], 9)).toEqual([9])
    expect(tapped([0, 1, 2, 3, 4, 5], 6)).toHaveLength(6)
    expect(tempoTapped([3, 3, 3])).toBeNull()
  })
})
