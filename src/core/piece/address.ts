import { capital, sayList } from '../names'
import { once } from '../once'
import type { Line } from './piece'

/** Where a measure stands on the printed page: the line, from 1, and which of its measures; 0 is a pickup. */
export type Address = { readonly line: number; readonly measure: number }

/** The printed address of every measure of a line, by index; null where nobody has said where printed lines begin. */
export const addressesOf = once(({ measures }: Line): readonly Address[] | null => {
  if (!measures.some((m, i) => i > 0 && m.newLine)) return null
  let [line, measure] = [1, 0]
  return measures.map((m, i) => {
    if (i > 0 && m.newLine) [line, measure] = [line + 1, 0]
    // Both halves of a measure that a repeat cuts are one measure to whoever counts along the line.
    const half = i > 0 && !m.newLine && m.number === measures[i - 1].number
    if (!half && !(i === 0 && m.pickup)) measure++
    return { line, measure }
  })
})

/** Printed lines as stretches of measures, by index; null where they are not known. */
export function printedLines(line: Line): { readonly from: number; readonly to: number }[] | null {
  const addresses = addressesOf(line)
  if (!addresses) return null
  const starts = addresses.flatMap((a, i) => (i === 0 || a.line !== addresses[i - 1].line ? [i] : []))
  return starts.map((from, n) => ({ from, to: (starts[n + 1] ?? addresses.length) - 1 }))
}

const inLine = (measure: number): string => (measure === 0 ? 'the pickup' : `measure ${measure}`)

/** A measure by its name alone, as it follows "in": "5", or "line 2, measure 3" where printed lines are known. */
export function nameOf(line: Line, index: number): string {
  const at = addressesOf(line)?.[index]
  return at ? `line ${at.line}, ${inLine(at.measure)}` : (line.measures[index]?.number ?? '')
}

/** The shortest name, for a small button: "5", or "2.3" for the third measure of line 2. */
export function shortOf(line: Line, index: number): string {
  const at = addressesOf(line)?.[index]
  return at ? `${at.line}.${at.measure}` : (line.measures[index]?.number ?? '')
}

/** Index of the measure that is meant by a number as printed, or by a line and a measure in it ("2.3", "2 3"); -1 for none. */
export function indexNamed(line: Line, said: string): number {
  const wanted = said.trim()
  const pair = /^(\d+)[., /:]+(\d+)$/.exec(wanted)
  const at = pair && addressesOf(line)?.findIndex((a) => a.line === Number(pair[1]) && a.measure === Number(pair[2]))
  return at ?? line.measures.findIndex((m) => m.number === wanted)
}

/** "measure 5", or "line 2, measure 3". */
export const sayMeasure = (line: Line, index: number): string =>
  addressesOf(line) ? nameOf(line, index) : `measure ${line.measures[index].number}`

/** The same at the head of a sentence or a list. */
export const headMeasure = (line: Line, index: number): string => capital(sayMeasure(line, index))

/** A moment at the head of a sentence or a list: "Measure 5, beat 4", "Line 2, measure 3, beat 1". `beat`: from 1, as `beatOf` has it. */
export const headBeat = (line: Line, index: number, beat: number | string): string => `${headMeasure(line, index)}, beat ${beat}`

const MOST_PLACES = 5

/** Stretches of whole numbers in a row: "4 to 7", a pair as two. What is not a number stands by itself. */
function runs(names: readonly string[]): string[] {
  const isNumber = (n: string): boolean => /^\d+$/.test(n)
  const found: [string, string][] = []
  for (const m of names) {
    const last = found.at(-1)
    if (last && isNumber(m) && isNumber(last[1]) && Number(m) === Number(last[1]) + 1) last[1] = m
    else found.push([m, m])
  }
  return found.flatMap(([a, b]) => (a === b ? [a] : Number(b) === Number(a) + 1 ? [a, b] : [`${a} to ${b}`]))
}

/** A list, and beyond a few places how many more there are. */
function listed(said: readonly string[], more: string): string {
  if (said.length <= MOST_PLACES) return sayList(said)
  return `${said.slice(0, MOST_PLACES - 1).join(', ')} and ${said.length - (MOST_PLACES - 1)} more ${more}`
}

