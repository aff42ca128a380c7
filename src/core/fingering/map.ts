import type { Hold, Stop } from '../hands/hold'
import { positionKey, schoolOf, type Instrument } from '../instruments/instrument'
import { throughSchool } from '../instruments/throughSchool'
import type { Learned } from '../instruments/learned'
import type { Player } from '../instruments/player'
import { byOctaves, type Pitch } from '../music/pitch'
import { quarters } from '../music/time'
import type { Line, Piece } from '../piece/piece'
import type { PlacedEvent } from '../piece/walk'
import { once } from '../once'
import { pinsAt, type Alternative } from './alternatives'
import { frameAt, type Frame } from './frame'
import type { Setup } from './candidates'
import { layOut, type LineAsk } from './layout'
import { laterThanNext } from './costs'
import { momentsOf, type Moment } from './moments'
import type { Pin } from './pins'
import type { Policy } from './policy'
import { problemsOf, type MapProblem } from './problems'
import { otherwise } from './returns'
import { chosenAt, type Solution, solve } from './solve'

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

export type { MapProblem }

/** One seat's line, mapped. `octave` is how far the sounding line was moved; `written` the same for what the part shows. */
export type SeatMap = {
  readonly seat: Player
  readonly instrument: Instrument
  readonly line: Line
  readonly octave: number
  readonly written: number
  readonly moments: readonly Moment[]
  /** What it was mapped for. */
  readonly setup: Setup
  /** For src/core/fingering alone; others ask `along.ts`. */
  readonly solution: Solution
  readonly notes: readonly MappedNote[]
  readonly problems: readonly MapProblem[]
  readonly byEvent: ReadonlyMap<string, readonly MappedNote[]>
}

type MapOptions = {
  readonly octave: number
  readonly policy: Policy
  readonly learned: Learned
  readonly pins?: ReadonlyMap<string, Pin>
}

/** How many octaves from the line to what the seat's part writes, for a sounding shift of `octave`. */
export const writtenOctaves = (instrument: Instrument, octave: number): number => octave - instrument.sounds

const NO_PINS: ReadonlyMap<string, Pin> = new Map()

/** How many ways to finger one line are kept: four seats in a few octaves. */
const MOST_KEPT = 24

const found = once((_: readonly Moment[]): Solution[] => [])

/**
 * The line's fingering without a pin, kept with the line: octaves are chosen by it, and what pins cost is told against it.
 * One position that is not learned does where two would be asked for; and a measure that returns keeps its fingers, unless
 * what stands around it makes others easier by more than that is worth.
 */
function unpinned(setup: Setup, line: Line, moments: readonly Moment[], octaves: number): Solution {
  const known = found(moments)
  const { instrument, policy, learned } = setup
  const made = known.find(
    ({ setup: s, source }) => s.instrument === instrument && s.policy === policy && s.learned === learned && source.octaves === octaves,
  )
  if (made) return made
  const source: LineAsk = { line, moments, octaves, pins: NO_PINS }
  const plain = fewestPlaces(solve(layOut(setup, source)))
  const keeps = otherwise(plain, moments)
  const solution = keeps.size ? solve(layOut(setup, { ...plain.source, keeps })) : plain
  if (known.length >= MOST_KEPT) known.shift()
  known.push(solution)
  return solution
}

/** More positions that are not learned than this are no part for a class: nothing is tried for it. */
const MOST_TRIED = 4

/** A solution that goes to no position that is not learned where another one that it goes to would do; the one taught last goes first. */
function fewestPlaces(first: Solution): Solution {
  let best = first
  let used = newPlaces(first)
  if (used.length > MOST_TRIED) return first
  for (const place of used.length > 1 ? [...used].reverse() : []) {
    if (used.length < 2 || !used.includes(place) || !canSpare(best, place, used)) continue
    const others = best.setup.instrument.positions.flatMap((_, p) =>
      laterThanNext(best.setup, p) !== null && (p === place || !used.includes(p)) ? [p] : [],
    )
    const tried = solve(layOut(best.setup, { ...best.source, without: new Set(others) }))
    const left = newPlaces(tried)
    if (left.length < used.length && left.every((p) => used.includes(p))) [best, used] = [tried, left]
  }
  return best
}

