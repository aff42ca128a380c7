import { after, before, stopOf, type ReadNote } from '../reading'
import { atNotes, type Detector } from './spot'

/** A finger and the open string above it by turns: the finger stays down, and must not lean on the string that rings. */
export const archKept = {
  kind: 'arch-kept',
  concern: 'hand',
  load: 1,
  again: 0.5,
  matters: [1.2, 0.7, 0.5],
  find: (r) =>
    atNotes(r, (note) => {
      const open = note.hold
      if (!open?.open || open.stops.length > 1) return null
      const [last, next] = [before(r, note), after(r, note)]
      const s = last && stopOf(last)
      // By turns: finger, open, finger, open; a single visit to the open string is daily bread.
      if (!s || s.string !== open.low - 1 || note.rest || !isSame(next, last) || next!.rest) return null
      const turns = [before(r, last), after(r, next!)].some((n) => n?.hold?.open && n.hold.low === open.low && n.hold.stops.length === 1)
      if (!turns) return null
      return {
        note,
        hard: 0.4,
        facts: { stop: s, open: open.low },
        about: `${s.finger} ${s.string}`,
      }
    }),
} as const satisfies Detector<'arch-kept'>

/** Whether a note is stopped by the same finger at the same place as another. */
function isSame(a: ReadNote | null, b: ReadNote): boolean {
  const [x, y] = [a && stopOf(a), stopOf(b)]
  return !!x && !!y && x.string === y.string && x.finger === y.finger && x.k === y.k
}
