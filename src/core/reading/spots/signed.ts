import type { Pitch } from '../../music/pitch'
import type { Reading, ReadNote, SignFrom } from '../reading'
import type { Found } from './spot'

/** Every head that sounds as it does for one reason. */
export function signed(r: Reading, from: SignFrom, find: (p: Pitch, note: ReadNote) => Omit<Found, 'note'>): Found[] {
  const found: Found[] = []
  for (const note of r.notes) for (const h of note.heads) if (h.from === from) found.push({ note, ...find(h.pitch, note) })
  return found
}
