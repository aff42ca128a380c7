import { fingerKey } from '../hands/manner'
import { FIRST, positionKey, type Instrument, type Position, type Reach } from '../instruments/instrument'
import { plainSpelling } from '../music/interval'
import { midiOf, pitchAt, pitchName, stepsOf, type Pitch } from '../music/pitch'
import { tapedFrames, type TapedFrame } from './frames'

/** The shortest and the longest string from nut to bridge that an instrument of a class has, in millimetres. Common practice. */
export const LENGTHS = { least: 150, most: 1200 } as const

/** Millimetres in an inch (ISO 31-1 and the international yard agreement of 1959: exact). */
const INCH = 25.4

/**
 * Millimetres from the nut of the place so many half steps above the open string, on a string of a length from nut to bridge:
 * a string shortened to 2^(−k/12) of its length sounds k half steps higher (twelve-tone equal temperament; Mersenne's law that
 * pitch goes with one over the length).
 */
export const fromNut = (length: number, k: number): number => length * (1 - 2 ** (-k / 12))

/** Half steps above the open string of a place so many millimetres from the nut. */
export const halfStepsAt = (length: number, mm: number): number => -12 * Math.log2(1 - mm / length)

const to = (digits: number, x: number): number => Math.round(x * 10 ** digits) / 10 ** digits

/** A place for a finger on a string. `k`: half steps above the open string; millimetres to a tenth and inches to a hundredth from the nut; the note as the part writes it. */
export type TapedPlace = {
  readonly string: string
  readonly k: number
  readonly mm: number
  readonly inches: number
  readonly note: string
  readonly finger: string
  readonly position: string
}

/** The note of a reach from a position on a string, by its letter where letters choose the finger. */
function noteOf(open: Pitch, p: Position, r: Reach): Pitch {
  const midi = midiOf(open) + p.base + r.offset
  if (r.letters === null) return plainSpelling(midi)
  const steps = stepsOf(open) + p.letters + r.letters
  const alter = midi - midiOf(pitchAt(steps, 0))
  return Math.abs(alter) <= 2 ? pitchAt(steps, alter) : plainSpelling(midi)
}

/** The places of frames in positions on every string of an instrument, string by string from the lowest, each from the nut up; the same place with the same finger once. */
export function placesOf(
  instrument: Instrument,
  length: number,
  frames: readonly TapedFrame[],
  positions: readonly Position[],
): TapedPlace[] {
  return instrument.strings.flatMap((open, string) => {
    const found = new Map<string, TapedPlace>()
    for (const position of positions)
      for (const { reaches } of frames)
        for (const r of reaches) {
          const k = position.base + r.offset
          // Behind the nut there is no string.
          if (k < 1) continue
          const finger = fingerKey(instrument, { string, k, finger: r.finger, place: r.place, stretch: r.stretch === true })
          const mm = fromNut(length, k)
          const place: TapedPlace = {
            string: open.letter,
            k,
            mm: to(1, mm),
            inches: to(2, mm / INCH),
            note: pitchName(noteOf(open, position, r)),
            finger,
            position: positionKey(position),
          }
          found.set(`${k} ${finger} ${place.position}`, place)
        }
    return [...found.values()].sort((a, b) => a.k - b.k)
  })
}

/** A tape across all strings: how far from the nut, and whose place it is, finger by finger with its position. */
export type Marker = { readonly k: number; readonly mm: number; readonly says: readonly string[] }

/** The tapes of places: one for all strings at each distance from the nut. Of one position only the finger is said. */
export function markersOf(places: readonly TapedPlace[]): Marker[] {
  const one = new Set(places.map((p) => p.position)).size === 1
  const at = new Map<number, Set<string>>()
  for (const p of places) at.set(p.k, (at.get(p.k) ?? new Set()).add(one ? p.finger : `${p.finger} in ${p.position}`))
  return [...at].sort(([a], [b]) => a - b).map(([k, says]) => ({ k, mm: places.find((p) => p.k === k)!.mm, says: [...says] }))
}

/**
 * The rule of thumb "low 2 lies halfway between 1 and 2" against the computed place: how far the half of the way from the first
 * to the second whole step lies beyond the place of the step and a half, in millimetres, and how much sharper it sounds, in cents.
 */
export function halfwayRule(length: number): { readonly mm: number; readonly cents: number } {
  const half = (fromNut(length, 2) + fromNut(length, 4)) / 2
  return { mm: to(2, half - fromNut(length, 3)), cents: to(1, 100 * (halfStepsAt(length, half) - 3)) }
}

/** The length of a size by its name; null: the instrument has none of that name. */
export const lengthOf = ({ sizes }: Pick<Instrument, 'sizes'>, size: string): number | null =>
  sizes.find((s) => s.name === size)?.length ?? null

/** What tapes are asked for; names as they are said. */
export type TapesAsk = {
  readonly instrument: Instrument
  readonly length: number
  readonly frames: readonly string[]
  readonly positions: readonly string[]
}

/** The frames and positions that are taped where nobody says otherwise: the first frame, in first position. */
export const usualFrames = (instrument: Instrument): string[] => [tapedFrames(instrument)[0].name]
export const usualPositions = ({ positions }: Instrument): string[] => [positionKey(positions[FIRST])]

/** Places for what is asked; unknown names of frames and positions are left out. */
export function tapesFor({ instrument, length, frames, positions }: TapesAsk): TapedPlace[] {
  return placesOf(
    instrument,
    length,
    tapedFrames(instrument).filter((f) => frames.includes(f.name)),
    instrument.positions.filter((p) => positions.includes(positionKey(p))),
  )
}
