import { midiOf, stepsOf, type Pitch } from '../music/pitch'

/* Two voices against each other; common practice of harmony in two parts. */

/** Half steps between two pitches within an octave: 0 for unison and octaves, 7 for fifths. */
const apart = (a: Pitch, b: Pitch): number => (((midiOf(a) - midiOf(b)) % 12) + 12) % 12

const isPerfect = (a: Pitch, b: Pitch): boolean => {
  const n = Math.abs(midiOf(a) - midiOf(b)) % 12
  return n === 0 || n === 7
}

/** How two pitches sound together: at rest, mild (a fourth), or rubbing. */
export function consonance(a: Pitch, b: Pitch): 'consonant' | 'mild' | 'dissonant' {
  const [low, high] = midiOf(a) <= midiOf(b) ? [a, b] : [b, a]
  const n = apart(high, low)
  // An augmented second sounds as a third does and is none.
  const letters = (((stepsOf(high) - stepsOf(low)) % 7) + 7) % 7
  if ([0, 7].includes(n) || ([3, 4].includes(n) && letters === 2) || ([8, 9].includes(n) && letters === 5)) return 'consonant'
  return n === 5 ? 'mild' : 'dissonant'
}

/** Whether two voices go in the same direction from one fifth, or octave, to the next: both move, and the interval stays. */
export function isParallel(a: readonly [Pitch, Pitch], b: readonly [Pitch, Pitch]): boolean {
  const moves = [midiOf(b[0]) - midiOf(a[0]), midiOf(b[1]) - midiOf(a[1])]
  if (moves[0] === 0 || moves[1] === 0 || moves[0] > 0 !== moves[1] > 0) return false
  return isPerfect(a[0], a[1]) && apart(a[0], a[1]) === apart(b[0], b[1]) && isPerfect(b[0], b[1])
}
