import { once } from '../once'
import { printedLines } from '../piece/address'
import { type Line, type Piece } from '../piece/piece'
import type { Book } from './book.schema'

export type { Book } from './book.schema'

/** Whether a class says places by the printed line, where lines are known, or by the number of the measure. */
export const PLACES = ['lines', 'numbers'] as const
export type Places = (typeof PLACES)[number]

/** Index of the measure in which each event of a piece stands, whatever line it is in. */
const measureOf = once(
  (piece: Piece): ReadonlyMap<string, number> =>
    new Map(piece.lines.flatMap((l) => l.measures.flatMap((m, i) => m.events.map((e) => [e.id, i] as const)))),
)

const cleared = once((line: Line): Line =>
  line.measures.some((m) => m.newLine) ? { ...line, measures: line.measures.map(({ newLine: _, ...m }) => m) } : line,
)

/** Kept on the list itself, a line each: seats with books of their own read one line of the piece. */
const madeOf = once((_: readonly string[]) => new Map<Line, Line>())

const MOST_KEPT = 16

function withStarts(piece: Piece, line: Line, starts: readonly string[]): Line {
  const made = madeOf(starts)
  let known = made.get(line)
  if (!known) {
    const indices = new Set(starts.flatMap((id) => measureOf(piece).get(id) ?? []))
    known = { ...line, measures: line.measures.map(({ newLine: _, ...m }, i) => (i > 0 && indices.has(i) ? { ...m, newLine: true } : m)) }
    if (made.size >= MOST_KEPT) made.clear()
    made.set(line, known)
  }
  return known
}

/**
 * The line as its book prints it. A class that says places by number has no printed lines. The same line comes back as the
 * same value, so that what was derived of it stands.
 */
export function asPrinted(piece: Piece, line: Line, book: Book, places: Places): Line {
  if (places === 'numbers') return cleared(line)
  return book.lines ? withStarts(piece, line, book.lines) : line
}

/** The first event of every measure with which a printed line begins, from the second line on. */
const startsOf = (line: Line): string[] =>
  (printedLines(line) ?? []).slice(1).flatMap(({ from }) => line.measures[from].events.slice(0, 1).map((e) => e.id))

/** The starts of printed lines with one more at a measure, or one fewer where there was one. The first measure begins a line anyway. */
export function withStartAt(line: Line, index: number): string[] {
  const first = line.measures[index]?.events[0]?.id
  const starts = startsOf(line)
  if (index === 0 || first === undefined) return starts
  if (line.measures[index].newLine) return starts.filter((id) => id !== first)
  const order = new Map(line.measures.flatMap((m, i) => m.events.map((e) => [e.id, i] as const)))
  return [...starts, first].sort((a, b) => order.get(a)! - order.get(b)!)
}

/** Starts of printed lines of so many measures each, the first full measure being the first. */
export function startsEvery(line: Line, measures: number): string[] {
  const first = line.measures[0].pickup ? 1 : 0
  return line.measures.flatMap((m, i) => (i > first && (i - first) % measures === 0 && m.events[0] ? [m.events[0].id] : []))
}
