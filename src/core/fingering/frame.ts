import { frameName, type Spacing } from '../hands/frames'
import type { Stop } from '../hands/hold'
import { alterIn, type Key } from '../music/key'
import { midiOf, pitchAt, stepsOf } from '../music/pitch'
import { reachesAt, schoolOf, THUMB_POSITION } from '../instruments/instrument'
import type { Setup } from './candidates'
import { chosenAt, type Solution } from './solve'

/** The hand on one string: our name for it, and where each of fingers 1 to 4 lies (semitones above open; null: not used). */
export type Frame = { readonly name: string; readonly places: readonly (number | null)[] }

const FINGERS = [1, 2, 3, 4] as const

/** How far a note looks, in moments, for another finger that has been or will be set on its string. */
const LOOK = 24

/**
 * The frame a stopped note stands in. Violin and viola: each other finger lies where it plays nearest in the same hand
 * on the same string (what was set before counts first), else where the key puts its letter. A hand by half steps: by the hand itself.
 */
export function frameAt(s: Solution, column: number, stop: Stop, key: Key): Frame {
  const { setup } = s
  const { position, shape } = chosenAt(s, column)
  const at = setup.instrument.positions[position]
  const school = schoolOf(setup.instrument, setup.policy.school)
  if (setup.instrument.byLetter) return letterFrame(s, column, stop, key)
  const places = FINGERS.map((f) => {
    if (f === stop.finger) return stop.k
    const reach = reachesAt(school, at).find((r) => r.finger === f && r.shapes.includes(shape))
    return reach ? at.base + reach.offset : null
  })
  return { name: at.own ? THUMB_POSITION : school.frames[shape], places }
}

function letterFrame(s: Solution, column: number, stop: Stop, key: Key): Frame {
  const set = fingersNearby(s, column, stop)
  const places = set.every((k) => k > UNSET) ? set : [...set]
  if (places !== set) {
    // A finger that only the key places gives way to those that play: touching at the nearest, a whole step at most.
    const inKey = placesByKey(s.setup, chosenAt(s, column).position, stop.string, key)
    for (let f = stop.finger; f < 4; f++) if (set[f] === UNSET) places[f] = clamp(inKey[f], places[f - 1] + 1, places[f - 1] + 2)
    for (let f = stop.finger - 2; f >= 0; f--) if (set[f] === UNSET) places[f] = clamp(inKey[f], places[f + 1] - 2, places[f + 1] - 1)
  }
  const spacing: Spacing = [places[1] - places[0], places[2] - places[1], places[3] - places[2]]
  return { name: frameName(spacing), places }
}

const clamp = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x))

/** A finger that has not been met. */
const UNSET = -1

/** Places of fingers 1 to 4 that play on this string while the hand stays: nearest first, earlier before later. */
function fingersNearby(s: Solution, column: number, stop: Stop): number[] {
  const set = [UNSET, UNSET, UNSET, UNSET]
  set[stop.finger - 1] = stop.k
  let missing = 3
  const { position } = chosenAt(s, column)
  let [back, ahead] = [true, true]
  for (let d = 1; d <= LOOK && missing > 0 && (back || ahead); d++)
    for (let side = -1; side <= 1; side += 2) {
      if (side < 0 ? !back : !ahead) continue
      const i = column + side * d
      const h = i >= 0 && i < s.columns.length ? chosenAt(s, i) : null
      if (!h || h.position !== position) {
        if (side < 0) back = false
        else ahead = false
        continue
      }
      for (const t of h.stops)
        if (t.string === stop.string && t.finger > 0 && set[t.finger - 1] === UNSET && fitsAll(set, t)) {
          set[t.finger - 1] = t.k
          missing--
        }
    }
  return set
}

/** Whether a finger's place keeps order and reach with those already set. */
function fitsAll(set: readonly number[], t: Stop): boolean {
  for (let i = 0; i < 4; i++) {
    if (set[i] === UNSET) continue
    const gap = Math.abs(t.finger - 1 - i)
    const apart = t.finger - 1 > i ? t.k - set[i] : set[i] - t.k
    if (apart < gap || apart > Math.min(2 * gap + 1, 6)) return false
  }
  return true
}

/** Where the key puts the four fingers of this position on this string. */
function placesByKey({ instrument }: Setup, position: number, string: number, key: Key): number[] {
  const open = instrument.strings[string]
  const { letters } = instrument.positions[position]
  return [0, 1, 2, 3].map((f) => {
    const natural = pitchAt(stepsOf(open) + letters + f, 0)
    return midiOf({ ...natural, alter: alterIn(key, natural.letter) }) - midiOf(open)
  })
}
