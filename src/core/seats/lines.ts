import { SEATS, type Seat } from '../hands/instruments'
import { midiOf } from '../music/pitch'
import { rangeOf } from '../piece/edit'
import type { Line, Piece } from '../piece/piece'

/** Which line a seat reads, and what says so. */
export type LineMatch = { readonly line: number; readonly by: 'name' | 'clef' | 'only' }

/** How parts of each seat are named, in the languages that scores come in. */
const NAMES: Record<Seat, RegExp> = {
  violin: /\b(violins?|violino|violini|violons?|geigen?|vln|vl|vn)\b/i,
  viola: /\b(violas?|bratschen?|altos?|vla|va)\b/i,
  cello: /\b(cell[oi]s?|celli|violoncell\w*|vlc|vc)\b/i,
  bass: /\b((double|contra|kontra|string )\s*bass\w*|contrabass\w*|kontrab[aä]ss\w*|basses|bass|cb|db)\b/i,
}

/** The top voice of the top staff of a part; readers name the others. */
const isTop = (line: Line): boolean => !/, (staff [2-9]|voice [2-9])/.test(line.name)

/**
 * Matches lines to seats: by the part's name, else in a score of several parts by its clef and range, else the first line.
 * Where several parts have a seat's name the first is taken.
 */
export function matchLines(piece: Piece): Record<Seat, LineMatch> {
  const { lines } = piece
  const top = lines.flatMap((line, index) => (isTop(line) ? [{ line, index }] : []))
  const first: LineMatch = { line: 0, by: 'only' }
  const matched = {} as Record<Seat, LineMatch>
  for (const seat of SEATS) {
    const named = top.find(({ line }) => NAMES[seat].test(line.name))
    matched[seat] = named ? { line: named.index, by: 'name' } : top.length > 1 ? (byClef(seat, top) ?? first) : first
  }
  return matched
}

type Part = { readonly line: Line; readonly index: number }

function byClef(seat: Seat, parts: readonly Part[]): LineMatch | null {
  const inClef = (clef: Line['clef']) => parts.filter((p) => p.line.clef === clef)
  const height = (p: Part) => {
    const range = rangeOf(p.line, midiOf)
    return range ? (midiOf(range.low) + midiOf(range.high)) / 2 : 60
  }
  const highest = (list: readonly Part[]) => [...list].sort((a, b) => height(b) - height(a))[0] as Part | undefined
  const lowest = (list: readonly Part[]) => [...list].sort((a, b) => height(a) - height(b))[0] as Part | undefined
  const found: Record<Seat, () => Part | undefined> = {
    violin: () => highest(inClef('treble')),
    viola: () => highest(inClef('alto')) ?? highest(inClef('treble')),
    cello: () => highest(inClef('bass')) ?? highest(inClef('tenor')),
    bass: () => lowest(inClef('bass')),
  }
  const part = found[seat]()
  return part ? { line: part.index, by: 'clef' } : null
}

/** The lines of a plan. */
export const linesOf = (matched: Record<Seat, LineMatch>): Record<Seat, number> => ({
  violin: matched.violin.line,
  viola: matched.viola.line,
  cello: matched.cello.line,
  bass: matched.bass.line,
})
