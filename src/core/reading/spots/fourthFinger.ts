import { before, stopOf } from '../reading'
import { trueChecksOf } from '../../hands/trueChecks'
import { atNotes, type Detector } from './spot'

/** The fourth finger of violin and viola: weak, and flat if the hand is not over it. */
export const fourthFinger = {
  kind: 'fourth-finger',
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
        facts: { string: s.string, prepared: !!prepared, check: check?.string ?? null },
        about: `${s.string} ${s.place}`,
      }
    }),
} as const satisfies Detector<'fourth-finger'>
