import { WRONG } from './wrong'
import { isBroken } from '../../hands/hold'
import { before } from '../reading'
import { stringName } from '../words'
import { atNotes, type Detector } from './spot'

/** Two strings at once; a finger under an open neighbour must arch clear of it. */
export const doubleStop = {
  kind: 'double-stop',
  name: 'Two strings at once',
  mark: 'two strings',
  concern: 'hand',
  load: 4,
  again: 0.75,
  matters: [1.2, 1, 0.8],
  find: (r) =>
    atNotes(r, (note) => {
      const { hold } = note
      if (!hold || hold.stops.length < 2 || before(r, note)?.hold === hold) return null
      const names = hold.stops.map((s) => stringName(r.instrument, s.string)).join(' and ')
      const clear = hold.stops.find((s, i) => s.finger > 0 && hold.stops[i + 1]?.finger === 0)
      const one = hold.stops.some((s, i) => s.finger > 0 && hold.stops[i + 1]?.finger === s.finger)
      const why = isBroken(hold)
        ? ': broken from the low strings up'
        : clear
          ? `: finger ${clear.finger} must arch clear of the open ${stringName(r.instrument, clear.string + 1)}`
          : one
            ? ': one finger stops both'
            : ''
      return {
        note,
        hard: hold.open ? 0.45 : clear || one || isBroken(hold) ? 0.65 : 0.55,
        text: `${names} sound together${why}.`,
        advice: 'Tune the two notes one after the other, then let the bow rest on both.',
        about: hold.stops.map((s) => `${s.string}${s.finger}`).join(),
        ...(clear ? { wrong: WRONG.arch } : {}),
      }
    }),
} as const satisfies Detector<'double-stop'>
