import { before } from '../reading'
import { sayInterval } from '../words'
import { strings, stringSteps } from './crossed'
import { atNotes, type Detector } from './spot'

/** One finger hops to the next string at the same place. */
export const fifth = {
  kind: 'fifth',
  name: 'One finger over two strings',
  mark: 'hops',
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
        text: `Finger ${finger} plays on both strings, ${strings(r, last, note)}, at the same place: ${sayInterval(stringSteps(r, last, note))}.`,
        advice:
          r.instrument.overStrings === 'roll'
            ? 'Roll the finger over both strings, or lift and place it again; choose one and say which.'
            : 'Set the finger over both strings at once, a little flat; it need not lift.',
        about: `${finger} ${strings(r, last, note)}`,
      }
    }),
} as const satisfies Detector<'fifth'>
