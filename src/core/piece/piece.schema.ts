import '../jitless'
import * as z from 'zod/mini'
import { clefNameSchema } from '../music/clef.schema'
import { keySchema } from '../music/key.schema'
import { pitchSchema } from '../music/pitch.schema'
import { BASE_NAMES } from '../music/time'
import { meterSchema, valueSchema } from '../music/time.schema'
import { MOST_STROKES, ORNAMENTS } from './ornament'
import { PIECE_VERSION, MARKS, DYNAMICS, HAIRPINS, MOST_LINES, MOST_MEASURES } from './piece'
import type { MeasureWord } from './placeWords'

/** One head of a note or chord. `tie` joins it to the same pitch in the next note of the line. */
const headSchema = z.object({
  pitch: pitchSchema,
  tie: z.optional(z.boolean()),
  /** A finger that the file brought: 0 to 4, or 5 for the thumb. Kept as given; it decides nothing until it is pinned. */
  givenFinger: z.optional(z.int().check(z.minimum(0), z.maximum(5))),
  /** A string that the file brought, 1 = the highest. */
  givenString: z.optional(z.int().check(z.minimum(1), z.maximum(8))),
})
export type Head = Readonly<z.infer<typeof headSchema>>

const alter = z.int().check(z.minimum(-2), z.maximum(2))

/** A sign over a note that alternates it with its neighbours; `upper` and `lower`: what a small sign makes of them. */
const ornamentSchema = z.object({ kind: z.enum(ORNAMENTS), upper: z.optional(alter), lower: z.optional(alter) })
export type Ornament = Readonly<z.infer<typeof ornamentSchema>>

const id = z.string().check(z.minLength(1), z.maxLength(40))

/** A grace note: it takes no time of its own and is not fingered. */
const graceSchema = z.object({
  heads: z.array(z.pick(headSchema, { pitch: true })).check(z.minLength(1), z.maxLength(8)),
  base: z.enum(BASE_NAMES),
  /** Drawn with a stroke through its stem: quick, before the beat. */
  slash: z.optional(z.boolean()),
})
export type Grace = Readonly<z.infer<typeof graceSchema>>

/** What may stand at a note or rest besides its length. */
const written = {
  dynamic: z.optional(z.enum(DYNAMICS)),
  /** A hairpin begins here; it lasts to the next event at which one ends, that event included. */
  hairpin: z.optional(z.enum(HAIRPINS)),
  hairpinEnd: z.optional(z.boolean()),
  /** Words over the staff, such as "dolce". */
  words: z.optional(z.string().check(z.minLength(1), z.maxLength(120))),
  /** The last of the events that stand in place of what the piece has, from this one on: a seat's part, never the piece itself. */
  ossiaTo: z.optional(id),
  /** First or last event of a tuplet group. */
  tuplet: z.optional(z.enum(['start', 'stop'])),
}

/** A note (one head) or a chord (two or more, low first). */
const noteSchema = z.object({
  kind: z.literal('note'),
  id,
  value: valueSchema,
  heads: z.array(headSchema).check(z.minLength(1), z.maxLength(8)),
  bow: z.optional(z.enum(['down', 'up'])),
  marks: z.optional(z.array(z.enum(MARKS)).check(z.minLength(1), z.maxLength(8))),
  ornament: z.optional(ornamentSchema),
  /** Strokes through the stem: it is struck again and again. */
  tremolo: z.optional(z.int().check(z.minimum(1), z.maximum(MOST_STROKES))),
  /** Played just before it. */
  graces: z.optional(z.array(graceSchema).check(z.minLength(1), z.maxLength(16))),
  /** A syllable of the first verse; `joined` when the word goes on at the next one. */
  lyric: z.optional(z.object({ text: z.string().check(z.minLength(1), z.maxLength(80)), joined: z.optional(z.boolean()) })),
  ...written,
})
/** A rest. `wholeMeasure` is drawn centred and lasts the measure, whatever its value says. */
const restSchema = z.object({
  kind: z.literal('rest'),
  id,
  value: valueSchema,
  wholeMeasure: z.optional(z.boolean()),
  /** Something without a pitch is struck here, and the hand on the strings rests: a clap, or what the words over it say. */
  struck: z.optional(z.boolean()),
  ...written,
})
const eventSchema = z.discriminatedUnion('kind', [noteSchema, restSchema])
export type NoteEvent = Readonly<z.infer<typeof noteSchema>>
export type RestEvent = Readonly<z.infer<typeof restSchema>>

