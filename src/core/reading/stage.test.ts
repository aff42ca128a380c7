import { describe, expect, it } from 'vitest'
import { FIRST_POSITION, SEAT, WHOLE_NECK } from '../testing/seats'
import { stageOf } from './stage'
import { ensembleMapper } from '../balance/ensemble'
import { DEFAULT_CLASS } from '../plan/class'
import { emptyPlan } from '../plan/plan'
import { saidSpots } from '../testing/said'
import { pieceFrom } from '../testing/piece'

describe('where a seat stands', () => {
  const { instrument } = SEAT.violin
  it('is at its beginning until it has every string, four fingers and two strings at once', () => {
    const learned = FIRST_POSITION.violin
    expect(stageOf(instrument, learned)).toBe('first position')
    expect(stageOf(instrument, { ...learned, strings: [1, 2] })).toBe('beginning')
    expect(stageOf(instrument, { ...learned, doubleStops: false })).toBe('beginning')
    expect(stageOf(instrument, { ...learned, fingers: [1, 2, 3] })).toBe('beginning')
    expect(stageOf(instrument, WHOLE_NECK.violin)).toBe('beyond')
  })
})

it('one finger covers two strings at once, on the bass it rolls over them (common practice)', () => {
  const piece = pieceFrom('D4 A4 F#4 C#5 E4 B4:h A4 (A4 E4) (B4 F#4) D4:w', { fifths: 2, mode: 'major' })
  const map = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS)
  const advice = (seat: 'violin' | 'bass') => saidSpots(piece, map[seat]).flatMap((s) => (s.kind === 'fifth' ? [s.advice] : []))
  expect(advice('violin')[0]).toContain('both strings at once')
  expect(advice('bass')[0]).toMatch(/^Roll the finger/)
})
