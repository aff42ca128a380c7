import type { Key } from '../music/key'
import { stepsOf, type Pitch } from '../music/pitch'
import { feltBeatTicks, isCompound, measureTicks, type Meter } from '../music/time'
import type { Line, Piece } from '../piece/piece'
import { placeEvents, placeMeasures } from '../piece/walk'

/** A note of a tune as it sounds: the highest of a chord, what is tied on told as one. Ticks from the start of the line. */
export type TuneNote = {
  readonly pitch: Pitch
  readonly from: number
  readonly to: number
  /** It is reached, or left, by a step or not at all. */
  readonly stepIn: boolean
  readonly stepOut: boolean
}

export type Strength = 'first' | 'strong' | 'weak'

/** A felt beat of a tune. `beat` counts from 1 in felt beats; `from` and `to` in ticks from the start of the line. */
export type TuneBeat = {
  readonly measure: number
  readonly beat: number
  readonly strength: Strength
  readonly from: number
  readonly to: number
  readonly key: Key
  readonly meter: Meter
}

const isStep = (a: Pitch, b: Pitch): boolean => Math.abs(stepsOf(a) - stepsOf(b)) <= 1

/** The notes of a line. */
export function notesOf(piece: Piece, line: Line): TuneNote[] {
  const found: { pitch: Pitch; from: number; to: number }[] = []
  let tied: Pitch | null = null
  for (const { event, onset, ticks } of placeEvents(piece, line)) {
    if (event.kind === 'rest') {
      tied = null
      continue
    }
    const top = event.heads.reduce((a, b) => (stepsOf(b.pitch) > stepsOf(a.pitch) ? b : a))
    const last = found.at(-1)
    if (tied && last && stepsOf(tied) === stepsOf(top.pitch)) last.to = onset + ticks
    else found.push({ pitch: top.pitch, from: onset, to: onset + ticks })
    tied = top.tie ? top.pitch : null
  }
  return found.map((n, i) => ({
    ...n,
    stepIn: i > 0 && found[i - 1].to === n.from && isStep(found[i - 1].pitch, n.pitch),
    stepOut: i + 1 < found.length && found[i + 1].from === n.to && isStep(n.pitch, found[i + 1].pitch),
  }))
}

/** How strong a beat is: the first, the middle of four (or of two in six), the others. */
function strengthOf(beat: number, meter: Meter): Strength {
  const beats = measureTicks(meter) / feltBeatTicks(meter)
  return beat === 1 ? 'first' : beats % 2 === 0 && (beats > 2 || isCompound(meter)) && beat === beats / 2 + 1 ? 'strong' : 'weak'
}

/** The felt beats of a line, measure by measure; what lies before a pickup's first note is none of them. */
export function beatsOf(piece: Piece, line: Line): TuneBeat[] {
  return placeMeasures(piece, line).flatMap(({ index, key, meter, start, length, lead }) => {
    const one = feltBeatTicks(meter)
    const beats: TuneBeat[] = []
    for (let into = Math.floor(lead / one) * one; into < lead + length; into += one) {
      const beat = into / one + 1
      const from = start + Math.max(into, lead) - lead
      const to = start + Math.min(into + one, lead + length) - lead
      beats.push({ measure: index, beat, strength: strengthOf(beat, meter), from, to, key, meter })
    }
    return beats
  })
}

/** The note that sounds at a time; null in a rest. */
export const soundingAt = (notes: readonly TuneNote[], tick: number): TuneNote | null =>
  notes.find((n) => n.from <= tick && tick < n.to) ?? null
