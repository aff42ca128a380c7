import { keyName, signatureLetters, type Key } from '../music/key'
import { feltBeatTicks, meterName, QUARTER, type Meter } from '../music/time'

/** "♩ = 84", in the beat that is felt: "♩. = 56" in 6/8. `tempo` is in quarters a minute. */
export const sayTempo = (meter: Meter, tempo: number): string =>
  feltBeatTicks(meter) === 1.5 * QUARTER ? `♩. = ${Math.round(tempo / 1.5)}` : `♩ = ${Math.round(tempo)}`

/** "G major · 4/4 · ♩ = 84"; with `signs` also which letters the signature changes: "G major (F♯) · …". */
export const headline = (key: Key, meter: Meter, tempo?: number, signs = false): string =>
  [
    keyName(key) + (signs && key.fifths !== 0 ? ` (${signatureLetters(key).join(' ')})` : ''),
    meterName(meter),
    ...(tempo ? [sayTempo(meter, tempo)] : []),
  ].join(' · ')
