import { inPlace } from './byHalfStep'
import { THUMB, THUMB_POSITION, tuned, upTo, type Instrument, type Position, type Reach } from './instrument'
import { ladder } from './ladder'

/** The thumb over the octave harmonics, the fingers by whole steps from it; 2 low for the natural, 3 reached forward. Common practice. */
const WITH_THUMB: readonly Reach[] = [
  inPlace(THUMB, 0, ['closed', 'forward']),
  inPlace(1, 2, ['closed', 'forward']),
  { finger: 1, place: 'low', offset: 1, letters: null, shapes: ['closed', 'forward'] },
  inPlace(2, 4, ['closed', 'forward']),
  { finger: 2, place: 'low', offset: 3, letters: null, shapes: ['closed', 'forward'] },
  inPlace(3, 5),
  { finger: 3, place: 'high', offset: 7, letters: null, stretch: true, shapes: ['forward'] },
]

/** By half steps, some positions in a lowered and a raised form. Common practice. */
const POSITIONS: readonly Position[] = [
  { name: 'half', base: 1, letters: 0 },
  { name: 'I', base: 2, letters: 1 },
  { name: 'II', base: 3, letters: 2, shade: 'lowered' },
  { name: 'II', base: 4, letters: 2 },
  { name: 'III', base: 5, letters: 3 },
  { name: 'III', base: 6, letters: 3, shade: 'raised' },
  { name: 'IV', base: 7, letters: 4 },
  { name: 'V', base: 8, letters: 5, shade: 'lowered' },
  { name: 'V', base: 9, letters: 5 },
  { name: 'VI', base: 10, letters: 6, shade: 'lowered' },
  { name: 'VI', base: 11, letters: 6 },
  { name: 'VII', base: 12, letters: 7 },
  { name: THUMB_POSITION, base: 12, letters: 7, own: { reaches: WITH_THUMB, strings: ['D', 'A'] } },
]

/** The closed hand, a finger a half step, and the hand opened back or forward by one. */
const REACHES: readonly Reach[] = [
  inPlace(1, 0, ['closed', 'forward']),
  inPlace(2, 1, ['closed', 'back']),
  inPlace(3, 2, ['closed', 'back']),
  inPlace(4, 3, ['closed', 'back']),
  { finger: 1, place: 'low', offset: -1, letters: null, stretch: true, shapes: ['back'], up: true },
  { finger: 2, place: 'high', offset: 2, letters: null, stretch: true, shapes: ['forward'] },
  { finger: 3, place: 'high', offset: 3, letters: null, stretch: true, shapes: ['forward'] },
  { finger: 4, place: 'high', offset: 4, letters: null, stretch: true, shapes: ['forward'] },
]

/** Common practice; the first shift of a class goes from I to IV. */
export const cello: Instrument = {
  id: 'cello',
  name: 'Cello',
  inLanguage: { es: 'Violonchelo' },
  strings: tuned('C2', 'G2', 'D3', 'A3'),
  clef: 'bass',
  sounds: 0,
  sizes: [
    { name: '4/4', length: 692 },
    { name: '7/8', length: 650 },
    { name: '3/4', length: 630 },
    { name: '1/2', length: 570 },
    { name: '1/4', length: 500 },
    { name: '1/8', length: 440 },
    { name: '1/10', length: 400 },
  ],
  midiProgram: 42,
  named: /\b(cell[oi]s?|celli|violoncell\w*|vlc|vc)\b/i,
  reads: [
    { clef: 'bass', pick: 'highest' },
    { clef: 'tenor', pick: 'highest' },
  ],
  beside: -1,
  held: 'upright',
  byLetter: false,
  positions: POSITIONS,
  schools: [
    {
      name: null,
      reaches: REACHES,
      harmonics: [{ finger: 3, position: 'IV' }],
      frames: { closed: 'closed', back: 'extended', forward: 'extended' },
    },
  ],
  near: 5,
  taught: ['I', 'IV', 'II', 'lowered II', 'III', 'raised III', 'half', 'lowered V', 'V', 'lowered VI', 'VI', 'VII', THUMB_POSITION],
  halfStepShifts: false,
  twoForms: [2, 3],
  overStrings: 'cover',
  decisions: ['extensions'],
  learned: ladder({
    strings: 4,
    start: [2, 3],
    major: [1, 3, 4],
    fingers: [1, 2, 3, 4],
    opensFirst: true,
    first: ['I'],
    third: ['half', 'I', 'II', 'III', 'IV'],
    extended: upTo(POSITIONS, 'IV'),
    fifth: upTo(POSITIONS, 'V'),
    seventh: upTo(POSITIONS, 'VII'),
    thumb: upTo(POSITIONS, THUMB_POSITION),
  }),
  says: {
    'three-fingers': 'cello 1 3 4',
    'four-strings': 'cello 1 to 4',
    'fourth-finger': 'cello 4 forward',
    'high-and-low': 'cello 1 back',
    'third-position': 'cello to IV',
    'third-extended': 'cello to IV',
    'thumb-position': 'cello with the thumb across D and A',
  },
}
