import type { Instrument } from '../instruments/instrument'
import { midiOf } from '../music/pitch'
import { onceIn } from '../once'
import { rangeOf } from '../piece/edit'
import type { Line, Piece } from '../piece/piece'
import type { EverySeat, Seat, SeatId } from './seat'

/** Which line a seat reads, and what says so. */
type LineMatch = { readonly line: number; readonly by: 'name' | 'clef' | 'only' }

/** The top voice of the top staff of a part; readers name the others. */
const isTop = (line: Line): boolean => !/, (staff [2-9]|voice [2-9])/.test(line.name)

/**
 * Matches lines to seats: by the part's name, else in a score of several parts by its clef and range, else the first line.
 * Of several parts for one instrument the seats that play it take one after another; where there are fewer, the last.
 */
export const matchLines = onceIn((seats: readonly Seat[], piece: Piece): EverySeat<LineMatch> => {
  const { lines } = piece
  const top = lines.flatMap((line, index) => (isTop(line) ? [{ line, index }] : []))
  const first: LineMatch = { line: 0, by: 'only' }
  const matched: Record<SeatId, LineMatch> = {}
  for (const seat of seats) {
    const own = top.find(({ line }) => line.name.trim().toLowerCase() === seat.name.toLowerCase())
    const before = seats.slice(0, seats.indexOf(seat)).filter((s) => s.instrument.id === seat.instrument.id).length
    const ofInstrument = top.filter(({ line }) => seat.instrument.named.test(line.name))
    const named = own ?? ofInstrument[Math.min(before, ofInstrument.length - 1)]
    matched[seat.id] = named ? { line: named.index, by: 'name' } : top.length > 1 ? (byClef(seat.instrument, top) ?? first) : first
  }
  return matched
})

type Part = { readonly line: Line; readonly index: number }

function byClef({ reads }: Instrument, parts: readonly Part[]): LineMatch | null {
  const height = (p: Part) => {
    const range = rangeOf(p.line, midiOf)
    return range ? (midiOf(range.low) + midiOf(range.high)) / 2 : 60
  }
  for (const { clef, pick } of reads) {
    const [part] = parts
      .filter((p) => p.line.clef === clef)
      .sort((a, b) => (pick === 'highest' ? height(b) - height(a) : height(a) - height(b)))
    if (part) return { line: part.index, by: 'clef' }
  }
  return null
}

/** The lines of a plan. */
export const linesOf = (matched: EverySeat<LineMatch>): Record<SeatId, number> =>
  Object.fromEntries(Object.entries(matched).map(([seat, m]) => [seat, m.line]))
