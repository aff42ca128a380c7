import type { Hold, Stop } from '../hands/hold'
import { midiOf, type Pitch } from '../music/pitch'
import { waysOnString, type Setup } from './candidates'
import type { CostKind } from './weights'

/**
 * The finger that plays the other note of an ornament while the hand stays as it is: on the string of the hold's top stop, with
 * another finger, or the open string below it. Null where no finger is there.
 */
export function otherFinger(setup: Setup, hold: Hold, pitch: Pitch): Stop | null {
  const top = hold.stops[hold.stops.length - 1]
  const k = midiOf(pitch) - midiOf(setup.instrument.strings[top.string])
  if (k === 0 && top.finger > 0) return { string: top.string, k, finger: 0, place: 'normal', stretch: false }
  const ways = waysOnString(setup, pitch, top.string).filter(
    (w) => w.position === hold.position && (hold.open || w.shapes.includes(hold.shape)) && w.stop.finger !== top.finger,
  )
  const asked = (s: Stop): number => Number(s.stretch) * 4 + Number(isNew(setup, s)) * 2 + Number(s.place !== 'normal')
  return ways.map((w) => w.stop).sort((a, b) => asked(a) - asked(b))[0] ?? null
}

/** Whether the finger, or its place, has not been learned. */
const isNew = ({ instrument, learned }: Setup, s: Stop): boolean =>
  s.finger > 0 &&
  (!learned.fingers.includes(s.finger) ||
    (instrument.byLetter && !s.stretch && s.place !== 'normal' && !(s.place === 'low' ? learned.low : learned.high).includes(s.finger)))

/** What the other notes of an ornament cost a hold: what their fingers cost, and more where no finger is there for one. */
export function chargeOrnament(setup: Setup, hold: Hold, around: readonly Pitch[], charge: (kind: CostKind) => void): void {
  for (const pitch of around) {
    const s = otherFinger(setup, hold, pitch)
    if (!s) {
      charge('ornament')
      continue
    }
    if (isNew(setup, s)) charge('fingerNotLearned')
    if (s.stretch) charge('extension')
    else if (setup.instrument.byLetter && s.finger === 4) charge('fourthFinger')
  }
}
