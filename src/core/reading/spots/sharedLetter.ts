import { letterName, midiOf, type Pitch } from '../../music/pitch'
import { near, stopOf, top } from '../reading'
import type { Detector } from './spot'

const sameLetter = (a: Pitch, b: Pitch) => a.letter === b.letter && a.alter === b.alter

/** A stopped note that shares its letter with an open string, played in the same piece: "high D" against "open D". */
export const sharedLetter: Detector = {
  kind: 'shared-letter',
  name: 'Shares its letter with an open string',
  mark: 'high',
  concern: 'eye',
  load: 1,
  again: 0.5,
  find: (r) => {
    const opens = r.notes.filter((n) => n.hold?.open && n.hold.stops.length === 1)
    return r.notes.flatMap((note) => {
      const { pitch } = top(note)
      if (!stopOf(note)) return []
      const same = opens.filter((o) => sameLetter(top(o).pitch, pitch) && midiOf(top(o).pitch) < midiOf(pitch))
      if (same.length === 0) return []
      return [
        {
          note,
          hard: same.some((o) => near(o, note)) ? 0.5 : 0.25,
          text: `High ${letterName(pitch)}, not the open ${letterName(pitch)} that is also in this piece.`,
          advice: `Call it "high ${letterName(pitch)}" and the other "open ${letterName(pitch)}".`,
          about: pitch.letter,
        },
      ]
    })
  },
}
