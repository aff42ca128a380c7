import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { midiOf } from '../music/pitch'
import { DEFAULT_CLASS } from '../plan/class'
import { ensembleMapper, mapsOf } from '../balance/ensemble'
import { emptyPlan } from '../plan/plan'
import type { Piece } from '../piece/piece'
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

  it('marks a frame of the hand where it is another than at the note before', () => {
    const p = of('D4 E4 F#4 G4 F4 E4 G4', 'violin')
    expect(events(p).map((e) => e.frame)).toEqual([undefined, 'touch 2-3', undefined, undefined, 'touch 1-2', undefined, undefined])
    expect(events(of('D4 A4 D4', 'violin')).every((e) => e.frame === undefined)).toBe(true)
  })

  it('says how long a finger stays down: from where it plays to where it plays again, others between', () => {
    // 3 on D stays while 1 plays on A, and plays again.
    const p = of('G4 B4 A4 G4', 'violin')
    const [first, , , last] = events(p)
    expect(first.stays).toEqual([{ finger: 3, string: 1, to: last.event.id }])
    expect(
      events(p)
        .slice(1)
        .every((e) => e.stays === undefined),
    ).toBe(true)
    // Another finger on its string lower down lifts it; nothing stays through a rest.
    expect(events(of('G4 F#4 G4', 'violin')).every((e) => e.stays === undefined)).toBe(true)
    expect(events(of('G4 z G4', 'violin')).every((e) => e.stays === undefined)).toBe(true)
  })

  it('a finger that stays plays at both ends of its line and not between, nothing lower on its string', () => {
    fc.assert(fc.property(pieces, holdsOn))
  })
  const holdsOn = (piece: Piece) => {
    const map = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS).violin
    const all = events(partOfSeat(piece, map, false)).filter((e) => e.heads.some((h) => h.note))
    all.forEach((e, i) => {
      for (const { finger, string, to } of e.stays ?? []) {
        const until = all.findIndex((x) => x.event.id === to)
        expect(until).toBeGreaterThan(i + 1)
        const stops = all.slice(i, until + 1).map((x) => x.heads.flatMap((h) => (h.note ? h.note.hold.stops : [])))
        const own = (s: { finger: number; string: number }) => s.finger === finger && s.string === string
        expect(stops.at(0)!.some(own) && stops.at(-1)!.some(own)).toBe(true)
        for (const between of stops.slice(1, -1)) {
          expect(between.some(own)).toBe(false)
          for (const s of between) expect(s.string !== string || s.finger > finger).toBe(true)
          for (const s of between) expect(s.string === string || s.finger !== finger).toBe(true)
        }
      }
    })
  }

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
