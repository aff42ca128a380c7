import type { Combination } from '../../../instruments/reads'
import type { SpotKind } from '../../../plan/spotKinds'
import { sayProblem } from '../fingering'
import type { SpotWords } from './kind'
import { sayRhythm } from './rhythm'

const TOGETHER: Record<Combination, string> = {
  'slur across strings': 'a slur and a change of string',
  'fourth finger in a slur': 'a slur and the fourth finger',
  'shift in a slur': 'a slur and a shift',
  'dotted across strings': 'a dotted rhythm and a change of string',
}

/** What is said of what is new for the class, or cannot be played; two things at once are said where the names of all kinds are known. */
export const OF_CLASS = {
  'out-of-reach': {
    name: 'Cannot be played as written',
    mark: 'out',
    text: (facts, t) => sayProblem(t, { facts }),
    advice: ({ kind }) =>
      kind === 'pin impossible' ? 'Lift the pin or choose another.' : 'Choose a substitute for this seat, or another octave.',
  },
  'new-for-class': {
    name: 'New for this class',
    mark: 'new',
    text: (facts, t) => sayProblem(t, { facts }),
    advice: 'Teach it by itself before the piece, or give this seat something else here.',
  },
  'new-rhythm': {
    name: 'New rhythm for this class',
    mark: 'new rhythm',
    text: ({ rhythm, meter }) => `New for this class: ${sayRhythm(rhythm, meter)}.`,
    advice: 'Say and clap it by itself, then play it on one open string, before it comes in the piece.',
  },
  'new-combination': {
    name: 'Known things, new together',
    mark: 'together',
    text: ({ together }) => `For the first time together: ${TOGETHER[together]}.`,
    advice: 'Each by itself once more, then both, slowly, on this place alone.',
  },
} satisfies { readonly [K in SpotKind]?: SpotWords<K> }
