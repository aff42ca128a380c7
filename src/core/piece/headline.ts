import { keyName, signatureLetters, type Key } from '../music/key'
import { feltBeatTicks, meterName, QUARTER, type Meter } from '../music/time'
import type { Jump } from './piece'

/** A tempo in quarters a minute by the beat that is felt: dotted quarters in 6/8, else quarters. Exact, not rounded. */
export function feltTempo(meter: Meter, tempo: number): { readonly dotted: boolean; readonly rate: number } {
  const dotted = feltBeatTicks(meter) === 1.5 * QUARTER
  return { dotted, rate: dotted ? tempo / 1.5 : tempo }
}

/** "♩ = 84", in the beat that is felt: "♩. = 56" in 6/8. `tempo` is in quarters a minute. */
export function sayTempo(meter: Meter, tempo: number): string {
  const { dotted, rate } = feltTempo(meter, tempo)
  return `♩${dotted ? '.' : ''} = ${Math.round(rate)}`
}

/** "D.C. al Fine": a jump as it is printed. */
export const sayJump = ({ to, then }: Jump): string =>
  `${to === 'start' ? 'D.C.' : 'D.S.'}${{ end: '', fine: ' al Fine', coda: ' al Coda' }[then]}`

/** "G major · 4/4 · ♩ = 84"; with `signs` also which letters the signature changes: "G major (F♯) · …". */
export const headline = (key: Key, meter: Meter, tempo?: number, signs = false): string =>
  [
    keyName(key) + (signs && key.fifths !== 0 ? ` (${signatureLetters(key).join(' ')})` : ''),
    meterName(meter),
    ...(tempo ? [sayTempo(meter, tempo)] : []),
  ].join(' · ')
