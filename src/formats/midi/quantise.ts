import { QUARTER } from '@/core/music/time'

/** A note as it was played: when, how long (ticks of the piece's clock, not rounded), and its key number. */
export type Played = { readonly at: number; readonly length: number; readonly midi: number }
/** Notes that begin together on the grid. */
export type MidiNote = { readonly at: number; readonly length: number; readonly midis: readonly number[]; readonly beatParts: number }

/** The grid that times are put on: parts of a quarter, and whether a beat may be in three. */
export type Grid = { readonly parts: 1 | 2 | 4 | 8; readonly triplets: boolean }
export const DEFAULT_GRID: Grid = { parts: 4, triplets: true }

/** How much better a beat in three must fit before it is believed, in parts of a quarter. */
const DOUBT = 0.02

/** Into how many parts each beat (a quarter) goes: three where that fits its onsets clearly better. */
function partsOfBeats(notes: readonly Played[], grid: Grid): (beat: number) => number {
  if (!grid.triplets) return () => grid.parts
  const onsets = new Map<number, number[]>()
  for (const n of notes) {
    const beat = Math.floor(n.at / QUARTER + 1e-6)
    onsets.set(beat, [...(onsets.get(beat) ?? []), n.at / QUARTER - beat])
  }
  const miss = (into: number, parts: number) => Math.abs(into * parts - Math.round(into * parts)) / parts
  const error = (list: readonly number[], parts: number) => list.reduce((sum, x) => sum + miss(x, parts), 0)
  return (beat) => {
    const list = onsets.get(beat)
    return list && error(list, 3) + DOUBT * list.length < error(list, grid.parts) ? 3 : grid.parts
  }
}

/**
 * Puts played notes on the grid: onsets to the nearest place, notes of one place together, each as long as to its own end
 * on the grid or the next onset, whichever comes first.
 */
export function quantised(notes: readonly Played[], grid: Grid): MidiNote[] {
  const parts = partsOfBeats(notes, grid)
  const place = (at: number): number => {
    const beat = Math.floor(at / QUARTER + 1e-6)
    const n = parts(beat)
    return beat * QUARTER + Math.round((at / QUARTER - beat) * n) * (QUARTER / n)
  }
  const together = new Map<number, { end: number; heard: number; midis: Set<number> }>()
  for (const n of [...notes].sort((a, b) => a.at - b.at)) {
    const at = place(n.at)
    const known = together.get(at) ?? { end: 0, heard: 0, midis: new Set<number>() }
    known.midis.add(n.midi)
    known.end = Math.max(known.end, place(n.at + n.length))
    known.heard = Math.max(known.heard, n.at + n.length)
    together.set(at, known)
  }
  const onsets = [...together.keys()].sort((a, b) => a - b)
  return onsets.map((at, i) => {
    const { end, heard, midis } = together.get(at)!
    const beatParts = parts(Math.floor(at / QUARTER))
    const step = QUARTER / beatParts
    // The last note goes on to its beat, if it nearly does.
    const next = onsets[i + 1] ?? Math.ceil(heard / QUARTER) * QUARTER
    // A player lifts the finger a little before the next note: a pause shorter than any place of the grid is none.
    const finest = QUARTER / Math.max(beatParts, grid.parts)
    const to = next > at && next - heard < 0.95 * finest ? next : Math.min(onsets[i + 1] ?? Infinity, Math.max(end, at + step))
    return { at, length: to - at, midis: [...midis].sort((a, b) => a - b), beatParts }
  })
}

/** How far the notes were moved in all, and the farthest, in milliseconds at a tempo in quarters a minute. */
export function movedNotes(notes: readonly Played[], grid: Grid, tempo: number): { readonly mean: number; readonly most: number } {
  const places = quantised(notes, grid).map((s) => s.at)
  const off = notes.map((n) => Math.min(...places.map((p) => Math.abs(p - n.at))))
  const ms = (ticks: number) => (ticks / QUARTER) * (60_000 / tempo)
  return { mean: ms(off.reduce((a, b) => a + b, 0) / Math.max(1, off.length)), most: ms(Math.max(0, ...off)) }
}
