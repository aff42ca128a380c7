import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { midiOf } from '../music/pitch'
import { DEFAULT_CLASS } from '../seats/class'
import { ensembleMapper, mapsOf } from '../seats/ensemble'
import { emptyPlan } from '../seats/plan'
import { pieces } from '../testing/arbitrary'
import { pieceFrom } from '../testing/piece'
import { lowFirst, partOfSeat, partsOfPiece, soundingOctave, TUNE, writtenPitch, type Part } from './part'

const D = { fifths: 2, mode: 'major' } as const
const events = (p: Part) => p.measures.flatMap((m) => m.events)
const of = (text: string, seat: string, bows = false, key: { fifths: number; mode: 'major' } = D) => {
  const piece = pieceFrom(text, key)
  return partOfSeat(piece, ensembleMapper()(piece, { ...emptyPlan(), octaves: { bass: -1, cello: 0 } }, DEFAULT_CLASS)[seat], bows)
}

describe('a seat’s page', () => {
  it('stands in its clef, its octave and its fingers; strings count from the highest', () => {
    const bass = of('D3 E3 F#3', 'bass')
    expect([bass.id, bass.name, bass.clef, bass.written, bass.sounding, soundingOctave(bass)]).toEqual(['bass', 'Bass', 'bass', 0, -1, -1])
    expect(events(bass).map((e) => [e.heads[0].finger, e.heads[0].string, e.heads[0].open ?? false])).toEqual([
      [0, 2, true],
      [1, 2, false],
      [4, 2, false],
    ])
    expect(events(of('G3 D4 F#5', 'violin')).map((e) => e.heads[0].string)).toEqual([4, 3, 1])
  })

  it('shows a sign where the measure does not have it yet, and none at what is only held on', () => {
    const p = of('F4 F4 G4 F4~ F4 F#4', 'violin')
    expect(events(p).map((e) => [e.heads[0].sign, e.heads[0].held])).toEqual([
      [true, false],
      [false, false],
      [false, false],
      [false, false],
      [false, true],
      [false, false],
    ])
    // What the hand only holds on has no numeral of its own.
    expect(events(p)[4].heads[0]).toMatchObject({ note: { held: true } })
    expect(events(p)[4].heads[0].finger).toBeUndefined()
  })

  it('says a position where the hand comes to it, first position only when it comes back', () => {
    const p = of('B3 C#4 D4 B3 A3 G3', 'bass')
    const said = events(p).flatMap((e) => (e.position ? [[e.event.id, e.position, e.keeps]] : []))
    expect(said[0][1]).toBe('III')
    expect(events(of('D4 E4 F#4 G4', 'violin')).every((e) => e.position === undefined)).toBe(true)
  })

  it('has the bow of every stroke when it is asked for, else only what the piece marks', () => {
    expect(events(of('D4 E4 (F#4 G4)', 'violin', true)).map((e) => e.bow)).toEqual(['down', 'up', 'down', undefined])
    expect(events(of('D4 E4 (F#4 G4)', 'violin')).every((e) => e.bow === undefined)).toBe(true)
  })

  it('a line as it is written has the fingers that the file gave, and no map', () => {
    const piece = pieceFrom('D4 E4', D)
    const measures = piece.lines[0].measures.map((m) => ({
      ...m,
      events: m.events.map((e) =>
        e.kind === 'note' ? { ...e, heads: e.heads.map((h) => ({ ...h, givenFinger: 3, givenString: 2 })) } : e,
      ),
    }))
    const [part] = partsOfPiece({ ...piece, lines: [{ ...piece.lines[0], name: 'Viola', measures }] })
    expect([part.id, part.map, part.midiProgram]).toEqual([TUNE, null, 41])
    expect(events(part)[0].heads[0]).toMatchObject({ finger: 3, string: 2, note: null })
  })

  it('keeps to octaves that every format can say', () => {
    expect(writtenPitch({ written: -3 }, { letter: 'C', alter: 0, octave: 1 }).octave).toBe(0)
    expect(writtenPitch({ written: 4 }, { letter: 'C', alter: 0, octave: 8 }).octave).toBe(9)
  })

  it('of any piece every seat’s page has all events and heads, and a chord from low to high', () => {
    fc.assert(
      fc.property(pieces, (piece) => {
        const maps = mapsOf(ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS))
        for (const part of [...partsOfPiece(piece), ...maps.map((m) => partOfSeat(piece, m, true))]) {
          const written = part.line.measures.flatMap((m) => m.events)
          expect(events(part).map((e) => e.event.id)).toEqual(written.map((e) => e.id))
          for (const e of events(part)) {
            expect(e.heads).toHaveLength(e.event.kind === 'rest' ? 0 : e.event.heads.length)
            const heights = lowFirst(e.heads).map((h) => midiOf(h.pitch))
            expect(heights.every((h, i) => i === 0 || h >= heights[i - 1])).toBe(true)
          }
        }
      }),
      { numRuns: 60 },
    )
  })
})
