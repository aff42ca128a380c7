import { before, type ReadNote } from '../reading'
import { atNotes, type Detector } from './spot'

/** The hand opens: the cello's extended frames, a stretched 4 or reached-back 1 of violin and viola. */
export const extension = {
  kind: 'extension',
  concern: 'hand',
  load: 0,
  again: 0.45,
  matters: [1.2, 1, 0.7],
  find: (r) =>
    atNotes(r, (note) => {
      const s = note.hold?.stops.find((x) => x.stretch)
      if (!s || stays(before(r, note), note)) return null
      return {
        note,
        hard: note.slurred ? 0.7 : 0.6,
        facts: { stop: s },
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
