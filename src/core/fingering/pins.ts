import type { Hold } from '../hands/hold'
import { OCTAVE_HARMONIC, type Instrument } from '../instruments/instrument'
import type { Pin } from './pins.schema'

export type { Pin } from './pins.schema'

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

/** Why no hold fits a pin: the first of its wishes that nothing fulfils together with those before it. */
export type Lacks = { readonly wish: 'string' | 'finger' | 'position'; readonly pin: Pin }

/** Which wish of a pin no hold fulfils: string, then finger, then position. */
export function pinLacks(pin: Pin, instrument: Instrument, holds: readonly Hold[]): Lacks {
  const onString = holds.filter((h) => pinAllows({ strings: pin.strings }, instrument, h))
  if (pin.strings && onString.length === 0) return { wish: 'string', pin }
  const withFinger = onString.some((h) => pinAllows({ fingers: pin.fingers }, instrument, h))
  return { wish: pin.fingers && !withFinger ? 'finger' : 'position', pin }
}
