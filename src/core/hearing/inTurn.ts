import type { Pitch } from '../music/pitch'
import { TRUE_WITHIN, type Needle } from './needle'

/** The order in which a seat's open strings are tuned, by index: A first, then down, then what lies above it. Common practice. */
export function tuningOrder(strings: readonly Pick<Pitch, 'letter'>[]): number[] {
  const from = Math.max(
    0,
    strings.findIndex((s) => s.letter === 'A'),
  )
  const all = strings.map((_s, i) => i)
  return [...all.slice(0, from + 1).reverse(), ...all.slice(from + 1)]
}

/** How long a string must be true before the next one comes. Seconds. */
export const TRUE_FOR = 0.8

/** Since when the needle has been true without a break; null: it is not. Seconds. */
export const trueSince = (since: number | null, needle: Needle, at: number): number | null =>
  needle.kind === 'heard' && !needle.held && Math.abs(needle.cents) < TRUE_WITHIN ? (since ?? at) : null
