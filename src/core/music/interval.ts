import type { Key } from './key'
import { isWritten, midiOf, pitchAt, stepsOf, type Pitch } from './pitch'

/** A distance by letters and by half steps, up positive: a major second is 1 and 2, an octave 7 and 12. */
export type Interval = { readonly steps: number; readonly semitones: number }

/** Signs that the signature gains by moving a key by an interval, sharps positive: a fifth gains one. */
export const fifthsOf = (i: Interval): number => 7 * i.semitones - 12 * i.steps

/** The plainest spelling of a sounding pitch: a natural, else a sharp or a flat. `flats` chooses between the two. */
export function plainSpelling(midi: number, flats = false): Pitch {
  const octave = Math.floor(midi / 12) - 1
  const place = ((midi % 12) + 12) % 12
  const [letters, alter] = flats ? FLAT : SHARP
  return pitchAt(7 * octave + letters[place], alter[place])
}
/** Letter and alteration of each of the twelve, from C. */
const SHARP = [
  [0, 0, 1, 1, 2, 3, 3, 4, 4, 5, 5, 6],
  [0, 1, 0, 1, 0, 0, 1, 0, 1, 0, 1, 0],
] as const
const FLAT = [
  [0, 1, 1, 2, 2, 3, 4, 4, 5, 5, 6, 6],
  [0, -1, 0, -1, 0, 0, -1, 0, -1, 0, -1, 0],
] as const

/** The pitch an interval away, spelled by the interval's letters; plainly where that would take more than a double sign. */
export function transposed(p: Pitch, by: Interval): Pitch {
  if (by.steps === 0 && by.semitones === 0) return p
  const midi = midiOf(p) + by.semitones
  const steps = stepsOf(p) + by.steps
  const alter = midi - midiOf(pitchAt(steps, 0))
  const spelled = pitchAt(steps, alter)
  return isWritten(spelled) ? spelled : plainSpelling(midi, alter < 0)
}

/** The key an interval away; where that has more than seven signs, the same sound with fewer. */
export function transposedKey(key: Key, by: Interval): Key {
  let fifths = key.fifths + fifthsOf(by)
  while (fifths > 7) fifths -= 12
  while (fifths < -7) fifths += 12
  return { ...key, fifths }
}

/** The interval of so many half steps that keeps the key's signature smallest. */
export function intervalFor(semitones: number, key: Pick<Key, 'fifths'>): Interval {
  if (semitones % 12 === 0) return { steps: (semitones / 12) * 7, semitones }
  const near = Math.round((semitones * 7) / 12)
  const signs = (steps: number) => Math.abs(key.fifths + fifthsOf({ steps, semitones }))
  const steps = [near, near - 1, near + 1].reduce((a, b) => (signs(b) < signs(a) ? b : a))
  return { steps, semitones }
}
