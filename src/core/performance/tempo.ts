import { QUARTER } from '../music/time'
import { once } from '../once'
import type { Line, Piece } from '../piece/piece'
import { placeEvents, placeMeasures } from '../piece/walk'

/** Quarters a minute when a piece has no tempo: a pace at which a class reads. From memory. */
export const USUAL_TEMPO = 90

/** A fermata holds about twice as long. Common practice. */
const FERMATA = 2

/** Seconds that a tick lasts at so many quarters a minute. */
const perTick = (tempo: number): number => 60 / tempo / QUARTER

/** A stretch of the written piece at one speed; ticks from its start, `perTick` in seconds. */
type Stretch = { readonly from: number; readonly perTick: number }

/** The speed of the written piece along its ticks: a tempo holds from its measure on, and while a fermata stands all wait. */
type TempoMap = {
  /** Quarters a minute in force in each measure. */
  readonly byMeasure: readonly number[]
  readonly stretches: readonly Stretch[]
}

/** The tempo in force in each measure of the piece. */
function tempos(piece: Piece): number[] {
  let now = piece.tempo ?? USUAL_TEMPO
  return piece.lines[0].measures.map((m) => (now = m.tempo ?? now))
}

/** Where fermatas stand in a line, in ticks. */
const fermatas = (piece: Piece, line: Line): { from: number; to: number }[] =>
  placeEvents(piece, line).flatMap(({ event, onset, ticks }) =>
    event.kind === 'note' && event.marks?.includes('fermata') ? [{ from: onset, to: onset + ticks }] : [],
  )

/** The tempo map of a piece. Made once for it. */
const tempoMapOf = once((piece: Piece): TempoMap => {
  const byMeasure = tempos(piece)
  const held = piece.lines.flatMap((line) => fermatas(piece, line))
  const starts = placeMeasures(piece, piece.lines[0]).map((m) => m.start)
  const edges = [...new Set([...starts, ...held.flatMap((h) => [h.from, h.to])])].sort((a, b) => a - b)
  let measure = 0
  const stretches = edges.map((from): Stretch => {
    while (measure + 1 < starts.length && starts[measure + 1] <= from) measure++
    const waits = held.some((h) => h.from <= from && from < h.to)
    return { from, perTick: perTick(byMeasure[measure] ?? USUAL_TEMPO) * (waits ? FERMATA : 1) }
  })
  return { byMeasure, stretches }
})

/** Quarters a minute in force in a measure, by index; a fermata changes nothing of it. */
export const tempoIn = (piece: Piece, index: number): number => tempoMapOf(piece).byMeasure[index] ?? USUAL_TEMPO

/** The last stretch that begins at a place or before it. */
function stretchAt(stretches: readonly Stretch[], at: number): number {
  let [i, high] = [0, stretches.length - 1]
  while (i < high) {
    const middle = (i + high + 1) >> 1
    if (stretches[middle].from <= at) i = middle
    else high = middle - 1
  }
  return i
}

/** The speeds from one place of the written piece up to a later one; the first stretch begins at the place. */
export function speedsFrom(piece: Piece, from: number, to: number): Stretch[] {
  const { stretches } = tempoMapOf(piece)
  const out: Stretch[] = []
  for (let i = stretchAt(stretches, from); i < stretches.length && (stretches[i].from < to || out.length === 0); i++)
    out.push({ ...stretches[i], from: Math.max(from, stretches[i].from) })
  return out
}

/** Seconds from one place of the written piece to a later one, in ticks from its start, as it is written: no repeats. */
export function secondsBetween(piece: Piece, from: number, to: number): number {
  const speeds = speedsFrom(piece, from, to)
  return speeds.reduce((sum, s, i) => sum + Math.max(0, Math.min(to, speeds[i + 1]?.from ?? to) - s.from) * s.perTick, 0)
}
