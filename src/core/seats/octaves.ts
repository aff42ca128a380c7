import { candidates } from '../fingering/candidates'
import { momentsOf } from '../fingering/moments'
import type { Policy } from '../fingering/policy'
import { isLearned } from '../hands/hold'
import { INSTRUMENTS, type Seat } from '../hands/instruments'
import type { SeatLevel } from '../hands/level'
import { CLEFS, ledgerLines } from '../music/clef'
import { byOctaves, midiOf } from '../music/pitch'
import type { Line, Piece } from '../piece/piece'
import { writtenOctaves } from '../fingering/map'

/** How many ledger lines a class part may ask for before another octave reads better. */
const READABLE_LEDGER_LINES = 3

/** How bad a moment is for an octave: not to be held at all, new for the class, far off the staff. */
const OUT = 100
const NEW = 10
const UNREAD = 1
/** The part of a line that may be new before the seat is better moved. */
const BEARABLE = 0.12

/** How a seat fingers and what it has learned. */
type Ways = { readonly policy: Policy; readonly level: SeatLevel }

/** How badly an octave fits a seat: moments it cannot hold, moments beyond the class, moments far off the staff. */
function misfit(piece: Piece, line: Line, seat: Seat, octave: number, { policy, level }: Ways): number {
  const instrument = INSTRUMENTS[seat]
  const setup = { instrument, policy, level }
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

/** Where each seat would stand beside the violin when everything fits: unison in octaves. Common practice. */
const BESIDE_VIOLIN: Record<Seat, number> = { violin: 0, viola: 0, cello: -1, bass: -2 }

/**
 * The octave (sounding, against the line) that each seat reads in: the usual place beside the violin if the seat's hand,
 * level and clef allow it, else the nearest octave that fits best.
 */
export function octavePlan(
  piece: Piece,
  lineOf: (seat: Seat) => Line,
  seats: readonly Seat[],
  waysOf: (seat: Seat) => Ways,
): Record<Seat, number> {
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
  // A line written in a low clef is the cello's own: it stays where it is, and the violin goes above it.
  const low = ['bass', 'tenor'].includes(lineOf('violin').clef)
  const violin = best('violin', low ? 1 : 0)
  const base = low ? 1 : violin
  const plan: Record<Seat, number> = { violin, viola: base, cello: base - 1, bass: base - 2 }
  for (const seat of seats) if (seat !== 'violin') plan[seat] = best(seat, base + BESIDE_VIOLIN[seat])
  return plan
}
