import { signatureNotes, type Key } from '../music/key'
import { printedNote, sayKey, type NoteNames } from '../music/noteName'
import { feltBeatTicks, meterName, QUARTER, type Meter } from '../music/time'
import type { Jump, Piece } from './piece'
import { placeMeasures } from './walk'

/** The note that a class counts as one beat: a dotted quarter in 6/8, a half in cut time. */
export const FELT_BEATS = ['quarter', 'dotted quarter', 'half'] as const
export type FeltBeat = (typeof FELT_BEATS)[number]

/** How many quarters the beat is long. */
export const quartersIn = (beat: FeltBeat): number => ({ quarter: 1, 'dotted quarter': 1.5, half: 2 })[beat]

/** The beat that is felt in a meter; where it is neither a dotted quarter nor a half note, quarters are counted. */
export function feltBeat(meter: Meter): FeltBeat {
  const ticks = feltBeatTicks(meter)
  return ticks === 1.5 * QUARTER ? 'dotted quarter' : ticks === 2 * QUARTER ? 'half' : 'quarter'
}

/** A tempo in quarters a minute by the beat that is felt. Exact, not rounded. */
export function feltTempo(meter: Meter, tempo: number): { readonly beat: FeltBeat; readonly rate: number } {
  const beat = feltBeat(meter)
  return { beat, rate: tempo / quartersIn(beat) }
}

/** The beat as it stands before a number: "♩", "♩.", "half". The faces that ship have the sign of the quarter alone. */
export const beatSign = (beat: FeltBeat): string => ({ quarter: '♩', 'dotted quarter': '♩.', half: 'half' })[beat]

/** "♩. = 56", of a tempo in quarters a minute. */
export const sayBeatTempo = (beat: FeltBeat, tempo: number): string => `${beatSign(beat)} = ${Math.round(tempo / quartersIn(beat))}`

/** "♩ = 84", in the beat that is felt: "♩. = 56" in 6/8, "half = 72" in cut time. `tempo` is in quarters a minute. */
export const sayTempo = (meter: Meter, tempo: number): string => sayBeatTempo(feltBeat(meter), tempo)

/** The meter of each measure of a piece that is played by index; the first one where there is none. */
export const meterIn = (piece: Piece, index: number): Meter => placeMeasures(piece, piece.lines[0])[index]?.meter ?? piece.meter

/** "D.C. al Fine": a jump as it is printed. */
export const sayJump = ({ to, then }: Jump): string =>
  `${to === 'start' ? 'D.C.' : 'D.S.'}${{ end: '', fine: ' al Fine', coda: ' al Coda' }[then]}`

/** "G major · 4/4 · ♩ = 84"; with `signs` also which letters the signature changes: "G major (F♯) · …". */
export const headline = (key: Key, meter: Meter, tempo?: number, signs = false, names: NoteNames = 'letters'): string =>
  [
    sayKey(names, key) +
      (signs && key.fifths !== 0
        ? ` (${signatureNotes(key)
            .map((n) => printedNote(names, n))
            .join(' ')})`
        : ''),
    meterName(meter),
    ...(tempo ? [sayTempo(meter, tempo)] : []),
  ].join(' · ')
