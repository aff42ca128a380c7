import { rankOf } from '../../instruments/instrument'
import { after, before, motion, stopOf, type ReadNote } from '../reading'
import { atNotes, type Detector } from './spot'

/** A finger above the first that visits another string for one note and finds no other finger there. */
export const landsAlone = {
  kind: 'lands-alone',
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
      if (!s || rankOf(s.finger) < 2 || !elsewhere(last) || !elsewhere(next) || note.move?.fifth) return null
      const open = last!.hold!.open
      return {
        note,
        // Where the tune skips, the skip is what is said.
        hard: open || Math.abs(motion(last!, note)) >= 2 ? 0.2 : 0.4,
        facts: { stop: s, together: rule === 'blocks' },
        about: `${s.finger} ${s.string}`,
      }
    })
  },
} as const satisfies Detector<'lands-alone'>
