import * as z from 'zod/mini'
import { thingSchema } from '@/core/plan/things.schema'

const things = z.record(z.string(), z.array(thingSchema))

/** What a piece is for the term of a class. */
const pieceFact = z.object({
  id: z.string(),
  title: z.string(),
  news: things,
  met: z.record(z.string(), z.array(z.string())),
  load: z.number(),
})
export type PieceFact = z.infer<typeof pieceFact>

/** What the pieces of a class's shelf are for its term, for one version of the class. */
export const factsReply = z.discriminatedUnion('ok', [
  z.object({
    ok: z.literal(true),
    version: z.number(),
    pieces: z.array(pieceFact),
    /** How many pieces of the shelf are beyond what is looked at. */
    beyond: z.number(),
  }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type FactsReply = z.infer<typeof factsReply>

/** Drills that lead to what is new in a piece, and how many of the places where something is new they ease. */
export const bridgeReply = z.discriminatedUnion('ok', [
  z.object({
    ok: z.literal(true),
    drills: z.array(z.object({ id: z.string(), title: z.string(), minutes: z.number(), seats: z.array(z.string()) })),
    minutes: z.number(),
    places: z.number(),
    eased: z.number(),
  }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type BridgeReply = z.infer<typeof bridgeReply>
