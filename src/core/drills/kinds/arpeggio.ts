import { DRILL_NAMES } from '../../words/en/drills'
import type { Generator } from './generator'
import { runSketches } from './scales'

/** The keynote, its third and its fifth, in the range that the piece uses. */
export const arpeggio = {
  kind: 'arpeggio',
  name: DRILL_NAMES.arpeggio,
  eases: 0.2,
  find: (c) => runSketches(c, { kind: 'arpeggio', name: 'Arpeggio', wanted: (d) => d === 0 || d === 2 || d === 4, forms: false }),
} as const satisfies Generator
