import { capital, sayList } from '../names'
import { once } from '../once'
import type { Line } from './piece'
import { PLACE_WORDS, type PlaceWords } from './placeWords'

/** How the readers of a line say its places. */
export const placeWords = ({ says }: Pick<Line, 'says'>): PlaceWords => PLACE_WORDS[says ?? 'measure']

const withWord = (says: NonNullable<Line['says']>) => once((line: Line): Line => ({ ...line, says }))
const SAID = { bar: withWord('bar'), compás: withWord('compás') }

/** The line as those read it who call a measure so; the same line comes back as the same value. */
export const calling = (line: Line, says: NonNullable<Line['says']>): Line =>
  says === 'measure' || line.says === says ? line : SAID[says](line)

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

const inLine = (w: PlaceWords, measure: number): string => (measure === 0 ? w.pickup : `${w.one} ${measure}`)

/** A measure by its name alone, as it follows "in": "5", or "line 2, measure 3" where printed lines are known. */
export function nameOf(line: Line, index: number): string {
  const at = addressesOf(line)?.[index]
  const w = placeWords(line)
  return at ? `${w.line(at.line)}, ${inLine(w, at.measure)}` : (line.measures[index]?.number ?? '')
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
  addressesOf(line) ? nameOf(line, index) : `${placeWords(line).one} ${line.measures[index].number}`

/** The same at the head of a sentence or a list. */
export const headMeasure = (line: Line, index: number): string => capital(sayMeasure(line, index))

/** A moment at the head of a sentence or a list: "Measure 5, beat 4", "Line 2, measure 3, beat 1". `beat`: from 1, as `beatOf` has it. */
export const headBeat = (line: Line, index: number, beat: number | string): string =>
  `${headMeasure(line, index)}, ${placeWords(line).beat(beat)}`

/** As many places are named in a sentence; beyond them the first, and how many more. */
const MOST_PLACES = 3

/** One place of a list: as it is said, and how many measures it is. */
type PlaceSaid = { readonly says: string; readonly measures: number }

/** Stretches of whole numbers in a row: "4–7", a pair as two. What is not a number stands by itself. */
function runs(names: readonly string[]): PlaceSaid[] {
  const isNumber = (n: string): boolean => /^\d+$/.test(n)
  const found: [string, string][] = []
  for (const m of names) {
    const last = found.at(-1)
    if (last && isNumber(m) && isNumber(last[1]) && Number(m) === Number(last[1]) + 1) last[1] = m
    else found.push([m, m])
  }
  return found.flatMap(([a, b]): PlaceSaid[] => {
    if (a === b) return [{ says: a, measures: 1 }]
    const n = Number(b) - Number(a) + 1
    return n === 2 ? [a, b].map((says) => ({ says, measures: 1 })) : [{ says: `${a}–${b}`, measures: n }]
  })
}

/** A list, and beyond three places the first of them and how many measures more: "3 and 4 more". */
function listed(w: PlaceWords, said: readonly PlaceSaid[]): string {
  if (said.length <= MOST_PLACES)
    return sayList(
      said.map((p) => p.says),
      w.language,
    )
  const more = said.slice(1).reduce((n, p) => n + p.measures, 0)
  return `${said[0].says} ${w.more(more)}`
}

const placesOf = (line: Line, sorted: readonly number[]): PlaceSaid[] => runs([...new Set(sorted.map((i) => line.measures[i].number))])

const sortedOnce = (indices: readonly number[]): number[] => [...new Set(indices)].sort((a, b) => a - b)

/** "measure" before one place and what is left out after it; "measures" before several, and before a stretch. */
const nounFor = (w: PlaceWords, said: readonly PlaceSaid[]): string =>
  said[0].measures > 1 || (said.length > 1 && said.length <= MOST_PLACES) ? w.many : w.one

/**
 * Measures that several read, each from a line of its own: as all of them have it printed, or by their numbers where one
 * line is printed otherwise than another.
 */
export function nameForAll(lines: readonly Line[], indices: readonly number[]): string {
  const [first, ...others] = lines.map((line) => sayMeasures(line, indices))
  if (others.every((o) => o === first)) return first
  const said = placesOf(lines[0], sortedOnce(indices))
  const w = placeWords(lines[0])
  return `${nounFor(w, said)} ${listed(w, said)}`
}

/** The places of a line that is printed in lines: "line 1, measures 3 and 4", "line 2". */
function printedPlaces(line: Line, sorted: readonly number[], addresses: readonly Address[]): string {
  const whole = printedLines(line)!
  const w = placeWords(line)
  const byLine = [...new Set(sorted.map((i) => addresses[i].line))].map((n) => {
    const own = sorted.filter((i) => addresses[i].line === n)
    const { from, to } = whole[n - 1]
    if (own.length === to - from + 1 && own.length > 1) return { n, full: true, places: [{ says: w.line(n), measures: own.length }] }
    return {
      n,
      full: false,
      places: runs([...new Set(own.map((i) => addresses[i].measure))].map((m) => (m === 0 ? w.pickup : `${m}`))),
    }
  })
  const all = byLine.flatMap((l) => l.places)
  const inLine = (l: (typeof byLine)[number], places: readonly PlaceSaid[]): string => {
    if (l.full) return w.line(l.n)
    const pickup = places[0].says === w.pickup
    const counted = places.slice(pickup ? 1 : 0)
    if (counted.length === 0) return `${w.line(l.n)}, ${w.pickup}`
    const noun = counted.length > 1 || counted[0].measures > 1 ? w.many : w.one
    const all = counted.map((c) => c.says)
    return `${w.line(l.n)}, ${pickup ? w.pickup + w.and : ''}${noun} ${sayList(all, w.language)}`
  }
  if (all.length > MOST_PLACES || byLine.length > 2) {
    const [first] = byLine
    const rest = all.slice(1).reduce((n, p) => n + p.measures, 0)
    return `${inLine(first, first.places.slice(0, 1))} ${first.full ? w.moreMeasures(rest) : w.more(rest)}`
  }
  // Two lines are kept apart by a comma, as there are commas in them.
  return byLine.map((l) => inLine(l, l.places)).join(byLine.every((l) => l.full) ? w.and : w.comma)
}

/**
 * Measures in a list, by index, in any order: "6 and 10", "4–7 and 12"; where printed lines are known "line 1, measures 3
 * and 4, and line 2", a line that is meant whole by itself. Beyond three places: the first, and how many measures more.
 */
export function nameAll(line: Line, indices: readonly number[]): string {
  const sorted = sortedOnce(indices)
  const addresses = addressesOf(line)
  return addresses ? printedPlaces(line, sorted, addresses) : listed(placeWords(line), placesOf(line, sorted))
}

/** The same with its noun: "measure 6", "measures 6 and 10", "measure 3 and 4 more", "line 2, measures 1 and 2". */
export function sayMeasures(line: Line, indices: readonly number[]): string {
  if (addressesOf(line)) return nameAll(line, indices)
  return `${nounFor(placeWords(line), placesOf(line, sortedOnce(indices)))} ${nameAll(line, indices)}`
}

/** Whether these are all measures that there are, and more than one: what is "all the way through". */
export const isThroughout = (line: Line, indices: readonly number[]): boolean =>
  line.measures.length > 1 && new Set(indices).size === line.measures.length

/** Where in a line: "in measure 5", "in measures 5–8", "all the way through". */
export const inMeasures = (line: Line, indices: readonly number[]): string =>
  isThroughout(line, indices) ? placeWords(line).throughout : placeWords(line).inPlace(sayMeasures(line, indices))

/** A stretch of measures, by index: "measures 5–8", "line 2", "line 1, measure 3 to line 2, measure 1". */
export function sayStretch(line: Line, from: number, to: number): string {
  const addresses = addressesOf(line)
  const w = placeWords(line)
  if (from === to) return sayMeasure(line, from)
  if (!addresses) {
    const [a, b] = [line.measures[from].number, line.measures[to].number]
    return a === b ? `${w.one} ${a}` : `${w.many} ${a}${spanned(w, a, b)}${b}`
  }
  const [a, b] = [addresses[from], addresses[to]]
  const whole = printedLines(line)!
  const full = whole[a.line - 1].from === from && whole[b.line - 1].to === to
  if (full) return a.line === b.line ? w.line(a.line) : w.lines(a.line, b.line, spanned(w, `${a.line}`, `${b.line}`))
  if (a.line === b.line && a.measure > 0)
    return `${w.line(a.line)}, ${w.many} ${a.measure}${spanned(w, `${a.measure}`, `${b.measure}`)}${b.measure}`
  return `${nameOf(line, from)}${w.to}${nameOf(line, to)}`
}

/** " and " between neighbours, a dash where more lie between. */
const spanned = (w: PlaceWords, a: string, b: string): string => (Number(b) === Number(a) + 1 ? w.and : '–')
