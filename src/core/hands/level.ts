import { z } from 'zod'
import type { Need, Stop } from './hold'
import { bySeat, SEATS, type Seat } from './instruments'
import { POSITIONS, positionKey } from './positions'
import { fingersByLetter, type Shape } from './schools'

/** When a class may move its hand: not at all, only while a rest or an open string gives time, or anywhere. */
export const SHIFTS = ['none', 'pauses', 'any'] as const

const finger = z.int().min(1).max(4)
/** More than there are positions, strings or fingers: an end to what is taken, not a rule of the trade. */
const MOST_LISTED = 60

/** What one seat of a class has learned. Open strings are learned with their string. */
export const seatLevelSchema = z.object({
  /** Positions as {@link positionKey} names them: "I", "half", "raised III". */
  positions: z.array(z.string().max(12)).max(MOST_LISTED),
  /** Index from the lowest. */
  strings: z.array(z.int().min(0).max(3)).max(MOST_LISTED),
  fingers: z.array(finger).max(MOST_LISTED),
  /** Fingers of violin and viola whose low and high places are learned. */
  low: z.array(finger).max(MOST_LISTED),
  high: z.array(finger).max(MOST_LISTED),
  /** Cello: the opened hand, back or forward. Violin and viola: 1 reached back, 4 stretched. */
  extensions: z.array(z.enum(['back', 'forward'])).max(MOST_LISTED),
  shifts: z.enum(SHIFTS),
  doubleStops: z.boolean(),
})
export type SeatLevel = Readonly<z.infer<typeof seatLevelSchema>>

/** What a class has learned, per seat: what decides whether a fingering is new to it. */
export const levelSchema = z.object({ violin: seatLevelSchema, viola: seatLevelSchema, cello: seatLevelSchema, bass: seatLevelSchema })
export type Level = Readonly<z.infer<typeof levelSchema>>

/** What a way to hold asks for beyond the level. Several at once are several new things. */
export function needsOf(seat: Seat, level: SeatLevel, stops: readonly Stop[], position: number, shape: Shape): Need[] {
  const needs: Need[] = []
  const down = stops.filter((s) => s.finger > 0)
  if (down.length && !level.positions.includes(positionKey(POSITIONS[seat][position]))) needs.push('position')
  if (stops.some((s) => !level.strings.includes(s.string))) needs.push('string')
  if (down.some((s) => !level.fingers.includes(s.finger))) needs.push('finger')
  if (fingersByLetter(seat)) {
    const off = (s: Stop) =>
      !s.stretch && !s.harmonic && s.place !== 'normal' && !(s.place === 'low' ? level.low : level.high).includes(s.finger)
    if (down.some(off)) needs.push('place')
    if (down.some((s) => s.stretch && !level.extensions.includes(s.finger === 1 ? 'back' : 'forward'))) needs.push('extension')
  } else if (shape !== 'closed' && !level.extensions.includes(shape)) needs.push('extension')
  if (down.length && stops.length > 1 && !level.doubleStops) needs.push('chord')
  return needs
}

/** A level made seat by seat. */
export const levelOf = (of: (seat: Seat) => SeatLevel): Level => bySeat(of)

/** Whether two levels ask the same of every seat, in whatever order their lists stand. */
export const sameLevel = (a: Level, b: Level): boolean => SEATS.every((s) => levelText(a[s]) === levelText(b[s]))

const levelText = (l: SeatLevel): string =>
  JSON.stringify([l.positions, l.strings, l.fingers, l.low, l.high, l.extensions].map((list) => [...list].sort())) +
  l.shifts +
  l.doubleStops
