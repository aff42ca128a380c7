import { handSteps } from '../fingering/along'
import type { Practised } from '../drills/practised'
import type { SeatMap } from '../fingering/map'
import { fingerKey } from '../hands/manner'
import { movesOf, moveTo, type Move } from '../fingering/moves'
import { positionKey } from '../instruments/instrument'
import type { SeatId } from '../seats/seat'
import type { Aim } from '../plan/record'
import { aimKey, calledString, sayTendency, tendencyOf } from './tendency'
import type { NoteNames } from '../music/noteName'

/** What tries are logged at: a shift, or a finger where the hand stays (it comes from where it is). */
export type AimedShift = { seat: SeatId; from: string; to: string; string: string; up: boolean; finger: string }

/** A move as a shift to log tries at; null: the hand stays. */
function shiftIn(map: SeatMap, m: Move): AimedShift | null {
  if (!m.shift || m.jump) return null
  const [stop] = handSteps(map)[m.to].hold.stops
  const string = map.instrument.strings[stop.string].letter
  return { seat: map.seat.id, from: m.shift.from, to: m.shift.to, string, up: m.shift.halfSteps > 0, finger: '' }
}

/** Every shift that a piece asks of its seats, once each. */
export function shiftsToAim(c: Practised): AimedShift[] {
  const all = c.players.flatMap((p) => movesOf(p.map).flatMap((m) => shiftIn(p.map, m) ?? []))
  return [...new Map(all.map((s) => [JSON.stringify(s), s])).values()]
}

/** What a try at a note is at, by its event: the shift that leads to it, else its finger where the hand is; null: an open string. */
export function aimAt(map: SeatMap, event: string): AimedShift | null {
  const steps = handSteps(map)
  const column = steps.findIndex((s) => s.moment.events.some((e) => e.event.id === event))
  if (column < 0) return null
  const move = moveTo(map, column)
  const shift = move && shiftIn(map, move)
  if (shift) return shift
  const { hold } = steps[column]
  const stop = hold.stops.at(-1)
  if (hold.open || !stop || stop.finger === 0) return null
  const position = positionKey(map.instrument.positions[hold.position])
  const string = map.instrument.strings[stop.string].letter
  return { seat: map.seat.id, from: position, to: position, string, up: false, finger: fingerKey(map.instrument, stop) }
}

/** "up from I to III on A", "low 2 in I on A". */
export const sayShift = (s: Pick<AimedShift, 'from' | 'to' | 'string' | 'up' | 'finger'>, names: NoteNames = 'letters'): string =>
  s.from === s.to
    ? `${s.finger} in ${s.to} on ${calledString(names, s.string)}`
    : `${s.up ? 'up' : 'down'} from ${s.from} to ${s.to} on ${calledString(names, s.string)}`

/** What is known of one player's tries at a shift, in a sentence; `known`: a tendency is said. */
export type AimTendency = {
  readonly piece: string
  readonly seat: SeatId
  readonly student: string
  readonly text: string
  readonly known: boolean
}

/** What is known of how shifts land, of each shift of each player. */
export function tendenciesOf(aims: readonly Aim[], names: NoteNames = 'letters'): AimTendency[] {
  const groups = new Map<string, Aim[]>()
  for (const a of aims) groups.set(`${a.piece} ${aimKey(a)}`, [...(groups.get(`${a.piece} ${aimKey(a)}`) ?? []), a])
  return [...groups.values()].map((same) => {
    const [a] = same
    const t = tendencyOf(same)
    return { piece: a.piece, seat: a.seat, student: a.student, text: sayTendency(a, t, names), known: t.lands !== null }
  })
}
