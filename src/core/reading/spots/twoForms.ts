import { sayMeasure } from '../../piece/address'
import { wrongLow } from './wrong'
import { letterName, type Letter } from '../../music/pitch'
import type { ReadNote } from '../reading'
import { sayPitch, stringName } from '../words'
import { sayFinger } from '../../fingering/explain'
import type { Detector, Found } from './spot'

/** Measures within which the other form is still in the ear and the hand. */
const NEAR = 2

/** One letter in two forms: F sharp and F natural side by side, lines apart, or one on one string and one on the next. */
export const twoForms = {
  kind: 'two-forms',
  name: 'One letter, two forms',
  mark: 'two forms',
  concern: 'eye',
  load: 4,
  again: 0.75,
  matters: [1.1, 1, 0.75],
  find: ({ notes, instrument, map }) => {
    const last = new Map<Letter, { note: ReadNote; head: number }>()
    const found: Found<'two-forms'>[] = []
    for (const note of notes)
      note.heads.forEach(({ pitch }, head) => {
        const other = last.get(pitch.letter)
        last.set(pitch.letter, { note, head })
        const was = other?.note.heads[other.head].pitch
        if (!other || !was || was.alter === pitch.alter || other.note === note) return
        const { key } = note.placed.at
        const apart = note.placed.at.index - other.note.placed.at.index
        const [here, there] = [note.hold?.stops[head], other.note.hold?.stops[other.head]]
        const fingers =
          here && there
            ? here.string === there.string
              ? `${sayFinger(instrument, here)} against ${sayFinger(instrument, there)}`
              : `${sayFinger(instrument, here)} on ${stringName(instrument, here.string)} against ${sayFinger(instrument, there)} on ${stringName(instrument, there.string)}`
            : ''
        const where = apart === 0 ? 'earlier in this measure' : `in ${sayMeasure(map.line, other.note.placed.at.index)}`
        found.push({
          note,
          hard: (apart === 0 ? 0.9 : apart <= NEAR ? 0.8 : 0.5) * (note.hold?.open && apart > 0 ? 0.6 : 1),
          text: `${sayPitch(pitch, key)} here, ${sayPitch(was, key)} ${where}${fingers && `: ${fingers}`}.`,
          advice: `Say both aloud and find both fingers, ${letterName(was)} then ${letterName(pitch)}, before the line is played.`,
          about: `${pitch.letter}${pitch.alter} after ${was.alter}`,
          facts: { letter: pitch.letter },
          ...wrongLow(instrument, here),
        })
      })
    return found
  },
} as const satisfies Detector<'two-forms'>
