import type { Jump, Line, Measure } from './piece'

/** The longest way through a line, in measures: jumps upon jumps come to an end. */
const LONGEST = 20_000

/**
 * The order in which the measures of a line are played: indices into `line.measures`, with repeats, endings and jumps
 * followed. A repeat without a start goes back to the start of the piece or to just after the last repeat, as printed
 * music does. On pass n of a passage, a measure with an ending list is played only when the list holds n. After D.C. or
 * D.S. repeats are not taken again and the last endings are played (common practice); each jump is taken once.
 */
export function unfold(line: Line): number[] {
  const { measures } = line
  const order: number[] = []
  const taken = new Set<number>()
  let from = 0
  let pass = 1
  let after: Jump | null = null
  let i = 0
  while (i < measures.length && order.length < LONGEST) {
    const m = measures[i]
    if (m.repeatStart && i !== from) {
      from = i
      pass = 1
    }
    if (m.ending && (after ? !isLastEnding(measures, i) : !m.ending.includes(pass))) {
      i++
      continue
    }
    order.push(i)
    if (m.repeatEnd && pass < m.repeatEnd && !after) {
      pass++
      i = from
      continue
    }
    if (after?.then === 'fine' && m.fine) break
    if (after?.then === 'coda' && m.toCoda) {
      const coda = measures.findIndex((x, n) => n > i && x.coda)
      if (coda > 0) {
        i = from = coda
        pass = 1
        after = null
        continue
      }
    }
    if (m.jump && !taken.has(i)) {
      taken.add(i)
      after = m.jump
      i = from = targetOf(measures, i, m.jump)
      pass = 1
      continue
    }
    // A passage that has been played out: the next repeat, if it marks no start, begins after it.
    if (m.repeatEnd || (m.ending && pass > 1 && !measures[i + 1]?.ending)) {
      from = i + 1
      pass = 1
    }
    i++
  }
  return order
}

/** Where a jump goes: the last segno before it, or the start when there is none. */
function targetOf(measures: readonly Measure[], at: number, jump: Jump): number {
  if (jump.to === 'start') return 0
  for (let i = at; i >= 0; i--) if (measures[i].segno) return i
  return 0
}

/** Whether a measure belongs to the last of the endings that stand side by side. */
function isLastEnding(measures: readonly Measure[], at: number): boolean {
  let [a, b] = [at, at]
  while (measures[a - 1]?.ending && !measures[a - 1].repeatStart) a--
  while (measures[b + 1]?.ending) b++
  const highest = Math.max(...measures.slice(a, b + 1).flatMap((m) => m.ending ?? []))
  return measures[at].ending!.includes(highest)
}
