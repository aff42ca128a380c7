import { MOST_STRINGS } from '../instruments/learned'
import { midiOf, parsePitch, type Pitch } from '../music/pitch'
import type { SeatRow } from './seat.schema'

/** Strings lower or higher than any bowed instrument has: octaves as they are written. */
const [LOWEST, HIGHEST] = [12, 96]

/**
 * Open strings as a teacher writes them, low to high: "E2 A2 D3 G3", with ♯ and ♭ or # and b. Else why not, in words for
 * the teacher.
 */
export function readTuning(text: string): { readonly strings: Pitch[] } | { readonly problem: string } {
  const words = text
    .trim()
    .split(/[\s,;]+/)
    .filter(Boolean)
  if (words.length === 0) return { problem: 'Name each string by letter and octave, low to high: E2 A2 D3 G3.' }
  if (words.length > MOST_STRINGS) return { problem: `${words.length} strings are too many. The limit is ${MOST_STRINGS}.` }
  const strings: Pitch[] = []
  for (const word of words) {
    const pitch = parsePitch((word[0].toUpperCase() + word.slice(1)).replace('♯', '#').replace('♭', 'b'))
    if (!pitch) return { problem: `“${word}” is not a pitch. Type a letter, a sign if it has one, and an octave, like A2 or F#3.` }
    if (midiOf(pitch) < LOWEST || midiOf(pitch) > HIGHEST) return { problem: `${word} is out of range for a string. Check its octave.` }
    const before = strings.at(-1)
    if (before && midiOf(pitch) <= midiOf(before)) return { problem: `${word} is not above the string before it. Type them low to high.` }
    strings.push(pitch)
  }
  return { strings }
}

/** Half steps by which all strings of a seat lie above the usual ones, as for solo playing; 0: they do not lie all by the same. */
export function tunedBy({ tuning }: Pick<SeatRow, 'tuning'>, usual: readonly Pitch[]): number {
  if (!tuning || tuning.length !== usual.length) return 0
  const [by, ...others] = tuning.map((p, i) => midiOf(p) - midiOf(usual[i]))
  return others.every((x) => x === by) ? by : 0
}