const numbersOf = (line: Line, sorted: readonly number[]): string =>
  listed(runs([...new Set(sorted.map((i) => line.measures[i].number))]), 'places')

/**
 * Measures that several read, each from a line of its own: as all of them have it printed, or by their numbers where one
 * line is printed otherwise than another.
 */
export function nameForAll(lines: readonly Line[], indices: readonly number[]): string {
  const [first, ...others] = lines.map((line) => nameAll(line, indices))
  if (others.every((o) => o === first)) return first
  const sorted = [...new Set(indices)].sort((a, b) => a - b)
  const numbers = numbersOf(lines[0], sorted)
  return `${/[^\w ]| (and|to) /.test(numbers) ? 'measures' : 'measure'} ${numbers}`
}

/**
 * Measures in a list, by index, in any order: "6 and 10", "4 to 7 and 12"; where printed lines are known "line 1, measures 3
 * and 4; line 2", a line that is meant whole by itself. Beyond a few places it says how many more.
 */
export function nameAll(line: Line, indices: readonly number[]): string {
  const sorted = [...new Set(indices)].sort((a, b) => a - b)
  const addresses = addressesOf(line)
  if (!addresses) return numbersOf(line, sorted)
  const whole = printedLines(line)!
  const lines = [...new Set(sorted.map((i) => addresses[i].line))]
  // In many lines the words would hide the places: they are said as they stand over the music.
  if (lines.length > MOST_LINES_SAID)
    return listed(
      lines.flatMap((n) =>
        dotted(
          n,
          sorted.filter((i) => addresses[i].line === n).map((i) => addresses[i].measure),
        ),
      ),
      'places',
    )
  return lines
    .map((n) => {
      const own = sorted.filter((i) => addresses[i].line === n)
      const { from, to } = whole[n - 1]
      if (own.length === to - from + 1 && own.length > 1) return `line ${n}`
      const measures = runs([...new Set(own.map((i) => addresses[i].measure))].map((m) => (m === 0 ? 'the pickup' : `${m}`)))
      const pickup = measures[0] === 'the pickup'
      if (pickup && measures.length === 1) return `line ${n}, the pickup`
      const counted = measures.slice(pickup ? 1 : 0)
      const one = counted.length === 1 && !counted[0].includes(' to ')
      return `line ${n}, ${pickup ? 'the pickup and ' : ''}${one ? 'measure' : 'measures'} ${sayList(counted)}`
    })
    .join('; ')
}

const MOST_LINES_SAID = 2

/** "1.1 to 1.3" and "1.5" of measures in a line. */
const dotted = (line: number, measures: readonly number[]): string[] =>
  runs([...new Set(measures)].map(String)).map((run) => run.replace(/\d+/g, (m) => `${line}.${m}`))

/** The same with its noun: "measure 6", "measures 6 and 10", "line 2, measures 1 and 2". */
export function sayMeasures(line: Line, indices: readonly number[]): string {
  if (addressesOf(line)) return nameAll(line, indices)
  const one = new Set(indices.map((i) => line.measures[i].number)).size === 1
  return `${one ? 'measure' : 'measures'} ${nameAll(line, indices)}`
}

/** A stretch of measures, by index: "measures 5 to 8", "line 2", "line 1, measure 3 to line 2, measure 1". */
export function sayStretch(line: Line, from: number, to: number): string {
  const addresses = addressesOf(line)
  if (from === to) return sayMeasure(line, from)
  if (!addresses) {
    const [a, b] = [line.measures[from].number, line.measures[to].number]
    return a === b ? `measure ${a}` : `measures ${a} to ${b}`
  }
  const [a, b] = [addresses[from], addresses[to]]
  const whole = printedLines(line)!
  const full = whole[a.line - 1].from === from && whole[b.line - 1].to === to
  if (full) return a.line === b.line ? `line ${a.line}` : `lines ${a.line} to ${b.line}`
  if (a.line === b.line && a.measure > 0)
    return `line ${a.line}, measures ${a.measure} ${b.measure === a.measure + 1 ? 'and' : 'to'} ${b.measure}`
  return `${nameOf(line, from)} to ${nameOf(line, to)}`
}
