import { describe, expect, it } from 'vitest'
import { FIRST } from '../instruments/instrument'
import { parsePitch, type Pitch } from '../music/pitch'
import { TEST_INSTRUMENTS, WHOLE_NECK, type TestSeat } from '../testing/seats'
import { candidates, type Setup } from './candidates'
import { DEFAULT_POLICY } from './policy'

const setup = (seat: TestSeat): Setup => ({ instrument: TEST_INSTRUMENTS[seat], learned: WHOLE_NECK[seat], policy: DEFAULT_POLICY })
const pitches = (text: string): Pitch[] => text.split(' ').map((p) => parsePitch(p)!)

describe('ways to hold (common practice)', () => {
  it('one finger stops neighbouring strings for a fifth, and never two strings with another between', () => {
    const fifths = candidates(setup('violin'), pitches('E4 B4')).filter((h) => h.position === FIRST)
    expect(fifths.some((h) => h.stops.every((s) => s.finger === 1))).toBe(true)
    // A3 and B4 would both be 1, on G and A, over the open D.
    const over = candidates(setup('violin'), pitches('A3 D4 B4'))
    expect(over.filter((h) => h.stops[0].finger === h.stops[2].finger && h.stops[0].string !== h.stops[2].string)).toEqual([])
  })
})
