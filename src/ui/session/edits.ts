import { handSteps, struckAt } from '@/core/fingering/along'
import { givenPins } from '@/core/fingering/given'
import type { MappedNote, SeatMap } from '@/core/fingering/map'
import type { Offer } from '@/core/fingering/offers'
import { handPin, heldOn, heldUpTo, heldPlace, type HandCommand } from '@/core/fingering/handPins'
import { pinFor } from '@/core/fingering/pins'
import type { Substitutes } from '@/core/fingering/substitute'
import type { Hold } from '@/core/hands/hold'
import { retitled } from '@/core/piece/edit'
import type { Line, Piece } from '@/core/piece/piece'
import { withStartAt } from '@/core/seats/book'
import type { SaidThing } from '@/core/words/en/digest'
import { sayHold, type Tongue } from '@/core/words/en/hands'
import { kindName } from '@/core/words/en/spots/said'
import type { Spot } from '@/core/reading/spots/spot'
import type { SpotKind } from '@/core/plan/spotKinds'
import {
  withBook,
  withKind,
  withLine,
  withMuted,
  withOctave,
  withPin,
  withSubstitute,
  type OctaveChoice,
  type Plan,
} from '@/core/plan/plan'
import { inSentence } from '@/core/names'
import { saySeats, type Seat } from '@/core/seats/seat'
import { capital } from '@/core/names'
import { placeWords, sayMeasure } from '@/core/piece/address'
import { count } from '@/core/count'
import { sayOctave } from '@/ui/ways/octave'

/** What undo goes back to. */
export type Snapshot = { readonly piece: Piece; readonly plan: Plan }

/** A change to the open piece, with what it is in words: for the status line, for undo, and for the list of versions. */
export type Edit = { readonly change: (at: Snapshot) => Partial<Snapshot>; readonly said: string }

/** A change of the plan. */
export const ofPlan = (said: string, change: (plan: Plan) => Plan): Edit => ({ said, change: ({ plan }) => ({ plan: change(plan) }) })

/** The event that is struck for a note that may only be held on. */
const struckEvent = (map: SeatMap, note: MappedNote): string => struckAt(map, note).event.id

/** "Viola, measure 6", as the seat has it printed. */
const at = (map: SeatMap, note: MappedNote): string => `${map.seat.name}, ${sayMeasure(map.line, note.placed.at.index)}`

/** A note held just so. */
export const pinEdit = (talk: Tongue, map: SeatMap, note: MappedNote, hold: Hold): Edit =>
  ofPlan(`${at(map, note)}: ${sayHold(talk, map.instrument, hold)} pinned`, (plan) =>
    withPin(plan, map.seat.id, struckEvent(map, note), pinFor(map.instrument, hold)),
  )

/** What a command asks the hand, in words; `position` as "III". */
export const sayCommand = (command: HandCommand, position: string): string =>
  ({ stay: `stay in ${position}`, home: 'back to first position', enter: `go to ${position}`, next: `${position} from here` })[command]

/** The hand told where to be at a note; null where the command asks for nothing that can be. */
export function handTold(map: SeatMap, note: MappedNote, command: HandCommand): Edit | null {
  const told = handPin(map, note.column, command)
  if (!told) return null
  const said = sayCommand(command, told.position)
  return ofPlan(`${at(map, note)}: ${command === 'next' ? said : `${said} here`}, pinned`, (plan) =>
    withPin(plan, map.seat.id, struckEvent(map, note), told.pin),
  )
}

/** The pinned place of the hand at a note, held a note longer or a note less; null where there is none or it cannot be. */
export function heldLonger(map: SeatMap, note: MappedNote, by: 1 | -1): Edit | null {
  const place = heldPlace(map, note.column)
  const pin = place && heldOn(map, place, by)
  if (!place || !pin) return null
  return ofPlan(`${at(map, note)}: ${place.position} held one note ${by > 0 ? 'longer' : 'shorter'}`, (plan) =>
    withPin(plan, map.seat.id, place.event, pin),
  )
}

/** The pinned place of the hand at a note, held up to a column of its seat's line; null where there is none or it cannot be. */
export function heldTo(map: SeatMap, note: MappedNote, column: number): Edit | null {
  const place = heldPlace(map, note.column)
  const pin = place && heldUpTo(map, place, column)
  if (!place || !pin) return null
  return ofPlan(`${at(map, note)}: ${place.position} held to measure ${handSteps(map)[column].placed.at.measure.number}`, (plan) =>
    withPin(plan, map.seat.id, place.event, pin),
  )
}

/** A note as the line has it; null when nothing is pinned there. */
export function lifted(plan: Plan, map: SeatMap, note: MappedNote): Edit | null {
  const event = struckEvent(map, note)
  if (!plan.pins[map.seat.id]?.[event]) return null
  return ofPlan(`${at(map, note)}: pin taken away`, (p) => withPin(p, map.seat.id, event, null))
}

