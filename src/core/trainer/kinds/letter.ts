import { trainerWords } from '../../words/trainer'
import { CLEFS, staffPlace } from '../../music/clef'
import { alterIn } from '../../music/key'
import { pitchAt, stepsOf, type Pitch } from '../../music/pitch'
import { answerChoice, letterSaid, noteNamed, placeSaid, staffOf, type AskedKind } from '../kind'
import type { Mistake, Option } from '../question'
import type { Trainee } from '../trainee'

/** What a note is taken for: without its sign, by another clef that the class has, a step off. Common practice. */
export function misreadings(t: Trainee, pitch: Pitch, fifths: number): Option[] {
  const option = (p: Pick<Pitch, 'letter' | 'alter'>, mistake: Mistake): Option => {
    const text = letterSaid(t, p)
    return { text, mistake, as: text }
  }
  const own = CLEFS[t.setup.instrument.clef]
  const place = staffPlace(pitch, own)
  const inKey = (steps: number): Pick<Pitch, 'letter' | 'alter'> => {
    const { letter } = pitchAt(steps, 0)
    return { letter, alter: alterIn({ fifths }, letter) }
  }
  const form = pitch.alter !== 0 ? [option({ letter: pitch.letter, alter: 0 }, 'the other form')] : []
  const clefs = t.clefs.filter((c) => c !== own.name).map((c) => option(inKey(CLEFS[c].middle + place), 'in another clef'))
  const off = [1, -1, 2, -2].map((by) => option(inKey(stepsOf(pitch) + by), Math.abs(by) === 1 ? 'a letter off' : 'somewhere else'))
  // One of each before a second of any: what the eye does wrong differs from child to child.
  return [...form, ...clefs.slice(0, 1), ...off.slice(0, 2), ...clefs.slice(1), ...off.slice(2)]
}

/** A note on the staff: which letter? */
export const letter: AskedKind = {
  kind: 'letter',
  name: 'Letter of a note',
  aloud: 'Which letter is it?',
  subjects: (t) => t.notes.map((n) => n.name),
  ask(t, subject, chance) {
    const note = noteNamed(t, subject)
    if (!note) return null
    const right = letterSaid(t, note.pitch)
    return {
      item: `letter ${subject}`,
      kind: 'letter',
      seat: t.seat.id,
      asks: trainerWords(t.talk).letter,
      shows: staffOf(t, [note]),
      answer: { form: 'choice', options: answerChoice(chance, right, misreadings(t, note.pitch, note.key.fifths)) },
      says: `${right}, ${placeSaid(t, note.pitch)}`,
      note: subject,
    }
  },
}
