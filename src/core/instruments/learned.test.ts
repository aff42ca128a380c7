import { describe, expect, it } from 'vitest'
import { mapSeat, type SeatMap } from '../fingering/map'
import { DEFAULT_POLICY } from '../fingering/policy'
import type { Key } from '../music/key'
import { problemText } from '../testing/said'
import { pieceFrom } from '../testing/piece'
import {
  FIRST_POSITION,
  TEST_INSTRUMENTS,
  type LearnedBySeat,
  TEST_STEPS,
  SEATS,
  type TestSeat,
  WHOLE_NECK,
  SEAT,
  bySeat,
} from '../testing/seats'
import { INSTRUMENTS as ALL } from './all'
import { positionKey, taughtIn } from './instrument'
import { learnedAt, rhythmsTo, STEPS as SAID, stepsFor, sayStep, stepOf } from './ladder'
import { sameLearned, type Learned } from './learned'
import { learnedSchema } from './learned.schema'

const D: Key = { fifths: 2, mode: 'major' }
const C: Key = { fifths: 0, mode: 'major' }
/** The step at which seats with such learning stand. */
const presetOf = (learned: LearnedBySeat) => stepOf(SEATS.map((s) => ({ instrument: TEST_INSTRUMENTS[s], learned: learned[s] })))
const preset = (id: string): LearnedBySeat => TEST_STEPS.find((p) => p.id === id)!.learned

function mapped(seat: TestSeat, text: string, learned: LearnedBySeat, key: Key = D): SeatMap {
  const piece = pieceFrom(text, key)
  return mapSeat(piece, piece.lines[0], SEAT[seat], {
    octave: TEST_INSTRUMENTS[seat].sounds,
    policy: DEFAULT_POLICY,
    learned: learned[seat],
  })
}
const fresh = (m: SeatMap) => m.problems.filter((p) => p.mark === 'new').map((p) => `${p.measure}.${p.beat}`)
const said = (m: SeatMap) => m.notes.map((n) => `${m.instrument.strings[n.stop.string].letter}${n.stop.finger}`).join(' ')

