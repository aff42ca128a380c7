import { sayList } from '../../names'
import { after, before, motion, stopOf, type ReadNote } from '../reading'
import { stringName } from '../words'
import { sayFinger } from '../../fingering/explain'
import { atNotes, type Detector } from './spot'

/** A finger above the first that visits another string for one note and finds no other finger there. */
export const landsAlone = {
  kind: 'lands-alone',
  name: 'A finger lands alone',
  mark: 'alone',
  concern: 'hand',
  load: 1,
  again: 0.7,
  matters: [1.4, 1, 0.6],
  find: (r) => {
    const rule = r.map.setup.policy.fingersDown
    return atNotes(r, (note) => {
      const s = stopOf(note)
      const [last, next] = [before(r, note), after(r, note)]
      const elsewhere = (n: ReadNote | null) => n?.hold && (n.hold.high < s!.string || n.hold.low > s!.string)
      if (!s || s.finger < 2 || !elsewhere(last) || !elsewhere(next) || note.move?.fifth) return null
      const open = last!.hold!.open
      return {
        note,
        // Where the tune skips, the skip is what is said.
        hard: open || Math.abs(motion(last!, note)) >= 2 ? 0.2 : 0.4,
        text: `${sayFinger(r.instrument, s)} on ${stringName(r.instrument, s.string)} for one note: the notes before and after lie on other strings.`,
        advice:
          rule === 'blocks'
            ? `Set ${sayList([1, 2, 3, 4].slice(0, s.finger).map(String))} together: lift, look, drop as one, four times; then from the note before.`
            : 'Place it by itself, the others in the air: lift, look, drop, four times; then from the note before.',
        about: `${s.finger} ${s.string}`,
      }
    })
  },
} as const satisfies Detector<'lands-alone'>
