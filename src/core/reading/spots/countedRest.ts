import { isStruck } from '../../piece/struck'
import { feltBeatTicks, measureTicks } from '../../music/time'
import { before, ofLine, type Reading } from '../reading'
import type { Detector } from './spot'

/** An entry after rests that is not on the first beat, or after at least a measure of rest: it has to be counted. */
export const countedRest = {
  kind: 'counted-rest',
  concern: 'eye',
  load: 1,
  again: 0.5,
  matters: [1.3, 1, 0.7],
  find: (r) =>
    entries(r).map(({ at, beats, on, between }) => ({
      note: r.notes[at],
      hard: between ? 0.5 : 0.45,
      facts: { beats, on, between },
      about: `${beats} beats ${between}`,
    })),
} as const satisfies Detector<'counted-rest'>

type Entry = { readonly at: number; readonly beats: number; readonly on: number; readonly between: boolean }

const entries = ofLine((r: Reading): Entry[] => {
  const found: Entry[] = []
  for (const note of r.notes) {
    const last = before(r, note)
    const { at, into, onset } = note.placed
    // Rests before the first note count from the barline; those after a jump are written where they are read.
    const end = last ? last.placed.onset + last.ticks : at.measure.pickup ? onset : 0
    // A clap is counted as a note is: the rest is what lies after it.
    const from = r.events.reduce((t, e) => (isStruck(e.event) && e.onset < onset ? Math.max(t, e.onset + e.ticks) : t), end)
    const ticks = onset - from
    if (!note.rest && last) continue
    const beat = feltBeatTicks(at.meter)
    const full = ticks >= measureTicks(at.meter)
    if (ticks <= 0 || (into === 0 && !full)) continue
    const beats = Math.round((100 * ticks) / beat) / 100
    found.push({
      at: note.index,
      beats,
      on: Math.floor(into / beat) + 1,
      between: into % beat !== 0,
    })
  }
  return found
})
