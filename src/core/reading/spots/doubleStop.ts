import { isBroken } from '../../hands/hold'
import { before } from '../reading'
import { atNotes, type Detector } from './spot'

/** Two strings at once; a finger under an open neighbour must arch clear of it. */
export const doubleStop = {
  kind: 'double-stop',
  concern: 'hand',
  load: 4,
  again: 0.75,
  matters: [1.2, 1, 0.8],
  find: (r) =>
    atNotes(r, (note) => {
      const { hold } = note
      if (!hold || hold.stops.length < 2 || before(r, note)?.hold === hold) return null
      const clear = hold.stops.find((s, i) => s.finger > 0 && hold.stops[i + 1]?.finger === 0)
      const one = hold.stops.some((s, i) => s.finger > 0 && hold.stops[i + 1]?.finger === s.finger)
      return {
        note,
        hard: hold.open ? 0.45 : clear || one || isBroken(hold) ? 0.65 : 0.55,
        facts: { strings: hold.stops.map((s) => s.string), clear: clear ?? null, one, broken: isBroken(hold) },
        about: hold.stops.map((s) => `${s.string}${s.finger}`).join(),
      }
    }),
} as const satisfies Detector<'double-stop'>
