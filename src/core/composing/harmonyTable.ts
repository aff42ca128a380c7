import type { Key } from '../music/key'
import type { Quality } from './chord'

/**
 * What the harmony of a class's tunes is weighed by; common practice: tonic, dominant, subdominant first, a chord held as
 * long as the tune lies in it and changed on strong beats, dominant to tonic at the end. Smaller is more usual.
 */

/** The chords of a mode, and how unusual each is, a beat. */
export const CHORDS: Readonly<
  Record<Key['mode'], readonly { readonly degree: number; readonly quality: Quality; readonly cost: number }[]>
> = {
  major: [
    { degree: 0, quality: 'major', cost: 0 },
    { degree: 4, quality: 'major', cost: 0.1 },
    { degree: 4, quality: 'seventh', cost: 0.2 },
    { degree: 3, quality: 'major', cost: 0.15 },
    { degree: 1, quality: 'minor', cost: 0.45 },
    { degree: 5, quality: 'minor', cost: 0.5 },
  ],
  minor: [
    { degree: 0, quality: 'minor', cost: 0 },
    { degree: 4, quality: 'major', cost: 0.1 },
    { degree: 4, quality: 'seventh', cost: 0.2 },
    { degree: 3, quality: 'minor', cost: 0.15 },
    { degree: 6, quality: 'major', cost: 0.2 },
    { degree: 2, quality: 'major', cost: 0.4 },
    { degree: 5, quality: 'major', cost: 0.45 },
  ],
}

/** A quarter of a note that is no tone of the chord: where a chord begins, where it is left and reached by step, and where it is not. */
export const FOREIGN = { begins: 1.5, step: 0.35, leap: 1.8 } as const
/** A quarter of a tone of the chord, by which it is: the seventh is not rested on. */
export const OWN = [0, 0, 0.05, 0.15] as const

/** A change of the chord: on the first beat, on another strong one, on a weak one. */
export const CHANGE = { first: 0.25, strong: 0.8, weak: 2.2 } as const

/** From degree to degree, where it is not as good as any other. */
export const MOVES: Readonly<Record<string, number>> = {
  '4 0': -0.4,
  '3 4': -0.15,
  '1 4': -0.25,
  '6 2': -0.2,
  '5 3': -0.1,
  '5 1': -0.1,
  '6 0': -0.2,
  '4 3': 0.35,
  '4 1': 0.9,
  '1 0': 0.7,
  '1 3': 0.5,
}
/** A dominant seventh that does not go on to the tonic, and the step from the dominant to its own seventh: it is one chord as a rule. */
export const UNRESOLVED = 1.2
export const TO_SEVENTH = { first: 0.1, strong: 0.3, weak: 0.5 } as const

/** A tune that begins or ends on another chord than the tonic, and what a close is worth. */
export const EDGES = { begins: 0.8, ends: 5, close: -0.7 } as const
