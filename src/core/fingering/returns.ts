import { choiceOf } from '../hands/hold'
import { pitchName } from '../music/pitch'
import { once } from '../once'
import type { Moment } from './moments'
import { chosenAt, type Solution } from './solve'

/** Fewest notes of a measure that is met again as the same. */
const LEAST = 2

/** For each moment of a measure that returns one before it, note for note, the moment there; −1 for all others. Made once for a line. */
const firstMet = once((moments: readonly Moment[]): Int32Array => {
  const first = new Int32Array(moments.length).fill(-1)
  const byMeasure = new Map<number, number[]>()
  moments.forEach((m, i) => {
    const { index } = m.events[0].at
    byMeasure.set(index, [...(byMeasure.get(index) ?? []), i])
  })
  const known = new Map<string, readonly number[]>()
  for (const inside of byMeasure.values()) {
    if (inside.length < LEAST) continue
    const key = inside
      .map((i) => {
        const { events, pitches, gap } = moments[i]
        return `${events[0].into} ${events.map((e) => e.ticks).join('+')} ${gap.slurred ? 's' : ''} ${pitches.map(pitchName).join('.')}`
      })
      .join('|')
    const same = known.get(key)
    if (!same) known.set(key, inside)
    else inside.forEach((i, n) => (first[i] = same[n]))
  }
  return first
})

/** By moment: the choice that its measure had where it was met first, where the line now has another. Empty when every measure that returns is fingered alike. */
export function otherwise(s: Solution, moments: readonly Moment[]): ReadonlyMap<number, string> {
  const first = firstMet(moments)
  const choice = new Map<number, string>()
  s.columns.forEach((c, i) => choice.set(c.moment, choiceOf(chosenAt(s, i))))
  const differs = new Set<number>()
  first.forEach((from, i) => {
    const [a, b] = [choice.get(from), choice.get(i)]
    if (from >= 0 && a !== undefined && b !== undefined && a !== b) differs.add(moments[i].events[0].at.index)
  })
  // All of a measure that differs anywhere is asked to be as it was.
  const keeps = new Map<number, string>()
  if (differs.size)
    first.forEach((from, i) => {
      const was = choice.get(from)
      if (from >= 0 && was !== undefined && differs.has(moments[i].events[0].at.index)) keeps.set(i, was)
    })
  return keeps
}

/** Index of the measure in which the notes of a column's measure were met first, if its choice there is another one now; else null. */
export function metOtherwise(s: Solution, moments: readonly Moment[], column: number): number | null {
  const from = firstMet(moments)[s.columns[column].moment]
  const there = from < 0 ? -1 : s.columns.findIndex((c) => c.moment === from)
  const choice = (i: number) => choiceOf(chosenAt(s, i))
  // What the teacher has pinned there says nothing of what stands around.
  return there >= 0 && !s.columns[there].pinned && choice(there) !== choice(column) ? moments[from].events[0].at.index : null
}
