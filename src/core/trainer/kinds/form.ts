import { trainerWords } from '../../words/trainer'
import { alterIn } from '../../music/key'
import { KEYS_TAUGHT } from '../../instruments/reads'
import { FIRST } from '../../instruments/instrument'
import type { Hold } from '../../hands/hold'
import { answerChoice, fingerSaid, letterSaid, noteNamed, staffOf, type AskedKind } from '../kind'
import { isOfKey, isOpened, type SeatNote } from '../notes'
import type { Mistake, Option } from '../question'
import type { Trainee } from '../trainee'

/** A note with another form of its letter that the seat has learned on the same string, by another place of the hand. */
function formsOf(t: Trainee, note: SeatNote): { readonly own: Hold; readonly other: SeatNote; readonly way: Hold } | null {
  // In first position, where the class says its fingers without saying where the hand is.
  for (const own of note.ways.filter((h) => h.position === FIRST))
    for (const other of t.notes) {
      if (other.pitch.letter !== note.pitch.letter || other.pitch.octave !== note.pitch.octave || other.name === note.name) continue
      const way = other.ways.find((h) => h.stops[0].string === own.stops[0].string && h.position === own.position && !h.open)
      if (way && !own.open && !isOpened(own) && !isOpened(way) && own.stops[0].finger > 1 && way.stops[0].finger > 1)
        return { own, other, way }
    }
  return null
}

/** "2, a whole step from 1", "low 2, a half step from 1": the finger with how far it lies from where 1 stands. */
function hand(t: Trainee, h: Hold): string {
  const [s] = h.stops
  const from = s.k - t.setup.instrument.positions[h.position].base
  return `${fingerSaid(t, s)}, ${trainerWords(t.talk).aboveFirst(from)}`
}

/** A note by its signature, or with its sign: which form of the letter, which finger, how far from 1? */
export const form: AskedKind = {
  kind: 'form',
  name: 'Which kind of note, and how far from 1',
  aloud: 'Which kind of note? Which finger? How far from 1?',
  // By the signature only what the signature says: a note with a sign of its own is asked by its sign.
  subjects: (t) => t.notes.filter((n) => formsOf(t, n)).flatMap((n) => [...(isOfKey(n) ? [`${n.name} key`] : []), `${n.name} sign`]),
  ask(t, subject, chance) {
    const [name, by] = subject.split(' ')
    const note = noteNamed(t, name)
    const forms = note && formsOf(t, note)
    if (!note || !forms) return null
    const { own, other, way } = forms
    // By its sign: in the first key of the way whose signature has the letter otherwise.
    const otherwise = KEYS_TAUGHT.find((fifths) => alterIn({ fifths }, note.pitch.letter) === other.pitch.alter)
    if (by === 'sign' ? otherwise === undefined : !isOfKey(note)) return null
    const [mine, theirs] = [letterSaid(t, note.pitch), letterSaid(t, other.pitch)]
    if (mine === theirs) return null
    const right = `${mine}: ${hand(t, own)}`
    const option = (text: string, mistake: Mistake, as: string): Option => ({ text, mistake, as })
    const mistakes = [
      option(`${theirs}: ${hand(t, way)}`, 'the other form', theirs),
      option(`${mine}: ${hand(t, way)}`, 'with the wrong finger', fingerSaid(t, way.stops[0])),
      option(`${theirs}: ${hand(t, own)}`, 'the other form', theirs),
    ]
    return {
      item: `form ${subject}`,
      kind: 'form',
      seat: t.seat.id,
      asks: by === 'sign' ? trainerWords(t.talk).bySign : trainerWords(t.talk).byKey,
      shows: staffOf(t, [note], by === 'sign' ? { fifths: otherwise!, mode: 'major' } : note.key),
      answer: { form: 'choice', options: answerChoice(chance, right, mistakes) },
      says: right,
      note: name,
    }
  },
}
