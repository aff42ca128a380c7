import { MOST_LINES, type Line, type Piece } from '../piece/piece'
import type { Pin } from '../fingering/pins'
import { settingsFor, type ClassSettings } from '../plan/class'
import { ensembleMapper, lineIndexFor, octavesFor } from '../balance/ensemble'
import { loadOf } from '../balance/load'
import { isMade, withLine, withOctave, withPin, type Plan } from '../plan/plan'
import { seatsOf, type SeatId } from '../seats/seat'
import { chordName } from './chord'
import { harmonise, spansOf } from './harmonise'
import { SECOND_KINDS, secondLine, type SecondKind } from './second'

/** A line that a seat could play in place of what it has: what it is, and points of the whole of it. */
export type SecondOffer = {
  readonly kind: SecondKind
  readonly says: string
  readonly load: number
  readonly line: Line
  readonly pins: Readonly<Record<string, Pin>>
}

/** What is offered to a seat, the lightest first: the chords of the tune measure by measure, and what the seat has to do as things stand. */
export type SecondOffers = { readonly chords: readonly string[]; readonly now: number; readonly offers: readonly SecondOffer[] }

/** A beginning of ids that no event of a piece has. */
function freshPrefix({ lines }: Piece): string {
  const ids = lines.flatMap((l) => l.measures.flatMap((m) => m.events.map((e) => e.id)))
  let n = 2
  while (ids.some((id) => id.startsWith(`s${n}-`))) n++
  return `s${n}-`
}

/** The chords of a line, measure by measure: "D", "G A7"; a chord that goes on is not said again within its measure. */
export function chordsOf(piece: Piece, line: Line): string[] {
  const measures: string[][] = line.measures.map(() => [])
  for (const s of spansOf(harmonise(piece, line))) measures[s.measure].push(chordName(s.chord))
  return measures.map((m) => m.join(' '))
}

/** Lines that fit the first line of a piece, for a seat of the class as it fingers here. */
export function secondOffers(piece: Piece, plan: Plan, klass: ClassSettings, seat: SeatId): SecondOffers {
  const player = seatsOf(klass).find((s) => s.id === seat)
  const [tune] = piece.lines
  const whom = player && { seat: player, ...settingsFor(klass, plan, player), names: klass.talk.names }
  const prefix = freshPrefix(piece)
  const offers = !whom
    ? []
    : SECOND_KINDS.flatMap((kind): SecondOffer[] => {
        const made = secondLine(piece, tune, kind, whom, prefix)
        return made ? [{ kind, says: made.says, load: made.load, line: made.line, pins: Object.fromEntries(made.pins) }] : []
      })
  const map = ensembleMapper()(piece, plan, klass)[seat]
  return { chords: chordsOf(piece, tune), now: map ? loadOf(piece, map).total : 0, offers: [...offers].sort((a, b) => a.load - b.load) }
}

/**
 * A piece with an offered line, read by its seat, at the pitches that it was made for; every other seat reads on what it reads.
 * A line that was made for this seat alone before gives way to the new one. Null where the piece has as many lines as it can.
 */
export function withSecond(
  piece: Piece,
  plan: Plan,
  klass: ClassSettings,
  seat: SeatId,
  offer: SecondOffer,
): { readonly piece: Piece; readonly plan: Plan } | null {
  const seats = seatsOf(klass)
  const reads = new Map(seats.map((s) => [s.id, lineIndexFor(piece, plan, klass, s)]))
  const own = reads.get(seat) ?? 0
  const madeBefore = own > 0 && isMade(piece.lines[own]) && ![...reads].some(([id, line]) => id !== seat && line === own)
  if (!madeBefore && piece.lines.length >= MOST_LINES) return null
  const at = madeBefore ? own : piece.lines.length
  const lines = madeBefore ? piece.lines.map((l, i) => (i === at ? offer.line : l)) : [...piece.lines, offer.line]
  const made = { ...piece, lines }
  let next = plan
  for (const s of seats) next = withLine(made, next, s.id, s.id === seat ? at : (reads.get(s.id) ?? 0))
  // In place of a line made before, too, it is read at its own pitches, whatever octave was chosen for that one.
  next = withOctave(next, seat, 0)
  // Where the others find their octave beside a seat that now plays something else, they stay where they were.
  const [before, after] = [octavesFor(piece, plan, klass), octavesFor(made, next, klass)]
  for (const s of seats) if (s.id !== seat && before[s.id] !== after[s.id]) next = withOctave(next, s.id, before[s.id])
  for (const [event, pin] of Object.entries(offer.pins)) next = withPin(next, seat, event, pin)
  return { piece: made, plan: next }
}
