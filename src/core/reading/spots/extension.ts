import { stringName } from '../words'
import { sayFinger } from '../../fingering/explain'
import { before, type ReadNote } from '../reading'
import { atNotes, type Detector } from './spot'

/** The hand opens: the cello's extended frames, a stretched 4 or reached-back 1 of violin and viola. */
export const extension = {
  kind: 'extension',
  name: 'Extension',
  mark: 'opens',
  concern: 'hand',
  load: 0,
  again: 0.45,
  matters: [1.2, 1, 0.7],
  find: (r) =>
    atNotes(r, (note) => {
      const s = note.hold?.stops.find((x) => x.stretch)
      if (!s || stays(before(r, note), note)) return null
      const back = s.place === 'low'
      return {
        note,
        hard: note.slurred ? 0.7 : 0.6,
        text: `${sayFinger(r.instrument, s)} on ${stringName(r.instrument, s.string)}: the hand opens.`,
        advice: r.letters
          ? 'The hand stays, the finger alone stretches; short goes, rest and shake out the arm.'
          : back
            ? 'Open backward from 1; the thumb and the other fingers stay. Short goes, and rest.'
            : 'Thumb, 2, 3 and 4 go up together, a whole step between 1 and 2. Short goes, and rest.',
        about: s.place,
      }
    }),
} as const satisfies Detector<'extension'>

/** The hand is open already, in this very shape, and only goes on. */
const stays = (last: ReadNote | null, note: ReadNote): boolean =>
  !note.rest &&
  !!last?.hold?.stops.some((s) => s.stretch) &&
  last.hold.position === note.hold!.position &&
  last.hold.shape === note.hold!.shape
