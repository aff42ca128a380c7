import { candidates } from '../fingering/candidates'
import { momentsOf } from '../fingering/moments'
import type { Policy } from '../fingering/policy'
import { isLearned } from '../hands/hold'
import type { Learned } from '../instruments/learned'
import { CLEFS, ledgerLines } from '../music/clef'
import { byOctaves, midiOf } from '../music/pitch'
import type { Line, Piece } from '../piece/piece'
import { mapSeat, writtenOctaves } from '../fingering/map'
import { shiftsIn } from '../fingering/moves'
import { loadOf } from './load'
import type { Seat, SeatId } from '../seats/seat'

/** How many ledger lines a class part may ask for before another octave reads better. */
const READABLE_LEDGER_LINES = 3

/** How bad a moment is for an octave: not to be held at all, new for the class, far off the staff. */
const OUT = 100
const NEW = 10
const UNREAD = 1
/** The part of a line that may be new before the seat is better moved. */
const BEARABLE = 0.12

/** How a seat fingers and what it has learned. */
type Ways = { readonly policy: Policy; readonly learned: Learned }

/** How badly an octave fits a seat: moments it cannot hold, moments beyond the class, moments far off the staff. */
function misfit(piece: Piece, line: Line, { instrument }: Seat, octave: number, { policy, learned }: Ways): number {
  const setup = { instrument, policy, learned }
  const by = writtenOctaves(instrument, octave)
  const known = new Map<string, number>()
  let sum = 0
  for (const m of momentsOf(piece, line)) {
    const pitches = m.pitches.map((p) => byOctaves(p, by))
    const name = pitches.map((p) => midiOf(p)).join(' ')
    let bad = known.get(name)
    if (bad === undefined) {
      const holds = candidates(setup, pitches)
      const unread = pitches.some((p) => ledgerLines(p, CLEFS[instrument.clef]) > READABLE_LEDGER_LINES)
      // Of a chord beyond the hand the top note is left, with a substitute at hand.
      const cut = holds.length === 0 && pitches.length > 1 && candidates(setup, pitches.slice(-1)).length > 0
      bad = cut ? NEW : holds.length === 0 ? OUT : holds.some(isLearned) ? (unread ? UNREAD : 0) : NEW
      known.set(name, bad)
    }
    sum += bad
  }
  return sum
}

/** Shifts and new things that another octave must save before a seat leaves the first one's side, and the part of them that may be left. */
const [SAVES, LEAVES] = [4, 0.5]

/** What a seat meets in an octave: what it cannot hold, what is new, how often the hand shifts, and its load in points. */
type Met = { readonly out: number; readonly fresh: number; readonly shifts: number; readonly load: number }

function met(piece: Piece, line: Line, seat: Seat, octave: number, { policy, learned }: Ways): Met {
  const map = mapSeat(piece, line, seat, { octave, policy, learned })
  const marked = (...marks: readonly string[]) => map.problems.filter((p) => marks.includes(p.mark)).length
  return {
    out: marked('out', 'divide'),
    fresh: marked('new'),
    shifts: shiftsIn(map),
    load: loadOf(piece, map).total,
  }
}

/**
 * The octave (sounding, against the line) that each of `asked` reads in: the usual place beside the first seat of the
 * class if the seat's hand, what it has learned and its clef allow it, else the nearest octave that fits best; of those
 * that fit as well, one in which the hand has clearly less to do. Where it is about the same, seats stay beside the first.
 */
export function octavePlan(
  piece: Piece,
  seats: readonly Seat[],
  lineOf: (seat: Seat) => Line,
  asked: readonly Seat[],
  waysOf: (seat: Seat) => Ways,
): Record<SeatId, number> {
  const best = (seat: Seat, wanted: number): number => {
    const line = lineOf(seat)
    const ways = waysOf(seat)
    const tries = [0, -1, 1, -2, 2, -3, 3, -4, 4].map((d) => wanted + d)
    let least = { octave: wanted, bad: misfit(piece, line, seat, wanted, ways) }
    // A few new notes are no reason to leave the class's unison.
    const patience = momentsOf(piece, line).length * (NEW * BEARABLE)
    if (least.bad <= patience && least.bad < OUT) return wanted
    for (const octave of tries.slice(1)) {
      const bad = misfit(piece, line, seat, octave, ways)
      if (bad < least.bad) least = { octave, bad }
      if (bad === 0) break
    }
    return least.octave
  }
  /** Of the octaves in which no more is out of reach or new, the one with clearly less to do. */
  const lighter = (seat: Seat, octave: number): number => {
    const [line, ways] = [lineOf(seat), waysOf(seat)]
    const now = met(piece, line, seat, octave, ways)
    const trouble = ({ fresh, shifts }: Met) => fresh + shifts
    if (trouble(now) < SAVES) return octave
    let best = { octave, load: now.load * seat.instrument.leavesFor }
    for (const o of [octave - 1, octave + 1]) {
      const there = met(piece, line, seat, o, ways)
      if (there.out > now.out || there.fresh > now.fresh) continue
      const saved = trouble(now) - trouble(there)
      if (saved >= SAVES && trouble(there) <= trouble(now) * LEAVES && there.load < best.load) best = { octave: o, load: there.load }
    }
    return best.octave
  }
  const [leader] = seats
  // A line written in a low clef stays with those who read it, and higher seats go above it.
  const low = CLEFS[lineOf(leader).clef].middle < CLEFS.alto.middle
  const found = best(leader, (low ? 1 : 0) + leader.instrument.beside)
  const base = low ? 1 : found - leader.instrument.beside
  const plan: Record<SeatId, number> = { [leader.id]: found }
  for (const seat of asked) if (seat !== leader) plan[seat.id] = lighter(seat, best(seat, base + seat.instrument.beside))
  return plan
}
