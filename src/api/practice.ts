import { FELT_BEATS } from '@/core/piece/headline'
import * as z from 'zod/mini'
import { versionNumber } from '@/core/bounds.schema'
import { aimSchema, daySchema, planSettingsSchema, recordSchema } from '@/core/plan/record.schema'
import { ITEM_KINDS } from '@/core/practice/dayPlan'
import { SURENESS } from '@/core/practice/sure'

/** The plan as it is asked for: the day on which one stands, by the clock of whoever asks. */
export const planQuery = z.object({ today: daySchema })
export const planFileQuery = z.extend(planQuery, { as: z.enum(['csv', 'ics']) })

/** Which drill of a warm-up is printed by itself; anything else: all of it. */
export const warmupQuery = z.object({ drill: z.catch(z.nullable(z.string().check(z.minLength(1), z.maxLength(400))), null) })

/** What the plan is made from, saved over version `base` only (0: there is none yet). */
export const planSaveRequest = z.object({
  base: z.union([z.literal(0), versionNumber]),
  settings: planSettingsSchema,
})
export type PlanSaveRequest = z.infer<typeof planSaveRequest>
export const planSaveReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), version: z.number() }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type PlanSaveReply = z.infer<typeof planSaveReply>

export const recordRequest = recordSchema
export const aimRequest = aimSchema
export const keptReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true) }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type KeptReply = z.infer<typeof keptReply>

const item = z.object({
  id: z.string(),
  kind: z.enum(ITEM_KINDS),
  piece: z.string(),
  title: z.string(),
  chunk: z.string(),
  says: z.string(),
  minutes: z.number(),
  times: z.number(),
  /** Quarters a minute, and the beat in which it is said. */
  tempo: z.number(),
  beat: z.enum(FELT_BEATS),
  text: z.string(),
})
export type PlanItemInfo = z.infer<typeof item>

const planDay = z.object({ date: z.string(), minutes: z.number(), items: z.array(item) })
export type PlanDayInfo = z.infer<typeof planDay>
const refused = z.object({ ok: z.literal(false), problem: z.string() })

/** The plan for the class (null) and for each seat, to be printed; `planned`: whose plan it is on the screen. */
export const sheetsReply = z.discriminatedUnion('ok', [
  z.object({
    ok: z.literal(true),
    planned: z.nullable(z.string()),
    sheets: z.array(z.object({ seat: z.nullable(z.string()), name: z.string(), days: z.array(planDay) })),
  }),
  refused,
])
export type SheetsReply = z.infer<typeof sheetsReply>

/** Whether a plan that does not fit would in an easier key, in words, and the piece that they speak of. */
export const easierReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), text: z.string(), where: z.nullable(z.string()) }),
  refused,
])
export type EasierReply = z.infer<typeof easierReply>

/** The plan of a class as it stands on a day. */
export const planReply = z.discriminatedUnion('ok', [
  z.object({
    ok: z.literal(true),
    /** The class whose plan it is. */
    class: z.string(),
    version: z.number(),
    settings: z.nullable(planSettingsSchema),
    /** What is on the shelf, to choose from. */
    shelf: z.array(z.object({ id: z.string(), title: z.string() })),
    seats: z.array(z.object({ id: z.string(), name: z.string() })),
    days: z.array(planDay),
    problem: z.nullable(z.string()),
    /** That far less time would do, in a sentence. */
    spare: z.nullable(z.string()),
    /** What was recorded so far, newest first, as far as it is shown. */
    records: z.array(recordSchema),
    /** For each piece of the plan: the names of its measures, and how each stands for each seat. */
    sure: z.array(
      z.object({
        piece: z.string(),
        title: z.string(),
        measures: z.array(z.string()),
        /** A row a seat, then one for every student of whom something is recorded. */
        rows: z.array(
          z.object({
            seat: z.nullable(z.string()),
            student: z.string(),
            stands: z.array(z.enum(SURENESS)),
            /** How many measures were sure at the end of each day. */
            over: z.array(z.object({ day: z.string(), sure: z.number() })),
          }),
        ),
        /** Shifts of each seat, to log tries at. */
        shifts: z.array(
          z.object({ seat: z.string(), from: z.string(), to: z.string(), string: z.string(), up: z.boolean(), finger: z.string() }),
        ),
      }),
    ),
    minutes: z.array(z.object({ day: z.string(), minutes: z.number() })),
    /** What is known of how shifts land, a sentence each, with whose it is. */
    tendencies: z.array(z.object({ piece: z.string(), seat: z.string(), student: z.string(), text: z.string(), known: z.boolean() })),
    aims: z.array(aimSchema),
  }),
  refused,
])
export type PlanReply = z.infer<typeof planReply>
