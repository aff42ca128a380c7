import { describe, expect, it } from 'vitest'
import { partsOfPiece } from '../part/part'
import type { Measure, NoteMark, Piece, PieceEvent } from '../piece/piece'
import { QUARTER } from '../music/time'
import { pieceFrom } from '../testing/piece'
import { atTempo, performanceOf, type Performance } from './performance'
import { secondsBetween, USUAL_TEMPO } from './tempo'

const C = { fifths: 0, mode: 'major' } as const
const TWO = { beats: 2, unit: 4 } as const

/** The piece with its measures changed. */
const with_ = (piece: Piece, change: (m: Measure, i: number) => Measure): Piece => ({
  ...piece,
  lines: piece.lines.map((l) => ({ ...l, measures: l.measures.map(change) })),
})
const noteAt = (m: Measure, i: number, change: object): Measure => ({
  ...m,
  events: m.events.map((e, n): PieceEvent => (n === i && e.kind === 'note' ? { ...e, ...change } : e)),
})
const headsOf = (m: Measure, i: number) => {
  const e = m.events[i]
  return e.kind === 'note' ? e.heads : []
}
const played = (piece: Piece): Performance => {
  const [part] = partsOfPiece(piece)
  return performanceOf(piece, { line: part.line, octave: 0 })
}
const order = (piece: Piece) =>
  played(piece)
    .measures.map((m) => `${m.number}${m.pass > 1 ? `/${m.pass}` : ''}`)
    .join(' ')
const times = (piece: Piece) => played(piece).notes.map((n) => [n.midi, Number(n.at.toFixed(3)), Number(n.lasts.toFixed(3))])
const FERMATA: readonly NoteMark[] = ['fermata']

/** Four measures of two quarters at 60: a note a second. */
const four = { ...pieceFrom('C4 D4 E4 F4 G4 A4 B4 C5', C, TWO), tempo: 60 }

