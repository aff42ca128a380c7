import { trainerWords } from '../../words/trainer'
import { isOfKey } from '../notes'
import { CLEFS, stemOf } from '../../music/clef'
import { stepsOf } from '../../music/pitch'
import { numeral } from '../../reading/numeral'
import { letterSaid, noteNamed, placeSaid, touched, waySaid, type AskedKind } from '../kind'
import { placeKey } from '../question'

/** A finger on a string: put its note on the staff, on its line or space, with the stem the right way. */
export const draw: AskedKind = {
  kind: 'draw',
  name: 'Draw the note of a finger',
  aloud: 'Which line or space, and which way does the stem go?',
  // A head on a line or a space is all that is drawn: what needs a sign before it is not asked for.
  subjects: (t) => t.notes.filter(isOfKey).map((n) => n.name),
  ask(t, subject) {
    const note = noteNamed(t, subject)
    if (!note || !isOfKey(note)) return null
    const [way] = note.places
    const clef = CLEFS[t.setup.instrument.clef]
    const at = placeKey(way.stops[0])
    // What else this finger plays there in the same key, as E sharp beside F: written otherwise, and right.
    const same = t.notes.filter((n) => isOfKey(n) && n.key.fifths === note.key.fifths && n.places.some((h) => placeKey(h.stops[0]) === at))
    const stem = stemOf([note.pitch], clef)
    return {
      item: `draw ${subject}`,
      kind: 'draw',
      seat: t.seat.id,
      asks: trainerWords(t.talk).draw,
      shows: { kind: 'board', at: { ...way.stops[0], finger: numeral(way.stops[0], t.talk.low) }, says: waySaid(t, way) },
      answer: {
        form: 'staff',
        clef: clef.name,
        fifths: note.key.fifths,
        ...touched(t),
        right: [...new Set(same.map((n) => stepsOf(n.pitch)))],
        all: false,
        stem,
      },
      says: `${letterSaid(t, note.pitch)}, ${placeSaid(t, note.pitch)}, ${trainerWords(t.talk).stem(stem)}`,
      note: subject,
    }
  },
}
