import { alterIn, tonic, type Key } from '../music/key'
import { LETTERS, type Letter, type Pitch } from '../music/pitch'

export const QUALITIES = ['major', 'minor', 'diminished', 'seventh'] as const
export type Quality = (typeof QUALITIES)[number]

/** A letter with its alteration, in whatever octave. */
export type Tone = Pick<Pitch, 'letter' | 'alter'>

/** A chord of a key: the degree on which it stands (0 is the keynote), its kind, and its tones from the root up. */
export type Chord = {
  readonly degree: number
  readonly quality: Quality
  readonly tones: readonly Tone[]
}

const at = (letter: Letter, up: number): Letter => LETTERS[(LETTERS.indexOf(letter) + up) % 7]

/** A degree of a key, as the signature has it; in minor the seventh raised where it leads to the keynote. */
export function degreeOf(key: Key, degree: number, leading = false): Tone {
  const letter = at(tonic(key).letter, degree)
  const raised = leading && key.mode === 'minor' && degree === 6 ? 1 : 0
  return { letter, alter: alterIn(key, letter) + raised }
}

/** The chord of a kind on a degree of a key. On the fifth degree of minor the third leads, where it is to be major. */
export function chordOn(key: Key, degree: number, quality: Quality): Chord {
  const leading = degree === 4 && (quality === 'major' || quality === 'seventh')
  const steps = quality === 'seventh' ? [0, 2, 4, 6] : [0, 2, 4]
  return { degree, quality, tones: steps.map((s) => degreeOf(key, (degree + s) % 7, leading)) }
}

const ENDING: Record<Quality, string> = { major: '', minor: 'm', diminished: '°', seventh: '7' }
const SIGN = ['♭♭', '♭', '', '♯', '♯♯'] as const

/** "D", "Em", "A7", "C♯°": as chords are written over a tune. */
export const chordName = ({ tones: [root], quality }: Chord): string => `${root.letter}${SIGN[root.alter + 2]}${ENDING[quality]}`

/** Which tone of a chord a pitch is (0 the root, 1 the third, 2 the fifth, 3 the seventh); −1: none. */
export const toneIn = ({ tones }: Chord, p: Tone): number => tones.findIndex((t) => t.letter === p.letter && t.alter === p.alter)
