import type { Letter, Pitch } from '../../music/pitch'
import type { Reading, ReadNote, SignFrom } from '../reading'
import type { Said } from './spot'

type SignSaid = Said & { readonly facts: { readonly letter: Letter } }

/** Every head that sounds as it does for one reason. */
export function signed(
  r: Reading,
  from: SignFrom,
  find: (p: Pitch, note: ReadNote) => Omit<SignSaid, 'facts'>,
): (SignSaid & { readonly note: ReadNote })[] {
  const found: (SignSaid & { readonly note: ReadNote })[] = []
  for (const note of r.notes)
    for (const { from: why, pitch } of note.heads)
      if (why === from) found.push({ note, facts: { letter: pitch.letter }, ...find(pitch, note) })
  return found
}
