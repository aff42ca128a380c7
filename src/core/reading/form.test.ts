import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pieceFrom } from '../testing/piece'
import { placeEvents } from '../piece/walk'
import { sayRun } from '../words/en/reading'
import { cellOf, formOf, likeness, sayLearning, sayLikeness, type FormCell, type Likeness } from './form'

const form = (text: string, fifths = 0, mode: 'major' | 'minor' = 'major') => {
  const piece = pieceFrom(text, { fifths, mode })
  return formOf(piece, piece.lines[0])
}
const names = (text: string, fifths = 0) => form(text, fifths).measures.map((u) => u.name)

describe('what returns', () => {
  it('note for note, by a name', () => {
    expect(names('D4 E4 F4 G4 A4 G4 F4 E4 D4 E4 F4 G4 D4:w')).toEqual(['A', 'B', 'A', 'C'])
  })
  it('moved by an interval, moved inside the key, by its rhythm only', () => {
    const { measures } = form('C4 D4 E4 C4 G4 A4 B4 G4 D4 E4 F4 D4 E4 C4 C4 D4')
    expect(measures.map((u) => u.name)).toEqual(['A', 'A′', 'A′', 'B'])
    expect(measures.map((u) => u.like?.how ?? null)).toEqual([
      null,
      { kind: 'moved', steps: 4, semitones: 7 },
      { kind: 'stepped', steps: 1 },
      null,
    ])
    expect(sayLikeness('2', '1', measures[1].like!.how)).toBe('2 is 1, a fifth higher')
    expect(sayLikeness('3', '1', measures[2].like!.how)).toBe('3 is 1, a step higher, inside the key')
  })
  it('the rhythm only where there is something to work out: not of four quarters', () => {
    const like = (text: string) => form(text).measures[1].like?.how ?? null
    expect(like('C4 D4 E4 C4 E4 C4 C4 D4')).toBeNull()
    expect(like('C4:q. D4:e E4 C4 E4:q. C4:e C4 D4')).toEqual({ kind: 'rhythm' })
    expect(like('C4 z E4 C4 E4 z C4 D4')).toEqual({ kind: 'rhythm' })
    expect(sayLikeness('4', '1', { kind: 'rhythm' })).toBe('4 has the rhythm of 1')
  })
  it('is not found where a rest or a length differs', () => {
    expect(names('D4 E4 F4 G4 D4 E4 z G4 D4:h E4 F4')).toEqual(['A', 'B', 'C'])
  })
  it('pairs and lines count from the first full measure, and rests have no name', () => {
    const f = form('A4 | D4 E4 F4 G4 A4:w D4 E4 F4 G4 A4:w z:w z:w')
    expect(f.measures.map((u) => [u.from, u.name])).toEqual([
      [1, 'A'],
      [2, 'B'],
      [3, 'A'],
      [4, 'B'],
      [5, '–'],
      [6, '–'],
    ])
    expect(f.pairs.map((u) => u.name)).toEqual(['A', 'A', '–'])
    expect(f.lines.map((u) => [u.from, u.to])).toEqual([
      [1, 4],
      [5, 6],
    ])
  })
  it('says what has to be learned', () => {
    const piece = pieceFrom('D4 E4 F4 G4 A4 G4 F4 E4 D4 E4 F4 G4 D4 E4 F4 G4')
    expect(sayLearning(formOf(piece, piece.lines[0]), piece.lines[0])).toBe(
      'Learn measures 1 and 2. The other 2 repeat one of these note for note.',
    )
    const other = pieceFrom('D4 E4 F4 G4 A4 G4 F4 E4')
    expect(sayLearning(formOf(other, other.lines[0]), other.lines[0])).toContain('No measure comes back note for note. Learn all 2.')
  })
  it('a piece and its copy an octave away have one form; every measure is learned or returns an earlier one', () => {
    const notes = fc.array(fc.constantFrom('C4', 'D4', 'E4', 'G4', 'F#4', 'z'), { minLength: 4, maxLength: 32 })
    fc.assert(
      fc.property(notes, (words) => {
        const here = form(words.join(' '))
        const up = form(words.map((w) => w.replace('4', '5')).join(' '))
        expect(up.measures).toEqual(here.measures)
        here.measures.forEach((u, i) => {
          if (u.like) expect(u.like.unit).toBeLessThan(i)
          const learned = here.toLearn.includes(u.from)
          expect(learned || u.name === '–' || u.like?.how.kind === 'same').toBe(true)
        })
      }),
      { numRuns: 200 },
    )
  })
})

describe('runs', () => {
  const runs = (text: string, fifths = 0, mode: 'major' | 'minor' = 'major') =>
    form(text, fifths, mode).runs.map((r) => sayRun('letters', r))
  it('scales by the key, up and down, turning on a note that belongs to both', () => {
    expect(runs('D4 E4 F#4 G4 A4 G4 F#4 E4', 2)).toEqual(['D major scale, up, D to A', 'D major scale, down, A to E'])
  })
  it('not three steps, and not across a rest', () => {
    expect(runs('D4 E4 F4 D4 z E4 F4 z')).toEqual([])
  })
  it('the raised sixth and seventh belong to a minor scale', () => {
    expect(runs('E4 F#4 G#4 A4', 0, 'minor')).toEqual(['A minor scale, up, E to A'])
  })
  it('a scale of a neighbouring key is named by that key; chromatic notes are no scale', () => {
    expect(runs('C4 D4 E4 F#4 G4:w', 0)).toEqual(['G major scale, up, C to G'])
    expect(runs('C4 D#4 E#4 F##4', 0)).toEqual([])
  })
  it('triads of every kind', () => {
    expect(runs('C4 E4 G4 C5')).toEqual(['C major arpeggio, up'])
    expect(runs('A4 F4 D4 z')).toEqual(['D minor arpeggio, down'])
    expect(runs('B3 D4 F4 z')).toEqual(['B diminished arpeggio, up'])
    expect(runs('C4 E4 G#4 z')).toEqual(['C augmented arpeggio, up'])
    // A seventh is no triad, and two thirds need three notes.
    expect(runs('C4 E4 z z')).toEqual([])
    expect(runs('C4 E4 G4 B4')).toEqual([])
  })
})

describe('the likest stretch', () => {
  /** The plain way: every earlier measure in turn. */
  const ORDER: readonly Likeness['kind'][] = ['same', 'moved', 'stepped', 'rhythm']
  const plain = (cells: readonly (readonly FormCell[])[], own: number) => {
    let best: { unit: number; how: Likeness } | null = null
    for (let unit = 0; unit < own; unit++) {
      const how = likeness(cells[unit], cells[own])
      if (how && (!best || ORDER.indexOf(how.kind) < ORDER.indexOf(best.how.kind))) best = { unit, how }
    }
    return best
  }
  it('is found as by comparing each with each', () => {
    const measure = fc.array(fc.constantFrom('D4', 'E4', 'F4', 'G4', 'Bb4', 'B4', 'D5', 'z'), { minLength: 4, maxLength: 4 })
    fc.assert(
      fc.property(fc.array(measure, { minLength: 2, maxLength: 14 }), (measures) => {
        const piece = pieceFrom(measures.flat().join(' '))
        const [line] = piece.lines
        const cells = line.measures.map((): FormCell[] => [])
        for (const e of placeEvents(piece, line)) cells[e.at.index].push(cellOf(e))
        formOf(piece, line).measures.forEach((u, i) => expect(u.like).toEqual(plain(cells, i)))
      }),
      { numRuns: 300 },
    )
  })
})
