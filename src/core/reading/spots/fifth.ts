import { before } from '../reading'
import { crossedStrings, crossedStringNames, stringSteps } from './crossed'
import { atNotes, type Detector } from './spot'

/** One finger hops to the next string at the same place. */
export const fifth = {
  kind: 'fifth',
  concern: 'hand',
  load: 0,
  again: 0.55,
  matters: [1.2, 1, 0.8],
  find: (r) =>
    atNotes(r, (note) => {
      const last = before(r, note)
      const finger = note.move?.fifth
      if (!finger || !last?.hold) return null
      return {
        note,
        hard: (note.rest ? 0.35 : 0.5) + (note.slurred ? 0.15 : 0),
        facts: { finger, ...crossedStrings(last, note), steps: stringSteps(r, last, note) },
        about: `${finger} ${crossedStringNames(r, last, note)}`,
      }
    }),
} as const satisfies Detector<'fifth'>
