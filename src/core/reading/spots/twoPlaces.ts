import type { Stop } from '../../hands/hold'
import { before, stopOf, type Reading, type ReadNote } from '../reading'
import { atNotes, type Detector } from './spot'

/** How many notes back the other string is still in the hand. */
const LOOK = 4

/** The hand's other shape on the next string: 2 low on one and high on the other; on the cello 2 on one and 3 on the other. */
export const twoPlaces = {
  kind: 'two-places',
  concern: 'hand',
  load: 2,
  again: 0.6,
  matters: [1.3, 1, 0.6],
  find: (r) =>
    atNotes(r, (note) => {
      const here = stopOf(note)
      const there = here && otherString(r, note, here)
      if (!here || !there) return null
      return {
        note,
        hard: 0.45,
        facts: { here, there },
        about: [here.finger, there.finger].sort().join(),
      }
    }),
} as const satisfies Detector<'two-places'>

/** The last stop of the other shape on a neighbouring string with the hand in place, unless the finger was placed on this string in between. */
function otherString(r: Reading, note: ReadNote, here: Stop): Stop | null {
  let n = before(r, note)
  let set = 0
  for (let i = 0; n && i < LOOK; i++, n = before(r, n)) {
    const s = stopOf(n)
    if (!s) continue
    // Two fingers on this string in between have shown the hand how it lies here.
    if (s.string === here.string && ++set >= 2) return null
    if (n.hold!.position !== note.hold!.position) return null
    if (s.string === here.string && (s.finger === here.finger || differs(r, here, s))) return null
    if (Math.abs(s.string - here.string) === 1 && differs(r, here, s)) return s
  }
  return null
}

function differs({ letters, instrument }: Reading, a: Stop, b: Stop): boolean {
  if (letters) return a.finger === b.finger && a.place !== b.place
  const forms = instrument.twoForms
  return forms !== null && !a.stretch && !b.stretch && a.finger !== b.finger && [a, b].every((s) => forms.includes(s.finger))
}
