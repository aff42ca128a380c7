import { candidates } from '../fingering/candidates'
import { momentsOf } from '../fingering/moments'
import type { Policy } from '../fingering/policy'
import { INSTRUMENTS, type Seat } from '../hands/instruments'
import { FIRST_POSITION, type Level } from '../hands/level'
import { CLEFS, ledgerLines } from '../music/clef'
import { byOctaves, midiOf } from '../music/pitch'
import type { Line, Piece } from '../piece/piece'
import { writtenOctaves } from '../fingering/map'

/** How many ledger lines a class part may ask for before another octave reads better. */
const READABLE_LEDGER_LINES = 3

/** How badly an octave fits a seat: moments it cannot hold, moments beyond the class, moments far off the staff. */
function misfit(piece: Piece, line: Line, seat: Seat, octave: number, policy: Policy, level: Level): number {
  const instrument = INSTRUMENTS[seat]
  const setup = { instrument, school: policy.bassSchool, level }
  const by = writtenOctaves(instrument, octave)
  const known = new Map<string, number>()
  let sum = 0
  for (const m of momentsOf(piece, line)) {
    const pitches = m.pitches.map((p) => byOctaves(p, by))
    const name = pitches.map((p) => midiOf(p)).join(' ')
    let bad = known.get(name)
    if (bad === undefined) {
      const holds = candidates(setup, pitches, [1])
      const unread = pitches.some((p) => ledgerLines(p, CLEFS[instrument.clef]) > READABLE_LEDGER_LINES)
      bad = holds.length === 0 ? 100 : holds.some((h) => h.learned) ? (unread ? 1 : 0) : 10
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
  policy: Policy,
  level: Level = FIRST_POSITION,
): Record<Seat, number> {
  const best = (seat: Seat, wanted: number): number => {
    const line = lineOf(seat)
    const tries = [0, -1, 1, -2, 2, -3, 3, -4, 4].map((d) => wanted + d)
    let least = { octave: wanted, bad: Infinity }
    for (const octave of tries) {
      const bad = misfit(piece, line, seat, octave, policy, level)
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
