import { reasonFor, timesOf, type SeatMap } from '@/core/fingering/map'
import { keyName } from '@/core/music/key'
import { pitchName } from '@/core/music/pitch'
import { beatOf, meterName } from '@/core/music/time'
import type { Piece } from '@/core/piece/piece'

/** One note of a seat as the command line and the CSV say it. */
export type ReportNote = {
  /** As printed; a number when it is one. */
  measure: number | string
  /** Written beats from 1. */
  beat: number
  /** Quarters from the start of the written line, as exact fractions: "3/2". */
  onset: string
  duration: string
  /** Written pitch of the seat: "F#4". */
  pitch: string
  letter: string
  string: string
  finger: number
  place: 'low' | 'normal' | 'high'
  k: number
  position: string | null
  frame: string | null
  chord: boolean
  pinned: boolean
  reason: string
}
export type ReportSeat = {
  seat: string
  octave: number
  notes: ReportNote[]
  problems: { measure: number | string; beat: number; text: string }[]
}
export type Report = { file: string; piece: { title: string; key: string; time: string; measures: number }; seats: ReportSeat[] }

const measureNumber = (n: string): number | string => (/^\d+$/.test(n) ? Number(n) : n)

/** The whole map of a piece as plain values. */
export function reportOf(file: string, piece: Piece, maps: readonly SeatMap[]): Report {
  return {
    file,
    piece: { title: piece.title, key: keyName(piece.key), time: meterName(piece.meter), measures: piece.lines[0].measures.length },
    seats: maps.map((m) => ({
      seat: m.instrument.seat,
      octave: m.octave,
      notes: m.notes.map((n) => ({
        measure: measureNumber(n.placed.at.measure.number),
        beat: beatOf(n.placed.into, n.placed.at.meter),
        ...timesOf(n),
        pitch: pitchName(n.pitch),
        letter: pitchName(n.pitch).replace(/-?\d+$/, ''),
        string: m.instrument.strings[n.stop.string].letter,
        finger: n.stop.finger,
        place: n.stop.place,
        k: n.stop.k,
        position: n.position,
        frame: n.frame?.name ?? null,
        chord: n.chord,
        pinned: n.pinned,
        reason: reasonFor(m, n),
      })),
      problems: m.problems.map((p) => ({ measure: measureNumber(p.measure), beat: p.beat, text: p.text })),
    })),
  }
}

const COLUMNS = [
  'measure',
  'beat',
  'onset',
  'duration',
  'pitch',
  'letter',
  'string',
  'finger',
  'place',
  'k',
  'position',
  'frame',
  'chord',
  'pinned',
  'reason',
] as const satisfies readonly (keyof ReportNote)[]

/** RFC 4180: a field with a comma, quote or line break is quoted. */
const field = (v: string | number | boolean | null): string =>
  v === null ? '' : /[",\r\n]/.test(String(v)) ? `"${String(v).replace(/"/g, '""')}"` : String(v)

export const csvHeader = `file,seat,octave,${COLUMNS.join(',')}\r\n`
export const csvRows = (r: Report): string =>
  r.seats.flatMap((s) => s.notes.map((n) => `${[r.file, s.seat, s.octave, ...COLUMNS.map((c) => n[c])].map(field).join(',')}\r\n`)).join('')
