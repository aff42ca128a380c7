import type { Seat } from './instruments'

/** What a class has learned, as far as it decides a fingering: positions by name, and extensions, per seat. */
export type Level = Readonly<Record<Seat, { readonly positions: readonly string[]; readonly extensions: boolean }>>

/** First position, with the shifts that it cannot spare: violin III above B5, bass III for C♯ and D on the top string. */
export const FIRST_POSITION: Level = {
  violin: { positions: ['I', 'III'], extensions: false },
  viola: { positions: ['I'], extensions: false },
  cello: { positions: ['I'], extensions: true },
  bass: { positions: ['half', 'I', 'III'], extensions: false },
}
