import { csvRow } from './csv'
import { bowingOf } from '@/core/bowing/bow'
import { handsAlong, type FingerOn } from '@/core/fingering/down'
import { timesOf, type SeatMap } from '@/core/fingering/map'
import { reasonFor } from '@/core/fingering/reason'
import { sayWrongBow } from '@/core/words/en/bowing'
import { sayFingers, sayProblem, sayReason, tellingOf } from '@/core/words/en/fingering'
import { PLAIN_TONGUE } from '@/core/words/en/hands'
import { movesOf, type Shift } from '@/core/fingering/moves'
import { isBroken } from '@/core/hands/hold'
import { keyName } from '@/core/music/key'
import { pitchName } from '@/core/music/pitch'
import { partOfSeat, type Part } from '@/core/part/part'
import { beatOf, meterName, quarters } from '@/core/music/time'
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
  /** What of it the class has not learned: position, string, finger, place, extension, chord. */
  new: string[]
  /** Three or four notes that the bow cannot hold at once. */
  broken: boolean
  /** How the line comes to it: by the hand or the bow alone, and how many strings, up positive. */
  crossing: 'hand' | 'bow' | null
  strings: number
  shift: Shift | null
  /** The finger that slides between low and high, or hops over a fifth. */
  slide: number | null
  fifth: number | null
  /** Fingers down, kept and to be set ahead, as "1 2 on D". */
  down: string
  keep: string
  prepare: string
  /** Null where it is plucked. */
  bow: 'down' | 'up' | null
  retake: boolean
  contact: string | null
}
/** A note that no hand of the seat plays: where it stands, and why. */
type Unreached = Pick<ReportNote, 'measure' | 'beat' | 'onset' | 'duration' | 'pitch' | 'letter' | 'chord' | 'reason'>
export type ReportSeat = {
  seat: string
  octave: number
  notes: ReportNote[]
  /** Notes out of reach, or left out of a chord: with `notes` they are all there are. */
  unreached: Unreached[]
  problems: { measure: number | string; beat: number; text: string }[]
  /** Where the bow comes out the wrong way round. */
  bowing: { measure: number | string; text: string }[]
}
export type Report = { file: string; piece: { title: string; key: string; time: string; measures: number }; seats: ReportSeat[] }

export const measureNumber = (n: string): number | string => (/^\d+$/.test(n) ? Number(n) : n)

/** The whole map of a piece as plain values. */
export function reportOf(file: string, piece: Piece, maps: readonly SeatMap[]): Report {
  return {
    file,
    piece: { title: piece.title, key: keyName(piece.key), time: meterName(piece.meter), measures: piece.lines[0].measures.length },
    seats: maps.map((m) => seatReport(piece, m)),
  }
}

function seatReport(piece: Piece, m: SeatMap): ReportSeat {
  const part = partOfSeat(piece, m, true)
  const bowing = bowingOf(piece, m.line)
  const hands = handsAlong(m)
  const telling = tellingOf(m, PLAIN_TONGUE)
  const moves = new Map(movesOf(m).flatMap((x) => (x.jump ? [] : [[x.to, x] as const])))
  const on = (list: readonly FingerOn[] | undefined) => sayFingers(PLAIN_TONGUE, m.instrument, list ?? [])
  return {
    seat: m.seat.id,
    octave: m.octave,
    notes: m.notes.map((n) => {
      const move = n.held ? undefined : moves.get(n.column)
      const hand = hands[n.column]
      const stroke = bowing.byEvent.get(n.placed.event.id)
      return {
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
        reason: sayReason(telling, reasonFor(m, n)),
        new: [...n.hold.needs],
        broken: isBroken(n.hold),
        crossing: move?.crossing?.by ?? null,
        strings: move?.crossing?.strings ?? 0,
        shift: move?.shift ?? null,
        slide: move?.slide?.finger ?? null,
        fifth: move?.fifth ?? null,
        down: on(hand.down),
        keep: on(hand.keep),
        prepare: on(hand.prepare?.fingers),
        bow: stroke?.bow ?? null,
        retake: stroke?.retake === true && stroke.events[0] === n.placed.event.id,
        contact: stroke?.contact ?? null,
      }
    }),
    unreached: unreachedOf(part, m),
    problems: m.problems.map((p) => ({ measure: measureNumber(p.measure), beat: p.beat, text: sayProblem(telling, p) })),
    bowing: bowing.wrong.map((w) => ({ measure: measureNumber(w.measure), text: sayWrongBow(m.line, w.facts) })),
  }
}

const eventsOf = (part: Part) => part.measures.flatMap((m) => m.events)

function unreachedOf(part: Part, m: SeatMap): Unreached[] {
  const why = new Map(m.problems.map((p) => [p.placed.event.id, sayProblem(tellingOf(m, PLAIN_TONGUE), p)]))
  return eventsOf(part).flatMap(({ placed, event, heads }) =>
    heads.flatMap(({ note, pitch }): Unreached[] =>
      note
        ? []
        : [
            {
              measure: measureNumber(placed.at.measure.number),
              beat: beatOf(placed.into, placed.at.meter),
              onset: quarters(placed.onset),
              duration: quarters(placed.ticks),
              pitch: pitchName(pitch),
              letter: pitchName(pitch).replace(/-?\d+$/, ''),
              chord: heads.length > 1,
              reason: why.get(event.id) ?? 'Out of reach.',
            },
          ],
    ),
  )
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
  'new',
  'broken',
  'crossing',
  'strings',
  'shift',
  'slide',
  'fifth',
  'down',
  'keep',
  'prepare',
  'bow',
  'retake',
  'contact',
] as const satisfies readonly (keyof ReportNote)[]

/** "I to III" for a shift, "finger string" for what is new. */
const cell = (v: ReportNote[keyof ReportNote]): string | number | boolean | null =>
  v !== null && typeof v === 'object' ? ('from' in v ? `${v.from} to ${v.to}` : v.join(' ')) : v

export const csvHeader = csvRow(['file', 'seat', 'octave', ...COLUMNS])
/** A row for every note, in the order of the music; one that nobody plays has no string and no finger. */
export const csvRows = (r: Report): string =>
  r.seats
    .flatMap((s) => {
      const rows: { at: number; cells: Partial<ReportNote> }[] = [...s.notes, ...s.unreached].map((n) => ({
        at: number(n.onset),
        cells: n,
      }))
      return rows
        .sort((a, b) => a.at - b.at)
        .map(({ cells }) => csvRow([r.file, s.seat, s.octave, ...COLUMNS.map((c) => cell(cells[c] ?? null))]))
    })
    .join('')

/** "3/2" as a number. */
const number = (fraction: string): number => {
  const [n, d = '1'] = fraction.split('/')
  return Number(n) / Number(d)
}
