import type { Pitch } from '../../music/pitch'
import type { Reading, ReadNote, SignFrom } from '../reading'
import type { Found } from './spot'

/** Every head that sounds as it does for one reason. */
export const signed = (r: Reading, from: SignFrom, found: (p: Pitch, note: ReadNote) => Omit<Found, 'note'>): Found[] =>
  r.notes.flatMap((note) => note.heads.filter((h) => h.from === from).map(({ pitch }) => ({ note, ...found(pitch, note) })))
