import { beatTicks, feltBeatTicks, groupStarts, measureTicks, QUARTER, ticksOf, type Meter } from '../music/time'
import type { PieceEvent } from './piece'

/** Events of a measure in engraving order: alone, under one beam, or in a tuplet that may hold beams. */
export type BeamGroup =
  | { readonly kind: 'single'; readonly event: PieceEvent }
  | { readonly kind: 'beam'; readonly events: readonly PieceEvent[] }
  | { readonly kind: 'tuplet'; readonly actual: number; readonly normal: number; readonly parts: readonly BeamGroup[] }

const flagged = (e: PieceEvent): boolean => e.kind === 'note' && ['eighth', '16th', '32nd', '64th', '128th'].includes(e.value.base)
const ticks = (e: PieceEvent): number => ticksOf(e.value)

/** Groups a measure's events. `lead` is how many ticks of the bar lie before the first one (a pickup). Common practice: beams show the felt beat. */
export function groupEvents(events: readonly PieceEvent[], meter: Meter, lead: number): BeamGroup[] {
  const out: BeamGroup[] = []
  let at = lead
  for (let i = 0; i < events.length;) {
    const tuplet = events[i].value.tuplet
    let end = i + 1
    if (tuplet) {
      end = tupletEnd(events, i)
      out.push({ kind: 'tuplet', ...tuplet, parts: beamRuns(events.slice(i, end), () => true) })
    } else {
      while (end < events.length && !events[end].value.tuplet) end++
      const window = windowOf(events.slice(i, end), meter, at)
      out.push(...beamRuns(events.slice(i, end), window))
    }
    for (; i < end; i++) at += ticks(events[i])
  }
  return out
}

/** Where the tuplet that begins at `from` ends: at its mark, else when as many of its smallest value have passed as it counts. */
function tupletEnd(events: readonly PieceEvent[], from: number): number {
  const { actual, normal } = events[from].value.tuplet!
  const same = (e: PieceEvent | undefined) => e?.value.tuplet?.actual === actual && e.value.tuplet.normal === normal
  let end = from
  let sum = 0
  let smallest = Infinity
  while (same(events[end])) {
    sum += ticks(events[end])
    smallest = Math.min(smallest, ticks(events[end]))
    const marked = events[end].tuplet === 'stop'
    end++
    if (marked || (events[from].tuplet !== 'start' && sum >= smallest * actual)) break
    if (events[end]?.tuplet === 'start') break
  }
  return end
}

/** Says for the i-th and the next event whether one beam may join them. */
type Joins = (i: number) => boolean

function windowOf(events: readonly PieceEvent[], meter: Meter, start: number): Joins {
  const beat = feltBeatTicks(meter)
  const onsets: number[] = []
  let at = start
  for (const e of events) {
    onsets.push(at)
    at += ticks(e)
  }
  // In common time a half bar of nothing but eighths goes under one beam.
  const half = measureTicks(meter) / 2
  const wide = meter.beats === 4 && beatTicks(meter) === QUARTER
  const allEighths = (h: number) => events.every((e, i) => Math.floor(onsets[i] / half) !== h || (flagged(e) && ticks(e) === QUARTER / 2))
  const starts = groupStarts(meter)
  // An uneven meter is beamed by its groups.
  if (starts && meter.unit >= 8) {
    const groupAt = (at: number): number => starts.findLastIndex((s) => s <= at)
    return (i) => groupAt(onsets[i]) === groupAt(onsets[i + 1])
  }
  return (i) => {
    const h = Math.floor(onsets[i] / half)
    if (wide && Math.floor(onsets[i + 1] / half) === h && allEighths(h)) return true
    return Math.floor(onsets[i] / beat) === Math.floor(onsets[i + 1] / beat)
  }
}

function beamRuns(events: readonly PieceEvent[], joins: Joins): BeamGroup[] {
  const out: BeamGroup[] = []
  for (let i = 0; i < events.length;) {
    let end = i + 1
    if (flagged(events[i])) while (end < events.length && flagged(events[end]) && joins(end - 1)) end++
    if (end - i > 1) out.push({ kind: 'beam', events: events.slice(i, end) })
    else out.push({ kind: 'single', event: events[i] })
    i = end
  }
  return out
}
