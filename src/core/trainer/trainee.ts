import type { Setup } from '../fingering/candidates'
import { FIRST, type Instrument } from '../instruments/instrument'
import { CLEFS, type ClefName } from '../music/clef'
import type { Piece } from '../piece/piece'
import { readingOf, type Reading } from '../reading/reading'
import { numeral } from '../reading/numeral'
import type { Talk } from '../plan/talk'
import { settingsFor, type ClassSettings } from '../plan/class'
import { ensembleMapper } from '../balance/ensemble'
import { emptyPlan, type Plan } from '../plan/plan'
import { seatsOf, type Seat } from '../seats/seat'
import { notesLearned, notesOfPart, type SeatNote } from './notes'
import { placeKey, type FingeredPlace } from './question'

/** Whoever is asked, with all that questions are made of. `source` names the piece they are of; empty: all that is learned. */
export type Trainee = {
  readonly seat: Seat
  readonly setup: Setup
  readonly talk: Talk
  /** The clefs that the class reads: in which of them a note is taken for another. */
  readonly clefs: readonly ClefName[]
  readonly notes: readonly SeatNote[]
  /** Every learned place of the fingerboard with its fingers. */
  readonly board: readonly FingeredPlace[]
  /** The seat's part of the piece; null where questions are of all that is learned. */
  readonly reading: Reading | null
  readonly source: string
}

/** A piece that questions are made of. */
export type AskedPiece = { readonly id: string; readonly piece: Piece; readonly plan: Plan }

/** A seat of a class as it is asked: of all that it has learned, or of one piece. */
export const traineeOf = (klass: ClassSettings, seat: Seat, of: AskedPiece | null = null): Trainee => {
  const plan = of?.plan ?? emptyPlan()
  const setup: Setup = { instrument: seat.instrument, ...settingsFor(klass, plan, seat) }
  const reading = of ? readingOf(of.piece, ensembleMapper()(of.piece, of.plan, klass)[seat.id]) : null
  const learned = notesLearned(setup)
  return {
    seat,
    setup,
    talk: klass.talk,
    clefs: [...new Set([...seatsOf(klass).map((s) => s.instrument.clef), ...CLEFS_MET])],
    notes: reading ? notesOfPart(setup, reading) : learned,
    board: boardOf(learned, seat.instrument, klass.talk.low),
    reading,
    source: of?.id ?? '',
  }
}

/** The clefs that are met in any mixed class, whoever sits in this one. Common practice. */
const CLEFS_MET = (Object.keys(CLEFS) as ClefName[]).filter((c) => c !== 'tenor')

/** Every seat of a class as it is asked. */
export const traineesOf = (klass: ClassSettings, of: AskedPiece | null = null): readonly Trainee[] =>
  seatsOf(klass).map((s) => traineeOf(klass, s, of))

/** The places of notes on the fingerboard, each with the finger of the nearest position, and beyond first position with its name. */
function boardOf(notes: readonly SeatNote[], { positions }: Instrument, low: Talk['low']): FingeredPlace[] {
  const found = new Map<string, FingeredPlace & { readonly far: number }>()
  for (const { places } of notes)
    for (const { stops, open, position } of places) {
      const { string, k } = stops[0]
      const far = open ? 0 : Math.abs(position - FIRST)
      const finger = numeral(stops[0], low)
      const known = found.get(placeKey({ string, k }))
      if (known && known.far <= far) continue
      found.set(placeKey({ string, k }), { string, k, far, finger: far === 0 ? finger : `${finger} ${positions[position].name}` })
    }
  return [...found.values()].sort((a, b) => a.string - b.string || a.k - b.k).map(({ far: _, ...place }) => place)
}