describe('presets', () => {
  it('are levels, each its own, from the first finger to the whole neck', () => {
    for (const p of TEST_STEPS) {
      expect(bySeat((s) => learnedSchema.parse(p.learned[s]))).toEqual(p.learned)
      expect(presetOf(p.learned)?.id).toBe(p.id)
    }
    expect(SAID[0].name).toBe('Open strings and first finger')
    expect(TEST_STEPS.at(-1)!.learned).toEqual(WHOLE_NECK)
  })
  it('bring the fourth finger, then high 3 and low 1, then III, each in its turn', () => {
    const had = (id: string, seat: TestSeat) => preset(id)[seat]
    for (const s of ['violin', 'viola'] as const) {
      expect(had('four-strings', s)).toMatchObject({ fingers: [1, 2, 3], low: [2], high: [], positions: ['I'] })
      expect(had('fourth-finger', s)).toMatchObject({ fingers: [1, 2, 3, 4], low: [2], high: [], positions: ['I'], doubleStops: false })
      expect(had('high-and-low', s)).toMatchObject({ low: [1, 2], high: [3], positions: ['I'], doubleStops: false, shifts: 'none' })
      expect(had('first-position', s)).toMatchObject({ positions: ['I', 'III'], doubleStops: true, shifts: 'needed' })
    }
    // Common practice: the cello opens its hand forward before back; the bass has III for the D scale before half position for flats.
    const steps = ['four-strings', 'fourth-finger', 'high-and-low']
    expect(steps.map((id) => had(id, 'cello').extensions)).toEqual([[], ['forward'], ['back', 'forward']])
    expect(steps.map((id) => had(id, 'bass').positions)).toEqual([['I'], ['I', 'III'], ['half', 'I', 'III']])
  })
  it('have rhythms in the order in which they are taught, and none that comes with a position', () => {
    for (const { learned } of TEST_STEPS) expect(rhythmsTo(SEATS.map((s) => ({ learned: learned[s] })))).not.toBeNull()
    const violin = TEST_STEPS.slice(0, -2).map((p) => p.learned.violin.rhythms.length)
    expect(violin).toEqual([0, 2, 4, 5, 6, 6, 6, 6, 6])
  })
  it('end with the thumb of the cello: a class without one has no such step', () => {
    const { violin, bass, cello } = TEST_INSTRUMENTS
    expect(stepsFor([violin, bass]).map((s) => s.id)).toEqual(SAID.map((s) => s.id).filter((id) => id !== 'thumb-position'))
    expect(stepsFor([violin, cello])).toEqual(SAID)
    expect(stepOf([{ instrument: violin, learned: violin.learned['thumb-position'] }])?.id).toBe('seventh-position')
    expect(cello.learned['thumb-position'].positions.at(-1)).toBe('thumb')
  })
  it('leave rhythms that were set as they are, and take along those that were not', () => {
    const { violin } = TEST_INSTRUMENTS
    const set: Learned = { ...violin.learned['four-strings'], rhythms: ['whole', 'eighths', 'triplets'] }
    const up = learnedAt({ instrument: violin, learned: set }, 'third-position')
    expect(up).toEqual({ ...violin.learned['third-position'], rhythms: set.rhythms })
    expect(stepOf([{ instrument: violin, learned: up }])?.id).toBe('third-position')
    expect(learnedAt({ instrument: violin, learned: violin.learned['first-position'] }, 'first-finger')).toEqual(
      violin.learned['first-finger'],
    )
  })
  it('name only positions that the seat has', () => {
    for (const p of TEST_STEPS)
      for (const s of SEATS)
        expect(TEST_INSTRUMENTS[s].positions.map(positionKey)).toEqual(expect.arrayContaining([...p.learned[s].positions]))
  })
  it('only add as they go on, but for the shifts that first position borrows', () => {
    const grows = (a: Learned, b: Learned) =>
      (['strings', 'fingers', 'low', 'high'] as const).every((k) => a[k].every((x) => (b[k] as readonly number[]).includes(x)))
    for (const s of SEATS) TEST_STEPS.slice(1).forEach((p, i) => expect(grows(TEST_STEPS[i].learned[s], p.learned[s])).toBe(true))
  })
  it('say what holds for all, then what the instruments of the class have for themselves', () => {
    const said = (...seats: TestSeat[]) =>
      sayStep(
        SAID[1],
        seats.map((s) => TEST_INSTRUMENTS[s]),
      )
    expect(said(...SEATS)).toBe('the major start: 1 2 3, cello 1 3 4, bass 1 4')
    expect(said('violin', 'viola')).toBe('the major start: 1 2 3')
  })
  it('an edited one is no preset, in whatever order its lists stand', () => {
    const edited: LearnedBySeat = { ...FIRST_POSITION, violin: { ...FIRST_POSITION.violin, fingers: [1, 2, 3] } }
    expect(presetOf(edited)).toBeNull()
    const shuffled: LearnedBySeat = { ...FIRST_POSITION, violin: { ...FIRST_POSITION.violin, fingers: [4, 3, 2, 1] } }
    expect(sameLearned(FIRST_POSITION.violin, shuffled.violin)).toBe(true)
    expect(presetOf(shuffled)?.id).toBe('first-position')
  })
})

