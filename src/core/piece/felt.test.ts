import { describe, expect, it } from 'vitest'
import { readAbc } from '@/formats/abc/read'
import { beatsOfBar } from '../performance/beats'
import { countIn } from '../reading/startCard'
import { readingOf } from '../reading/reading'
import { mapSeat } from '../fingering/map'
import { DEFAULT_POLICY } from '../fingering/policy'
import { FIRST_POSITION, SEAT } from '../testing/seats'
import { groupEvents } from './beams'
import { placeMeasures } from './walk'

const read = (meter: string, notes: string) => {
  const r = readAbc(`X:1\nT:t\nM:${meter}\nL:1/8\nK:D\n${notes}|]`)
  if (!r.ok) throw new Error(JSON.stringify(r))
  return r.piece
}
const felt = (meter: string, notes: string) =>
  placeMeasures(read(meter, notes), read(meter, notes).lines[0]).map((m) => m.meter.felt?.join('+') ?? '-')

// Common practice: five is three and two, seven eighths two, two and three, unless the notes say otherwise.
describe('an uneven meter is felt as its notes group themselves', () => {
  it.each([
    ['5/4', 'D4 E2 F2 G2 | A6 B4', '3+2'],
    ['5/4', 'D4 E6 | F4 G2 A2 B2', '2+3'],
    ['5/8', 'DEF GA | B3 A2', '3+2'],
    ['5/8', 'D2 EFG | A2 B3', '2+3'],
    ['7/8', 'D2 E2 FGA | B2 A2 G3', '2+2+3'],
    ['7/8', 'D3 E2 F2 | GAB A2 G2', '3+2+2'],
    ['7/8', 'D2 E3 F2 | G2 A3 B2', '2+3+2'],
    ['7/4', 'D8 E6 | F8 G6', '4+3'],
    ['6/8', 'DEF GAB', '-'],
    ['4/4', 'D4 E4', '-'],
  ])('%s: %s', (meter, notes, expected) => expect(new Set(felt(meter, notes))).toEqual(new Set([expected])))
  it('is beamed and counted so, and printed as it was', () => {
    const piece = read('7/8', 'DEFGABc | d3 c2 B2')
    const [first] = placeMeasures(piece, piece.lines[0])
    expect(first.meter.felt).toEqual([3, 2, 2])
    expect(groupEvents(first.measure.events, first.meter, 0).map((g) => (g.kind === 'beam' ? g.events.length : 1))).toEqual([3, 2, 2])
    expect(piece.meter).toEqual({ beats: 7, unit: 8 })
    expect(beatsOfBar(first.meter, false).map((b) => b.into / 5040)).toEqual([0, 3, 5])
  })
  it('of quarters every beat is counted, and the second group begins with a lighter accent', () => {
    const piece = read('5/4', 'D4 E2 F2 G2')
    const [first] = placeMeasures(piece, piece.lines[0])
    expect(beatsOfBar(first.meter, false).map((b) => `${b.says}${b.accent === 'beat' ? '' : b.accent}`)).toEqual([
      '1bar',
      '2',
      '3',
      '4group',
      '5',
    ])
  })
  it('is counted in before the class by its groups', () => {
    const piece = read('7/8', 'D2 E2 FGA')
    const map = mapSeat(piece, piece.lines[0], SEAT.violin, { octave: 0, policy: DEFAULT_POLICY, learned: FIRST_POSITION.violin })
    expect(countIn(readingOf(piece, map))).toBe('one bar, felt 2 + 2 + 3: 1 2, 1 2, 1 2 3')
  })
})
