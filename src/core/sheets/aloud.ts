import { capital } from '../names'
import { alterIn } from '../music/key'
import { plainNote, printedPitch } from '../music/noteName'
import { LETTERS, type Letter } from '../music/pitch'
import { nameOf } from '../piece/address'
import { staffPlacesOf, answerStaffOf } from '../reading/answerKey'
import { calledTogether, sayCallers } from '../reading/calledTogether'
import { callsOf, sayCall } from '../reading/calls'
import { readersOf } from '../reading/digest/readers'
import type { Reading, ReadNote } from '../reading/reading'
import { numeral } from '../reading/numeral'
import { startCardOf } from '../reading/startCard'
import type { Talk } from '../plan/talk'
import { sayFirst } from '../words/en/digest'
import { tellingOf } from '../words/en/fingering'
import { stringName, type Tongue } from '../words/en/hands'
import { sayTrip } from '../words/en/spots/said'
import type { ClassSettings } from '../plan/class'
import { mapsOf } from '../balance/ensemble'
import type { Block } from './blocks'
import type { Made } from './made'

/* Sheets that are read, by the teacher or aloud. */

const talkOf = (klass: ClassSettings) => ({ ...klass.talk, say: 'both' as const })
/** "3 on D", in as few letters as a crowded page has: "D3", an open string "D0", two at once "D0+A1". */
const shortHold = (r: Reading, n: ReadNote, talk: Talk): string =>
  n.hold ? n.hold.stops.map((s) => `${stringName(talk, r.instrument, s.string)}${numeral(s, talk.low)}`).join('+') : '–'

/** The notes of each measure as a row under each other, seat by seat, in lines of measures. */
export function mapBlocks(readings: readonly Reading[], { talk }: ClassSettings): Block[] {
  const { low } = talk
  const d = plainNote(talk.names, 'D')
  const [first] = readings
  const measures = first.map.line.measures.length
  const across = measures > 32 ? 6 : 4
  const rows: string[][] = []
  for (let from = 0; from < measures; from += across) {
    const these = Array.from({ length: across }, (_, i) => from + i)
    rows.push(['', ...these.map((i) => (i < measures ? nameOf(first.map.line, i) : ''))])
    for (const r of readings) rows.push([r.map.seat.name, ...these.map((i) => (i < measures ? cell(r, r.byMeasure[i] ?? [], talk) : ''))])
  }
  return [
    {
      kind: 'text',
      text: `The string and finger of every note. ${d}0 is open ${d}, ${d}3 is the third finger on it. ${numeral({ place: 'low', finger: 2 }, low)} is low, ${numeral({ place: 'high', finger: 3 }, low)} is high. A Roman numeral: shift there.`,
      soft: true,
    },
    { kind: 'rows', widths: [1.1, ...Array.from({ length: across }, () => 3)], head: null, rows },
  ]
}

function cell(r: Reading, notes: readonly ReadNote[], talk: Talk): string {
  return notes
    .map((n) => {
      const at = n.move?.shift && n.hold && !n.hold.open ? `${r.instrument.positions[n.hold.position].name} ` : ''
      return at + shortHold(r, n, talk)
    })
    .join('  ')
}

export const callsOfSeat = (r: Reading, klass: ClassSettings): Block[] => [
  { kind: 'rows', widths: [1, 5], head: ['Measure', 'Say'], rows: callsOf(r, talkOf(klass)).map((c) => [c.name, sayCall(c)]) },
]

/** The calls of the class: a row a group of seats that say the same. */
function callRows(readings: readonly Reading[], klass: ClassSettings): { readonly index: number; readonly rows: string[][] }[] {
  const callers = readings.map((reading) => ({ id: reading.map.seat.id, name: reading.map.seat.name, reading }))
  return calledTogether(callers, talkOf(klass)).map(({ index, name, groups }) => ({
    index,
    rows: groups.map((g, i) => [i === 0 ? name : '', sayCallers(g.callers, callers.length), sayCall(g.call)]),
  }))
}
export const callsOfClass = (readings: readonly Reading[], klass: ClassSettings): Block[] => [
  { kind: 'rows', widths: [1, 1.4, 4.6], head: ['Measure', 'Who', 'Say'], rows: callRows(readings, klass).flatMap((m) => m.rows) },
]

/** Where each letter of the key stands and what plays it, for a seat. */
export function keyBlocks(r: Reading, named: boolean, talk: Tongue): Block[] {
  const { setup } = r.map
  const staff = answerStaffOf(setup)
  const said = (letters: readonly Letter[]): string => letters.map((l) => plainNote(talk.names, l)).join(' ')
  return [
    ...(named ? [{ kind: 'head' as const, text: r.map.seat.name }] : []),
    {
      kind: 'text',
      text: `${capital(setup.instrument.clef)} clef. Lines ${said(staff.lines)}, spaces ${said(staff.spaces)}, from the bottom. Open strings: ${staff.open.map((o) => `${o.string} (${o.staff})`).join(', ')}.`,
    },
    {
      kind: 'rows',
      widths: [0.8, 2, 4],
      head: ['Note', 'On the staff', 'Played'],
      rows: LETTERS.flatMap((letter) =>
        staffPlacesOf(setup, { letter, alter: alterIn(r.piece.key, letter) }, talk).map((p) => [
          printedPitch(talk.names, p.pitch),
          p.staff,
          p.ways.join(', or '),
        ]),
      ),
    },
  ]
}

/** What somebody who has never seen the class must know: how it starts, what to say first, then measure by measure. */
export function substituteBlocks({ piece, ensemble, plan, klass }: Made, readings: readonly Reading[]): Block[] {
  const seats = { maps: mapsOf(ensemble), talk: klass.talk }
  const readers = readersOf(piece, seats.maps, plan.spots, klass.spots, klass.reads)
  const said = callRows(readings, klass)
  const starts = readings.flatMap((r) => {
    const card = startCardOf(r, klass.talk)
    return card ? [[r.map.seat.name, card.note, card.set, card.bow]] : []
  })
  const counted = readings.map((r) => startCardOf(r, klass.talk)).find((c) => c !== null)?.count
  const help = (index: number): string =>
    readers
      .flatMap(({ reading, shown }) =>
        shown.filter((s) => s.index === index).map((s) => `${reading.map.seat.name}: ${sayTrip(s, tellingOf(reading.map, klass.talk))}`),
      )
      .join(' ')
  return [
    { kind: 'head', text: 'Before the first note' },
    ...(counted ? [{ kind: 'text' as const, text: `Count ${counted}.` }] : []),
    { kind: 'rows', widths: [1, 2, 3, 2], head: ['Seat', 'First note', 'Fingers', 'Bow'], rows: starts },
    { kind: 'head', text: 'Say first' },
    {
      kind: 'rows',
      widths: [3, 3],
      head: ['What', 'What to do'],
      rows: sayFirst(piece, seats.maps, plan.spots, klass).map(({ text, advice }) => [text, advice]),
    },
    { kind: 'head', text: 'Measure by measure' },
    {
      kind: 'rows',
      widths: [0.9, 1.2, 3, 3],
      head: ['Measure', 'Who', 'Say', 'Who needs help'],
      rows: said.flatMap(({ index, rows }) => rows.map(([where, who, text], i) => [where, who, text, i === 0 ? help(index) : ''])),
    },
  ]
}
