import * as z from 'zod/mini'
import { pieceSchema } from '@/core/piece/piece.schema'
import { MODES } from '@/core/plan/modes'
import { ACCENTS } from '@/core/performance/beats'
import { planSchema } from '@/core/plan/plan.schema'

const index = z.int().check(z.minimum(0))

/** What goes between the teacher's window and the wall, within one browser: nothing of it goes through the server. */
export const wallWordSchema = z.discriminatedUnion('kind', [
  /** The wall has been opened, and asks for everything. */
  z.object({ kind: z.literal('hello') }),
  /** The music as the teacher has it now. */
  z.object({ kind: z.literal('music'), piece: pieceSchema, plan: planSchema, drill: z.boolean() }),
  /** What is picked or heard. */
  z.object({
    kind: z.literal('now'),
    moment: index,
    view: z.enum(['bench', 'score']),
    mode: z.enum(MODES),
    playing: z.boolean(),
    beat: z.nullable(z.object({ says: z.string(), accent: z.enum(ACCENTS), ahead: z.boolean() })),
    index: z.nullable(index),
    next: z.nullable(index),
    pass: z.int(),
    time: z.int(),
    rate: z.number(),
    /** Names of the seats that are heard, where not all are. */
    who: z.array(z.string()),
    /** A step of a lesson, or what comes next, in place of the measure; and when it ends, by the clock of the day. */
    sign: z.nullable(z.object({ head: z.string(), tells: z.string(), until: z.nullable(z.number()) })),
    /** What comes after the turn that is played. */
    coming: z.nullable(z.string()),
    /** When the lesson ends, by the clock of the day; null: none runs. */
    ends: z.nullable(z.number()),
  }),
  /** The teacher's window has been closed or has left the step. */
  z.object({ kind: z.literal('gone') }),
])
export type WallWord = z.infer<typeof wallWordSchema>
export type WallNow = Extract<WallWord, { kind: 'now' }>

/** The channel of a piece's wall. */
export const wallChannel = (of: string, piece: string): string => `even-seat wall ${of} ${piece}`
