import { byOctaves, type Pitch } from '../music/pitch'
import type { Head, Line, NoteEvent, Piece, PieceEvent } from './piece'

/** The line with every event replaced by what `change` makes of it. */
export const mapEvents = (line: Line, change: (e: PieceEvent) => PieceEvent): Line => ({
  ...line,
  measures: line.measures.map((m) => ({ ...m, events: m.events.map(change) })),
})

/** The note with every head's pitch replaced. */
export const mapPitches = (note: NoteEvent, change: (p: Pitch) => Pitch): NoteEvent => ({
  ...note,
  heads: note.heads.map((h): Head => ({ ...h, pitch: change(h.pitch) })),
})

/** The whole line moved by octaves: letters, signs and everything else stay. */
export const lineByOctaves = (line: Line, octaves: number): Line =>
  octaves === 0 ? line : mapEvents(line, (e) => (e.kind === 'note' ? mapPitches(e, (p) => byOctaves(p, octaves)) : e))

/** The piece under another title. */
export const retitled = (piece: Piece, title: string): Piece => ({ ...piece, title })

/** Lowest and highest pitch by steps, or null for a line of rests. */
export function rangeOf(line: Line, height: (p: Pitch) => number): { low: Pitch; high: Pitch } | null {
  const all = line.measures.flatMap((m) => m.events.flatMap((e) => (e.kind === 'note' ? e.heads.map((h) => h.pitch) : [])))
  if (all.length === 0) return null
  return {
    low: all.reduce((a, b) => (height(b) < height(a) ? b : a)),
    high: all.reduce((a, b) => (height(b) > height(a) ? b : a)),
  }
}
