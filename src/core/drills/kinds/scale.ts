import { DRILL_NAMES } from '../../words/en/drills'
import type { Generator } from './generator'
import { runSketches } from './scales'

/** The scale of the key in the range that the piece uses, so that the hand knows its frame. */
export const scale = {
  kind: 'scale',
  name: DRILL_NAMES.scale,
  eases: 0.35,
  find: (c) => runSketches(c, { kind: 'scale', name: 'Scale', wanted: () => true, forms: true }),
} as const satisfies Generator
