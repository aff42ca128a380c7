import { SHARP_ORDER } from './key'
import { CLEFS, type ClefName } from './clef'
import type { Letter } from './pitch'

/*
 * Where the signs of a signature stand, as steps from the middle line. Common practice of engraving: the shape of the treble
 * clef lies a step lower in alto, two in bass; tenor has the sharps in a shape of its own and the flats a step higher.
 */
const SHARPS = [4, 1, 5, 2, -1, 3, 0] as const
const FLATS = [0, 3, -1, 2, -2, 1, -3] as const
const TENOR_SHARPS = [-2, 2, -1, 3, 0, 4, 1] as const

/** The places of a signature's signs on the staff of a clef, in the order in which they are written; 0 is the middle line. */
export function signaturePlaces(clef: ClefName, fifths: number): number[] {
  if (fifths > 0 && clef === 'tenor') return TENOR_SHARPS.slice(0, fifths)
  return (fifths > 0 ? SHARPS.slice(0, fifths) : FLATS.slice(0, -fifths)).map((p) => p + CLEFS[clef].signature)
}

/** The letters that a signature changes, in the order in which they are written. */
export const signatureLetters = (fifths: number): readonly Letter[] =>
  (fifths > 0 ? SHARP_ORDER : [...SHARP_ORDER].reverse()).slice(0, Math.abs(fifths))
