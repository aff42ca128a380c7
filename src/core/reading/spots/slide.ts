import { wrongLow } from './wrong'
import { sayPlace } from '../../fingering/moves'
import { atNotes, type Detector } from './spot'

/** One finger between its low and its high place, with little time for it. */
export const slide = {
  kind: 'slide',
  name: 'A finger slides low and high',
  mark: 'slides',
  concern: 'hand',
  load: 0,
  again: 0.5,
  matters: [1.1, 1, 0.7],
  find: (r) =>
    atNotes(r, (note) => {
      const s = note.move?.slide
      if (!s || s.across) return null
      const timed = s.over === 'rest' || s.over === 'open string'
      return {
        note,
        hard: timed ? 0.4 : s.over === 'slur' ? 0.75 : 0.65,
        text: `Finger ${s.finger} goes from ${sayPlace(s.from)} to ${sayPlace(s.to)} on the same string${timed ? `, ${s.over === 'rest' ? 'in the rest' : 'while an open string rings'}` : ''}.`,
        advice: 'Slide it without lifting, by itself and slowly, then in the tune.',
        about: `${s.finger}`,
        ...(s.to === 'low'
          ? wrongLow(
              r.instrument,
              note.hold?.stops.find((x) => x.finger === s.finger),
            )
          : {}),
      }
    }),
} as const satisfies Detector<'slide'>
