import { alterIn, tonic, type Key } from './key'
import { LETTERS, midiOf, type Letter, type Pitch } from './pitch'

/** The letters of the triad on a letter, root first. */
export const triadOn = (root: Letter): readonly [Letter, Letter, Letter] => {
  const at = LETTERS.indexOf(root)
  return [LETTERS[at], LETTERS[(at + 2) % 7], LETTERS[(at + 4) % 7]]
}

/** The triad on a degree of the key, 0 for its tonic. */
export const triadOf = (key: Key, degree: number): readonly [Letter, Letter, Letter] =>
  triadOn(LETTERS[(LETTERS.indexOf(tonic(key).letter) + degree) % 7])

/** A note of a key's main chords: as the signature has it, but in minor the leading note of the dominant is raised. Common practice. */
export const chordNote = (key: Key, letter: Letter): Pick<Pitch, 'letter' | 'alter'> => ({
  letter,
  alter: alterIn(key, letter) + (key.mode === 'minor' && letter === triadOf(key, 4)[1] ? 1 : 0),
})

/** Degrees of the chords that a tune is heard in, the likeliest first: I, V, IV, then ii and vi. Common practice. */
export const LIKELY_DEGREES = [0, 4, 3, 1, 5] as const
/** Degrees of the three main chords: tonic, subdominant, dominant. */
export const MAIN_DEGREES = [0, 4, 3] as const

const QUALITIES: Readonly<Record<string, string>> = { '4 7': 'major', '3 7': 'minor', '3 6': 'diminished', '4 8': 'augmented' }

/** The root of a triad in whatever order its three notes stand, with its quality; null when they are none. */
export function triadNamed(
  notes: readonly Pick<Pitch, 'letter' | 'alter'>[],
): { readonly root: Pick<Pitch, 'letter' | 'alter'>; readonly quality: string } | null {
  for (const root of notes) {
    const [, third, fifth] = triadOn(root.letter).map((letter) => notes.find((n) => n.letter === letter))
    if (!third || !fifth) continue
    const at = (n: Pick<Pitch, 'letter' | 'alter'>) => midiOf({ ...n, octave: 4 })
    const up = (n: Pick<Pitch, 'letter' | 'alter'>) => (((at(n) - at(root)) % 12) + 12) % 12
    const quality = QUALITIES[`${up(third)} ${up(fifth)}`]
    if (quality) return { root, quality }
  }
  return null
}
