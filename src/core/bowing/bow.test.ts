import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Line, Piece } from '../piece/piece'
import { pieces } from '../testing/arbitrary'
import { wrongBows } from '../testing/said'
import { pieceFrom } from '../testing/piece'
import { QUARTER } from '../music/time'
import { numbersOf } from '../piece/split'
import { misfits, placeEvents } from '../piece/walk'
import { bowingOf } from './bow'

// Common practice of school string teaching: down on the strong beat, up for a pickup, one bow to a slur.

const bows = (piece: Piece) =>
  bowingOf(piece, piece.lines[0])
    .strokes.map((s) => `${s.retake ? ',' : ''}${s.bow === 'down' ? 'd' : 'u'}`)
    .join('')
const edit = (piece: Piece, change: (line: Line) => Line): Piece => ({ ...piece, lines: [change(piece.lines[0])] })

describe('directions', () => {
  it('alternate from a down-bow, a slur is one bow, a tied note goes on', () => {
    expect(bows(pieceFrom('D4 E4 F#4 G4'))).toBe('dudu')
    expect(bows(pieceFrom('(D4 E4) F#4 G4'))).toBe('dud')
    expect(bows(pieceFrom('D4:h D4~ D4 D4:w'))).toBe('dud')
  })
  it('a pickup is begun so that the first strong beat comes down', () => {
    const pickup = (text: string, notes: number) =>
      edit(pieceFrom(text), (line) => {
        const events = line.measures.flatMap((m) => m.events)
        return {
          ...line,
          measures: [
            { number: '0', pickup: true, events: events.slice(0, notes) },
            { number: '1', events: events.slice(notes) },
          ],
        }
      })
    expect(bows(pickup('A4 D4 E4 F#4 G4', 1))).toBe('ududu')
    expect(bows(pickup('A4 B4 D4 E4 F#4 G4', 2))).toBe('dududu')
  })
  it('after a rest the bow is retaken when the next strong beat would come up', () => {
    expect(bows(pieceFrom('D4 E4 F#4 z G4 A4 B4 A4'))).toBe('dud,dudu')
    expect(bows(pieceFrom('D4 E4 z z G4 A4 B4 A4'))).toBe('dududu')
  })
  it('a rest asks for no lift where the bow comes right by itself (common practice: quarter, rest, quarter, rest, half)', () => {
    expect(bows(pieceFrom('C4 z D4 z E4:h z:h'))).toBe('dud')
    expect(bows(pieceFrom('C4 z D4 z E4:h', undefined, { beats: 4, unit: 4 }))).toBe('dud')
    // In 3/4 the second stroke comes up, the next first beat down.
    expect(bows(pieceFrom('C4 D4 z E4 F4 G4', undefined, { beats: 3, unit: 4 }))).toBe('dudud')
  })
  it('a rest that is too short for it gives no lift', () => {
    const quick = { ...pieceFrom('D4 E4 F#4:e G4:e A4:e z:e B4 A4 G4 F#4'), tempo: 160 }
    expect(bows(quick)).toBe('dududududu'.slice(0, 9))
  })
  it('what follows a repeat inside a measure is its third beat, up-bow, and the same measure in the count', () => {
    const piece = pieceFrom('D4 E4 F#4 |: D4:h | :| F#4 | G4 A4 B4', undefined, { beats: 3, unit: 4 })
    const [line] = piece.lines
    expect(placeEvents(piece, line).map((e) => e.into / QUARTER)).toEqual([0, 1, 2, 0, 2, 0, 1, 2])
    expect(bowingOf(piece, line).strokes[4].bow).toBe('up')
    expect(numbersOf(line.measures, piece.meter)).toEqual(['1', '2', '2', '3'])
    expect(misfits(piece)).toEqual([])
  })
  it('marks in the piece stand', () => {
    const piece = edit(pieceFrom('D4 E4 F#4 G4'), (line) => ({
      ...line,
      measures: line.measures.map((m) => ({
        ...m,
        events: m.events.map((e, i) => (i === 2 && e.kind === 'note' ? { ...e, bow: 'up' as const } : e)),
      })),
    }))
    expect(bows(piece)).toBe('du,ud')
    expect(bowingOf(piece, piece.lines[0]).strokes.map((s) => s.given)).toEqual([false, false, true, false])
  })
})

describe('the wrong way round', () => {
  const wrong = (piece: Piece) => wrongBows(piece)
  it('a first beat that comes up-bow is said once for a stretch', () => {
    expect(wrong(pieceFrom('D4:h E4 F#4 G4 A4 B4 A4 G4 F#4 E4 D4'))).toEqual([
      'Measure 2 starts up-bow: there is an odd number of bows from measure 1.',
    ])
    expect(wrong(pieceFrom('D4 E4 F#4 G4 A4 B4 A4 G4'))).toEqual([])
  })
  it('three even strokes alternate and are no trouble', () => {
    expect(wrong(pieceFrom('D4 E4 F#4 G4 A4 B4 A4 G4 F#4', undefined, { beats: 3, unit: 4 }))).toEqual([])
  })
  it('a repeat that comes back in the direction it ended in needs a retake', () => {
    const repeated = edit(pieceFrom('D4:h E4 F#4'), (line) => ({ ...line, measures: line.measures.map((m) => ({ ...m, repeatEnd: 2 })) }))
    expect(wrong(repeated)).toEqual(['The repeat from measure 1 to 1 starts and ends down-bow. Lift before you repeat.'])
  })
})

