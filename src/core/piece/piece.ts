import { z } from 'zod'
import { keySchema } from '../music/key'
import { pitchSchema } from '../music/pitch'
import { measureTicks, meterSchema, ticksOf, valueSchema, type Meter } from '../music/time'

/** The version of the shape below; a stored piece of another version is refused or migrated, never guessed at. */
export const PIECE_VERSION = 1

/** One head of a note or chord. `tie` joins it to the same pitch in the next note of the line. */
const headSchema = z.object({
  pitch: pitchSchema,
  tie: z.boolean().optional(),
  /** A finger that the file brought, 0–4. Kept as given; it decides nothing until it is pinned. */
  givenFinger: z.int().min(0).max(4).optional(),
  /** A string that the file brought, 1 = the highest. */
  givenString: z.int().min(1).max(6).optional(),
})
export type Head = Readonly<z.infer<typeof headSchema>>

const id = z.string().min(1).max(40)

/** A note (one head) or a chord (two or more, low first). */
const noteSchema = z.object({
  kind: z.literal('note'),
  id,
  value: valueSchema,
  heads: z.array(headSchema).min(1).max(8),
  bow: z.enum(['down', 'up']).optional(),
  /** First or last note of a tuplet group. */
  tuplet: z.enum(['start', 'stop']).optional(),
})
/** A rest. `wholeMeasure` is drawn centred and lasts the measure, whatever its value says. */
const restSchema = z.object({
  kind: z.literal('rest'),
  id,
  value: valueSchema,
  wholeMeasure: z.boolean().optional(),
  tuplet: z.enum(['start', 'stop']).optional(),
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
  ending: z.array(z.int().min(1).max(9)).min(1).optional(),
  barline: z.enum(['double', 'final']).optional(),
})
export type Measure = Readonly<z.infer<typeof measureSchema>>

/** A slur from one event to a later one of the same line, by id. */
const slurSchema = z.object({ from: id, to: id })
export type Slur = Readonly<z.infer<typeof slurSchema>>

/** One melodic line that a seat can read: most pieces have one, a duet has two. */
const lineSchema = z.object({
  name: z.string().max(80),
  clef: z.enum(['treble', 'alto', 'tenor', 'bass']),
  measures: z.array(measureSchema).min(1).max(2000),
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
    lines: z.array(lineSchema).min(1).max(8),
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
