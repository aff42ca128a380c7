import type { ClefName } from '../music/clef'
import type { Pitch } from '../music/pitch'
import { measureTicks, valuesFor } from '../music/time'
import type { Line, Measure, Piece, PieceEvent } from '../piece/piece'
import { placeEvents, placeMeasures } from '../piece/walk'

/** A note of a line that is made: its pitches as they sound, low first, in ticks from the start of the line. */
export type Voiced = { readonly pitches: readonly Pitch[]; readonly from: number; readonly to: number }

/** How a line that is made is called, in which clef it stands, and how the ids of its events begin. */
export type Named = { readonly name: string; readonly clef: ClefName; readonly prefix: string }

/**
 * A line out of notes, beside one that stands: the same measures, repeats, endings and printed lines; rests where nothing
 * sounds; cut and tied at barlines. Notes do not overlap and stand in order. Null where a length has no values of its own,
 * as what a tuplet leaves of a beat.
 */
export function lineOf(piece: Piece, beside: Line, notes: readonly Voiced[], { name, clef, prefix }: Named): Line | null {
  let n = 0
  const measures: Measure[] = []
  for (const { measure, meter, start, length } of placeMeasures(piece, beside)) {
    const events: PieceEvent[] = []
    const put = (ticks: number, sounding: Voiced | null, goesOn: boolean): boolean => {
      const values = valuesFor(ticks)
      values?.forEach((value, i) => {
        const id = `${prefix}${n++}`
        const tie = goesOn || i < values.length - 1 ? { tie: true } : {}
        if (sounding) events.push({ kind: 'note', id, value, heads: sounding.pitches.map((pitch) => ({ pitch, ...tie })) })
        else events.push({ kind: 'rest', id, value })
      })
      return values !== null
    }
    const end = start + length
    let at = start
    for (const note of notes.filter((x) => x.from < end && x.to > start)) {
      const [from, to] = [Math.max(start, note.from), Math.min(end, note.to)]
      if ((from > at && !put(from - at, null, false)) || !put(to - from, note, note.to > end)) return null
      at = to
    }
    if (at === start && length === measureTicks(meter))
      events.push({ kind: 'rest', id: `${prefix}${n++}`, value: { base: 'whole', dots: 0 }, wholeMeasure: true })
    else if (at < end && !put(end - at, null, false)) return null
    const { events: _, ...rest } = measure
    measures.push({ ...rest, events })
  }
  return { name, clef, measures, slurs: [] }
}

/** A line in the rhythm of another: each of its notes, chords told as one, on the pitch that `at` gives for when it sounds. */
export function inRhythmOf(piece: Piece, beside: Line, at: (tick: number) => Pitch, { name, clef, prefix }: Named): Line {
  let n = 0
  const byMeasure: PieceEvent[][] = beside.measures.map(() => [])
  for (const { event, at: placed, onset } of placeEvents(piece, beside)) {
    const id = `${prefix}${n++}`
    const made: PieceEvent =
      event.kind === 'rest'
        ? { kind: 'rest', id, value: event.value, ...(event.wholeMeasure ? { wholeMeasure: true } : {}) }
        : { kind: 'note', id, value: event.value, heads: [{ pitch: at(onset), ...(event.heads.some((h) => h.tie) ? { tie: true } : {}) }] }
    byMeasure[placed.index].push(made)
  }
  const measures = beside.measures.map(({ events: _, ...m }, i): Measure => ({ ...m, events: byMeasure[i] }))
  return { name, clef, measures, slurs: [] }
}
