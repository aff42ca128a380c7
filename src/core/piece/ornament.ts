import { alterIn, type Key } from '../music/key'
import { pitchAt, stepsOf, type Pitch } from '../music/pitch'
import { once } from '../once'
import type { Line, NoteEvent } from './piece.schema'

/** Ornaments that stand over a note as a sign: those that alternate with a neighbour. */
export const ORNAMENTS = ['trill', 'mordent', 'inverted mordent', 'turn', 'inverted turn'] as const
export type OrnamentKind = (typeof ORNAMENTS)[number]

/** Strokes through a stem: the note is struck again in so many halvings of it. */
export const MOST_STROKES = 4

/** Which neighbours an ornament goes to: the letter above, the letter below. Common practice: a mordent goes below, its inverse above. */
const GOES_TO: Readonly<Record<OrnamentKind, readonly ('upper' | 'lower')[]>> = {
  trill: ['upper'],
  mordent: ['lower'],
  'inverted mordent': ['upper'],
  turn: ['upper', 'lower'],
  'inverted turn': ['upper', 'lower'],
}

/**
 * The other notes of the ornament at a note, as the line writes them: the neighbours of its top head by the signature, or as
 * small signs over it say.
 */
export function neighboursOf({ ornament, heads }: Pick<NoteEvent, 'ornament' | 'heads'>, key: Key): readonly Pitch[] {
  if (!ornament) return []
  const top = Math.max(...heads.map((h) => stepsOf(h.pitch)))
  return GOES_TO[ornament.kind].map((side) => {
    const at = pitchAt(top + (side === 'upper' ? 1 : -1), 0)
    return { ...at, alter: ornament[side] ?? alterIn(key, at.letter) }
  })
}

/** Where a finger slides: the note that it comes to by the note that it leaves, both by id. A slide to nothing is left out. */
export const slides = once((line: Line): ReadonlyMap<string, string> => {
  const found = new Map<string, string>()
  let from: string | null = null
  for (const { events } of line.measures)
    for (const e of events) {
      if (from !== null && e.kind === 'note') found.set(from, e.id)
      from = e.kind === 'note' && e.marks?.includes('glissando') ? e.id : null
    }
  return found
})
