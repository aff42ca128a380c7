import type { MapProblem } from '../../fingering/problems'
import type { Reading } from '../reading'
import type { Found } from './spot'

/** What the map says of a note, as something found. */
export function problems(r: Reading, of: (p: MapProblem) => boolean, as: (p: MapProblem) => Pick<Found, 'hard' | 'advice'>): Found[] {
  return r.map.problems.filter(of).flatMap((p) => {
    const note = r.byEvent.get(p.placed.event.id)
    return note ? [{ note, text: p.text, about: p.text, ...as(p) }] : []
  })
}
