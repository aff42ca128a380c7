import type { Learned } from '../../instruments/learned'
import { COMBINATIONS, type Combination } from '../../instruments/reads'
import { after, type Reading, type ReadNote } from '../reading'
import type { NoteEvent } from '../../piece/piece'
import type { Detector, Found } from './spot'

/** Two things that are known each by itself, together for the first time. */
export const newCombination = {
  kind: 'new-combination',
  concern: 'class',
  load: 3,
  again: 0.2,
  matters: [1, 1, 0.9],
  find: (r) => {
    const { learned } = r.map.setup
    if (learned.combinations.length === COMBINATIONS.length) return []
    const found: Found<'new-combination'>[] = []
    // Only the first time is the first time.
    const met = new Set<Combination>(learned.combinations)
    for (const note of r.notes)
      for (const c of combinationsAt(r, note))
        if (!met.has(c) && isKnown(learned, c) && met.add(c))
          found.push({
            note,
            hard: 0.6,
            about: c,
            facts: { together: c },
          })
    return found
  },
} as const satisfies Detector<'new-combination'>

/** Whether the class knows each of the two by itself: else that is what is new, and said as that. */
function isKnown({ slurs, fingers, rhythms, shifts }: Learned, c: Combination): boolean {
  switch (c) {
    case 'slur across strings':
      return slurs
    case 'fourth finger in a slur':
      return slurs && fingers.includes(4)
    case 'dotted across strings':
      return rhythms.includes('dotted quarter')
    case 'shift in a slur':
      return slurs && shifts !== 'none'
  }
}

/** What comes together at a note: with the note before it, under its slur or in its rhythm. */
function combinationsAt(r: Reading, note: ReadNote): Combination[] {
  const { value } = note.placed.event as NoteEvent
  const crosses = !!note.move?.crossing
  const next = after(r, note)
  const dotted = value.dots > 0 && value.base !== 'half' && !!next && !next.rest && !!next.move?.crossing && next.ticks * 3 === note.ticks
  return [
    ...(note.slurred && crosses ? (['slur across strings'] as const) : []),
    ...(r.letters && (note.slurred || next?.slurred) && note.hold?.stops.some((s) => s.finger === 4)
      ? (['fourth finger in a slur'] as const)
      : []),
    ...(note.slurred && note.move?.shift ? (['shift in a slur'] as const) : []),
    ...(dotted ? (['dotted across strings'] as const) : []),
  ]
}