it('a second ending goes on from where the first was left out', () => {
  const piece = edit(pieceFrom('D4 E4 F#4 G4 A4:h B4 A4 D4:w'), (line) => ({
    ...line,
    measures: line.measures.map((m, i) => (i === 1 ? { ...m, ending: [1], repeatEnd: 2 } : i === 2 ? { ...m, ending: [2] } : m)),
  }))
  // Four strokes lead to either ending, so both begin down; three in the first ending bring the repeat round down again.
  expect(bows(piece)).toBe('dudududd')
  expect(wrongBows(piece)).toEqual(['The repeat from measure 2 to 1 starts and ends down-bow. Lift before you repeat.'])
})

describe('where on the bow', () => {
  const where = (text: string, tempo: number) => {
    const piece = { ...pieceFrom(text), tempo }
    return bowingOf(piece, piece.lines[0]).strokes.map((s) => s.contact)
  }
  it('whole bows for whole notes, the middle for short ones', () => {
    expect(where('D4:w E4:w', 60)).toEqual(['whole bow', 'whole bow'])
    expect(where('D4:e E4:e D4:e E4:e D4:e E4:e D4:e E4:e', 120)).toEqual(new Array(8).fill('middle'))
  })
  it('a whole bow leaves short notes at its end', () => {
    expect(where('D4:h D4:h D4:h D4:e E4:e D4:e E4:e D4:w', 60).slice(2)).toEqual([
      'whole bow',
      'upper half',
      'upper half',
      'upper half',
      'upper half',
      'whole bow',
    ])
    expect(where('D4:h. D4:e E4:e', 80).at(-1)).toBe('tip')
  })
  it('no stroke runs out of bow: it is saved, or the one before travels to where it can begin', () => {
    const piece = { ...pieceFrom('D4:h E4 F#4:h E4 G4:h E4 D4:w'), tempo: 60 }
    const { strokes } = bowingOf(piece, piece.lines[0])
    for (const s of strokes) expect(Math.abs(s.to - s.from)).toBeGreaterThan(0.2)
    const long = { ...pieceFrom('D4:h. E4 F#4:h. G4'), tempo: 80 }
    expect(bowingOf(long, long.lines[0]).strokes.map((x) => [x.bow, x.pace, x.contact])).toEqual([
      ['down', 'even', 'whole bow'],
      ['up', 'quick', 'whole bow'],
      ['down', 'even', 'whole bow'],
      ['up', 'even', 'upper half'],
    ])
  })
})

it('any piece has a bow for every note, in order and on the stick', () => {
  fc.assert(
    fc.property(pieces, (piece) => {
      for (const line of piece.lines) {
        const { strokes, byEvent } = bowingOf(piece, line)
        const notes = line.measures.flatMap((m) => m.events.filter((e) => e.kind === 'note').map((e) => e.id))
        expect(strokes.flatMap((s) => s.events)).toEqual(notes)
        expect([...byEvent.keys()]).toEqual(notes)
        for (const s of strokes) expect(Math.min(s.from, s.to) >= 0 && Math.max(s.from, s.to) <= 1).toBe(true)
      }
    }),
    { numRuns: 150 },
  )
})

describe('plucked notes', () => {
  it('have no bow, and the bow begins afresh after them, down on the beat', () => {
    const piece = pieceFrom('D4 E4 F#4 pizz:G4 A4 B4 A4 G4 arco:F#4 E4 D4:h')
    const bowing = bowingOf(piece, piece.lines[0])
    expect(bowing.strokes.map((s) => s.events.join())).toEqual(['e0', 'e1', 'e2', 'e8', 'e9', 'e10'])
    expect(bows(piece)).toBe('dud,dud')
    for (const id of ['e3', 'e4', 'e5', 'e6', 'e7']) expect(bowing.byEvent.get(id)).toBeUndefined()
    expect(bowing.wrong).toEqual([])
  })
  it('a snap is plucked by itself, and does not begin plucking', () => {
    const piece = pieceFrom('D4 snap:E4 F#4 G4')
    expect(bowingOf(piece, piece.lines[0]).strokes.flatMap((s) => s.events)).toEqual(['e0', 'e2', 'e3'])
  })
  it('a piece that is plucked all through has no bowing, and nothing comes out the wrong way', () => {
    const piece = pieceFrom('pizz:D4 E4 F#4 D4 E4 F#4 G4:h A4 B4 A4 G4')
    expect(bowingOf(piece, piece.lines[0])).toMatchObject({ strokes: [], wrong: [] })
  })
})

describe('check 33: bow by length in 4/4 (common practice)', () => {
  const contact = (text: string) => bowingOf(pieceFrom(text), pieceFrom(text).lines[0]).strokes.map((s) => s.contact)
  const ends = (text: string) =>
    bowingOf(pieceFrom(text), pieceFrom(text).lines[0]).strokes.map((s) => [s.from, s.to].map((x) => Math.round(10 * x) / 10))
  it('after quarters a half note takes the bow to its other end, and the quarters after it lie there', () => {
    const found = ends('D4 E4 F#4:h G4 A4 B4:h')
    // The half note goes farther than a quarter, and the quarters after it are played beyond the middle of the bow.
    const length = ([a, b]: number[]) => Math.abs(b - a)
    expect(length(found[2])).toBeGreaterThan(length(found[0]))
    for (const [a, b] of found.slice(3, 5)) expect((a + b) / 2).toBeGreaterThan(0.5)
    expect(
      contact('D4 E4 F#4:h G4 A4 B4:h')
        .slice(3, 5)
        .every((c) => c === 'upper half' || c === 'tip'),
    ).toBe(true)
  })
})
