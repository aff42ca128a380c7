import { inPlace } from './byHalfStep'
import { tuned, upTo, type Instrument, type Position } from './instrument'
import { ladder } from './ladder'

/** By half steps, with half-step names. Common practice of the 1-2-4 school; the 1-2-3-4 school names by finger 1 too. */
const POSITIONS: readonly Position[] = ['half', 'I', 'II', 'II½', 'III', 'III½', 'IV', 'V', 'V½', 'VI', 'VI½', 'VII'].map((name, i) => ({
  name,
  base: i + 1,
  letters: 0,
}))

/** Common practice; both schools of the hand. The 3/4 size is the usual one. */
export const bass: Instrument = {
  id: 'bass',
  name: 'Bass',
  inLanguage: { es: 'Contrabajo' },
  strings: tuned('E2', 'A2', 'D3', 'G3'),
  clef: 'bass',
  sounds: -1,
  sizes: [
    { name: '3/4', length: 1050 },
    { name: '1/2', length: 900 },
    { name: '1/4', length: 800 },
    { name: '1/8', length: 710 },
  ],
  midiProgram: 43,
  named: /\b((double|contra|kontra|string )\s*bass\w*|contrabass\w*|kontrab[aä]ss\w*|basses|bass|cb|db)\b/i,
  reads: [{ clef: 'bass', pick: 'lowest' }],
  beside: -2,
  held: 'upright',
  byLetter: false,
  positions: POSITIONS,
  schools: [
    {
      name: '1-2-4',
      reaches: [inPlace(1, 0), inPlace(2, 1), inPlace(4, 2)],
      harmonics: [{ finger: 4, position: 'VI' }],
      frames: { closed: '1-2-4', back: '', forward: '' },
    },
    {
      name: '1-2-3-4',
      reaches: [inPlace(1, 0), inPlace(2, 1), inPlace(3, 2), inPlace(4, 3)],
      harmonics: [{ finger: 3, position: 'VI' }],
      frames: { closed: '1-2-3-4', back: '', forward: '' },
      rolls: true,
      taught: ['I', 'II½', 'III', 'half', 'II', 'III½', 'IV', 'V', 'V½', 'VI', 'VI½', 'VII'],
    },
  ],
  near: 3,
  taught: ['I', 'III', 'half', 'II', 'II½', 'III½', 'IV', 'V', 'V½', 'VI', 'VI½', 'VII'],
  halfStepShifts: true,
  twoForms: null,
  overStrings: 'roll',
  decisions: ['school'],
  learned: ladder({
    strings: 4,
    start: [2, 3],
    major: [1, 4],
    fingers: [1, 2, 3, 4],
    opensFirst: false,
    fourth: ['I', 'III'],
    highLow: ['half', 'I', 'III'],
    first: ['half', 'I', 'III'],
    third: upTo(POSITIONS, 'III'),
    extended: upTo(POSITIONS, 'III'),
    fifth: upTo(POSITIONS, 'V½'),
    seventh: upTo(POSITIONS, 'VII'),
  }),
  says: {
    'three-fingers': 'bass 1 4',
    'four-strings': 'bass 1 to 4',
    'fourth-finger': 'bass III for what I has no room for',
    'high-and-low': 'bass half position',
    'third-position': 'bass to III',
    'fifth-position': 'bass V½',
  },
}
