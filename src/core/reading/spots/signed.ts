import { alterIn } from '../../music/key'
import type { Pitch } from '../../music/pitch'
import type { Reading, ReadNote, SignFrom } from '../reading'
import type { OfSign } from './facts'
import type { Seen } from './spot'

/** Every head that sounds as it does for one reason. */
export function signed(
  r: Reading,
  from: SignFrom,
  find: (p: Pitch, note: ReadNote) => Seen,
): (Seen & { readonly note: ReadNote; readonly facts: OfSign })[] {
  const found: (Seen & { readonly note: ReadNote; readonly facts: OfSign })[] = []
  for (const note of r.notes)
    for (const { from: why, pitch } of note.heads)
      if (why === from)
        found.push({ note, facts: { letter: pitch.letter, pitch, byKey: alterIn(note.placed.at.key, pitch.letter) }, ...find(pitch, note) })
  return found
}
