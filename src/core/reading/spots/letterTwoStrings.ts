import { letterName, midiOf, printedPitch } from '../../music/pitch'
import { near, top, type ReadNote } from '../reading'
import { sayWhere, stringName } from '../words'
import type { Detector, Found } from './spot'

/** The same pitch in two places, or the same letter under fingers on two strings, close together. */
export const letterTwoStrings = {
  kind: 'letter-two-strings',
  name: 'One letter on two strings',
  mark: 'two strings?',
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
      const [here, were] = [stringName(r.instrument, s.string), stringName(r.instrument, there.string)]
      found.push({
        note,
        hard: samePitch && !fourAndOpen ? 0.5 : 0.27,
        text: samePitch
          ? `${printedPitch(pitch)} is on ${here} here and was on ${were} in ${sayWhere(r, other)}.`
          : `${letterName(pitch)} on ${here} here, ${letterName(pitch)} on ${were} in ${sayWhere(r, other)}.`,
        advice: `Name it with its string: "${letterName(pitch)} on ${here}".`,
        about: letterName(pitch),
        facts: { name: letterName(pitch) },
      })
    }
    return found
  },
} as const satisfies Detector<'letter-two-strings'>
