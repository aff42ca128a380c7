import { z } from 'zod'
import { pinSchema, type Pin } from '../fingering/pins'
import { DEFAULT_POLICY, policySchema } from '../fingering/policy'
import type { Seat } from '../hands/instruments'

/** The octave a seat reads in: where it fits best, or so many octaves from the line as it sounds. */
const octaveSchema = z.union([z.literal('auto'), z.int().min(-5).max(5)])
export type OctaveChoice = z.infer<typeof octaveSchema>

const perSeat = <T extends z.ZodType>(value: T) => z.object({ violin: value, viola: value, cello: value, bass: value })

/** What the teacher has decided about a piece. Everything else is computed from it, never stored. */
export const planSchema = z.object({
  octaves: perSeat(octaveSchema),
  /** Which line of the piece each seat reads, from 0. */
  lines: perSeat(z.int().min(0).max(7)),
  policy: policySchema,
  /** By seat, by event id. */
  pins: perSeat(z.record(z.string(), pinSchema)),
})
export type Plan = Readonly<z.infer<typeof planSchema>>

const all = <T>(value: (seat: Seat) => T): Record<Seat, T> => ({
  violin: value('violin'),
  viola: value('viola'),
  cello: value('cello'),
  bass: value('bass'),
})

/** Every seat where it fits, on the first line, nothing pinned. */
export const emptyPlan = (): Plan => ({ octaves: all(() => 'auto'), lines: all(() => 0), policy: DEFAULT_POLICY, pins: all(() => ({})) })

/** The plan with a pin set at an event of a seat; null lifts it. */
export function withPin(plan: Plan, seat: Seat, event: string, pin: Pin | null): Plan {
  const { [event]: _, ...others } = plan.pins[seat]
  return { ...plan, pins: { ...plan.pins, [seat]: pin ? { ...others, [event]: pin } : others } }
}

/** The plan with a seat's octave chosen. */
export const withOctave = (plan: Plan, seat: Seat, octave: OctaveChoice): Plan => ({
  ...plan,
  octaves: { ...plan.octaves, [seat]: octave },
})

/** The plan with a seat reading another line. */
export const withLine = (plan: Plan, seat: Seat, line: number): Plan => ({ ...plan, lines: { ...plan.lines, [seat]: line } })
