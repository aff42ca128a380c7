import { FELT_BEATS } from '@/core/piece/headline'
import * as z from 'zod/mini'
import { daySchema } from '@/core/plan/record.schema'

/** A student's part as a screen of theirs asks for it: as wide as it is, in pixels, in notes of a size in percent. */
export const ownQuery = z.object({
  width: z.catch(z.coerce.number().check(z.int(), z.minimum(200), z.maximum(4000)), 360),
  scale: z.catch(z.coerce.number().check(z.int(), z.minimum(20), z.maximum(200)), 48),
})
export const weekQuery = z.object({ today: daySchema })

const refused = z.object({ ok: z.literal(false), problem: z.string() })

/** What a student practises on a day. */
const weekDay = z.object({
  date: z.string(),
  minutes: z.number(),
  items: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      says: z.string(),
      text: z.string(),
      times: z.number(),
      tempo: z.number(),
      beat: z.enum(FELT_BEATS),
    }),
  ),
})
export const weekReply = z.discriminatedUnion('ok', [z.object({ ok: z.literal(true), days: z.array(weekDay) }), refused])
export type WeekReply = z.infer<typeof weekReply>

/** The warm-up of a piece, as the student plays it. */
export const ownWarmupReply = z.discriminatedUnion('ok', [
  z.object({
    ok: z.literal(true),
    minutes: z.number(),
    items: z.array(
      z.object({
        id: z.string(),
        title: z.string(),
        says: z.string(),
        minutes: z.number(),
        /** What the hand has to mind in it. */
        care: z.nullable(z.string()),
        systems: z.readonly(z.array(z.string())),
      }),
    ),
    /** What holds for all that strains; null where nothing does. */
    care: z.nullable(z.string()),
  }),
  refused,
])
export type OwnWarmupReply = z.infer<typeof ownWarmupReply>

/** A link of a student as the teacher sees it. */
const linkInfo = z.object({ id: z.string(), student: z.string(), token: z.string(), expiresAt: z.number() })
export const linksReply = z.discriminatedUnion('ok', [
  z.object({
    ok: z.literal(true),
    links: z.array(linkInfo),
    /** Where phones in the room reach Even Seat; empty: nowhere, it is served to this machine alone. */
    origins: z.array(z.string()),
  }),
  refused,
])
export type LinksReply = z.infer<typeof linksReply>

/** Links for students, until the end of a day. */
export const linksRequest = z.object({
  students: z.array(z.uuid()).check(z.minLength(1), z.maxLength(120)),
  until: daySchema,
})
