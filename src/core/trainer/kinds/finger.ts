import { trainerWords } from '../../words/trainer'
import { noteNamed, letterSaid, staffOf, waySaid, type AskedKind } from '../kind'
import { placeKey } from '../question'

/** A note on the staff: which string, which finger? Touched on the fingerboard; every learned way is right. */
export const finger: AskedKind = {
  kind: 'finger',
  name: 'String and finger of a note',
  aloud: 'Which string, which finger?',
  subjects: (t) => t.notes.map((n) => n.name),
  ask(t, subject) {
    const note = noteNamed(t, subject)
    if (!note) return null
    return {
      item: `finger ${subject}`,
      kind: 'finger',
      seat: t.seat.id,
      asks: trainerWords(t.talk).finger,
      shows: staffOf(t, [note]),
      answer: { form: 'board', right: [...new Set(note.places.map((h) => placeKey(h.stops[0])))], all: false },
      says: `${letterSaid(t, note.pitch)}: ${trainerWords(t.talk).or([...new Set(note.places.map((h) => waySaid(t, h)))])}`,
      note: subject,
    }
  },
}
