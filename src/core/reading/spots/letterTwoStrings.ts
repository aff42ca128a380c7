import { letterName, midiOf } from '../../music/pitch'
import { near, top, type ReadNote } from '../reading'
import type { Detector, Found } from './spot'

/** The same pitch in two places, or the same letter under fingers on two strings, close together. */
export const letterTwoStrings = {
  kind: 'letter-two-strings',
  concern: 'eye',
  load: 1,
  again: 0.5,
  matters: [1.3, 1, 0.7],
  find: (r) => {
    const last = new Map<string, ReadNote>()
    const found: Found<'letter-two-strings'>[] = []
    for (const note of r.notes) {
      const s = note.hold?.stops.length === 1 ? note.hold.stops[0] : null
      const { pitch } = top(note)
      const name = letterName(pitch)
      const other = s && last.get(name)
      if (s) last.set(name, note)
      const there = other?.hold?.stops[0]
      if (!s || !other || !there || there.string === s.string || !near(other, note)) continue
      const samePitch = midiOf(top(other).pitch) === midiOf(pitch)
      if (!samePitch && (s.finger === 0 || there.finger === 0)) continue
      // 4 and the open string for one note are a choice, and said as that.
      const fourAndOpen = samePitch && (s.finger === 0 || there.finger === 0)
      found.push({
        note,
        hard: samePitch && !fourAndOpen ? 0.5 : 0.27,
        about: letterName(pitch),
        facts: { name: letterName(pitch), pitch, same: samePitch, here: s.string, there: there.string, at: other.placed.at.index },
      })
    }
    return found
  },
} as const satisfies Detector<'letter-two-strings'>
