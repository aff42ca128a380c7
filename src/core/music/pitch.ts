import type { Pitch } from './pitch.schema'

export type { Pitch } from './pitch.schema'

/** The seven letters, upward from C. Index 0–6. */
export const LETTERS = ['C', 'D', 'E', 'F', 'G', 'A', 'B'] as const
export type Letter = (typeof LETTERS)[number]

/** Which pitches can be written: alterations up to a double sign, and octaves; both ends included. */
export const WRITTEN = { alter: [-2, 2], octave: [-1, 9] } as const

/** Whether a pitch can be written. */
export const isWritten = ({ alter, octave }: Pitch): boolean =>
  alter >= WRITTEN.alter[0] && alter <= WRITTEN.alter[1] && octave >= WRITTEN.octave[0] && octave <= WRITTEN.octave[1]

const SEMITONES: Record<Letter, number> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }
const SIGNS: Record<number, string> = { [-2]: 'bb', [-1]: 'b', 0: '', 1: '#', 2: '##' }

/** MIDI key number: C4 is 60 (MIDI 1.0, ISO 16 A4 = 69). */
export const midiOf = (p: Pitch): number => 12 * (p.octave + 1) + SEMITONES[p.letter] + p.alter

/** Letter steps above C0, whatever the alteration: the number that decides a staff place and a violin finger. */
export const stepsOf = (p: Pitch): number => 7 * p.octave + LETTERS.indexOf(p.letter)

/** The same letter and alteration, `octaves` higher (negative: lower). */
export const byOctaves = (p: Pitch, octaves: number): Pitch => (octaves === 0 ? p : { ...p, octave: p.octave + octaves })

/** "F#4", "Bb3", "C##5". */
export const pitchName = (p: Pitch): string => `${p.letter}${SIGNS[p.alter]}${p.octave}`

/** Reads "F#4", "Bb3"; null when it is not a pitch. */
export function parsePitch(text: string): Pitch | null {
  const m = /^([A-G])(bb|b|##|#|)(-?\d)$/.exec(text)
  if (!m) return null
  const alter = { bb: -2, b: -1, '': 0, '#': 1, '##': 2 }[m[2] as 'bb' | 'b' | '' | '#' | '##']
  return { letter: m[1] as Letter, alter, octave: Number(m[3]) }
}

/** The pitch `steps` letters above C0 with the given alteration: the way back from {@link stepsOf}. */
export const pitchAt = (steps: number, alter: number): Pitch => ({
  letter: LETTERS[((steps % 7) + 7) % 7],
  alter,
  octave: Math.floor(steps / 7),
})

/** Letter with a printed sign, without the octave: "F♯", "B♭", "C". What a note is called is said by `noteName.ts`; this is how it is told from others. */
export const letterName = (p: Pick<Pitch, 'letter' | 'alter'>): string => p.letter + PRINTED[p.alter + 2]
const PRINTED = ['𝄫', '♭', '', '♯', '𝄪'] as const

/** Sounding frequency in hertz in twelve-tone equal temperament. `a4` in hertz (ISO 16: 440). */
export const hertzOf = (midi: number, a4 = 440): number => a4 * 2 ** ((midi - 69) / 12)
