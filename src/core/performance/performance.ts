import { midiOf } from '../music/pitch'
import { beatOf, QUARTER, ticksOf } from '../music/time'
import type { Grace, Line, NoteEvent, Piece } from '../piece/piece'
import { unfold } from '../piece/unfold'
import { placeEvents, placeMeasures, type PlacedEvent } from '../piece/walk'
import { secondsBetween, USUAL_TEMPO } from './tempo'

/** What is played of a part: its line, and how many octaves it sounds from it. */
type Sounded = { readonly line: Line; readonly octave: number }

/** A written measure as it is played once more. Times in seconds and in ticks from the first note played. */
export type PlayedMeasure = {
  readonly index: number
  readonly number: string
  /** How often it has been played, with this time: 1 for the first. */
  readonly pass: number
  readonly at: number
  readonly tick: number
  readonly ticks: number
}

/** A note as it sounds, with where it is written. */
export type PlayedNote = {
  /** Seconds from the beginning, and how long it sounds. */
  readonly at: number
  readonly lasts: number
  /** The same in ticks of the music as it is played: repeats told out. */
  readonly tick: number
  readonly ticks: number
  /** Sounding key number (MIDI 1.0: 60 is middle C). */
  readonly midi: number
  /** Its written event and head; of a grace note the event before which it stands. */
  readonly event: string
  readonly head: number
  readonly grace: boolean
  /** The measure as printed, by index, and the beat of it, counted from 1. */
  readonly measure: string
  readonly index: number
  readonly beat: number
  readonly pass: number
}

/** A part as it is played: repeats, endings and jumps told out, ties joined, at the piece's tempo. */
export type Performance = {
  readonly measures: readonly PlayedMeasure[]
  readonly notes: readonly PlayedNote[]
  /** Seconds in all. */
  readonly lasts: number
}

/** A key that MIDI has (0 to 127): what lies beyond is played in the nearest octave that it can say. */
const inKeys = (midi: number): number => (midi > 127 ? inKeys(midi - 12) : midi < 0 ? inKeys(midi + 12) : midi)

/** The measures in the order in which the class plays them: every line goes the way of the first. */
export function measuresPlayed(piece: Piece): PlayedMeasure[] {
  const lines = piece.lines.map((line) => placeMeasures(piece, line))
  const passes = new Map<number, number>()
  let [at, tick] = [0, 0]
  return unfold(piece.lines[0]).map((index): PlayedMeasure => {
    const pass = (passes.get(index) ?? 0) + 1
    passes.set(index, pass)
    const { measure, start } = lines[0][index]
    // Where one line has too little in a measure, it waits for the others.
    const ticks = Math.max(...lines.map((l) => l[index]?.length ?? 0))
    const played = { index, number: measure.number, pass, at, tick, ticks }
    at += secondsBetween(piece, start, start + ticks)
    tick += ticks
    return played
  })
}

type Open = { -readonly [K in keyof PlayedNote]: PlayedNote[K] }

