import { chargeMap, newIn } from '../fingering/along'
import { mapSeat, writtenOctaves } from '../fingering/map'
import { momentsOf, type Moment } from '../fingering/moments'
import type { Policy } from '../fingering/policy'
import { waysIn } from '../fingering/ways'
import { FOR_NEW, OCTAVES } from '../fingering/weights'
import type { Learned } from '../instruments/learned'
import { CLEFS, ledgerLinesAt } from '../music/clef'
import { byOctaves, midiOf } from '../music/pitch'
import { once } from '../once'
import { kindOf, type ThingKind } from '../plan/things'
import type { Line, Piece } from '../piece/piece'
import { loadOf } from './load'
import { newForHand } from '../reading/newThings'
import type { Seat, SeatId } from '../seats/seat'

/** How many ledger lines a class part may ask for before another octave reads better. */
const READABLE_LEDGER_LINES = 3

/** How far from its usual octave a seat is looked for, the nearest first, of two the lower. */
const STEPS = [0, -1, 1, -2, 2, -3, 3, -4, 4] as const

/**
 * What it is for a seat to learn a thing so that a tune can be played, in the units of the weights: fingers come sooner than
 * strings and these than positions (common practice; the figures are from memory). What the eye learns is the same in every octave.
 */
const NEW_THINGS: Readonly<Record<ThingKind, number>> = {
  finger: 15,
  low: 15,
  high: 15,
  string: 60,
  extension: 60,
  chord: 60,
  shifts: 60,
  position: 100,
  rhythm: 0,
  sign: 0,
  slur: 0,
  together: 0,
  key: 0,
}

/** How a seat fingers and what it has learned. */
type Ways = { readonly policy: Policy; readonly learned: Learned }

/** A line as a seat would play it. */
type Part = { readonly piece: Piece; readonly line: Line; readonly seat: Seat; readonly ways: Ways }

/** The different notes and chords of a line, each with how often it comes. */
const soundsIn = once((moments: readonly Moment[]): readonly { readonly pitches: Moment['pitches']; readonly times: number }[] => {
  const found = new Map<string, { pitches: Moment['pitches']; times: number }>()
  for (const { pitches } of moments) {
    const key = pitches.map((p) => midiOf(p)).join(' ')
    const known = found.get(key)
    if (known) known.times++
    else found.set(key, { pitches, times: 1 })
  }
  return [...found.values()]
})

/** How many moments no hand of the instrument can hold in an octave, and how many stand too far off its staff. */
function misfits({ piece, line, seat: { instrument }, ways }: Part, octave: number): { out: number; unread: number } {
  const by = writtenOctaves(instrument, octave)
  let [out, unread] = [0, 0]
  const waysOf = waysIn({ instrument, ...ways }, by)
  for (const { pitches, times } of soundsIn(momentsOf(piece, line))) {
    if (waysOf(pitches.slice(-1)).all.length === 0) out += times
    else if (pitches.some((p) => ledgerLinesAt(byOctaves(p, by), CLEFS[instrument.clef]) > READABLE_LEDGER_LINES)) unread += times
  }
  return { out, unread }
}

/**
 * What an octave costs a seat: its line as the hand solves it, what is hard to read of it, and what is new in it. A thing is
 * taught once, however often the hand comes to it: the solver's own charges for it are taken out again. `fresh` are the
 * notes and shifts that are new.
 */
function costIn({ piece, line, seat, ways }: Part, octave: number, unread: number): { cost: number; fresh: number } {
  const map = mapSeat(piece, line, seat, { octave, ...ways })
  // Of a chord beyond the hand the top note is left, with a substitute at hand.
  const { notes, shifts, cut } = newIn(map)
  let cost = unread * OCTAVES.offStaff + cut * OCTAVES.cutChord
  chargeMap(map, (kind, points) => {
    if (!FOR_NEW.includes(kind)) cost += points
  })
  const fresh = notes + shifts
  if (fresh === 0) return { cost, fresh }
  const things = newForHand(map)
  cost += things.reduce((sum, t) => sum + NEW_THINGS[kindOf(t)], 0) + fresh * OCTAVES.newNote
  return { cost, fresh }
}

/**
 * Where a seat reads: of the octaves in which the fewest notes are out of reach the nearest to its usual one in which its
 * line costs the hand about the least. One that is nearer yet and costs not much more is taken where its part has less load.
 */
function bestFor(part: Part, usual: number, leads: boolean): number {
  const { piece, line, seat, ways } = part
  const count = momentsOf(piece, line).length
  const stays = leads ? OCTAVES.leader : OCTAVES.usual
  const at = new Map<number, ReturnType<typeof misfits>>()
  const misfitsAt = (octave: number) => at.get(octave) ?? at.set(octave, misfits(part, octave)).get(octave)!
  const cost = (octave: number) => costIn(part, octave, misfitsAt(octave).unread)
  // Nothing costs less than nothing: most seats are at home, and no other octave is asked about.
  const { out, unread } = misfitsAt(usual)
  if (out === 0) {
    const there = cost(usual)
    // With the leader the whole class would move: what it has learned it plays as it is written.
    if (there.cost <= stays * count || (leads && there.fresh === 0 && unread === 0 && there.cost <= OCTAVES.asWritten * count)) return usual
  }
  const tries = STEPS.map((by) => usual + by)
  const fewest = Math.min(...tries.map((o) => misfitsAt(o).out))
  const tried = tries.filter((o) => misfitsAt(o).out === fewest).map((octave) => ({ octave, ...cost(octave) }))
  const least = Math.min(...tried.map((t) => t.cost))
  const near = tried.findIndex((t) => t.cost <= least + (t.octave === usual ? stays : OCTAVES.usual) * count)
  if (tried[near].octave === usual) return usual
  // Nobody goes further than need be: nearer by, where it costs about as much, all that the part asks is weighed.
  const tied = tried.slice(0, near + 1).filter((t) => t.cost <= least + OCTAVES.tie * count)
  if (tied.length === 1) return tied[0].octave
  const loads = tied.map(({ octave }) => loadOf(piece, mapSeat(piece, line, seat, { octave, ...ways })).total)
  return tied[loads.findIndex((load) => load <= Math.min(...loads) * OCTAVES.clearly)].octave
}

/**
 * The octave (sounding, against the line) that each of `asked` reads in: beside the first seat of the class, in unison or
 * octaves, where the seat's hand is about as well off there as anywhere; else where it has least to do.
 */
export function octavePlan(
  piece: Piece,
  seats: readonly Seat[],
  lineOf: (seat: Seat) => Line,
  asked: readonly Seat[],
  waysOf: (seat: Seat) => Ways,
): Record<SeatId, number> {
  const [leader] = seats
  const best = (seat: Seat, usual: number) => bestFor({ piece, line: lineOf(seat), seat, ways: waysOf(seat) }, usual, seat === leader)
  // A line written in a low clef stays with those who read it, and higher seats go above it.
  const low = CLEFS[lineOf(leader).clef].middle < CLEFS.alto.middle
  const found = best(leader, (low ? 1 : 0) + leader.instrument.beside)
  const base = low ? 1 : found - leader.instrument.beside
  const plan: Record<SeatId, number> = { [leader.id]: found }
  for (const seat of asked) if (seat !== leader) plan[seat.id] = best(seat, base + seat.instrument.beside)
  return plan
}
