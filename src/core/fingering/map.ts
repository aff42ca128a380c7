import type { Hold, Stop } from '../hands/hold'
import { INSTRUMENTS, type Instrument, type Seat } from '../hands/instruments'
import { FIRST_POSITION, type Level } from '../hands/level'
import { POSITIONS } from '../hands/positions'
import { byOctaves, midiOf, pitchName, type Pitch } from '../music/pitch'
import { beatOf, quarters } from '../music/time'
import type { Line, Piece } from '../piece/piece'
import type { PlacedEvent } from '../piece/walk'
import { alternativesAt, differenceOf, type Alternative } from './alternatives'
import { candidates } from './candidates'
import { sayHold, sayWhy } from './explain'
import { frameAt, type Frame } from './frame'
import { momentsOf, type Moment } from './moments'
import type { Pin } from './pins'
import type { Policy } from './policy'
import { layOut, solve, type Problem, type Solution } from './solve'

/** A written head of the seat's part with what the hand does for it. */
export type MappedNote = {
  readonly placed: PlacedEvent
  /** Which head of the event, as the event lists them. */
  readonly head: number
  /** As the seat's part writes it. */
  readonly pitch: Pitch
  readonly stop: Stop
  readonly hold: Hold
  /** Index of its column in the solution. */
  readonly column: number
  readonly position: string | null
  readonly frame: Frame | null
  readonly chord: boolean
  readonly pinned: boolean
  /** It only holds on what a tied note before it struck. */
  readonly held: boolean
}

/** Something the teacher must know about a note: what and where. */
export type MapProblem = {
  /** One word for it: out of reach, a chord to divide, a pin set aside, new for this class. */
  readonly mark: 'out' | 'divide' | 'pin' | 'new'
  readonly placed: PlacedEvent
  readonly measure: string
  readonly beat: number
  readonly text: string
}

/** One seat's line, mapped. `octave` is how far the sounding line was moved; `written` the same for what the part shows. */
export type SeatMap = {
  readonly instrument: Instrument
  readonly line: Line
  readonly octave: number
  readonly written: number
  readonly moments: readonly Moment[]
  readonly solution: Solution
  readonly notes: readonly MappedNote[]
  readonly problems: readonly MapProblem[]
  readonly byEvent: ReadonlyMap<string, readonly MappedNote[]>
}

export type MapOptions = {
  readonly octave: number
  readonly policy: Policy
  readonly level?: Level
  readonly pins?: ReadonlyMap<string, Pin>
}

/** How many octaves from the line to what the seat's part writes, for a sounding shift of `octave`. */
export const writtenOctaves = (instrument: Instrument, octave: number): number => octave - instrument.sounds

/** Maps a line for a seat: every note gets a string, finger, place, position and frame, or a problem. */
export function mapSeat(piece: Piece, line: Line, seat: Seat, { octave, policy, level = FIRST_POSITION, pins }: MapOptions): SeatMap {
  const instrument = INSTRUMENTS[seat]
  const written = writtenOctaves(instrument, octave)
  const moments = momentsOf(piece, line)
  const solution = solve(layOut({ instrument, school: policy.bassSchool, level }, policy, moments, written, pins))
  const notes: MappedNote[] = []
  for (let column = 0; column < solution.columns.length; column++) notes.push(...notesOf(solution, column, moments, written))
  const byEvent = new Map<string, MappedNote[]>()
  for (const n of notes) {
    const same = byEvent.get(n.placed.event.id)
    if (same) same.push(n)
    else byEvent.set(n.placed.event.id, [n])
  }
  const problems = [
    ...solution.problems.map((p) => sayProblem(solution, moments, p)),
    ...solution.columns.flatMap((c, i) => beyondLevel(solution, i, moments[c.moment])),
  ].sort((a, b) => a.placed.onset - b.placed.onset)
  return { instrument, line, octave, written, moments, solution, notes, problems, byEvent }
}

