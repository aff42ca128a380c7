import { atNotes, type Detector } from './spot'

/** One finger between its low and its high place, with little time for it. */
export const slide = {
  kind: 'slide',
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
        about: `${s.finger}`,
        facts: {
          finger: s.finger,
          from: s.from,
          to: s.to,
          over: s.over === 'rest' || s.over === 'open string' ? s.over : null,
          stop: note.hold?.stops.find((x) => x.finger === s.finger) ?? null,
        },
      }
    }),
} as const satisfies Detector<'slide'>
