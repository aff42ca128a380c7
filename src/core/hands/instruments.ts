import type { ClefName } from '../music/clef'
import { parsePitch, type Pitch } from '../music/pitch'

/** A section of the class: all who play one instrument from one part. In score order. */
export const SEATS = ['violin', 'viola', 'cello', 'bass'] as const
export type Seat = (typeof SEATS)[number]

/** The same of every seat. */
export const bySeat = <T>(of: (seat: Seat) => T): Record<Seat, T> => ({
  violin: of('violin'),
  viola: of('viola'),
  cello: of('cello'),
  bass: of('bass'),
})

export type Instrument = {
  readonly seat: Seat
  readonly name: string
  /** Open strings, low to high, as the part writes them. */
  readonly strings: readonly Pitch[]
  readonly clef: ClefName
  /** Octaves from the written to the sounding pitch. */
  readonly sounds: 0 | -1
  /** Nut to bridge in millimetres, 4/4 (bass 3/4): nominal, the usual sizes of the trade. */
  readonly stringLength: number
}

const tuned = (...names: string[]): Pitch[] => names.map((n) => parsePitch(n)!)

/** The four instruments of the class. Common practice; string lengths nominal. */
export const INSTRUMENTS: Record<Seat, Instrument> = {
  violin: { seat: 'violin', name: 'Violin', strings: tuned('G3', 'D4', 'A4', 'E5'), clef: 'treble', sounds: 0, stringLength: 328 },
  viola: { seat: 'viola', name: 'Viola', strings: tuned('C3', 'G3', 'D4', 'A4'), clef: 'alto', sounds: 0, stringLength: 375 },
  cello: { seat: 'cello', name: 'Cello', strings: tuned('C2', 'G2', 'D3', 'A3'), clef: 'bass', sounds: 0, stringLength: 692 },
  bass: { seat: 'bass', name: 'Bass', strings: tuned('E2', 'A2', 'D3', 'G3'), clef: 'bass', sounds: -1, stringLength: 1050 },
}
