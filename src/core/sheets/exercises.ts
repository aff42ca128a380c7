import { count } from '../count'
import { plainNote, printedNote } from '../music/noteName'
import { byOctaves, type Letter, type Pitch } from '../music/pitch'
import { nameOf } from '../piece/address'
import type { Line, NoteEvent, Piece } from '../piece/piece'
import type { Reading } from '../reading/reading'
import { sayStop, stringName } from '../words/en/hands'
import type { ClassSettings } from '../plan/class'
import { emptyPlan, type Plan } from '../plan/plan'
import type { Block } from './blocks'
import { allWays, madePart, type Made, type SheetSource } from './made'

/* Sheets that are written on or played from by one seat. */

/** Letters that a part has at more than one place of a finger, or with a sign; else the one that it has most. */
function askedLetters(r: Reading): Letter[] {
  const kinds = new Map<Letter, Set<string>>()
  const often = new Map<Letter, number>()
  for (const n of r.notes)
    n.heads.forEach(({ pitch }, i) => {
      const stop = n.hold?.stops[i]
      if (!stop) return
      often.set(pitch.letter, (often.get(pitch.letter) ?? 0) + 1)
      const seen = kinds.get(pitch.letter) ?? new Set<string>()
      kinds.set(pitch.letter, seen.add(`${pitch.alter}`))
    })
  const two = [...kinds].filter(([, seen]) => seen.size > 1).map(([letter]) => letter)
  if (two.length > 0) return two.sort()
  return [...often]
    .sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))
    .slice(0, 2)
    .map(([letter]) => letter)
    .sort()
}

const placesByMeasure = (line: Line, found: readonly { readonly index: number; readonly says: string }[]): string =>
  found.length === 0 ? 'none' : found.map(({ index, says }) => `${nameOf(line, index)}: ${says}`).join('; ')

/** What is to be circled and said, then a page with the answers. */
export function circleBlocks(source: Made, r: Reading): Block[] {
  const { line, seat } = r.map
  const { talk } = source.klass
  const tasks = [
    ...askedLetters(r).map((letter) => ({
      task: `Circle every ${plainNote(talk.names, letter)}. Which kind is it? Which finger plays it?`,
      found: r.notes.flatMap((n) =>
        n.heads.flatMap(({ pitch }, i) =>
          pitch.letter === letter && n.hold?.stops[i]
            ? [
                {
                  index: n.placed.at.index,
                  says: `${printedNote(talk.names, pitch)}, ${sayStop(talk, r.instrument, n.hold.stops[i])}`,
                },
              ]
            : [],
        ),
      ),
    })),
    {
      task: 'Draw a box around every open string.',
      found: r.notes.flatMap((n) =>
        n.hold?.stops.some((s) => s.finger === 0)
          ? [
              {
                index: n.placed.at.index,
                says: n.hold.stops
                  .filter((s) => s.finger === 0)
                  .map((s) => stringName(talk, r.instrument, s.string))
                  .join(' and '),
              },
            ]
          : [],
      ),
    },
    {
      task: 'Draw an arrow where the bow changes strings.',
      found: r.notes.flatMap((n) => {
        const stop = n.move?.crossing ? n.hold?.stops[0] : undefined
        return stop ? [{ index: n.placed.at.index, says: `to ${stringName(talk, r.instrument, stop.string)}` }] : []
      }),
    },
  ]
  return [
    ...tasks.map((t, i): Block => ({ kind: 'text', text: `${i + 1}. ${t.task}` })),
    { kind: 'music', music: madePart(source, seat.id, [], 'none') },
    { kind: 'page' },
    { kind: 'head', text: 'Answer key' },
    {
      kind: 'rows',
      widths: [2, 0.6, 5],
      head: ['Task', 'How many', 'Where'],
      rows: tasks.map((t, i) => [`${i + 1}. ${t.task}`, `${t.found.length}`, placesByMeasure(line, t.found)]),
    },
    { kind: 'music', music: madePart(source, seat.id, ['letters', 'strings', 'fingers', 'positions']) },
  ]
}

/** A blank to be filled in. */
const BLANK = '____'

/** A row a measure with blanks for letter, string and finger; then a page with all right answers. */
export function theoryBlocks(source: Made, r: Reading): Block[] {
  const { line, seat } = r.map
  const { talk } = source.klass
  const measures = line.measures.flatMap((_, i) => (r.byMeasure[i]?.length ? [{ i, notes: r.byMeasure[i] }] : []))
  return [
    { kind: 'text', text: `Write the letter, the string and the finger of every note. ${count(r.notes.length, 'note')} in all.` },
    { kind: 'music', music: madePart(source, seat.id, [], 'none') },
    {
      kind: 'rows',
      widths: [1.3, 0.8, 5],
      head: ['Measure', '', ''],
      rows: measures.flatMap(({ i, notes }) =>
        ['letters', 'strings', 'fingers'].map((what, k) => [k === 0 ? nameOf(line, i) : '', what, notes.map(() => BLANK).join('   ')]),
      ),
    },
    { kind: 'page' },
    { kind: 'head', text: 'All right answers' },
    { kind: 'text', text: 'This class’s way comes first. Anything else it has learned is right too.', soft: true },
    {
      kind: 'rows',
      widths: [1.3, 6],
      head: ['Measure', 'Notes'],
      rows: measures.map(({ i, notes }) => [
        nameOf(line, i),
        notes
          .map((n) => `${n.heads.map((h) => printedNote(talk.names, h.pitch)).join('+')} ${allWays(r, n, talk).join(' or ')}`)
          .join('; '),
      ]),
    },
  ]
}

/** The part with every note on its open string: rhythm, rests, slurs and bows are the piece's. */
export function onOpenStrings(r: Reading): Piece {
  // Strings as the part writes them, put back to where the line stands before its seat moves it.
  const strings = r.instrument.strings.map((p): Pitch => byOctaves(p, -r.map.written))
  const heads = new Map(
    r.notes.map((n) => [
      n.placed.event.id,
      [...new Set((n.hold?.stops ?? []).map((s) => s.string))].map((s) => ({ pitch: strings[s], tie: false })),
    ]),
  )
  const { line } = r.map
  const opened: Line = {
    ...line,
    measures: line.measures.map((m) => ({
      ...m,
      events: m.events.map((e) => {
        const own = heads.get(e.id)
        if (e.kind !== 'note' || !own || own.length === 0) return e
        const tie = (e as NoteEvent).heads.some((h) => h.tie)
        return { ...e, heads: own.map((h) => ({ ...h, tie })) }
      }),
    })),
  }
  return { ...r.piece, lines: [opened] }
}

/** The bow alone of a seat, as a piece with what it is mapped by. */
export function bowAlone(klass: ClassSettings, r: Reading): SheetSource {
  const { seat } = r.map
  const row = klass.seats.find((s) => s.id === seat.id)!
  const plan: Plan = { ...emptyPlan(), octaves: { [seat.id]: r.map.octave }, lines: { [seat.id]: 0 } }
  return { piece: onOpenStrings(r), plan, klass: { ...klass, seats: [row] } }
}

/** The same on paper. */
export const bowBlocks = ({ klass }: Made, r: Reading): Block[] => [
  { kind: 'text', text: 'Rest the left hand. Play every note on its open string, with the bows of the piece.' },
  { kind: 'music', music: madePart(bowAlone(klass, r), r.map.seat.id, ['strings', 'bows']) },
]