const measureSchema = z.object({
  /** As printed: "1", "2" …; a pickup is "0"; both halves of a measure that a repeat cuts have one number. */
  number: z.string().check(z.minLength(1), z.maxLength(12)),
  events: z.array(eventSchema).check(z.maxLength(512)),
  /** A measure that begins before the first full one, or is short on purpose. */
  pickup: z.optional(z.boolean()),
  /** A line of the printed page begins with it. The first measure begins one without saying so. */
  newLine: z.optional(z.boolean()),
  key: z.optional(keySchema),
  meter: z.optional(meterSchema),
  repeatStart: z.optional(z.boolean()),
  /** How often the passage that ends here is played in all: 2 is a plain repeat. */
  repeatEnd: z.optional(z.int().check(z.minimum(2), z.maximum(9))),
  /** The passes on which this measure is played: [1] for a first ending. */
  ending: z.optional(z.array(z.int().check(z.minimum(1), z.maximum(9))).check(z.minLength(1), z.maxLength(9))),
  barline: z.optional(z.enum(['double', 'final'])),
  /** Quarter notes a minute from here on. */
  tempo: z.optional(z.number().check(z.minimum(20), z.maximum(400))),
  /** Signs at its start that a jump leads to. */
  segno: z.optional(z.boolean()),
  coda: z.optional(z.boolean()),
  /** At its end: where the piece ends, or leaves for the coda, once a jump has said so. */
  fine: z.optional(z.boolean()),
  toCoda: z.optional(z.boolean()),
  /** At its end: back to the start (D.C.) or the segno (D.S.), from there to the end, the Fine or the Coda. */
  jump: z.optional(z.object({ to: z.enum(['start', 'segno']), then: z.enum(['end', 'fine', 'coda']) })),
})
export type Measure = Readonly<z.infer<typeof measureSchema>>

/** A slur from one event to a later one of the same line, by id. */
const slurSchema = z.object({ from: id, to: id })
export type Slur = Readonly<z.infer<typeof slurSchema>>

/** One melodic line that a seat can read: most pieces have one, a duet has two. */
const lineSchema = z.object({
  name: z.string().check(z.maxLength(80)),
  clef: clefNameSchema,
  measures: z.array(measureSchema).check(z.minLength(1), z.maxLength(MOST_MEASURES)),
  slurs: z.array(slurSchema).check(z.maxLength(4000)),
})
/** `says`: what a measure is called by who reads it. It is never stored: a class says it of the lines that it reads. */
export type Line = Readonly<z.infer<typeof lineSchema>> & { readonly says?: MeasureWord }

/** A method-book piece as written: endings and repeats kept, no fingering decided. */
export const pieceSchema = z
  .object({
    version: z.literal(PIECE_VERSION),
    title: z.string().check(z.minLength(1), z.maxLength(200)),
    composer: z.optional(z.string().check(z.maxLength(200))),
    key: keySchema,
    meter: meterSchema,
    /** Quarter notes a minute. */
    tempo: z.optional(z.number().check(z.minimum(20), z.maximum(400))),
    lines: z.array(lineSchema).check(z.minLength(1), z.maxLength(MOST_LINES)),
  })
  .check(
    z.superRefine((piece, ctx) => {
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
    }),
  )
export type Piece = Readonly<z.infer<typeof pieceSchema>>