/** The fingers and strings that the file gave in a seat's line, where nothing is pinned yet; null when there are none. */
export function givenPinned(plan: Plan, map: SeatMap): Edit | null {
  const given = Object.entries(givenPins(map.line, map.instrument)).filter(([id]) => !plan.pins[map.seat.id]?.[id])
  if (given.length === 0) return null
  return ofPlan(`${map.seat.name}: ${count(given.length, 'finger')} from the file pinned`, (p) =>
    given.reduce((all, [id, pin]) => withPin(all, map.seat.id, id, pin), p),
  )
}

export const octaveChosen = (seat: Seat, octave: OctaveChoice): Edit =>
  ofPlan(`${seat.name}: ${octave === 'auto' ? 'where it fits' : sayOctave(octave)}`, (plan) => withOctave(plan, seat.id, octave))

export const lineChosen = (piece: Piece, seat: Seat, line: number): Edit =>
  ofPlan(`${seat.name} reads ${piece.lines[line]?.name || `line ${line + 1}`}`, (plan) => withLine(piece, plan, seat.id, line))

export const substituted = (map: SeatMap, event: string, offer: Pick<Offer, 'name' | 'changes'>): Edit =>
  ofPlan(`${atEvent(map, event)}: ${inSentence(offer.name)}`, (plan) => withSubstitute(plan, map.seat.id, offer.changes))

const atEvent = (map: SeatMap, event: string): string => {
  const placed = map.moments.flatMap((m) => m.events).find((e) => e.event.id === event)
  return placed ? `${map.seat.name}, ${sayMeasure(map.line, placed.at.index)}` : map.seat.name
}

/** The events around one that have the same substitute without a break: what one choice moved goes back together. */
function movedWith(map: SeatMap, substitutes: Substitutes, event: string): string[] {
  const ids = map.line.measures.flatMap((m) => m.events.filter((e) => e.kind === 'note' || substitutes[e.id]).map((e) => e.id))
  const same = (id: string | undefined) => id !== undefined && JSON.stringify(substitutes[id]) === JSON.stringify(substitutes[event])
  const here = ids.indexOf(event)
  if (here < 0 || !substitutes[event]) return [event]
  let [from, to] = [here, here]
  while (same(ids[from - 1])) from--
  while (same(ids[to + 1])) to++
  return ids.slice(from, to + 1)
}

/** What was put in place of a note, and with it around, as it is written again. */
export const restored = (map: SeatMap, event: string): Edit =>
  ofPlan(`${atEvent(map, event)}: as written`, (plan) => {
    const events = movedWith(map, plan.substitutes[map.seat.id] ?? {}, event)
    return withSubstitute(plan, map.seat.id, Object.fromEntries(events.map((id) => [id, null])))
  })

/** Leaves a thing of the digest out: all its spots are muted, as the list of kinds shows them. */
export const leftOut = (thing: SaidThing): Edit =>
  ofPlan(`Left out: ${thing.text}`, (plan) =>
    withMuted(
      plan,
      thing.spots.map((s) => s.id),
      true,
    ),
  )

/** A kind of spot always or never; null: as the class has it. */
export const kindShown = (kind: SpotKind, choice: 'show' | 'hide' | null): Edit =>
  ofPlan(`${kindName(kind)}: ${choice === null ? 'same as the class' : choice === 'show' ? 'always shown' : 'hidden'}`, (plan) =>
    withKind(plan, kind, choice),
  )

export function muted(seats: readonly Seat[], line: Line, spots: readonly Spot[], quiet: boolean): Edit {
  const [{ index, kind }] = spots
  const whom = saySeats(
    seats,
    spots.map((s) => s.seat),
  )
  return ofPlan(`${whom}, ${sayMeasure(line, index)}: ${inSentence(kindName(kind))} ${quiet ? 'muted' : 'shown again'}`, (plan) =>
    withMuted(
      plan,
      spots.map((s) => s.id),
      quiet,
    ),
  )
}

/** A printed line begins at a measure, or does not any more, in the books that print it as the class's does. */
export function lineStartAt(line: Line, index: number): Edit | null {
  if (index <= 0) return null
  const starts = !line.measures[index].newLine
  return ofPlan(
    `${capital(placeWords(line).one)} ${line.measures[index].number}: ${starts ? 'a printed line starts here' : 'no printed line starts here'}`,
    (plan) => withBook(plan, null, { lines: withStartAt(line, index) }),
  )
}

export const called = (title: string): Edit => ({ said: `Called “${title}”`, change: ({ piece }) => ({ piece: retitled(piece, title) }) })
