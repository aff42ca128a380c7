import { once } from '../once'
import { DYNAMICS, type Line, type NoteEvent } from './piece'

export type Dynamic = (typeof DYNAMICS)[number]
export type Hairpin = { readonly kind: 'crescendo' | 'diminuendo'; readonly from: string; readonly to: string }

/** The hairpins of a line, in written order: each from the event at which it begins to that at which it ends; one that does not end lasts to the last event. */
export const hairpinsOf = once((line: Line): readonly Hairpin[] => {
  const found: Hairpin[] = []
  let open: { kind: Hairpin['kind']; from: string } | null = null
  let last = ''
  for (const m of line.measures)
    for (const e of m.events) {
      // What was open ends here before what begins here begins.
      if (e.hairpinEnd && open) {
        found.push({ ...open, to: e.id })
        open = null
      } else if (e.hairpin && open) {
        found.push({ ...open, to: last || open.from })
        open = null
      }
      if (e.hairpin) {
        const begun: { kind: Hairpin['kind']; from: string } = { kind: e.hairpin, from: e.id }
        const single: boolean = e.hairpinEnd === true && found.at(-1)?.to !== e.id
        if (single) found.push({ ...begun, to: e.id })
        else open = begun
      }
      last = e.id
    }
  if (open) found.push({ ...(open as { kind: Hairpin['kind']; from: string }), to: last })
  return found
})

/** How much louder than an even mezzo forte a level is played, in steps of dynamics. */
const STEPS: Record<Dynamic, number> = { ppp: -4, pp: -3, p: -2, mp: -1, mf: 0, f: 1, ff: 2, fff: 3, fp: -2, sf: 1, sfz: 1 }
/** Accents of one note: what comes after them is as loud as before. */
const ONE_NOTE: ReadonlySet<Dynamic> = new Set(['sf', 'sfz'])

/**
 * How loud each event of a line is, in steps from mezzo forte (p is −2, f is 1), by its id: the last dynamic before it, and
 * along a hairpin a step up or down, or to the dynamic that stands at its end.
 */
export const loudnessOf = once((line: Line): ReadonlyMap<string, number> => {
  const events = line.measures.flatMap((m) => m.events)
  const at = new Map(events.map((e, i) => [e.id, i]))
  const loud = new Map<string, number>()
  let level = 0
  for (const e of events) {
    if (e.dynamic) {
      loud.set(e.id, e.dynamic === 'fp' ? STEPS.f : STEPS[e.dynamic])
      if (!ONE_NOTE.has(e.dynamic)) level = STEPS[e.dynamic]
    } else loud.set(e.id, level)
  }
  for (const h of hairpinsOf(line)) {
    const [a, b] = [at.get(h.from)!, at.get(h.to)!]
    const start = loud.get(h.from)!
    const goal = events[b + 1]?.dynamic ?? (b > a ? events[b].dynamic : undefined)
    const end = goal ? STEPS[goal] : start + (h.kind === 'crescendo' ? 1 : -1)
    for (let i = a; i <= b; i++) loud.set(events[i].id, start + ((end - start) * (i - a)) / Math.max(1, b - a))
    // Without a dynamic after it what comes is as loud as it ended.
    if (goal) continue
    for (let i = b + 1; i < events.length && !events[i].dynamic; i++) loud.set(events[i].id, end)
  }
  return loud
})

/** The dynamic in force where a note begins; null before the first. */
export function dynamicAt(line: Line, id: string): Dynamic | null {
  let now: Dynamic | null = null
  for (const m of line.measures)
    for (const e of m.events) {
      if (e.dynamic && !ONE_NOTE.has(e.dynamic)) now = e.dynamic
      if (e.id === id) return (e as NoteEvent).dynamic ?? now
    }
  return now
}
