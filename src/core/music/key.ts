import type { Letter, Pitch } from './pitch'
import type { Key } from './key.schema'

export type { Key } from './key.schema'

/** The order in which sharps are added to a signature; flats come in the reverse order. */
export const SHARP_ORDER: readonly Letter[] = ['F', 'C', 'G', 'D', 'A', 'E', 'B']

/** What the signature does to a letter: −1, 0 or 1 semitones. */
export function alterIn(key: Pick<Key, 'fifths'>, letter: Letter): number {
  const place = SHARP_ORDER.indexOf(letter)
  if (key.fifths > 0) return place < key.fifths ? 1 : 0
  return 6 - place < -key.fifths ? -1 : 0
}

/** The keynote, as a letter with its alteration. */
export function tonic(key: Key): Pick<Pitch, 'letter' | 'alter'> {
  // Major keynotes climb by fifths from C; a minor keynote lies three fifths further on (A minor shares C's signature).
  const place = key.fifths + (key.mode === 'major' ? 1 : 4)
  const letter = SHARP_ORDER[((place % 7) + 7) % 7]
  return { letter, alter: Math.floor(place / 7) }
}

/** "D major", "B♭ major", "E minor". */
export function keyName(key: Key): string {
  const t = tonic(key)
  return `${t.letter}${t.alter > 0 ? '♯' : t.alter < 0 ? '♭' : ''} ${key.mode}`
}

/** The notes that the signature changes, in the order they are written. */
export function signatureNotes(key: Pick<Key, 'fifths'>): Pick<Pitch, 'letter' | 'alter'>[] {
  if (key.fifths >= 0) return SHARP_ORDER.slice(0, key.fifths).map((letter) => ({ letter, alter: 1 }))
  return SHARP_ORDER.slice(7 + key.fifths)
    .reverse()
    .map((letter) => ({ letter, alter: -1 }))
}

/** A key by its name: "D", "Bb", "F#m"; null where there is none, or it has more than seven signs. */
export function keyNamed(name: string): Key | null {
  const m = /^([A-G])([#b]?)(m?)$/.exec(name)
  if (!m) return null
  const place = SHARP_ORDER.indexOf(m[1] as Letter) + 7 * (m[2] === '#' ? 1 : m[2] === 'b' ? -1 : 0)
  const mode = m[3] ? 'minor' : 'major'
  const fifths = place - (mode === 'major' ? 1 : 4)
  return Math.abs(fifths) <= 7 ? { fifths, mode } : null
}
