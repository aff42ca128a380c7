import { capital, sayList } from '../names'
import { addressesOf, printedLines } from '../piece/address'
import type { Line } from '../piece/piece'
import type { Stretch } from '../piece/stretch'

/*
 * How passages are written in the ids of drills. Ids are stored with warm-ups, lessons and records, so nothing here may
 * change with the wording of the product: what is said of a drill stands in `words/en/drills.ts`.
 */

const inLine = (measure: number): string => (measure === 0 ? 'the pickup' : `measure ${measure}`)

const nameIn = (line: Line, index: number): string => {
  const at = addressesOf(line)?.[index]
  return at ? `line ${at.line}, ${inLine(at.measure)}` : `measure ${line.measures[index].number}`
}

/** "Measures 5 to 8", "line 2", "line 1, measure 3 to line 2, measure 1", as ids have it. */
export function keptStretch(line: Line, { from, to }: Stretch): string {
  const addresses = addressesOf(line)
  if (from === to) return nameIn(line, from)
  if (!addresses) {
    const [a, b] = [line.measures[from].number, line.measures[to].number]
    return a === b ? `measure ${a}` : `measures ${a} to ${b}`
  }
  const [a, b] = [addresses[from], addresses[to]]
  const whole = printedLines(line)!
  if (whole[a.line - 1].from === from && whole[b.line - 1].to === to)
    return a.line === b.line ? `line ${a.line}` : `lines ${a.line} to ${b.line}`
  if (a.line === b.line && a.measure > 0)
    return `line ${a.line}, measures ${a.measure} ${b.measure === a.measure + 1 ? 'and' : 'to'} ${b.measure}`
  return `${nameIn(line, from)} to ${nameIn(line, to)}`
}

/** At the head of an id. */
export const keptHead = (line: Line, stretch: Stretch): string => capital(keptStretch(line, stretch))

/** Stretches of whole numbers in a row: "4 to 7", a pair as two. */
function runs(names: readonly string[]): string[] {
  const found: [string, string][] = []
  for (const m of names) {
    const last = found.at(-1)
    if (last && Number(m) === Number(last[1]) + 1) last[1] = m
    else found.push([m, m])
  }
  return found.flatMap(([a, b]) => (a === b ? [a] : Number(b) === Number(a) + 1 ? [a, b] : [`${a} to ${b}`]))
}

/** "Measures 1, 3 and 4", "line 1, measures 3 and 4; line 2", as ids have it: of at most four measures, in order. */
export function keptMeasures(line: Line, indices: readonly number[]): string {
  const addresses = addressesOf(line)
  if (!addresses) {
    const numbers = [...new Set(indices.map((i) => line.measures[i].number))]
    return `${numbers.length === 1 ? 'measure' : 'measures'} ${sayList(runs(numbers))}`
  }
  const lines = [...new Set(indices.map((i) => addresses[i].line))]
  const inOne = (n: number): string[] => [...new Set(indices.filter((i) => addresses[i].line === n).map((i) => `${addresses[i].measure}`))]
  if (lines.length > 2) return sayList(lines.flatMap((n) => runs(inOne(n)).map((r) => r.replace(/\d+/g, (m) => `${n}.${m}`))))
  const whole = printedLines(line)!
  return lines
    .map((n) => {
      const own = indices.filter((i) => addresses[i].line === n)
      const { from, to } = whole[n - 1]
      if (own.length === to - from + 1 && own.length > 1) return `line ${n}`
      const names = runs(inOne(n).map((m) => (m === '0' ? 'the pickup' : m)))
      const pickup = names[0] === 'the pickup'
      const counted = names.slice(pickup ? 1 : 0)
      if (counted.length === 0) return `line ${n}, the pickup`
      const one = counted.length === 1 && !counted[0].includes(' to ')
      return `line ${n}, ${pickup ? 'the pickup and ' : ''}${one ? 'measure' : 'measures'} ${sayList(counted)}`
    })
    .join('; ')
}
