import type { Letter } from '../../music/pitch'
import { signed } from './signed'
import type { Detector } from './spot'

/** Sharps that every class meets first, in D; the others come later and are met less. Common practice. */
const FIRST_SIGNS: ReadonlySet<Letter> = new Set(['F', 'C'])

/** A letter that only the signature alters: the note itself shows nothing. */
export const byKey = {
  kind: 'by-key',
  concern: 'eye',
  load: 2,
  again: 0.5,
  matters: [1.3, 1, 0.51],
  find: (r) =>
    signed(r, 'key', (pitch) => ({
      hard: FIRST_SIGNS.has(pitch.letter) && pitch.alter > 0 ? 0.45 : 0.59,
      about: pitch.letter,
    })),
} as const satisfies Detector<'by-key'>
