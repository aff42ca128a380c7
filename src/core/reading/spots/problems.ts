import type { MapProblem } from '../../fingering/problems'
import type { Reading, ReadNote } from '../reading'

/** What the map says of notes, with the note as it is read. */
export const problems = (r: Reading, of: (p: MapProblem) => boolean): { note: ReadNote; p: MapProblem; text: string; about: string }[] =>
  r.map.problems.filter(of).flatMap((p) => {
    const note = r.byEvent.get(p.placed.event.id)
    return note ? [{ note, p, text: p.text, about: p.text }] : []
  })