function notesOf(s: Solution, column: number, moments: readonly Moment[], written: number): MappedNote[] {
  const c = s.columns[column]
  const hold = c.holds[s.chosen[column]]
  const moment = moments[c.moment]
  const cut = moment.pitches.length - c.pitches.length
  const { instrument } = s.setup
  const position = POSITIONS[instrument.seat][hold.position].name
  const { key } = moment.events[0].at
  const chord = moment.pitches.length > 1
  const notes: MappedNote[] = []
  hold.stops.forEach((stop, i) => {
    const frame = stop.finger === 0 ? null : frameAt(s, column, stop, key)
    // A respelled hold still shows the written spelling.
    const pitch = byOctaves(moment.pitches[cut + i], written)
    moment.events.forEach((placed, n) => {
      notes[n * hold.stops.length + i] = {
        placed,
        head: moment.order[cut + i],
        pitch,
        stop,
        hold,
        column,
        position: stop.finger === 0 ? null : position,
        frame,
        chord,
        pinned: c.pinned,
        held: n > 0,
      }
    })
  })
  return notes
}

const at = (placed: PlacedEvent) => ({ placed, measure: placed.at.measure.number, beat: beatOf(placed.into, placed.at.meter) })

const names = (pitches: readonly Pitch[]) => pitches.map(pitchName).join(' and ')

function sayProblem(s: Solution, moments: readonly Moment[], p: Problem): MapProblem {
  const where = at(moments[p.moment].events[0])
  const { instrument } = s.setup
  const low = instrument.strings[0]
  const seat = instrument.name.toLowerCase()
  const what = names(p.pitches)
  switch (p.kind) {
    case 'out-of-reach': {
      const below = midiOf(p.pitches[0]) < midiOf(low)
      const text = below
        ? `${what} is below the ${seat}'s lowest string (${pitchName(low)}); move the seat up an octave.`
        : `${what} is beyond VII position; move the seat down an octave.`
      return { ...where, mark: 'out', text }
    }
    case 'chord-cut':
      return {
        ...where,
        mark: 'divide',
        text: `${what} cannot be held together on the ${seat}; the top note is mapped, divide the others.`,
      }
    case 'pin-impossible':
      return { ...where, mark: 'pin', text: `The pin on ${what} fits no string and finger here; it is set aside.` }
  }
}

/** A note that needs more than the class has learned: mapped all the same, and said, with the octave that would do. */
function beyondLevel(s: Solution, column: number, moment: Moment): MapProblem[] {
  const c = s.columns[column]
  const hold = c.holds[s.chosen[column]]
  if (hold.learned || c.pinned) return []
  const { instrument } = s.setup
  const down = c.pitches.map((p) => byOctaves(p, -1))
  const easier = candidates(s.setup, down, [1]).find((h) => h.learned)
  const hint = easier ? ` An octave lower, ${names(down)} is ${sayHold(instrument, easier)}.` : ''
  return [
    {
      ...at(moment.events[0]),
      mark: 'new',
      text: `${names(c.pitches)} needs ${sayHold(instrument, hold)}, which the class has not learned.${hint}`,
    },
  ]
}

/** Why the hand does this at a note, in one sentence. Tied-on notes say so. */
export function reasonFor(map: SeatMap, note: MappedNote): string {
  if (note.held) return 'Held on from the note before.'
  const { solution } = map
  const next = note.pinned ? undefined : alternativesAt(solution, note.column)[0]
  const runnerUp = next && { ...next, differs: differenceOf(solution, note.column, next.hold) }
  return sayWhy(map.instrument, note.hold, note.frame, runnerUp, note.pinned)
}

/** Every other choice at a note, learned or not, cheapest first. */
export const choicesAt = (map: SeatMap, note: MappedNote): Alternative[] => alternativesAt(map.solution, note.column, true)

/** Onset and length of a note in quarters, as exact fractions. */
export const timesOf = (n: MappedNote) => ({ onset: quarters(n.placed.onset), duration: quarters(n.placed.ticks) })