describe('a part as it is played', () => {
  it('at its tempo, or at a usual one; every note knows where it is written', () => {
    expect(times(four).slice(0, 3)).toEqual([
      [60, 0, 1],
      [62, 1, 1],
      [64, 2, 1],
    ])
    expect(played(four).notes[3]).toMatchObject({ measure: '2', index: 1, beat: 2, pass: 1, event: 'e3', head: 0, grace: false })
    expect(played(four).lasts).toBe(8)
    const { tempo: _, ...plain } = four
    expect(played(plain).lasts).toBeCloseTo((8 * 60) / USUAL_TEMPO)
  })

  it('grace notes take their time from what ends before them, not from what is tied on', () => {
    const held = pieceFrom('[C4,E4]:h [C4,F4]:h', C)
    const piece = with_(held, (m) => {
      const tied = noteAt(m, 0, { heads: [0, 1].map((n) => ({ ...headsOf(m, 0)[n], tie: n === 0 })) })
      return noteAt(tied, 1, { graces: [{ heads: [{ pitch: { letter: 'G', alter: 0, octave: 4 } }], base: 'eighth', slash: true }] })
    })
    const lasts = Object.fromEntries(played({ ...piece, tempo: 60 }).notes.map((n) => [n.midi, n.lasts]))
    // C is held through both halves; E gives way to the grace note.
    expect(lasts[60]).toBe(4)
    expect(lasts[64]).toBeLessThan(2)
    expect(lasts[64]).toBeGreaterThan(1.7)
  })

  it('a line with too little in a measure waits for the others', () => {
    const [line] = four.lines
    const short = with_(four, (m, i) => (i === 1 ? { ...m, events: m.events.slice(0, 1) } : m)).lines[0]
    const others = line.measures.map((m) => ({ ...m, events: m.events.map((e) => ({ ...e, id: `b${e.id}` })) }))
    const two = { ...four, lines: [short, { ...line, name: 'B', measures: others }] }
    expect(played(two).measures.map((m) => m.at)).toEqual([0, 2, 4, 6])
    expect(played(two).lasts).toBe(8)
  })

  it('a tempo at a measure holds from there on, on every pass', () => {
    const faster = with_(four, (m, i) => (i === 2 ? { ...m, tempo: 120 } : m))
    expect(times(faster).map(([, at]) => at)).toEqual([0, 1, 2, 3, 4, 4.5, 5, 5.5])
    const again = with_(faster, (m, i) => (i === 3 ? { ...m, repeatEnd: 2 } : m))
    expect(played(again).lasts).toBe(12)
    // The beginning is slow again when it comes again.
    expect(times(again)[8]).toEqual([60, 6, 1])
    expect(times(again)[9]).toEqual([62, 7, 1])
  })

  it('repeats and endings are told out, each pass counted', () => {
    const endings = with_(four, (m, i) => ({
      ...m,
      ...(i === 0 ? { repeatStart: true } : {}),
      ...(i === 1 ? { ending: [1], repeatEnd: 2 } : {}),
      ...(i === 2 ? { ending: [2] } : {}),
    }))
    expect(order(endings)).toBe('1 2 1/2 3 4')
    expect(played(endings).notes.map((n) => n.pass)).toEqual([1, 1, 1, 1, 2, 2, 1, 1, 1, 1])
    expect(played(endings).lasts).toBe(10)
  })

  it('D.C. al Fine, and D.S. al Coda', () => {
    const dc = with_(four, (m, i) => ({
      ...m,
      ...(i === 1 ? { fine: true } : {}),
      ...(i === 3 ? { jump: { to: 'start' as const, then: 'fine' as const } } : {}),
    }))
    expect(order(dc)).toBe('1 2 3 4 1/2 2/2')
    const ds = with_(four, (m, i) => ({
      ...m,
      ...(i === 1 ? { segno: true, toCoda: true } : {}),
      ...(i === 2 ? { jump: { to: 'segno' as const, then: 'coda' as const } } : {}),
      ...(i === 3 ? { coda: true } : {}),
    }))
    expect(order(ds)).toBe('1 2 3 2/2 4')
  })

  it('tied notes are one, also over a barline and over an ending; not back to the beginning of a repeat', () => {
    const tied = { ...pieceFrom('C4 D4~ D4 E4 F4 G4', C, TWO), tempo: 60 }
    expect(tied.lines[0].measures[0].events[1]).toMatchObject({ heads: [{ tie: true }] })
    expect(times(tied).slice(0, 3)).toEqual([
      [60, 0, 1],
      [62, 1, 2],
      [64, 3, 1],
    ])
    const same = with_({ ...pieceFrom('D4 D4~ D4 D4~ D4 E4', C, TWO), tempo: 60 }, (m, i) => ({
      ...m,
      ...(i === 1 ? { repeatEnd: 2, ending: [1] } : {}),
      ...(i === 2 ? { ending: [2] } : {}),
    }))
    // 1 2 | 1 3: the tie of measure 1 goes on into 2 and, the second time, into 3; the one that ends measure 2 goes nowhere.
    expect(times(same)).toEqual([
      [62, 0, 1],
      [62, 1, 2],
      [62, 3, 1],
      [62, 4, 1],
      [62, 5, 2],
      [64, 7, 1],
    ])
  })

  it('a fermata holds about twice as long, and everybody waits for it', () => {
    const held = with_(four, (m, i) => (i === 1 ? noteAt(m, 1, { marks: FERMATA }) : m))
    expect(times(held).slice(2, 5)).toEqual([
      [64, 2, 1],
      [65, 3, 2],
      [67, 5, 1],
    ])
    const duet: Piece = { ...held, lines: [...held.lines, { ...four.lines[0], name: 'B', measures: renamed(four.lines[0].measures) }] }
    const second = performanceOf(duet, { line: duet.lines[1], octave: 0 })
    expect(second.notes.map((n) => n.at)).toEqual([0, 1, 2, 3, 5, 6, 7, 8])
  })

  it('a pickup is on the last beat of a measure that is not all there', () => {
    const up = with_({ ...pieceFrom('G4 C4 D4 E4 F4', C, TWO), tempo: 60 }, (m, i) =>
      i === 0 ? { ...m, number: '0', pickup: true, events: m.events.slice(0, 1) } : m,
    )
    expect(played(up).notes[0]).toMatchObject({ measure: '0', beat: 2, at: 0, lasts: 1 })
    expect(played(up).notes[1]).toMatchObject({ beat: 1, at: 1 })
  })

  it('grace notes with a stroke come before the beat out of the note before, others on the beat out of their own', () => {
    const grace = (slash: boolean) => ({
      graces: [{ base: 'eighth' as const, ...(slash ? { slash } : {}), heads: [{ pitch: pitch('B4') }] }],
    })
    const before = with_(four, (m, i) => (i === 1 ? noteAt(m, 0, grace(true)) : m))
    expect(times(before).slice(1, 4)).toEqual([
      [62, 1, 0.875],
      [71, 1.875, 0.125],
      [64, 2, 1],
    ])
    const on = with_(four, (m, i) => (i === 1 ? noteAt(m, 0, grace(false)) : m))
    expect(times(on).slice(1, 4)).toEqual([
      [62, 1, 1],
      [71, 2, 0.5],
      [64, 2.5, 0.5],
    ])
    // Nothing is before the first note: it gives of itself.
    const first = with_(four, (m, i) => (i === 0 ? noteAt(m, 0, grace(true)) : m))
    expect(times(first).slice(0, 2)).toEqual([
      [71, 0, 0.125],
      [60, 0.125, 0.875],
    ])
    expect(
      played(before)
        .notes.filter((n) => n.grace)
        .map((n) => n.event),
    ).toEqual(['e2'])
  })

  it('at another tempo all that is marked changes with it', () => {
    const faster = with_(four, (m, i) => (i === 2 ? { ...m, tempo: 120 } : m))
    expect(played(atTempo(faster, 30)).lasts).toBe(12)
    const { tempo: _, ...plain } = four
    expect(played(atTempo(plain, 2 * USUAL_TEMPO)).lasts).toBeCloseTo(played(plain).lasts / 2)
  })

  it('sounds in the octave that is asked for, in keys that MIDI has', () => {
    const [part] = partsOfPiece(four)
    expect(performanceOf(four, { line: part.line, octave: -1 }).notes[0].midi).toBe(48)
    expect(performanceOf(four, { line: part.line, octave: 7 }).notes.every((n) => n.midi <= 127)).toBe(true)
  })

  it('a stretch of the written piece takes the time that its measures say', () => {
    const faster = with_(four, (m, i) => (i === 2 ? { ...m, tempo: 120 } : m))
    expect(secondsBetween(faster, 3 * 10080, 5 * 10080)).toBe(1.5)
    expect(secondsBetween(faster, 5000, 5000)).toBe(0)
  })
})

const renamed = (measures: readonly Measure[]): Measure[] =>
  measures.map((m) => ({ ...m, events: m.events.map((e) => ({ ...e, id: `b${e.id}` })) }))
const pitch = (name: string) => ({ letter: name[0] as 'B', alter: 0, octave: Number(name[1]) })

it('check 34: sixteen half notes at quarter = 85 last 22.6 seconds', () => {
  const piece = { ...pieceFrom(Array(16).fill('D4:h').join(' ')), tempo: 85 }
  expect(secondsBetween(piece, 0, 32 * QUARTER)).toBeCloseTo(22.6, 1)
})
