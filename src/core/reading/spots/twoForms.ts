import { alterIn } from '../../music/key'
import type { Letter } from '../../music/pitch'
import type { ReadNote } from '../reading'
import type { Detector, Found } from './spot'

/** Measures within which the other form is still in the ear and the hand. */
const NEAR = 2

/** One letter in two forms: F sharp and F natural side by side, lines apart, or one on one string and one on the next. */
export const twoForms = {
  kind: 'two-forms',
  concern: 'eye',
  load: 4,
  again: 0.75,
  matters: [1.1, 1, 0.75],
  find: ({ notes }) => {
    const last = new Map<Letter, { note: ReadNote; head: number }>()
    const found: Found<'two-forms'>[] = []
    for (const note of notes)
      note.heads.forEach(({ pitch }, head) => {
        const other = last.get(pitch.letter)
        last.set(pitch.letter, { note, head })
        const was = other?.note.heads[other.head].pitch
        if (!other || !was || was.alter === pitch.alter || other.note === note) return
        const apart = note.placed.at.index - other.note.placed.at.index
        const [here, there] = [note.hold?.stops[head], other.note.hold?.stops[other.head]]
        found.push({
          note,
          hard: (apart === 0 ? 0.9 : apart <= NEAR ? 0.8 : 0.5) * (note.hold?.open && apart > 0 ? 0.6 : 1),
          about: `${pitch.letter}${pitch.alter} after ${was.alter}`,
          facts: {
            letter: pitch.letter,
            pitch,
            was,
            byKey: alterIn(note.placed.at.key, pitch.letter),
            here: here ?? null,
            there: there ?? null,
            at: apart === 0 ? null : other.note.placed.at.index,
          },
        })
      })
    return found
  },
} as const satisfies Detector<'two-forms'>
