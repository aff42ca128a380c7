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
