import { once } from '../once'
import type { Line, NoteEvent, Piece } from '../piece/piece'
import { placeEvents, type PlacedEvent } from '../piece/walk'

type PlacedNote = PlacedEvent & { readonly event: NoteEvent }

/**
 * What one bow plays: a note, or all that a slur or tie holds together. `rest`: the bow has been off the string before;
 * `afresh`: notes were plucked before, so it begins anew however little time there was.
 */
export type Group = { readonly notes: readonly [PlacedNote, ...PlacedNote[]]; readonly rest: boolean; readonly afresh: boolean }

/** The notes of a line that are plucked, by id: from pizz. to arco, and each that is snapped or plucked by the left hand. Found once for a line. */
export const pluckedIn = once((line: Line): ReadonlySet<string> => {
  const plucked = new Set<string>()
  let on = false
  for (const m of line.measures)
    for (const e of m.events) {
      if (e.kind === 'rest') continue
      if (e.marks?.includes('pizz')) on = true
      if (e.marks?.includes('arco')) on = false
      if (on || e.marks?.some((m) => m === 'snap' || m === 'stopped')) plucked.add(e.id)
    }
  return plucked
})

/** The line cut into bows, in written order. What is plucked has none. */
export function groupsOf(piece: Piece, line: Line): Group[] {
  const placed = placeEvents(piece, line)
  const order = new Map(placed.map((p, i) => [p.event.id, i]))
  // A slur from event a to event b joins every step from a to b.
  const joined = new Uint8Array(placed.length)
  for (const s of line.slurs) for (let i = order.get(s.from)!; i < order.get(s.to)!; i++) joined[i] = 1
  const plucked = pluckedIn(line)
  const groups: { notes: [PlacedNote, ...PlacedNote[]]; rest: boolean; afresh: boolean }[] = []
  let [rest, afresh] = [false, false]
  placed.forEach((p, i) => {
    const { event } = p
    if (event.kind === 'rest') {
      rest = true
      return
    }
    if (plucked.has(event.id)) {
      rest = afresh = true
      return
    }
    const note: PlacedNote = { ...p, event }
    const before = i > 0 ? placed[i - 1].event : null
    const tied = before?.kind === 'note' && before.heads.every((h) => h.tie)
    if (!rest && groups.length > 0 && before && (joined[i - 1] || tied)) groups[groups.length - 1].notes.push(note)
    else groups.push({ notes: [note], rest, afresh })
    rest = afresh = false
  })
  return groups
}
