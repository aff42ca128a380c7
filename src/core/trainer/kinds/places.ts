import { trainerWords } from '../../words/trainer'
import { stepsOf, pitchName } from '../../music/pitch'
import { capital } from '../../names'
import { letterSaid, placeSaid, touched, waySaid, type AskedKind } from '../kind'
import { isOfKey, type SeatNote } from '../notes'
import { placeKey } from '../question'
import type { Trainee } from '../trainee'

/** The letters of a seat with their alteration, in the order of teaching. */
const lettersOf = (t: Trainee): string[] => [...new Set(t.notes.map((n) => lettered(n)))]
const lettered = ({ pitch }: SeatNote): string => pitchName(pitch).replace(/\d+$/, '')
const notesOf = (t: Trainee, letter: string): SeatNote[] =>
  t.notes.filter((n) => lettered(n) === letter).sort((a, b) => stepsOf(a.pitch) - stepsOf(b.pitch))

/** The notes of a letter that stand on the staff without a sign, under the signature of the first of them. */
function onStaff(t: Trainee, letter: string): SeatNote[] {
  const notes = notesOf(t, letter).filter(isOfKey)
  return notes.filter((n) => n.key.fifths === notes[0].key.fifths)
}

/** A letter: all its places on the staff. */
export const staffPlaces: AskedKind = {
  kind: 'staff places',
  name: 'Every place of a letter on the staff',
  aloud: 'Where on your staff is this letter? Every place.',
  // Under its signature: no place reads C where every one of them reads C sharp.
  subjects: (t) => lettersOf(t).filter((l) => onStaff(t, l).length > 0),
  ask(t, subject) {
    const notes = onStaff(t, subject)
    if (notes.length === 0) return null
    const letter = letterSaid(t, notes[0].pitch)
    return {
      item: `staff places ${subject}`,
      kind: 'staff places',
      seat: t.seat.id,
      asks: trainerWords(t.talk).staffPlaces(letter),
      shows: { kind: 'letter', text: letter },
      answer: {
        form: 'staff',
        clef: t.setup.instrument.clef,
        fifths: notes[0].key.fifths,
        ...touched(t),
        right: notes.map((n) => stepsOf(n.pitch)),
        all: true,
        stem: null,
      },
      says: `${letter}: ${trainerWords(t.talk).list(notes.map((n) => placeSaid(t, n.pitch)))}`,
      note: '',
    }
  },
}

/** A letter: all its places on the strings. */
export const stringPlaces: AskedKind = {
  kind: 'string places',
  name: 'Every place of a letter on the strings',
  aloud: 'Where on your strings is this letter? Every place.',
  subjects: lettersOf,
  ask(t, subject) {
    const notes = notesOf(t, subject)
    if (notes.length === 0) return null
    const letter = letterSaid(t, notes[0].pitch)
    const ways = notes.flatMap((n) => n.places)
    return {
      item: `string places ${subject}`,
      kind: 'string places',
      seat: t.seat.id,
      asks: trainerWords(t.talk).stringPlaces(letter),
      shows: { kind: 'letter', text: letter },
      answer: { form: 'board', right: [...new Set(ways.map((h) => placeKey(h.stops[0])))], all: true },
      says: capital(`${letter}: ${trainerWords(t.talk).list([...new Set(ways.map((h) => waySaid(t, h)))])}`),
      note: '',
    }
  },
}
