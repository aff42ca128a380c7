import * as z from 'zod/mini'
import type { Hold } from '../hands/hold'
import { OCTAVE_HARMONIC, type Instrument } from '../instruments/instrument'
import { MOST_STRINGS } from '../instruments/learned'

/**
 * A teacher's decision at a note: whatever is set must hold, the rest is free. `strings` and `fingers` go low note first;
 * strings by index from the lowest. `position` by name, with the base where a name has two.
 */
export const pinSchema = z.object({
  strings: z.optional(z.array(z.int().check(z.minimum(0), z.maximum(MOST_STRINGS - 1))).check(z.maxLength(8))),
  fingers: z.optional(z.array(z.int().check(z.minimum(0), z.maximum(4))).check(z.maxLength(8))),
  position: z.optional(z.string().check(z.maxLength(6))),
  base: z.optional(z.int().check(z.minimum(1), z.maximum(14))),
  /** At the octave, where a finger can press or touch: touched. */
  harmonic: z.optional(z.boolean()),
})
export type Pin = Readonly<z.infer<typeof pinSchema>>

/** Whether a hold is what the pin asks for. An open string satisfies any position: the hand may be there. */
export function pinAllows(pin: Pin, instrument: Instrument, h: Hold): boolean {
  if (pin.strings && !pin.strings.every((s, i) => h.stops[i]?.string === s)) return false
  if (pin.fingers && !pin.fingers.every((f, i) => h.stops[i]?.finger === f)) return false
  if (pin.harmonic !== undefined && pin.harmonic !== isHarmonic(h)) return false
  if (h.open) return true
  const at = instrument.positions[h.position]
  return (pin.position === undefined || pin.position === at.name) && (pin.base === undefined || pin.base === at.base)
}

/** The pin that asks for exactly this hold. */
export function pinFor(instrument: Instrument, h: Hold): Pin {
  const at = instrument.positions[h.position]
  const pin = { strings: h.stops.map((s) => s.string), fingers: h.stops.map((s) => s.finger) }
  if (h.open) return pin
  const touched = h.stops.some((s) => s.k === OCTAVE_HARMONIC) ? { harmonic: isHarmonic(h) } : {}
  return { ...pin, position: at.name, base: at.base, ...touched }
}

const isHarmonic = (h: Hold): boolean => h.stops.some((s) => s.harmonic)

/**
 * Why no hold fits a pin, in words for the teacher: "A4 is not on G", "3 cannot play it on D", "not in VII". The first
 * wish that nothing fulfils together with those before it: string, then finger, then position.
 */
export function pinLacks(pin: Pin, instrument: Instrument, holds: readonly Hold[]): string {
  const strings = pin.strings?.map((s) => instrument.strings[s]?.letter ?? '?').join(' and ')
  const fingers = pin.fingers?.map((f) => (f === 0 ? 'an open string' : `finger ${f}`)).join(' and ')
  const onString = holds.filter((h) => pinAllows({ strings: pin.strings }, instrument, h))
  if (pin.strings && onString.length === 0) return `it does not lie on ${strings}`
  const withFinger = onString.filter((h) => pinAllows({ fingers: pin.fingers }, instrument, h))
  const where = strings ? ` on ${strings}` : ''
  if (pin.fingers && withFinger.length === 0) return `${fingers} cannot play it${where} in any position`
  return `${fingers ?? 'no finger'}${where} does not reach it in ${pin.position ?? 'that position'}`
}
