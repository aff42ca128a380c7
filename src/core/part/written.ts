import type { MappedNote } from '../fingering/map'
import type { Part, PartEvent } from './part'

/** How much is written in under the notes of a part. */
export const AMOUNTS = ['all', 'changes', 'new', 'none'] as const
export type Amount = (typeof AMOUNTS)[number]

/** Whether anything is written in, and what then: null stands for every note. */
export function writtenIn(part: Part, amount: Amount): ReadonlySet<string> | null {
  switch (amount) {
    case 'all':
      return null
    case 'changes':
      return whereItChanges(part)
    case 'new':
      return newOrAltered(part)
    case 'none':
      return new Set()
  }
}

const struck = ({ heads }: PartEvent): readonly MappedNote[] => heads.flatMap(({ note }) => (note && !note.held ? [note] : []))

/**
 * Where the hand cannot go on as it did: the first note, another string, another position, a sign, and a finger or a letter
 * that has moved since it was last played.
 */
function whereItChanges(part: Part): ReadonlySet<string> {
  const out = new Set<string>()
  let string: number | null = null
  // First position is what a part says nothing about.
  let position = 'I'
  // Where each finger of each string, and each letter of each octave, was last.
  const lastOf = new Map<string, number>()
  for (const e of part.measures.flatMap((m) => m.events)) {
    const notes = struck(e)
    let changes = notes.length > 1 || (notes.length > 0 && e.heads.some((h) => h.sign))
    for (const n of notes) {
      if (n.stop.string !== string) changes = true
      string = n.stop.string
      if (n.position !== null && n.position !== position) {
        changes = true
        position = n.position
      }
      const marks: readonly (readonly [string, number])[] = [
        [`letter ${n.pitch.letter}${n.pitch.octave}`, n.pitch.alter],
        ...(n.stop.finger > 0 ? [[`finger ${n.stop.string} ${n.stop.finger}`, n.stop.k] as const] : []),
      ]
      for (const [what, where] of marks) {
        const before = lastOf.get(what)
        if (before !== undefined && before !== where) changes = true
        lastOf.set(what, where)
      }
    }
    if (changes) out.add(e.event.id)
  }
  return out
}

/** Notes that ask for what the seat has not learned, and notes that have a sign before them. */
function newOrAltered({ map, measures }: Part): ReadonlySet<string> {
  const fresh = new Set(map?.problems.flatMap((p) => (p.mark === 'new' ? [p.placed.event.id] : [])))
  return new Set(
    measures.flatMap((m) =>
      m.events.flatMap((e) => (struck(e).length > 0 && (fresh.has(e.event.id) || e.heads.some((h) => h.sign)) ? [e.event.id] : [])),
    ),
  )
}
