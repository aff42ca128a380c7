import * as z from 'zod/mini'
import { PART_MARKS } from '@/core/part/marks'
import { FADES } from '@/core/part/written'
import { AMOUNTS } from '@/core/plan/amounts'
import { MOST_STUDENTS } from '@/core/plan/student'
import { seatIdSchema } from '@/core/seats/seat.schema'
import { MOST_SEATS } from '@/core/seats/bounds'
import { WHATS } from '@/api/handOut'
import { BRINGING } from '@/api/library'
import { daySchema } from '@/core/plan/record.schema'
import { ALL_SEATS, EXPORTS } from '@/formats/kinds'
import { stripPageSchema } from '@/core/tapes/strip.schema'

const sheet = { what: z.enum(WHATS), seat: z.nullable(seatIdSchema), much: z.enum(AMOUNTS) }
const number = z.string().check(z.minLength(1), z.maxLength(12))
const rows = {
  marks: z.array(z.enum(PART_MARKS)).check(z.maxLength(PART_MARKS.length)),
  /** Only these measures, by their printed numbers. */
  p: z.nullable(z.object({ from: number, to: number })),
}
const drawing = { paper: z.enum(['a4', 'letter']), size: z.enum(['small', 'normal', 'large']), ...rows }

/** As many sheets as a file has at the most: every kind and a fading series for everybody. */
const MOST_SHEETS = (MOST_STUDENTS + MOST_SEATS + 1) * (WHATS.length + FADES)

/** The sheets of a file, and how all of them are drawn. */
const file = {
  of: z.string(),
  id: z.string(),
  sheets: z
    .array(
      z.object({
        ...sheet,
        size: drawing.size,
        fade: z.nullable(z.int().check(z.minimum(0), z.maximum(FADES - 1))),
        student: z.nullable(
          z.object({
            id: z.string().check(z.maxLength(60)),
            name: z.string().check(z.maxLength(60)),
            noFourth: z.boolean(),
            /** The saved version that they play; null: as it stands. */
            version: z.nullable(z.int()),
            link: z.nullable(z.string().check(z.maxLength(200))),
          }),
        ),
      }),
    )
    .check(z.maxLength(MOST_SHEETS)),
  paper: drawing.paper,
  ...rows,
  now: z.int(),
}

/** The work that is done away from the thread that answers. Class and piece are named by id: the worker reads the data file itself. */
export const taskSchema = z.discriminatedUnion('kind', [
  /** The small drawing of a piece of the shelf. */
  z.object({
    kind: z.literal('preview'),
    of: z.string(),
    id: z.string(),
    measures: z.int().check(z.minimum(1), z.maximum(100)),
  }),
  /** A sheet as pages: of a seat, or (null) the score. */
  z.object({ kind: z.literal('sheet'), of: z.string(), id: z.string(), ...sheet, ...drawing, now: z.int() }),
  /** Sheets as one PDF; the same to be kept, with what was chosen and what it is called. */
  z.object({ kind: z.literal('pdf'), ...file }),
  z.object({
    kind: z.literal('freeze'),
    ...file,
    name: z.string().check(z.maxLength(120)),
    asked: z.string().check(z.maxLength(4000)),
  }),
  z.object({ kind: z.literal('differs'), of: z.string(), handout: z.string() }),
  /** The same in systems as wide as a screen. */
  z.object({
    kind: z.literal('systems'),
    of: z.string(),
    id: z.string(),
    seat: sheet.seat,
    much: sheet.much,
    ...rows,
    width: z.int().check(z.minimum(1), z.maximum(4000)),
    scale: z.int().check(z.minimum(1), z.maximum(200)),
  }),
  /** The first measures of a saved version, engraved. */
  z.object({ kind: z.literal('version'), of: z.string(), id: z.string(), version: z.int(), measures: z.int().check(z.minimum(1)) }),
  /** What the pins of the class's pieces say of its ways. */
  z.object({ kind: z.literal('pins'), of: z.string() }),
  /** A piece as a file, of a seat or of all; `bow`: the bow alone of that seat, the left hand at rest. */
  z.object({
    kind: z.literal('export'),
    of: z.string(),
    id: z.string(),
    as: z.enum(EXPORTS),
    seat: z.union([z.literal(ALL_SEATS), seatIdSchema]),
    bow: z.boolean(),
  }),
  /** Strips for the fingerboard, laid out, as one PDF. */
  z.object({ kind: z.literal('strips'), pages: z.array(stripPageSchema).check(z.maxLength(200)), now: z.int() }),
  /** The plan of the class over the days, as it stands on one. */
  z.object({ kind: z.literal('plan'), of: z.string(), today: daySchema }),
  /** The same for the class and each of its seats. */
  z.object({ kind: z.literal('planSheets'), of: z.string(), today: daySchema }),
  /** Whether it would fit in an easier key. */
  z.object({ kind: z.literal('easier'), of: z.string(), today: daySchema }),
  /** What a piece of a class's shelf is for its term; the drills that lead to what is new in it. */
  z.object({ kind: z.literal('facts'), of: z.string(), piece: z.string() }),
  z.object({ kind: z.literal('bridge'), of: z.string(), piece: z.string() }),
  /** What a student's link shows: their part in systems, the warm-up of a piece, what they are asked from, their week. The class and student were looked up before. */
  z.object({ kind: z.literal('own'), of: z.string(), student: z.string(), piece: z.string(), width: z.int(), scale: z.int() }),
  z.object({ kind: z.literal('ownWarmup'), of: z.string(), student: z.string(), piece: z.string(), width: z.int(), scale: z.int() }),
  z.object({ kind: z.literal('drawings'), of: z.string(), student: z.string(), piece: z.nullable(z.string()) }),
  z.object({ kind: z.literal('week'), of: z.string(), student: z.string(), today: daySchema }),
  /** A request to put pieces on the shelf, as it came: read, checked and kept. */
  z.object({ kind: z.literal('shelve'), of: z.string(), text: z.string(), now: z.int() }),
  /** Everything as one file. */
  z.object({ kind: z.literal('backup'), to: z.string(), now: z.int() }),
  /** A library file, read and laid down beside the data file. */
  z.object({ kind: z.literal('look'), file: z.string(), staged: z.string() }),
  /** A library that was laid down, brought in; before everything is made as in it, what stands is saved to `safe`. */
  z.object({ kind: z.literal('bring'), staged: z.string(), how: z.enum(BRINGING), safe: z.string(), now: z.int() }),
])
export type Task = z.infer<typeof taskSchema>
export type TaskKind = Task['kind']

/** How far an errand is. */
export type Word = { readonly done: number; readonly total: number; readonly what: string }
