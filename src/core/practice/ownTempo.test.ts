import { describe, expect, it } from 'vitest'
import type { Done } from './dayPlan'
import { ownTempo } from './ownTempo'

const done = (day: string, chunk: string, clean: number, slips: number, tempo: number | null): Done => ({
  day,
  piece: 'p',
  chunk,
  clean,
  slips,
  tempo,
})

describe('the tempo at which somebody plays a passage next', () => {
  const passage = { from: 4, to: 5 }
  it('is a step above what was sure, a step below what slipped, by the last time', () => {
    expect(ownTempo([done('2026-03-02', '4-5', 3, 0, 60)], 100, passage)).toBe(75)
    expect(ownTempo([done('2026-03-02', '4-5', 1, 3, 75)], 100, passage)).toBe(60)
    expect(ownTempo([done('2026-03-04', '4-5', 3, 0, 75), done('2026-03-02', '4-5', 1, 3, 60)], 100, passage)).toBe(90)
  })
  it('counts whatever holds measures of it, and nothing else', () => {
    expect(ownTempo([done('2026-03-02', '3-6 join', 3, 0, 75)], 100, passage)).toBe(90)
    expect(ownTempo([done('2026-03-02', 'whole', 3, 0, 100)], 100, passage)).toBe(100)
    expect(ownTempo([done('2026-03-02', '0-3', 3, 0, 75), done('2026-03-02', '4-5', 3, 0, null)], 100, passage)).toBeNull()
  })
})
