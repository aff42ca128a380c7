import { letterName, midiOf } from '../../music/pitch'
import { stopOf, top } from '../reading'
import { atNotes, type Detector } from './spot'

/** A stopped note that shares its letter with an open string, played in the same piece: "high D" against "open D". */
export const sharedLetter = {
  kind: 'shared-letter',
  concern: 'eye',
  load: 1,
  again: 0.4,
  matters: [1.3, 1, 0.4],
  find: (r) => {
    // Open strings by letter: how low and high they are, and in which measures.
    const opens = new Map<string, { low: number; high: number; measures: Set<number> }>()
    for (const n of r.notes) {
      if (!n.hold?.open || n.hold.stops.length > 1) continue
      const { pitch } = top(n)
      const known = opens.get(letterName(pitch)) ?? { low: midiOf(pitch), high: midiOf(pitch), measures: new Set<number>() }
      known.low = Math.min(known.low, midiOf(pitch))
      known.high = Math.max(known.high, midiOf(pitch))
      known.measures.add(n.placed.at.index)
      opens.set(letterName(pitch), known)
    }
    return atNotes(r, (note) => {
      if (!stopOf(note)) return null
      const { pitch } = top(note)
      const name = letterName(pitch)
      const open = opens.get(name)
      if (!open) return null
      const which = midiOf(pitch) > open.high ? 'high' : midiOf(pitch) < open.low ? 'low' : null
      if (!which) return null
      const { index } = note.placed.at
      const close = [0, 1].some((d) => open.measures.has(index - d) || open.measures.has(index + d))
      return {
        note,
        hard: close ? 0.5 : 0.2,
        about: `${which} ${pitch.letter}`,
        facts: { which, letter: pitch.letter, pitch },
      }
    })
  },
} as const satisfies Detector<'shared-letter'>
