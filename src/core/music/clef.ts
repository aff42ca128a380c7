import { stepsOf, type Pitch } from './pitch'
import type { ClefName } from './clef.schema'

export type { ClefName } from './clef.schema'

/** A clef: its sign, the line it sits on (1 = lowest), the letter steps of the middle line (line 3), and how far its signatures lie from the shape they have in the treble clef, in steps. */
export type Clef = {
  readonly name: ClefName
  readonly sign: 'G' | 'C' | 'F'
  readonly line: number
  readonly middle: number
  readonly signature: number
}

const steps = (letter: Pitch['letter'], octave: number) => stepsOf({ letter, alter: 0, octave })

export const CLEFS: Record<ClefName, Clef> = {
  treble: { name: 'treble', sign: 'G', line: 2, middle: steps('B', 4), signature: 0 },
  alto: { name: 'alto', sign: 'C', line: 3, middle: steps('C', 4), signature: -1 },
  tenor: { name: 'tenor', sign: 'C', line: 4, middle: steps('A', 3), signature: 1 },
  bass: { name: 'bass', sign: 'F', line: 4, middle: steps('D', 3), signature: -2 },
}

/** The clef with this sign on this line, or null when strings do not read it. */
export const clefBy = (sign: string, line: number): Clef | null =>
  Object.values(CLEFS).find((c) => c.sign === sign && c.line === line) ?? null

/** Staff place: 0 is the middle line, even numbers are lines, +4 the top line, −4 the bottom line. */
export const staffPlace = (p: Pitch, clef: Clef): number => stepsOf(p) - clef.middle

/** How many ledger lines the note needs. */
export const ledgerLinesAt = (p: Pitch, clef: Clef): number => Math.max(0, Math.floor((Math.abs(staffPlace(p, clef)) - 4) / 2))

/** Stem of a single voice: on or above the middle line down, below it up. Of a chord, the head farthest from the middle decides. */
export function stemOf(pitches: readonly Pitch[], clef: Clef): 'up' | 'down' {
  const far = pitches
    .map((p) => staffPlace(p, clef))
    .reduce((a, b) => (Math.abs(b) > Math.abs(a) || (Math.abs(b) === Math.abs(a) && b > a) ? b : a))
  return far >= 0 ? 'down' : 'up'
}
