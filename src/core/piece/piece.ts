import * as z from 'zod'
import { clefNameSchema } from '../music/clef'
import { keySchema } from '../music/key'
import { pitchSchema } from '../music/pitch'
import { BASE_NAMES, measureTicks, meterSchema, ticksOf, valueSchema, type Meter } from '../music/time'

/** The version of the shape below; a stored piece of another version is refused or migrated, never guessed at. */
export const PIECE_VERSION = 2

/** One head of a note or chord. `tie` joins it to the same pitch in the next note of the line. */
const headSchema = z.object({
  pitch: pitchSchema,
  tie: z.boolean().optional(),
  /** A finger that the file brought, 0–4. Kept as given; it decides nothing until it is pinned. */
  givenFinger: z.int().min(0).max(4).optional(),
  /** A string that the file brought, 1 = the highest. */
  givenString: z.int().min(1).max(8).optional(),
})
export type Head = Readonly<z.infer<typeof headSchema>>

const id = z.string().min(1).max(40)

/** A grace note: it takes no time of its own and is not fingered. */
const graceSchema = z.object({
  heads: z
    .array(headSchema.pick({ pitch: true }))
    .min(1)
    .max(8),
  base: z.enum(BASE_NAMES),
  /** Drawn with a stroke through its stem: quick, before the beat. */
  slash: z.boolean().optional(),
})
export type Grace = Readonly<z.infer<typeof graceSchema>>

/** Marks that stand at a note, as files bring them. */
export const MARKS = [
  'open',
  'harmonic',
  'pizz',
  'arco',
  'snap',
  'staccato',
  'staccatissimo',
  'tenuto',
  'accent',
  'marcato',
  'fermata',
  'breath',
] as const
export type NoteMark = (typeof MARKS)[number]

export const DYNAMICS = ['ppp', 'pp', 'p', 'mp', 'mf', 'f', 'ff', 'fff', 'fp', 'sf', 'sfz'] as const

/** What may stand at a note or rest besides its length. */
const written = {
  dynamic: z.enum(DYNAMICS).optional(),
  /** Words over the staff, such as "dolce". */
  words: z.string().min(1).max(120).optional(),
  /** First or last event of a tuplet group. */
  tuplet: z.enum(['start', 'stop']).optional(),
}

/** A note (one head) or a chord (two or more, low first). */
const noteSchema = z.object({
  kind: z.literal('note'),
  id,
  value: valueSchema,
  heads: z.array(headSchema).min(1).max(8),
  bow: z.enum(['down', 'up']).optional(),
  marks: z.array(z.enum(MARKS)).min(1).max(8).optional(),
  /** Played just before it. */
  graces: z.array(graceSchema).min(1).max(16).optional(),
  /** A syllable of the first verse; `joined` when the word goes on at the next one. */
  lyric: z.object({ text: z.string().min(1).max(80), joined: z.boolean().optional() }).optional(),
  ...written,
})
/** A rest. `wholeMeasure` is drawn centred and lasts the measure, whatever its value says. */
const restSchema = z.object({
  kind: z.literal('rest'),
  id,
  value: valueSchema,
  wholeMeasure: z.boolean().optional(),
  ...written,
})
const eventSchema = z.discriminatedUnion('kind', [noteSchema, restSchema])
export type NoteEvent = Readonly<z.infer<typeof noteSchema>>
export type RestEvent = Readonly<z.infer<typeof restSchema>>
export type PieceEvent = NoteEvent | RestEvent

const measureSchema = z.object({
  /** As printed: "1", "2" …; a pickup is "0". */
  number: z.string().min(1).max(12),
  events: z.array(eventSchema).max(512),
  /** A measure that begins before the first full one, or is short on purpose. */
  pickup: z.boolean().optional(),
  key: keySchema.optional(),
  meter: meterSchema.optional(),
  repeatStart: z.boolean().optional(),
  /** How often the passage that ends here is played in all: 2 is a plain repeat. */
  repeatEnd: z.int().min(2).max(9).optional(),
  /** The passes on which this measure is played: [1] for a first ending. */
  ending: z.array(z.int().min(1).max(9)).min(1).max(9).optional(),
  barline: z.enum(['double', 'final']).optional(),
  /** Quarter notes a minute from here on. */
  tempo: z.number().min(20).max(400).optional(),
  /** Signs at its start that a jump leads to. */
  segno: z.boolean().optional(),
  coda: z.boolean().optional(),
  /** At its end: where the piece ends, or leaves for the coda, once a jump has said so. */
  fine: z.boolean().optional(),
  toCoda: z.boolean().optional(),
  /** At its end: back to the start (D.C.) or the segno (D.S.), from there to the end, the Fine or the Coda. */
  jump: z.object({ to: z.enum(['start', 'segno']), then: z.enum(['end', 'fine', 'coda']) }).optional(),
})
export type Measure = Readonly<z.infer<typeof measureSchema>>
export type Jump = NonNullable<Measure['jump']>

/** How many lines a piece may have: the voices of a large score. */
export const MOST_LINES = 32

/** A slur from one event to a later one of the same line, by id. */
const slurSchema = z.object({ from: id, to: id })
export type Slur = Readonly<z.infer<typeof slurSchema>>

/** How long a line may be. */
export const MOST_MEASURES = 2000

/** One melodic line that a seat can read: most pieces have one, a duet has two. */
const lineSchema = z.object({
  name: z.string().max(80),
  clef: clefNameSchema,
  measures: z.array(measureSchema).min(1).max(MOST_MEASURES),
  slurs: z.array(slurSchema).max(4000),
})
export type Line = Readonly<z.infer<typeof lineSchema>>

/** A method-book piece as written: endings and repeats kept, no fingering decided. */
export const pieceSchema = z
  .object({
    version: z.literal(PIECE_VERSION),
    title: z.string().min(1).max(200),
    composer: z.string().max(200).optional(),
    key: keySchema,
    meter: meterSchema,
    /** Quarter notes a minute. */
    tempo: z.number().min(20).max(400).optional(),
    lines: z.array(lineSchema).min(1).max(MOST_LINES),
  })
  .superRefine((piece, ctx) => {
    const seen = new Set<string>()
    piece.lines.forEach((line, l) => {
      const order = new Map<string, number>()
      for (const m of line.measures)
        for (const e of m.events) {
          if (seen.has(e.id)) ctx.addIssue({ code: 'custom', path: ['lines', l], message: `two events have the id ${e.id}` })
          seen.add(e.id)
          order.set(e.id, order.size)
        }
      for (const s of line.slurs) {
        const [a, b] = [order.get(s.from), order.get(s.to)]
        if (a === undefined || b === undefined || a >= b)
          ctx.addIssue({ code: 'custom', path: ['lines', l, 'slurs'], message: `a slur must run forward: ${s.from} to ${s.to}` })
      }
      if (line.measures.length !== piece.lines[0].measures.length)
        ctx.addIssue({ code: 'custom', path: ['lines', l], message: 'all lines of a piece have the same number of measures' })
    })
  })
export type Piece = Readonly<z.infer<typeof pieceSchema>>

/** Ticks that the event lasts; a whole-measure rest lasts as long as the meter says. */
export const eventTicks = (e: PieceEvent, meter: Meter): number =>
  e.kind === 'rest' && e.wholeMeasure ? measureTicks(meter) : ticksOf(e.value)

/** The same value under the version of today: version 1 had less to say and said it alike. Anything else is handed back as it came. */
export const upgraded = (value: unknown): unknown =>
  typeof value === 'object' && value !== null && 'version' in value && value.version === 1 ? { ...value, version: PIECE_VERSION } : value
