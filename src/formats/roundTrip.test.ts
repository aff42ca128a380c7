import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { casesOf } from '@/core/testing/depth'
import { QUARTER } from '@/core/music/time'
import { DYNAMICS, MARKS, type NoteMark, type Piece } from '@/core/piece/piece'
import { measuresPlayed } from '@/core/performance/performance'
import { unfold } from '@/core/piece/unfold'
import { placeEvents } from '@/core/piece/walk'
import { classAt } from '@/core/plan/class'
import { ensembleMapper } from '@/core/balance/ensemble'
import { emptyPlan } from '@/core/plan/plan'
import { pieces } from '@/core/testing/arbitrary'
import { SEATS } from '@/core/testing/seats'
import { sayable } from '@/core/testing/sayable'
import { readAbc } from './abc/read'
import { ABC_MARKS, writeAbc } from './abc/write'
import { readPieceFile } from './json/read'
import { pieceFileJsonSchema } from './json/schema'
import { writeJson } from './json/write'
import { readMidi } from './midi/read'
import { writeMidi } from './midi/write'
import { writeMxl } from './musicxml/mxl'
import { readMusicXml } from './musicxml/read'
import { writeMusicXml } from './musicxml/write'
import { exported } from './export'
import { ALL_SEATS } from './kinds'
import { partsOfPiece } from '@/core/part/part'
import { soundingNotes } from '@/core/testing/heard'
import { readFile } from './read'
import type { FileReading } from './outcome'

const pieceOf = (r: FileReading): Piece => {
  if (!r.ok) throw new Error(JSON.stringify(r.problems))
  expect(r.misfits).toEqual([])
  return r.piece
}

/** Marks of a note in one order: formats sort them by kind. */
const sorted = (piece: Piece): unknown =>
  JSON.parse(JSON.stringify(piece), (k, v: unknown) => (k === 'marks' && Array.isArray(v) ? [...(v as string[])].sort() : v))

const topNotes = (piece: Piece): Piece => ({
  ...piece,
  lines: piece.lines.map((l) => ({
    ...l,
    measures: l.measures.map((m) => ({
      ...m,
      events: m.events.map((e) =>
        e.kind === 'note' ? { ...e, graces: undefined, heads: e.heads.slice(-1).map((h) => ({ ...h, tie: false })) } : e,
      ),
    })),
  })),
})

// What each format can say comes back as it went out.
describe('a piece, written and read again', () => {
  const everything = { marks: MARKS, dynamics: DYNAMICS, strings: true, chordFingers: true, graceChords: true, ornamentSigns: true }
  it('MusicXML: all of it', () => {
    fc.assert(
      fc.property(sayable(everything), (piece) => {
        const r = readMusicXml(writeMusicXml(piece, partsOfPiece(piece)))
        expect(sorted(pieceOf(r))).toEqual(sorted(piece))
        expect(r.ok && r.notices).toEqual([])
      }),
      { numRuns: casesOf(250) },
    )
  })
  it('MXL: the same, in its container', () => {
    fc.assert(
      fc.property(sayable(everything), (piece) => {
        const [{ reading, kind }] = readFile('x.mxl', writeMxl(writeMusicXml(piece, partsOfPiece(piece))))
        expect(kind).toBe('musicxml')
        expect(sorted(pieceOf(reading))).toEqual(sorted(piece))
      }),
      { numRuns: casesOf(20) },
    )
  })
  it('abc: all but strings, harmonics, signs over ornaments, and fingers of some heads only', () => {
    const abc = {
      marks: ABC_MARKS.filter((m): m is NoteMark => m !== 'marcato'),
      dynamics: DYNAMICS.filter((d) => d !== 'sf' && d !== 'fp'),
      strings: false,
      chordFingers: false,
      graceChords: false,
      ornamentSigns: false,
    }
    fc.assert(
      fc.property(sayable(abc), (piece) => {
        expect(sorted(pieceOf(readAbc(writeAbc(piece))))).toEqual(sorted(piece))
      }),
      { numRuns: casesOf(250) },
    )
  })
  it('JSON: all of it, with the plan', () => {
    fc.assert(
      fc.property(sayable(everything), (piece) => {
        expect(readPieceFile(writeJson(piece, emptyPlan()))).toEqual({ format: 'even-seat-piece', piece, plan: emptyPlan() })
      }),
      { numRuns: casesOf(50) },
    )
  })
  it('JSON: the published schema is the one that is read by (npm run schema writes it)', () => {
    expect(JSON.parse(readFileSync('docs/even-seat-piece.schema.json', 'utf8'))).toEqual(JSON.parse(JSON.stringify(pieceFileJsonSchema())))
  })
  it('MIDI: what sounds, and when, of a line without chords (a held note under a moving one would need two lines)', () => {
    const exact = { grid: { parts: 8, triplets: true } as const, key: null }
    fc.assert(
      fc.property(sayable(everything).map(topNotes), (piece) => {
        const [part] = partsOfPiece(piece)
        fc.pre(soundingNotes(piece, part).length > 0)
        // The grid is in beats: a triplet that begins off them, on any pass, is not what a player means.
        const triplets = placeEvents(piece, part.line).filter((e) => e.event.tuplet === 'start')
        fc.pre(measuresPlayed(piece).every((m) => triplets.every((e) => e.at.index !== m.index || (m.tick + e.into) % QUARTER === 0)))
        const back = pieceOf(readMidi('x', writeMidi(piece, [part]), { ...exact, key: piece.key }))
        const heard = (p: Piece) =>
          soundingNotes(p, partsOfPiece(p)[0])
            .map((n) => `${n.at} ${n.length} ${n.midi}`)
            .sort()
        // Pickups begin at a barline in MIDI; compare from the first note.
        expect(heard(back).length).toBeGreaterThan(0)
        expect(heard(back)).toEqual(heard(piece))
      }),
      { numRuns: casesOf(60) },
    )
  })
  it('what any seat of any class plays of any piece can be read again, in every format', () => {
    fc.assert(
      fc.property(
        fc.oneof(pieces, sayable(everything)),
        fc.constantFrom('first-position' as const, 'thumb-position' as const),
        (piece, step) => {
          const ensemble = ensembleMapper()(piece, emptyPlan(), classAt(step))
          for (const seat of [...SEATS, ALL_SEATS])
            for (const kind of ['musicxml', 'mxl', 'abc', 'midi', 'json'] as const) {
              // The same for every seat: the container of what is read anyway, and the piece with its plan.
              if (seat !== ALL_SEATS && (kind === 'mxl' || kind === 'json')) continue
              const file = exported(kind, piece, emptyPlan(), ensemble, seat)!
              // MIDI has what is played: of a piece whose only notes stand in an ending that is never reached, nothing.
              const heard = kind === 'midi' ? unfold(piece.lines[0]) : piece.lines[0].measures.keys()
              const silent = [...heard].every((i) =>
                piece.lines.every((l) => l.measures[i]?.events.every((e) => e.kind === 'rest') ?? true),
              )
              for (const { reading } of readFile(file.name, file.bytes))
                if (!reading.ok && !(silent && kind !== 'json'))
                  throw new Error(
                    `${kind}, ${seat}: ${reading.problems.map((x) => x.text).join('; ')}\n${kind === 'abc' ? new TextDecoder().decode(file.bytes) : ''}`,
                  )
            }
        },
      ),
      { numRuns: casesOf(120) },
    )
  })
})
