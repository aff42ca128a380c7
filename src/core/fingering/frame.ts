import { frameName, type Spacing } from '../hands/frames'
import type { Stop } from '../hands/hold'
import { POSITIONS } from '../hands/positions'
import { fingersByLetter } from '../hands/schools'
import { alterIn, type Key } from '../music/key'
import { midiOf, pitchAt, stepsOf } from '../music/pitch'
import type { Setup } from './candidates'
import type { Solution } from './solve'

/** The hand on one string: our name for it, and where each of fingers 1 to 4 lies (semitones above open; null: not used). */
export type Frame = { readonly name: string; readonly places: readonly (number | null)[] }

/** How far a note looks, in moments, for another finger that has been or will be set on its string. */
const LOOK = 24

/**
 * The frame a stopped note stands in. Violin and viola: each other finger lies where it plays nearest in the same hand
 * on the same string (what was set before counts first), else where the key puts its letter. Cello and bass: by the hand itself.
 */
export function frameAt(s: Solution, column: number, stop: Stop, key: Key): Frame {
  const { setup } = s
  const { position } = s.columns[column].holds[s.chosen[column]]
  const { base } = POSITIONS[setup.instrument.seat][position]
  if (fingersByLetter(setup.instrument.seat)) return letterFrame(s, column, stop, key)
  if (setup.instrument.seat === 'bass')
    return setup.school === '1-2-4'
      ? { name: '1-2-4', places: [base, base + 1, null, base + 2] }
      : { name: '1-2-3-4', places: [base, base + 1, base + 2, base + 3] }
  if (stop.place === 'low') return { name: 'extended', places: [base - 1, base + 1, base + 2, base + 3] }
  if (stop.place === 'high') return { name: 'extended', places: [base, base + 2, base + 3, base + 4] }
  return { name: 'closed', places: [base, base + 1, base + 2, base + 3] }
}

function letterFrame(s: Solution, column: number, stop: Stop, key: Key): Frame {
  const set = fingersNearby(s, column, stop)
  const inKey = placesByKey(s.setup, s.columns[column].holds[s.chosen[column]].position, stop.string, key)
  const places = [1, 2, 3, 4].map((f) => set.get(f) ?? inKey[f - 1])
  // A finger that only the key places gives way to those that play: touching at the nearest, a step and a half at most.
  const fixed = (f: number) => set.has(f + 1)
  for (let f = stop.finger; f < 4; f++) if (!fixed(f)) places[f] = clamp(places[f], places[f - 1] + 1, places[f - 1] + 2)
  for (let f = stop.finger - 2; f >= 0; f--) if (!fixed(f)) places[f] = clamp(places[f], places[f + 1] - 2, places[f + 1] - 1)
  const spacing: Spacing = [places[1] - places[0], places[2] - places[1], places[3] - places[2]]
  return { name: frameName(spacing), places }
}

const clamp = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x))

/** Places of the fingers that play on this string while the hand stays: nearest first, earlier before later. */
function fingersNearby(s: Solution, column: number, stop: Stop): Map<number, number> {
  const set = new Map<number, number>([[stop.finger, stop.k]])
  const holdAt = (i: number) => s.columns[i]?.holds[s.chosen[i]]
  const { position } = holdAt(column)
  let [back, ahead] = [true, true]
  for (let d = 1; d <= LOOK && (back || ahead); d++)
    for (const i of [column - d, column + d]) {
      if (i < column ? !back : !ahead) continue
      const h = holdAt(i)
      if (!h || h.position !== position) {
        if (i < column) back = false
        else ahead = false
        continue
      }
      for (const t of h.stops)
        if (t.string === stop.string && t.finger > 0 && !set.has(t.finger) && fitsAll(set, t)) set.set(t.finger, t.k)
    }
  return set
}

/** Whether a finger's place keeps order and reach with those already set. */
const fitsAll = (set: ReadonlyMap<number, number>, t: Stop) =>
  [...set].every(([f, k]) => {
    const gap = Math.abs(t.finger - f)
    const apart = t.finger > f ? t.k - k : k - t.k
    return apart >= gap && apart <= Math.min(2 * gap + 1, 6)
  })

/** Where the key puts the four fingers of this position on this string. */
function placesByKey({ instrument }: Setup, position: number, string: number, key: Key): number[] {
  const open = instrument.strings[string]
  const { letters } = POSITIONS[instrument.seat][position]
  return [0, 1, 2, 3].map((f) => {
    const natural = pitchAt(stepsOf(open) + letters + f, 0)
    return midiOf({ ...natural, alter: alterIn(key, natural.letter) }) - midiOf(open)
  })
}
