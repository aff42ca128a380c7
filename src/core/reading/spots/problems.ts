import { problemKey, type MapProblem, type ProblemFacts } from '../../fingering/problems'
import type { Reading, ReadNote } from '../reading'

/** What the map says of notes, with the note as it is read, and how hard it is. */
export const problems = <F extends ProblemFacts>(
  r: Reading,
  of: (p: MapProblem) => F | null,
  hard: (p: MapProblem) => number,
): { note: ReadNote; hard: number; facts: F; about: string }[] =>
  r.map.problems.flatMap((p) => {
    const facts = of(p)
    const note = facts && r.byEvent.get(p.placed.event.id)
    return note ? [{ note, hard: hard(p), facts, about: problemKey(facts) }] : []
  })
