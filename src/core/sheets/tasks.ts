import { printedNote } from '../music/noteName'
import { letterName, byOctaves, pitchName, type Pitch } from '../music/pitch'
import type { Line, Measure } from '../piece/piece'
import { staffPlacesOf } from '../reading/answerKey'
import type { Reading, ReadNote } from '../reading/reading'
import { emptyPlan } from '../plan/plan'
import type { Block, Music, Withheld } from './blocks'
import { allWays, madePart, type Made, type SheetSource } from './made'

/** How many notes are written and named, how many to a measure, and how many measures are barred. */
const [NOTES, PER, MEASURES] = [12, 4, 8]

/** The different notes of a part in the order in which they come: single ones that its hand reaches. */
function differentNotes(r: Reading): ReadNote[] {
  const seen = new Map<string, ReadNote>()
  for (const n of r.notes) {
    const name = pitchName(n.heads[0].pitch)
    if (n.heads.length === 1 && n.hold && !seen.has(name)) seen.set(name, n)
  }
  return [...seen.values()].slice(0, NOTES)
}

/** A line of measures as the one part of a seat. */
function lineFor({ klass }: Made, r: Reading, measures: readonly Measure[], meter = r.piece.meter): SheetSource {
  const seat = r.map.seat.id
  const line: Line = { ...r.map.line, slurs: [], measures: [...measures] }
  return {
    piece: { ...r.piece, meter, lines: [line] },
    plan: { ...emptyPlan(), octaves: { [seat]: r.map.octave }, lines: { [seat]: 0 } },
    klass: { ...klass, seats: klass.seats.filter((s) => s.id === seat) },
  }
}

/** Notes as quarters, four to a measure, where the seat has them. */
function asQuarters(made: Made, r: Reading, pitches: readonly Pitch[]): SheetSource {
  const quarter = { base: 'quarter', dots: 0 } as const
  const measures = Array.from({ length: Math.ceil(pitches.length / PER) }, (_, m): Measure => ({
    number: `${m + 1}`,
    events: Array.from({ length: PER }, (_, i) => {
      const [id, pitch] = [`t${m}-${i}`, pitches[m * PER + i] as Pitch | undefined]
      return pitch
        ? { kind: 'note', id, value: quarter, heads: [{ pitch: byOctaves(pitch, -r.map.written) }] }
        : { kind: 'rest', id, value: quarter }
    }),
  }))
  return lineFor(made, r, measures, { beats: PER, unit: 4 })
}

/** The same staff with nothing on it. */
const emptied = (source: SheetSource): SheetSource => ({
  ...source,
  piece: {
    ...source.piece,
    lines: source.piece.lines.map((l) => ({
      ...l,
      measures: l.measures.map((m, i) => ({
        ...m,
        // As wide as it takes to write by hand; the rests themselves are left out of the drawing.
        events: Array.from({ length: 2 * PER }, (_, k) => ({
          kind: 'rest' as const,
          id: `e${i}-${k}`,
          value: { base: 'eighth' as const, dots: 0 },
        })),
      })),
    })),
  },
})

/** The first whole measures of a part, without repeats and endings: to be barred anew. */
function firstMeasures(made: Made, r: Reading): SheetSource {
  const measures = r.map.line.measures
    .slice(0, MEASURES)
    .map(({ repeatStart: _s, repeatEnd: _e, ending: _n, jump: _j, newLine: _l, ...m }) => m)
  return lineFor(made, r, measures)
}

/** A blank to be filled in. */
const BLANK = '________'

/** Letters to write as notes, stems and barlines to draw, strings and fingers to name; then a page with all right answers. */
export function taskBlocks(made: Made, r: Reading): Block[] {
  const seat = r.map.seat.id
  const notes = differentNotes(r)
  const pitches = notes.map((n) => n.heads[0].pitch)
  const quarters = asQuarters(made, r, pitches)
  const barred = firstMeasures(made, r)
  const music = (source: SheetSource, without?: Withheld): Block => {
    const plain: Music = madePart(source, seat, [], 'none')
    return { kind: 'music', music: without ? { ...plain, without } : plain }
  }
  const { talk } = made.klass
  const letters = pitches.map((p) => printedNote(talk.names, p))
  // Each letter once, with every place that the seat has learned.
  const asked = [...new Map(pitches.map((p) => [letterName(p), p])).values()]
  const tasks = [
    `1. Write each letter as a note, four to a measure, everywhere you have learned it: ${letters.join('  ')}`,
    '2. Draw a stem on every note, up or down.',
    `3. Draw the barlines. The time is ${r.piece.meter.beats}/${r.piece.meter.unit}.`,
    '4. Which string and which finger play each note of task 2?',
  ]
  return [
    { kind: 'text', text: tasks[0] },
    music(emptied(quarters), 'rests'),
    { kind: 'text', text: tasks[1] },
    music(quarters, 'stems'),
    { kind: 'text', text: tasks[2] },
    music(barred, 'barlines'),
    { kind: 'text', text: tasks[3] },
    { kind: 'rows', widths: [1, 1, 1, 1], head: null, rows: inRows(pitches.map((_, i) => `${i + 1}. ${BLANK}`)) },
    { kind: 'page' },
    { kind: 'head', text: 'Answer key' },
    { kind: 'text', text: '1. Every place you have learned is right.' },
    {
      kind: 'rows',
      widths: [0.6, 5],
      head: null,
      rows: asked.map((p) => [
        printedNote(talk.names, p),
        staffPlacesOf(r.map.setup, p, talk)
          .map((x) => x.staff)
          .join(', or ') || 'not learned yet',
      ]),
    },
    { kind: 'text', text: '2. On or above the middle line the stem goes down. Below it, up.' },
    music(quarters),
    { kind: 'text', text: '3.' },
    music(barred),
    { kind: 'text', text: '4. This class’s way comes first. Anything else it has learned is right too.' },
    {
      kind: 'rows',
      widths: [0.4, 0.6, 4],
      head: null,
      rows: notes.map((n, i) => [`${i + 1}.`, letters[i], allWays(r, n, talk).join(' or ')]),
    },
  ]
}

/** Cells in rows of four. */
const inRows = (cells: readonly string[]): string[][] =>
  Array.from({ length: Math.ceil(cells.length / PER) }, (_, i) => Array.from({ length: PER }, (_, k) => cells[i * PER + k] ?? ''))
