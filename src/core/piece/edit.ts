import type { Pitch } from '../music/pitch'
import type { Line, Piece } from './piece'

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
