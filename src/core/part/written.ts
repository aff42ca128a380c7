import type { Amount } from '../plan/amounts'
import { NOTHING_READ, readsSurely, type Reads } from '../seats/reads'
import type { MappedNote } from '../fingering/map'
import type { Part, PartEvent } from './part'

/** Whether anything is written in, and what then: null stands for every note. `troubles`: the events at which something trips the seat; `reads`: what it reads surely. */
export function writtenIn(
  part: Part,
  amount: Amount,
  troubles: ReadonlySet<string>,
  reads: Reads = NOTHING_READ,
): ReadonlySet<string> | null {
  switch (amount) {
    case 'all':
      return null
    case 'changes':
      return whereItChanges(part)
    case 'new':
      return newOrAltered(part)
    case 'trouble':
      return troubles
    case 'unread':
      return reads.sure.length === 0 ? null : notRead(part, reads)
    case 'none':
      return new Set()
  }
}

/** The notes that a seat does not read surely, as far as is known. */
const notRead = ({ measures }: Part, reads: Reads): ReadonlySet<string> =>
  new Set(measures.flatMap((m) => m.events.flatMap((e) => (e.heads.some(({ pitch }) => !readsSurely(reads, pitch)) ? [e.event.id] : []))))

/** How a part fades from the sheet with most to the one with nothing: what stands in measures that are not sure, and in those that are. */
const FADING: readonly (readonly [open: Amount, sure: Amount])[] = [
  ['all', 'all'],
  ['changes', 'trouble'],
  ['trouble', 'none'],
  ['none', 'none'],
]
export const FADES = FADING.length

/** What is written in on a sheet of a fading series, from 0 (most): measures that are sure, by index, and notes that are read surely, where nothing trips, lose their numbers a sheet sooner. */
export function fadedIn(
  part: Part,
  step: number,
  sure: ReadonlySet<number>,
  troubles: ReadonlySet<string>,
  reads: Reads = NOTHING_READ,
): ReadonlySet<string> | null {
  const [open, known] = FADING[Math.min(step, FADES - 1)].map((a) => writtenIn(part, a, troubles))
  if (open === null && known === null) return null
  const unread = reads.sure.length === 0 ? null : notRead(part, reads)
  return new Set(
    part.measures.flatMap((m) =>
      m.events.flatMap(({ event }) => {
        const at = sure.has(part.line.measures.findIndex((x) => x.events.some((e) => e.id === event.id))) ? known : open
        const needed = unread === null || unread.has(event.id) || troubles.has(event.id)
        return (at === null || at.has(event.id)) && needed ? [event.id] : []
      }),
    ),
  )
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
