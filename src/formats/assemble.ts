import { measureTicks, meterName, quarters, type Meter } from '@/core/music/time'
import { eventTicks, PIECE_VERSION, MOST_MEASURES, type Line, type Measure, type Piece } from '@/core/piece/piece'
import { pieceSchema } from '@/core/piece/piece.schema'
import { numbersOf, secondHalves } from '@/core/piece/split'
import { misfits } from '@/core/piece/walk'
import { refused, type FileReading, type MisfitProblem } from './outcome'
import { sayIssue } from '@/core/issue'

/** A measure as a reader found it: its printed number if the file says one, and where it stands in the source. */
export type FoundMeasure = Omit<Measure, 'number'> & { readonly number?: string; readonly source: { line: number; column: number } }
export type FoundLine = Omit<Line, 'measures'> & { readonly measures: readonly FoundMeasure[] }

/** The measures with their numbers: those that the source gives, else as printed; a short first measure is a pickup. */
function numbered(found: readonly FoundMeasure[], first: Meter): Measure[] {
  const measures = found.map(({ source: _, ...m }, i) => {
    const meter = m.meter ?? first
    const filled = m.events.reduce((sum, e) => sum + eventTicks(e, meter), 0)
    const pickup = m.pickup || (i === 0 && filled < measureTicks(meter) && found.length > 1)
    return { ...m, ...(pickup ? { pickup: true } : {}) }
  })
  const numbers = numbersOf(measures, first)
  const second = secondHalves(measures, first)
  return measures.map(({ pickup, ...m }, i) => ({ ...m, ...(pickup && !second[i] ? { pickup } : {}), number: m.number ?? numbers[i] }))
}

/** Makes a piece of what a reader found. Measures that are too long or too short are kept and said with their place. */
export function assemble(head: Omit<Piece, 'version' | 'lines'>, lines: readonly FoundLine[], notices: readonly string[]): FileReading {
  if (lines.length === 0 || lines.every((l) => l.measures.every((m) => m.events.length === 0)))
    return refused({ line: 1, column: 1, text: 'there are no notes here. Add at least one measure' })
  const longest = Math.max(...lines.map((l) => l.measures.length))
  if (longest > MOST_MEASURES)
    return refused({
      line: 1,
      column: 1,
      text: `this piece has ${longest} measures. This is longer than the limit of ${MOST_MEASURES}. Split it`,
    })
  const model = numbered(lines.find((l) => l.measures.length === longest)!.measures, head.meter)
  const full = lines.map((l, n): Line => {
    // A line that ends early rests to the end, so that all have the same measures.
    const silent = model.slice(l.measures.length).map((m, i): Measure => ({
      ...m,
      events: [{ kind: 'rest', id: `pad${n}x${i}`, value: { base: 'whole', dots: 0 }, wholeMeasure: true }],
    }))
    return { name: l.name, clef: l.clef, slurs: l.slurs, measures: [...numbered(l.measures, head.meter), ...silent] }
  })
  const parsed = pieceSchema.safeParse({ version: PIECE_VERSION, ...head, lines: full })
  if (!parsed.success) {
    return refused({ line: 1, column: 1, text: `this is more than a piece can hold: ${sayIssue(parsed.error)}` })
  }
  const piece = parsed.data
  return { ok: true, piece, notices, misfits: misfitProblems(piece, (line, index) => lines[line].measures[index]?.source) }
}

type Place = { readonly line: number; readonly column: number }

/** Measures that do not add up, in words, each at the place that `placeOf` knows for it. */
export function misfitProblems(
  piece: Piece,
  placeOf: (line: number, index: number) => Place | undefined = () => undefined,
): MisfitProblem[] {
  return misfits(piece).map((m) => ({
    long: m.excess > 0,
    ...(placeOf(m.line, m.index) ?? { line: 0, column: 0 }),
    text:
      m.excess > 0
        ? `measure ${m.number} of ${meterName(m.meter)} holds ${quarters(measureTicks(m.meter) + m.excess)} quarters, ${quarters(m.excess)} too many. Shorten a note or add a barline`
        : `measure ${m.number} is ${quarters(-m.excess)} quarters short of ${meterName(m.meter)}`,
  }))
}
