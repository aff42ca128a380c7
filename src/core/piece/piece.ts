import { measureTicks, ticksOf, type Meter } from '../music/time'
import type { NoteEvent, RestEvent, Measure } from './piece.schema'

export type { Head, Grace, NoteEvent, RestEvent, Measure, Slur, Line, Piece } from './piece.schema'

/** The version of the shape below; a stored piece of another version is refused or migrated, never guessed at. */
export const PIECE_VERSION = 2

/** Marks that stand at a note, as files bring them. */
export const MARKS = [
  'open',
  'harmonic',
  'pizz',
  'arco',
  'snap',
  /** Plucked by the left hand, a plus over the note. */
  'stopped',
  'staccato',
  'staccatissimo',
  'tenuto',
  'accent',
  'marcato',
  'fermata',
  'breath',
  /** The finger slides from this note to the next. */
  'glissando',
] as const
export type NoteMark = (typeof MARKS)[number]

export const DYNAMICS = ['ppp', 'pp', 'p', 'mp', 'mf', 'f', 'ff', 'fff', 'fp', 'sf', 'sfz'] as const

export const HAIRPINS = ['crescendo', 'diminuendo'] as const
export type PieceEvent = NoteEvent | RestEvent
export type Jump = NonNullable<Measure['jump']>

/** How many lines a piece may have: the voices of a large score. */
export const MOST_LINES = 32

/** How long a line may be. */
export const MOST_MEASURES = 2000

/** Ticks that the event lasts; a whole-measure rest lasts as long as the meter says. */
export const eventTicks = (e: PieceEvent, meter: Meter): number =>
  e.kind === 'rest' && e.wholeMeasure ? measureTicks(meter) : ticksOf(e.value)

/** The same value under the version of today: version 1 had less to say and said it alike. Anything else is handed back as it came. */
export const upgraded = (value: unknown): unknown =>
  typeof value === 'object' && value !== null && 'version' in value && value.version === 1 ? { ...value, version: PIECE_VERSION } : value
