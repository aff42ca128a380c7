import { z } from 'zod'
import type { Hold } from '../hands/hold'
import type { Instrument } from '../hands/instruments'
import { POSITIONS } from '../hands/positions'

/**
 * A teacher's decision at a note: whatever is set must hold, the rest is free. `strings` and `fingers` go low note first;
 * strings by index from the lowest. `position` by name, with the base where a name has two.
 */
export const pinSchema = z.object({
  strings: z.array(z.int().min(0).max(5)).optional(),
  fingers: z.array(z.int().min(0).max(4)).optional(),
  position: z.string().max(6).optional(),
  base: z.int().min(1).max(14).optional(),
})
export type Pin = Readonly<z.infer<typeof pinSchema>>

/** Whether a hold is what the pin asks for. An open string satisfies any position: the hand may be there. */
export function pinAllows(pin: Pin, instrument: Instrument, h: Hold): boolean {
  if (pin.strings && !pin.strings.every((s, i) => h.stops[i]?.string === s)) return false
  if (pin.fingers && !pin.fingers.every((f, i) => h.stops[i]?.finger === f)) return false
  if (h.open) return true
  const at = POSITIONS[instrument.seat][h.position]
  return (pin.position === undefined || pin.position === at.name) && (pin.base === undefined || pin.base === at.base)
}

/** The pin that asks for exactly this hold. */
export function pinFor(instrument: Instrument, h: Hold): Pin {
  const at = POSITIONS[instrument.seat][h.position]
  const pin = { strings: h.stops.map((s) => s.string), fingers: h.stops.map((s) => s.finger) }
  return h.open ? pin : { ...pin, position: at.name, base: at.base }
}