/** What a part sounds like. */
export function performanceOf(piece: Piece, { line, octave }: Sounded): Performance {
  const measures = measuresPlayed(piece)
  const written = placeMeasures(piece, line)
  const inMeasure: PlacedEvent[][] = line.measures.map(() => [])
  for (const e of placeEvents(piece, line)) inMeasure[e.at.index].push(e)
  const notes: Open[] = []
  // Notes that are tied on, by key, and the last ones struck: grace notes take their time from those.
  let tied = new Map<number, Open>()
  let last: Open[] = []
  let before = -1
  for (const m of measures) {
    const { start } = written[m.index]
    // A tie leads to what is played next, be it over an ending, but not back to the beginning of a repeat.
    if (m.index <= before) tied = new Map()
    before = m.index
    for (const { event, onset, ticks, into, at } of inMeasure[m.index]) {
      const struck: Open[] = []
      const next = new Map<number, Open>()
      const goesOn = new Set<Open>()
      if (event.kind === 'note') {
        const where = { event: event.id, measure: m.number, index: m.index, beat: beatOf(into, at.meter), pass: m.pass }
        const tick = m.tick + onset - start
        event.heads.forEach((h, head) => {
          const midi = inKeys(midiOf(h.pitch) + 12 * octave)
          const held = tied.get(midi)
          if (held) {
            held.ticks += ticks
            goesOn.add(held)
          }
          const note: Open = held ?? { at: 0, lasts: 0, tick, ticks, midi, head, grace: false, ...where }
          if (!held) struck.push(note)
          if (h.tie) next.set(midi, note)
        })
        notes.push(
          ...gracesOf(
            event,
            struck,
            last.filter((n) => !goesOn.has(n)),
            octave,
          ),
          ...struck,
        )
        last = [...new Set([...struck, ...next.values()])]
      } else last = []
      tied = next
    }
  }
  const clock = clockOf(piece, measures, written)
  const timed = notes.map((n): PlayedNote => {
    const at = clock(n.tick)
    return { ...n, at, lasts: clock(n.tick + n.ticks) - at }
  })
  const end = measures.at(-1)
  return { measures, notes: timed, lasts: end ? clock(end.tick + end.ticks) : 0 }
}

/** A grace note lasts a 32nd, or less where there is no time for it. Common practice: as short as it can be heard. */
const SHORT = QUARTER / 8

/**
 * The grace notes before a struck note. With a stroke through the stem they come before the beat and take their time from
 * the note before; without one, or where nothing is before, they come on the beat and the note gives up to half of itself.
 * Common practice.
 */
function gracesOf(event: NoteEvent, struck: Open[], last: Open[], octave: number): Open[] {
  const graces = event.graces
  const [main] = struck
  if (!graces || !main) return []
  const ahead = graces.every((g) => g.slash) && last.length > 0 && main.tick > 0
  const room = ahead ? Math.min(...last.map((n) => n.ticks)) / 2 : main.ticks / 2
  const wanted = graces.map((g) => (ahead || g.slash ? SHORT : ticksOf({ base: g.base, dots: 0 })))
  const sum = wanted.reduce((a, b) => a + b, 0)
  const scale = Math.min(1, room / sum)
  const lengths = wanted.map((t) => Math.floor(t * scale))
  const total = lengths.reduce((a, b) => a + b, 0)
  let tick = ahead ? main.tick - total : main.tick
  if (ahead) for (const n of last) n.ticks = Math.min(n.ticks, Math.max(1, tick - n.tick))
  else
    for (const n of struck) {
      n.tick += total
      n.ticks -= total
    }
  return graces.flatMap((g: Grace, i): Open[] => {
    const at = tick
    tick += lengths[i]
    return g.heads.map((h, head) => ({
      ...main,
      tick: at,
      ticks: lengths[i],
      midi: inKeys(midiOf(h.pitch) + 12 * octave),
      head,
      grace: true,
    }))
  })
}

/** Seconds at a tick of the music as it is played. */
function clockOf(
  piece: Piece,
  measures: readonly PlayedMeasure[],
  written: readonly { readonly start: number }[],
): (tick: number) => number {
  return (tick) => {
    let [i, high] = [0, measures.length - 1]
    while (i < high) {
      const middle = (i + high + 1) >> 1
      if (measures[middle].tick <= tick) i = middle
      else high = middle - 1
    }
    const m = measures[i]
    if (!m) return 0
    const { start } = written[m.index]
    return m.at + secondsBetween(piece, start, start + tick - m.tick)
  }
}

/** The piece at another tempo, in quarters a minute: what is marked later changes with it. */
export function atTempo(piece: Piece, tempo: number): Piece {
  const by = tempo / (piece.tempo ?? USUAL_TEMPO)
  const lines = piece.lines.map((l) => ({
    ...l,
    measures: l.measures.map((m) => (m.tempo ? { ...m, tempo: m.tempo * by } : m)),
  }))
  return { ...piece, tempo, lines }
}
