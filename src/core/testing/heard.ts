import { soundingOctave, type Part } from '../part/part'
import { performanceOf } from '../performance/performance'
import type { Line, Piece } from '../piece/piece'

/** A line without its grace notes: readers do not agree when they sound. */
export const withoutGraces = (line: Line): Line => ({
  ...line,
  measures: line.measures.map((m) => ({
    ...m,
    events: m.events.map((e) => {
      if (e.kind === 'rest') return e
      const { graces: _, ...plain } = e
      return plain
    }),
  })),
})

/** What a part sounds like as it is played, without grace notes: onset and length in ticks, and key numbers. */
export const soundingNotes = (piece: Piece, part: Part): { at: number; length: number; midi: number }[] =>
  performanceOf(piece, { line: withoutGraces(part.line), octave: soundingOctave(part) }).notes.map((n) => ({
    at: n.tick,
    length: n.ticks,
    midi: n.midi,
  }))
