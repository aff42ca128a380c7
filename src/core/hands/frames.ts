import { rankOf, THUMB, type Finger, type Place } from '../instruments/instrument'

/** Semitones between neighbouring fingers: 1-2, 2-3, 3-4. */
export type Spacing = readonly [number, number, number]

/**
 * Our name for a letter frame: which fingers touch. "touch 2-3" is the major start on an open string, "touch 1-2" the
 * minor start, "touch none" all whole steps. A step and a half between 2 and 3 is said as well.
 */
export function frameName(spacing: Spacing): string {
  const key = (spacing[0] * 16 + spacing[1]) * 16 + spacing[2]
  const known = NAMES.get(key)
  if (known) return known
  const name = named(spacing)
  NAMES.set(key, name)
  return name
}

const NAMES = new Map<number, string>()

function named(spacing: Spacing): string {
  const touching = spacing.flatMap((s, i) => (s === 1 ? [`${i + 1}-${i + 2}`] : []))
  const wide = spacing.findIndex((s) => s === 3)
  const name = `touch ${touching.join(' & ') || 'none'}`
  return wide < 0 ? name : `${name}, step-and-a-half between`
}

type Down = { readonly finger: Finger; readonly k: number; readonly place: Place }

/**
 * Whether two fingers can be down in one frame, on one string or on neighbours (k in semitones above each one's open string).
 * Letters: touching is a half step, a gap at most a step and a half between neighbours, the whole hand at most a
 * stretched fourth (6). Half steps: 2, 3 and 4 move together, and the hand does not open both ways at once.
 */
export function inOneFrame(byLetter: boolean, a: Down, b: Down): boolean {
  if (rankOf(a.finger) > rankOf(b.finger)) return inOneFrame(byLetter, b, a)
  if (byLetter) {
    const gap = b.finger - a.finger
    const apart = b.k - a.k
    return gap === 0 ? apart === 0 : apart >= gap && apart <= Math.min(gap < 3 ? 2 * gap + 1 : 6, 6)
  }
  if (a.finger === b.finger) return a.k === b.k
  // The thumb bears the whole hand, and 1 beside it goes where 2 is not.
  if (a.finger === THUMB) return true
  if (a.finger === 1) return !(a.place === 'low' && b.place === 'high')
  return a.place === b.place
}
