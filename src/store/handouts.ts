import type { Knex } from 'knex'
import * as z from 'zod/mini'
import { timeSchema } from '@/core/bounds.schema'
import { frozenMapSchema } from '@/core/sheets/frozen.schema'
import { parsedJson } from './json'
import { writing } from './writing'

const word = (most: number) => z.string().check(z.maxLength(most))

/** A hand-out as it was printed: the file byte for byte, and all that it was made of. */
export const handoutSchema = z.object({
  id: z.uuid(),
  class_id: word(60),
  piece_id: z.uuid(),
  /** What the teacher calls it. */
  name: word(120),
  title: word(300),
  made_at: timeSchema,
  /** Which Even Seat made it. */
  engine: word(120),
  /** What was chosen, as it stands in the address of Hand out. */
  asked: word(4000),
  /** Piece, plan and class as they were, as JSON. */
  source: word(16_000_000),
  /** How every note was played, as JSON. */
  map: word(16_000_000),
  bytes: z.instanceof(Buffer),
})
export type Handout = Readonly<z.infer<typeof handoutSchema>>
const headSchema = z.pick(handoutSchema, { id: true, name: true, title: true, made_at: true, engine: true })
export type HandoutHead = Readonly<z.infer<typeof headSchema>>

/** Keeps a hand-out. */
export const keepHandout = (db: Knex, h: Handout): Promise<void> =>
  writing(db, async (t) => {
    await t('handouts').insert(h)
  })

/** The hand-outs of a piece that a class was given, the last first. */
export const handoutsOf = async (db: Knex, classId: string, piece: string): Promise<HandoutHead[]> =>
  (
    (await db('handouts')
      .where({ class_id: classId, piece_id: piece })
      .orderBy('made_at', 'desc')
      .select('id', 'name', 'title', 'made_at', 'engine')) as unknown[]
  ).map((row) => headSchema.parse(row))

/** A hand-out of a class whole, or null. */
export async function getHandout(db: Knex, classId: string, id: string): Promise<Handout | null> {
  const row: unknown = await db('handouts').where({ class_id: classId, id }).first()
  return row ? handoutSchema.parse(row) : null
}

/** Its map as it was printed; an empty one where it cannot be read. */
export const mapOf = (h: Pick<Handout, 'map'>) => frozenMapSchema.safeParse(parsedJson(h.map)).data ?? {}

/** Throws a hand-out of a class away; false: there is none. */
export const dropHandout = (db: Knex, classId: string, id: string): Promise<boolean> =>
  writing(db, async (t) => (await t('handouts').where({ class_id: classId, id }).delete()) > 0)
