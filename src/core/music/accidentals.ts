import { alterIn, type Key } from './key'
import { stepsOf, type Pitch } from './pitch'

/**
 * What is in force in a bar. A sign holds for its letter in its own octave, to the barline; a note tied over the
 * barline keeps its sign only until the tie ends, and sets nothing for the rest of the new bar.
 * Common practice of notation.
 */
export type BarSigns = ReadonlyMap<number, number>

/** Nothing but the signature: the state at a barline. */
export const atBarline: BarSigns = new Map()

/** The alteration a plain head on this staff place has now. */
export const inForce = (signs: BarSigns, key: Pick<Key, 'fifths'>, p: Pick<Pitch, 'letter' | 'octave'>): number =>
  signs.get(stepsOf({ ...p, alter: 0 })) ?? alterIn(key, p.letter)

/** Whether the head must show a sign, and the state after it. `held` marks the later head of a tie. */
export function readHead(signs: BarSigns, key: Pick<Key, 'fifths'>, p: Pitch, held: boolean): { sign: boolean; signs: BarSigns } {
  if (held || inForce(signs, key, p) === p.alter) return { sign: false, signs }
  return { sign: true, signs: new Map(signs).set(stepsOf(p), p.alter) }
}
