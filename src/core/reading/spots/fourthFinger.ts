import { WRONG } from './wrong'
import { before, stopOf } from '../reading'
import { stringName } from '../words'
import { trueChecksOf } from '../../hands/trueChecks'
import { atNotes, type Detector } from './spot'

/** The fourth finger of violin and viola: weak, and flat if the hand is not over it. */
export const fourthFinger = {
  kind: 'fourth-finger',
  name: 'Fourth finger',
  mark: 'fourth',
  concern: 'hand',
  load: 0,
  again: 0.45,
  matters: [1.3, 1, 0.5],
  find: (r) =>
    atNotes(r, (note) => {
      const s = stopOf(note)
      if (!r.letters || s?.finger !== 4 || s.harmonic || s.stretch) return null
      const last = before(r, note)
      const prepared = last && stopOf(last)?.string === s.string
      const check = trueChecksOf(r.instrument, s).find((c) => c.octaves === 0)
      return {
        note,
        hard: (prepared ? 0.45 : 0.6) + (s.place === 'low' ? 0.2 : 0),
        text: `Fourth finger on ${stringName(r.instrument, s.string)}${prepared ? '' : ', without a finger before it on that string'}.`,
        advice:
          check !== undefined
            ? `Check it against the open ${stringName(r.instrument, check.string)}: the same note.`
            : 'Bring the hand over the fingerboard first; short goes, and rest.',
        about: `${s.string} ${s.place}`,
        wrong: WRONG.four,
      }
    }),
} as const satisfies Detector<'fourth-finger'>
