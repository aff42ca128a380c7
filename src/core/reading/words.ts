import type { Instrument } from '../instruments/instrument'
import { alterIn, type Key } from '../music/key'
import { spokenLetter, type Pitch } from '../music/pitch'
import { sayMeasure } from '../piece/address'
import type { Reading, ReadNote } from './reading'

/** "F sharp", "F natural" where the key or the bar might have it otherwise. */
export const sayPitch = (p: Pitch, key: Pick<Key, 'fifths'>): string => spokenLetter(p, alterIn(key, p.letter) !== 0)

export const stringName = (instrument: Instrument, string: number): string => instrument.strings[string].letter

/** "measure 5", "line 2, measure 1": where a note of a part stands. */
export const sayWhere = (r: Reading, n: ReadNote): string => sayMeasure(r.map.line, n.placed.at.index)

/** Where on the bow a stroke begins, from the frog (0) to the tip (1). */
export const bowPart = (from: number): 'the frog' | 'the middle' | 'near the tip' =>
  from < 0.25 ? 'the frog' : from > 0.75 ? 'near the tip' : 'the middle'

/** "a half step", "a whole step", "a step and a half", "4 half steps". */
export function saySpacing(halfSteps: number): string {
  const n = Math.abs(halfSteps)
  return n === 1 ? 'a half step' : n === 2 ? 'a whole step' : n === 3 ? 'a step and a half' : `${n} half steps`
}

/** "a third", "a fifth", by letter steps. */
export const sayInterval = (steps: number): string =>
  ['a repeat', 'a step', 'a third', 'a fourth', 'a fifth', 'a sixth', 'a seventh', 'an octave'][Math.abs(steps)] ?? 'more than an octave'
