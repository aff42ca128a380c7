import * as z from 'zod/mini'
import { DEFAULT_POLICY } from '@/core/fingering/policy'
import { policyChangeSchema } from '@/core/fingering/policy.schema'
import { STEP_IDS } from '@/core/instruments/instrument'
import { learnedSchema } from '@/core/instruments/learned.schema'
import { INSTRUMENTS } from '@/core/instruments/all'
import { clefNameSchema } from '@/core/music/clef.schema'
import { kindChoiceSchema } from '@/core/plan/choice.schema'
import { DEFAULT_CLASS, type ClassSettings } from '@/core/plan/class'
import { instrumentNamed, newSeat, type SeatRow } from '@/core/seats/seat'
import { seatIdSchema, seatRowsSchema } from '@/core/seats/seat.schema'
import { MOST_SEATS } from '@/core/seats/bounds'
import { readTuning } from '@/core/seats/tuning'
import { sayIssue } from '@/core/issue'

/** A seat as somebody writes it by hand: only its instrument must be said. */
const seatSchema = z.strictObject({
  instrument: z.enum(INSTRUMENTS.map((i) => i.id)),
  id: z.optional(seatIdSchema),
  name: z.optional(z.string().check(z.trim(), z.minLength(1), z.maxLength(40))),
  /** Open strings, low to high, as the part writes them: "E2 A2 D3 G3". */
  tuning: z.optional(z.string().check(z.maxLength(80))),
  clef: z.optional(clefNameSchema),
  players: z.optional(z.int().check(z.minimum(0), z.maximum(200))),
  /** A step of the way by its id, or all in full. */
  learned: z.optional(z.union([z.enum(STEP_IDS), learnedSchema])),
  policy: z.optional(policyChangeSchema),
})

/** A class as a file: its seats, and how it fingers where that is not the default. */
const classFileSchema = z.strictObject({
  seats: z.array(seatSchema).check(z.minLength(1), z.maxLength(MOST_SEATS)),
  policy: z.optional(policyChangeSchema),
  spots: z.optional(kindChoiceSchema),
})

/** The class that a file describes, or what is wrong with it and where. */
export function readClassFile(text: string): { readonly klass: ClassSettings } | { readonly problem: string } {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (e) {
    return { problem: `this is not well-formed JSON: ${(e as Error).message}` }
  }
  const parsed = classFileSchema.safeParse(value)
  if (!parsed.success) return { problem: sayIssue(parsed.error) }
  const rows: SeatRow[] = []
  for (const [i, { tuning, learned, ...said }] of parsed.data.seats.entries()) {
    const instrument = instrumentNamed(said.instrument)
    const before = rows.filter((r) => r.instrument === instrument.id).length
    const [id, name] = before ? [`${instrument.id}-${before + 1}`, `${instrument.name} ${before + 1}`] : [instrument.id, instrument.name]
    const strings = tuning === undefined ? null : readTuning(tuning)
    if (strings && 'problem' in strings) return { problem: `seats › ${i} › tuning: ${strings.problem}` }
    const step = typeof learned === 'string' ? learned : 'first-position'
    rows.push({
      ...newSeat(instrument, step, id, name),
      ...said,
      ...(strings ? { tuning: strings.strings } : {}),
      ...(typeof learned === 'object' ? { learned } : {}),
    })
  }
  const seats = seatRowsSchema.safeParse(rows)
  if (!seats.success) return { problem: `seats: ${sayIssue(seats.error)}` }
  return {
    klass: { ...DEFAULT_CLASS, policy: { ...DEFAULT_POLICY, ...parsed.data.policy }, seats: seats.data, spots: parsed.data.spots ?? {} },
  }
}