/** Whether every note that is played in a position may be played elsewhere, without another new position than those it goes to. */
function canSpare(s: Solution, place: number, used: readonly number[]): boolean {
  const { instrument, learned } = s.setup
  const stands = instrument.positions.map((p, i) => i !== place && (used.includes(i) || learned.positions.includes(positionKey(p))))
  return s.columns.every((c, i) => {
    const hold = chosenAt(s, i)
    return hold.open || hold.position !== place || c.all.some((h) => h.open || stands[h.position])
  })
}

/** The positions to which a solution goes that are not learned, those that are taught first before the others. */
function newPlaces(s: Solution): number[] {
  const later = new Map<number, number>()
  s.columns.forEach((_, i) => {
    const hold = chosenAt(s, i)
    const at = hold.open || !hold.needs.includes('position') ? null : laterThanNext(s.setup, hold.position)
    if (at !== null) later.set(hold.position, at)
  })
  return [...later.keys()].sort((a, b) => later.get(a)! - later.get(b)!)
}

/** Maps a line for a seat: every note gets a string, finger, place, position and frame, or a problem. */
export function mapSeat(piece: Piece, line: Line, seat: Player, { octave, policy, learned, pins = NO_PINS }: MapOptions): SeatMap {
  const { instrument } = seat
  const written = writtenOctaves(instrument, octave)
  const moments = momentsOf(piece, line)
  const setup: Setup = { instrument, policy, learned: throughSchool(instrument, schoolOf(instrument, policy.school), learned) }
  const free = unpinned(setup, line, moments, written)
  // What a pin costs is told beforehand: it changes nothing but what it says, not what the other measures are asked to keep.
  const solution = pins.size ? solve(layOut(setup, { ...free.source, pins })) : free
  // What only drawing asks for is made when it is first asked for: a search maps a line many times and draws none.
  let notes: readonly MappedNote[] | undefined
  let byEvent: ReadonlyMap<string, readonly MappedNote[]> | undefined
  let problems: readonly MapProblem[] | undefined
  return {
    seat,
    instrument,
    line,
    octave,
    written,
    moments,
    setup,
    solution,
    get problems() {
      return (problems ??= problemsOf(solution, moments))
    },
    get notes() {
      return (notes ??= solution.columns.flatMap((_, column) => notesOf(solution, column, moments, written)))
    },
    get byEvent() {
      return (byEvent ??= notesByEvent(this.notes))
    },
  }
}

function notesByEvent(notes: readonly MappedNote[]): Map<string, MappedNote[]> {
  const byEvent = new Map<string, MappedNote[]>()
  for (const n of notes) {
    const same = byEvent.get(n.placed.event.id)
    if (same) same.push(n)
    else byEvent.set(n.placed.event.id, [n])
  }
  return byEvent
}

function notesOf(s: Solution, column: number, moments: readonly Moment[], written: number): MappedNote[] {
  const c = s.columns[column]
  const hold = chosenAt(s, column)
  const moment = moments[c.moment]
  const cut = moment.pitches.length - c.pitches.length
  const { instrument } = s.setup
  const position = instrument.positions[hold.position].name
  const { key } = moment.events[0].at
  const chord = moment.pitches.length > 1
  const notes: MappedNote[] = []
  hold.stops.forEach((stop, i) => {
    // Most readers of a map never ask for its frames: each is derived when it is first looked at.
    let frame: Frame | null | undefined
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
        get frame() {
          return (frame ??= stop.finger === 0 ? null : frameAt(s, column, stop, key))
        },
        chord,
        pinned: c.pinned,
        held: n > 0,
      }
    })
  })
  return notes
}

/** Every other choice at a note, learned or not, cheapest first, each at the price that its pin costs. */
export const choicesAt = (map: SeatMap, note: MappedNote): Alternative[] => pinsAt(map.solution, note.column)

/** Onset and length of a note in quarters, as exact fractions. */
export const timesOf = (n: MappedNote) => ({ onset: quarters(n.placed.onset), duration: quarters(n.placed.ticks) })
