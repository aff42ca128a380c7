import { FIRST, positionKey, THUMB, type Instrument, type Shape } from '../instruments/instrument'
import type { Learned } from '../instruments/learned'
import type { Need, Stop } from './hold'

/** What a way to hold asks for beyond what is learned. Several at once are several new things. */
export function needsOf(instrument: Instrument, learned: Learned, stops: readonly Stop[], position: number, shape: Shape): Need[] {
  const needs: Need[] = []
  const down = stops.filter((s) => s.finger > 0)
  if (down.length && !learned.positions.includes(positionKey(instrument.positions[position]))) needs.push('position')
  if (stops.some((s) => !learned.strings.includes(s.string))) needs.push('string')
  if (down.some((s) => s.finger !== THUMB && !learned.fingers.includes(s.finger))) needs.push('finger')
  if (instrument.byLetter) {
    const off = (s: Stop) =>
      !s.stretch && !s.harmonic && s.place !== 'normal' && !(s.place === 'low' ? learned.low : learned.high).includes(s.finger)
    if (down.some(off)) needs.push('place')
    if (down.some((s) => s.stretch && !learned.extensions.includes(s.finger === 1 ? 'back' : 'forward'))) needs.push('extension')
  } else if (shape !== 'closed' && !learned.extensions.includes(shape)) needs.push('extension')
  // A class that only visits a position has not learned to hold two strings there.
  const visits = learned.shifts === 'needed' && position > FIRST
  if (down.length && stops.length > 1 && (visits || !learned.doubleStops)) needs.push('chord')
  return needs
}
