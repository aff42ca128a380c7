import { byLetter } from './byLetter'
import { tuned, type Instrument } from './instrument'

/** Common practice; first position borrows III above the B of its E string. */
export const violin: Instrument = {
  ...byLetter({ strings: 4, start: [1, 2], first: ['I', 'III'] }),
  id: 'violin',
  name: 'Violin',
  inLanguage: { es: 'Violín' },
  strings: tuned('G3', 'D4', 'A4', 'E5'),
  clef: 'treble',
  sounds: 0,
  sizes: [
    { name: '4/4', length: 328 },
    { name: '7/8', length: 317 },
    { name: '3/4', length: 308 },
    { name: '1/2', length: 283 },
    { name: '1/4', length: 260 },
    { name: '1/8', length: 236 },
    { name: '1/10', length: 215 },
    { name: '1/16', length: 200 },
  ],
  midiProgram: 40,
  named: /\b(violins?|violino|violini|violons?|geigen?|vln|vl|vn)\b/i,
  reads: [{ clef: 'treble', pick: 'highest' }],
  beside: 0,
}
