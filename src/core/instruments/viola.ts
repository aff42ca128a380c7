import { byLetter } from './byLetter'
import { tuned, type Instrument } from './instrument'

/** Common practice; it gets III when the violin does. */
export const viola: Instrument = {
  ...byLetter({ strings: 4, start: [2, 3], first: ['I', 'III'] }),
  id: 'viola',
  name: 'Viola',
  inLanguage: { es: 'Viola' },
  strings: tuned('C3', 'G3', 'D4', 'A4'),
  clef: 'alto',
  sounds: 0,
  // By the length of the body; 40.6 cm is what is called full size.
  sizes: [
    // By the length of the body, which makers do not settle; the string lengths to them from memory.
    { name: '4/4', length: 375 },
    { name: '43 cm', length: 390 },
    { name: '42 cm', length: 385 },
    { name: '40 cm', length: 370 },
    { name: '38 cm', length: 360 },
    { name: '36 cm', length: 335 },
    { name: '33 cm', length: 308 },
    { name: '30 cm', length: 280 },
  ],
  midiProgram: 41,
  named: /\b(violas?|bratschen?|altos?|vla|va)\b/i,
  reads: [
    { clef: 'alto', pick: 'highest' },
    { clef: 'treble', pick: 'highest' },
  ],
  beside: 0,
}