describe('what is new for a class', () => {
  it('with one finger everything above it is new, and mapped all the same', () => {
    const m = mapped('violin', 'D4 E4 F#4 G4 A4 B4 C#5 D5', preset('first-finger'))
    expect(said(m)).toBe('D0 D1 D2 D3 A0 A1 A2 A3')
    expect(fresh(m)).toEqual(['1.3', '1.4', '2.3', '2.4'])
    expect(problemText(m)).toBe('New for this class: finger 2. F♯4 is 2 on D.')
  })
  it('the first frame plays the D major octave on violin, viola and cello, and the bass stops where III begins', () => {
    const up = 'D4 E4 F#4 G4 A4 B4 C#5 D5'
    const lower = up.replace(/\d/g, (n) => String(Number(n) - 1))
    expect(fresh(mapped('violin', up, preset('three-fingers')))).toEqual([])
    expect(fresh(mapped('viola', up, preset('three-fingers')))).toEqual([])
    expect(fresh(mapped('cello', lower, preset('three-fingers')))).toEqual([])
    expect(fresh(mapped('bass', lower, preset('three-fingers')))).toEqual(['2.3'])
  })
  it('low 2 comes with the second frame, 4 and low 1 with first position', () => {
    expect(fresh(mapped('violin', 'F4 C5', preset('three-fingers'), C))).toEqual(['1.1', '1.2'])
    expect(fresh(mapped('violin', 'F4 C5', preset('four-strings'), C))).toEqual([])
    expect(fresh(mapped('violin', 'Bb4 B5', preset('four-strings'), C))).toEqual(['1.1', '1.2'])
    expect(fresh(mapped('violin', 'Bb4 B5', preset('first-position'), C))).toEqual([])
  })
  it('strings, extensions and chords are learned too', () => {
    expect(problemText(mapped('violin', 'G3', preset('three-fingers')))).toContain('the G string')
    const noStretch: LearnedBySeat = { ...FIRST_POSITION, cello: { ...FIRST_POSITION.cello, extensions: [] } }
    expect(problemText(mapped('cello', 'F#2', noStretch))).toContain('stretching')
    expect(problemText(mapped('violin', '[E4,B4]', preset('four-strings')))).toContain('two strings at once')
    expect(fresh(mapped('violin', '[D4,A4]', preset('four-strings')))).toEqual([])
  })
  it('a learned way is taken whatever it costs, before one with something new', () => {
    // Without 4 the violin crosses to the open string inside the slur.
    const noFour: LearnedBySeat = { ...FIRST_POSITION, violin: { ...FIRST_POSITION.violin, fingers: [1, 2, 3] } }
    expect(said(mapped('violin', '(G4 A4 G4 A4)', noFour))).toBe('D3 A0 D3 A0')
    expect(said(mapped('violin', '(G4 A4 G4 A4)', FIRST_POSITION))).toBe('D3 D4 D3 D4')
  })
  it('of two new ways the one with fewer new things is taken', () => {
    const m = mapped('violin', 'B4', {
      ...FIRST_POSITION,
      violin: { ...FIRST_POSITION.violin, positions: ['I'], strings: [0, 1], fingers: [1, 2] },
    })
    expect(m.notes[0].hold.needs).toHaveLength(1)
  })
  it('a shift that the class cannot make yet is new where it comes, and not where a rest gives time', () => {
    // On the E string alone, so that no other string spares the shift.
    const third: LearnedBySeat = {
      ...preset('third-position'),
      violin: { ...preset('third-position').violin, strings: [3], shifts: 'pauses' },
    }
    const hurried = mapped('violin', 'F#5 G5 A5 B5 C6 D6', third, { fifths: 1, mode: 'major' })
    expect(hurried.problems.some((p) => problemText(hurried, p).includes('a shift with no rest or open string'))).toBe(true)
    const rested = mapped('violin', 'F#5 G5 z D6 C6 D6', third, { fifths: 1, mode: 'major' })
    expect(rested.problems).toEqual([])
    const none: LearnedBySeat = { ...third, violin: { ...third.violin, shifts: 'none' } }
    expect(problemText(mapped('violin', 'F#5 G5 z D6 C6 D6', none, { fifths: 1, mode: 'major' }))).toContain('New for this class: shifting')
  })
})

describe('the whole neck', () => {
  it('beyond VII position is a problem at its note, the rest is mapped', () => {
    for (const [seat, text] of [
      ['violin', 'A4 E7 A4'],
      ['viola', 'D4 A6 D4'],
      ['cello', 'D3 A5 D3'],
      ['bass', 'D3 G5 D3'],
    ] as const) {
      const m = mapped(seat, text, WHOLE_NECK, C)
      expect(m.problems).toMatchObject([{ mark: 'out', measure: '1', beat: 2 }])
      expect(problemText(m)).toContain('above seventh position')
      expect(m.notes).toHaveLength(2)
    }
  })
  it('VII is where 1 plays the octave of the open string', () => {
    for (const [seat, octave] of [
      ['violin', 'E6'],
      ['viola', 'A5'],
      ['cello', 'A4'],
      ['bass', 'G4'],
    ] as const) {
      const piece = pieceFrom(octave, C)
      const pins = new Map([['e0', { position: 'VII', fingers: [1] }]])
      const options = { octave: TEST_INSTRUMENTS[seat].sounds, policy: DEFAULT_POLICY, learned: WHOLE_NECK[seat], pins }
      expect(mapSeat(piece, piece.lines[0], SEAT[seat], options).notes[0].stop).toMatchObject({ k: 12, finger: 1 })
    }
  })
})

describe('the order in which positions are taught', () => {
  it.each(ALL.flatMap((i) => i.schools.map((s) => [`${i.name} ${s.name ?? ''}`, i, s] as const)))(
    'has every position of the %s once, first position first',
    (_, instrument, school) => {
      const taught = taughtIn(instrument, school)
      expect(taught[0]).toBe('I')
      expect([...taught].sort()).toEqual(instrument.positions.map(positionKey).sort())
    },
  )
})
