import type { Combination } from '../../../instruments/reads'
import type { SpotKind } from '../../../plan/spotKinds'
import { sayProblem } from '../fingering'
import type { SpotWords } from './kind'
import { sayRhythm } from './rhythm'

const TOGETHER: Record<Combination, string> = {
  'slur across strings': 'a slur and a string crossing',
  'fourth finger in a slur': 'a slur and the fourth finger',
  'shift in a slur': 'a slur and a shift',
  'dotted across strings': 'a dotted rhythm and a string crossing',
}

/** What is said of what is new for the class, or cannot be played; two things at once are said where the names of all kinds are known. */
export const OF_CLASS = {
  'out-of-reach': {
    name: 'Can’t be played as written',
    mark: 'out of reach',
    text: (facts, t) => sayProblem(t, { facts }),
    advice: ({ kind }) =>
      kind === 'pin impossible' ? 'Take the pin away, or pin something else.' : 'Give this seat another note here, or another octave.',
  },
  'new-for-class': {
    name: 'New for this class',
    mark: 'new',
    text: (facts, t) => sayProblem(t, { facts }),
    advice: 'Teach it before the piece, or give this seat something else here.',
  },
  'new-rhythm': {
    name: 'New rhythm for this class',
    mark: 'new rhythm',
    text: ({ rhythm, meter }) => `New for this class: ${sayRhythm(rhythm, meter)}.`,
    advice: 'Say it and clap it, then play it on an open string, before you start the piece.',
  },
  'new-combination': {
    name: 'Known things, first time together',
    mark: 'together',
    text: ({ together }) => `First time together: ${TOGETHER[together]}.`,
    advice: 'Do each alone once more. Then both, slowly, just here.',
  },
} satisfies { readonly [K in SpotKind]?: SpotWords<K> }
