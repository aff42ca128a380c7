import { count } from '../count'
import type { SeatMap } from '../fingering/map'
import { shiftsIn } from '../fingering/moves'
import { troubles } from '../fingering/offers'
import { choiceOf } from '../hands/hold'
import { inSentence, sayNames } from '../names'
import { mapsOf, type Ensemble } from './ensemble'
import type { SeatId } from '../seats/seat'

type Times = { readonly before: number; readonly after: number }

/** What a change to the piece or the plan does to a seat. */
export type SeatChange = {
  readonly seat: SeatId
  readonly name: string
  /** Events that both have and that are held otherwise than before. */
  readonly events: readonly string[]
  /** It plays other notes than before: another octave, another line, substitutes. */
  readonly otherNotes: boolean
  readonly shifts: Times
  /** Notes that are new for the class or out of reach. */
  readonly beyond: Times
}

/** What an event's hand does, by event: string, finger and place; nothing where it is out of reach. */
const holdsOf = (map: SeatMap): Map<string, string> => {
  const holds = new Map<string, string>()
  for (const n of map.notes) if (!n.held && !holds.has(n.placed.event.id)) holds.set(n.placed.event.id, choiceOf(n.hold))
  return holds
}

const pitchesOf = (map: SeatMap): string =>
  JSON.stringify(map.notes.map((n) => [n.placed.event.id, n.pitch.letter, n.pitch.alter, n.pitch.octave]))

/** What is otherwise for each seat after a change, in score order; a seat for which nothing is does not appear. */
export function changesBetween(before: Ensemble, after: Ensemble): SeatChange[] {
  return mapsOf(after).flatMap((map): SeatChange[] => {
    const was = before[map.seat.id]
    if (!was || was === map) return []
    const [then, now] = [holdsOf(was), holdsOf(map)]
    const events = [...now].flatMap(([event, hold]) => (then.has(event) && then.get(event) !== hold ? [event] : []))
    const change: SeatChange = {
      seat: map.seat.id,
      name: map.seat.name,
      events,
      otherNotes: pitchesOf(was) !== pitchesOf(map),
      shifts: { before: shiftsIn(was), after: shiftsIn(map) },
      beyond: { before: troubles(was), after: troubles(map) },
    }
    return events.length || change.otherNotes || differs(change.shifts) || differs(change.beyond) ? [change] : []
  })
}

const differs = ({ before, after }: Times): boolean => before !== after

/** "18 → 9 shifts". */
const sayTimes = ({ before, after }: Times, one: string, many = `${one}s`): string => `${before} → ${after} ${after === 1 ? one : many}`

/** "18 → 9 shifts, 3 fingers change": what the change does to a seat, without its name. */
export function sayChange({ events, otherNotes, shifts, beyond }: SeatChange): string {
  return [
    ...(differs(shifts) ? [sayTimes(shifts, 'shift')] : []),
    ...(differs(beyond) ? [sayTimes(beyond, 'note not learned yet', 'notes not learned yet')] : []),
    ...(events.length ? [`${count(events.length, 'note')} with another fingering`] : []),
    ...(otherNotes && events.length === 0 ? ['other notes to play'] : []),
  ].join(', ')
}

/** All of it in a line: "Bass: 18 → 9 shifts. Violin and viola: 2 notes with another fingering." */
export function sayChanges(changes: readonly SeatChange[]): string {
  const by = new Map<string, string[]>()
  for (const c of changes) {
    const said = sayChange(c)
    by.set(said, [...(by.get(said) ?? []), c.name])
  }
  return [...by].map(([said, names]) => `${sayNames([names[0], ...names.slice(1).map(inSentence)])}: ${said}.`).join(' ')
}
