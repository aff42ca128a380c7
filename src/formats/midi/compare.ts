import { QUARTER } from '@/core/music/time'
import { movedNotes, quantised, type Grid } from './quantise'
import { parseMidi, playedOf } from './read'
import { DRUMS } from './tune'

/** A note as played and as written, in quarters from the start. */
export type MidiSpan = { readonly at: number; readonly length: number; readonly midi: number }
/** The first beats of a file before and after the grid, and how far its notes were moved (milliseconds). */
export type Comparison = {
  readonly played: readonly MidiSpan[]
  readonly written: readonly MidiSpan[]
  readonly quarters: number
  readonly mean: number
  readonly most: number
}

/** How many quarters are shown. */
const SHOWN = 16

/** Compares the first track that has notes with what the grid makes of it; null for a file that cannot be read. */
export function compareMidi(bytes: Uint8Array, grid: Grid): Comparison | null {
  const file = parseMidi(bytes)
  const track = file?.tracks.find((t) => t.notes.length > 0 && t.channel !== DRUMS)
  if (!file || !track) return null
  const notes = playedOf(file, track)
  const first = Math.floor(Math.min(...notes.map((n) => n.at)) / QUARTER) * QUARTER
  const shown = <T extends { at: number }>(list: readonly T[]) => list.filter((n) => n.at >= first - 1 && n.at < first + SHOWN * QUARTER)
  const span = (at: number, length: number, midi: number): MidiSpan => ({ at: (at - first) / QUARTER, length: length / QUARTER, midi })
  return {
    played: shown(notes).map((n) => span(n.at, n.length, n.midi)),
    written: shown(quantised(notes, grid)).flatMap((s) => s.midis.map((midi) => span(s.at, s.length, midi))),
    quarters: SHOWN,
    ...movedNotes(notes, grid, file.tempo ?? 120),
  }
}
