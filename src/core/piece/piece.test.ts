import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { midiOf, pitchName } from '../music/pitch'
import { QUARTER } from '../music/time'
import { pieceFrom } from '../testing/piece'
import { rangeOf, retitled } from './edit'
import { type Line, type Measure, upgraded } from './piece'
import { pieceSchema } from './piece.schema'
import { unfold } from './unfold'
import { misfits, placeEvents } from './walk'

const measures = (...marks: Partial<Measure>[]): Line => ({
  name: 'A',
  clef: 'treble',
  slurs: [],
  measures: marks.map((m, i) => ({ number: `${i + 1}`, events: [{ kind: 'rest', id: `r${i}`, value: { base: 'whole', dots: 0 } }], ...m })),
})

describe('unfold', () => {
  it('plays a plain line once', () => expect(unfold(measures({}, {}, {}))).toEqual([0, 1, 2]))
  it('repeats to the start when no start is marked', () => expect(unfold(measures({}, { repeatEnd: 2 }, {}))).toEqual([0, 1, 0, 1, 2]))
  it('goes back to just where the repeat starts', () =>
    expect(unfold(measures({}, { repeatStart: true }, { repeatEnd: 2 }, {}))).toEqual([0, 1, 2, 1, 2, 3]))
  it('takes the second ending on the second pass', () =>
    expect(unfold(measures({ repeatStart: true }, {}, { ending: [1], repeatEnd: 2 }, { ending: [2] }, {}))).toEqual([0, 1, 2, 0, 1, 3, 4]))
  it('a second repeat without a start begins after the first', () =>
    expect(unfold(measures({}, { repeatEnd: 2 }, {}, { repeatEnd: 2 }))).toEqual([0, 1, 0, 1, 2, 3, 2, 3]))
  it('a repeat after a second ending begins after it', () =>
    expect(unfold(measures({}, { ending: [1], repeatEnd: 2 }, { ending: [2] }, {}, { repeatEnd: 2 }))).toEqual([0, 1, 0, 2, 3, 4, 3, 4]))
  it('has the right length: each passage as often as it says', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ length: fc.integer({ min: 1, max: 5 }), times: fc.integer({ min: 2, max: 4 }) }), {
          minLength: 1,
          maxLength: 5,
        }),
        (passages) => {
          const marks = passages.flatMap(({ length, times }) =>
            Array.from({ length }, (_, i): Partial<Measure> => ({
              ...(i === 0 ? { repeatStart: true } : {}),
              ...(i === length - 1 ? { repeatEnd: times } : {}),
            })),
          )
          expect(unfold(measures(...marks))).toHaveLength(passages.reduce((n, p) => n + p.length * p.times, 0))
        },
      ),
    )
  })
})

describe('walk', () => {
  it('places events by exact ticks', () => {
    const piece = pieceFrom('D4 E4:e F#4:e G4:h A4:w')
    expect(placeEvents(piece, piece.lines[0]).map((e) => [e.onset / QUARTER, e.into / QUARTER, e.at.measure.number])).toEqual([
      [0, 0, '1'],
      [1, 1, '1'],
      [1.5, 1.5, '1'],
      [2, 2, '1'],
      [4, 0, '2'],
    ])
  })
  it('a pickup begins late in its bar', () => {
    const piece = pieceFrom('A4 D5:w')
    const line: Line = {
      ...piece.lines[0],
      measures: [
        { number: '0', pickup: true, events: [piece.lines[0].measures[0].events[0]] },
        { number: '1', events: [piece.lines[0].measures[0].events[1]] },
      ],
    }
    expect(placeEvents({ ...piece, lines: [line] }, line).map((e) => e.into / QUARTER)).toEqual([3, 0])
    expect(misfits({ ...piece, lines: [line] })).toEqual([])
  })
  it('finds measures that do not add up', () => {
    const piece = pieceFrom('D4:w E4:w')
    const [a, b] = piece.lines[0].measures
    const long = { ...piece, lines: [{ ...piece.lines[0], measures: [{ ...a, events: [...a.events, { ...b.events[0], id: 'x' }] }, b] }] }
    expect(misfits(long)).toMatchObject([{ number: '1', excess: 4 * QUARTER }])
  })
})

describe('schema', () => {
  it('takes what it made and refuses another version, a doubled id and a slur that runs back', () => {
    const piece = pieceFrom('(D4 E4) z F4')
    expect(pieceSchema.parse(JSON.parse(JSON.stringify(piece)))).toEqual(piece)
    expect(pieceSchema.safeParse({ ...piece, version: 1 }).success).toBe(false)
    expect(pieceSchema.parse(upgraded({ ...piece, version: 1 }))).toEqual(piece)
    expect(upgraded({ ...piece, version: 3 })).toMatchObject({ version: 3 })
    const [line] = piece.lines
    expect(pieceSchema.safeParse({ ...piece, lines: [{ ...line, slurs: [{ from: 'e1', to: 'e0' }] }] }).success).toBe(false)
    expect(pieceSchema.safeParse({ ...piece, lines: [line, line] }).success).toBe(false)
  })
})

describe('edits', () => {
  it('a new title changes nothing else', () => {
    const piece = pieceFrom('D4 E4')
    expect(retitled(piece, 'Other')).toEqual({ ...piece, title: 'Other' })
  })
  it('the range is by height, a line of rests has none', () => {
    const range = rangeOf(pieceFrom('D4 [A3,F#5] z').lines[0], midiOf)
    expect([pitchName(range!.low), pitchName(range!.high)]).toEqual(['A3', 'F#5'])
    expect(rangeOf(pieceFrom('z z').lines[0], midiOf)).toBeNull()
  })
})
