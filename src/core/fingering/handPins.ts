import { chosenAt } from './solve'
import { FIRST, positionKey, schoolOf, taughtIn } from '../instruments/instrument'
import type { Hold } from '../hands/hold'
import type { SeatMap } from './map'
import type { Pin } from './pins'

/**
 * What a teacher tells the hand at a note: stay where it was before, go back to first position, be already where it goes
 * next, go from here on to the position that is taught next and has the note.
 */
export const HAND_COMMANDS = ['stay', 'home', 'enter', 'next'] as const
export type HandCommand = (typeof HAND_COMMANDS)[number]

/** How many notes ahead the place is looked for that a hand goes to next. */
const LOOK = 24

/** The pin that a command is at a column, with the position that it asks for; null where it asks for nothing that can be. */
export function handPin(map: SeatMap, column: number, command: HandCommand): { readonly pin: Pin; readonly position: string } | null {
  const { columns } = map.solution
  const here = columns[column]
  const holdAt = (i: number): Hold => chosenAt(map.solution, i)
  if (here === undefined) return null
  const wanted = command === 'next' ? nextPlace(map, here.all, holdAt(column)) : positionFor(command, column, columns.length, holdAt)
  const fits = wanted !== null && here.all.some((h) => !h.open && h.position === wanted)
  // An open string needs no place of the hand; whoever asks for one means a finger.
  if (!fits || (!holdAt(column).open && holdAt(column).position === wanted)) return null
  const { positions } = map.instrument
  return { pin: { position: positions[wanted].name, base: positions[wanted].base }, position: positionKey(positions[wanted]) }
}

/** Index of the position that is meant; null when there is none. */
function positionFor(command: Exclude<HandCommand, 'next'>, column: number, count: number, holdAt: (i: number) => Hold): number | null {
  const here = holdAt(column)
  switch (command) {
    case 'home':
      return here.open || here.position === FIRST ? null : FIRST
    case 'stay':
      for (let i = column - 1; i >= 0; i--) if (!holdAt(i).open) return holdAt(i).position === FIRST ? null : holdAt(i).position
      return null
    case 'enter':
      for (let i = column + 1; i < Math.min(count, column + LOOK); i++) {
        const h = holdAt(i)
        if (!h.open && h.position !== FIRST && (here.open || h.position !== here.position)) return h.position
      }
      return null
  }
}

/** Of the positions that have the notes of a moment the one that is taught next after that of the hand, learned ones before others; round again at the end. */
function nextPlace({ setup }: SeatMap, all: readonly Hold[], here: Hold): number | null {
  const { instrument, learned, policy } = setup
  const taught = taughtIn(instrument, schoolOf(instrument, policy.school))
  const has = (p: number) => all.some((h) => !h.open && h.position === p)
  const keys = instrument.positions.map(positionKey)
  const order = taught.map((key) => keys.indexOf(key)).filter((p) => p >= 0 && has(p))
  const known = order.filter((p) => learned.positions.includes(keys[p]))
  const ranked = [...known, ...order.filter((p) => !known.includes(p))]
  const at = here.open ? -1 : ranked.indexOf(here.position)
  const next = ranked[(at + 1) % ranked.length]
  return next === undefined || (!here.open && next === here.position) ? null : next
}

/** A place of the hand that a pin holds over a note: where the pin stands, what it is, and the column to which the hand stays. */
export type HeldPlace = { readonly event: string; readonly pin: Pin; readonly position: string; readonly from: number; readonly to: number }

/** The pinned place in which the hand is at a column: its own pin's, or that of a pin before it since which the hand has not moved; null where there is none, or the hand is at home. */
export function heldPlace(map: SeatMap, column: number): HeldPlace | null {
  const { columns, source } = map.solution
  const there = (i: number): boolean =>
    columns[i] !== undefined && chosenAt(map.solution, i).position === chosenAt(map.solution, column).position
  for (let from = column; from >= 0 && there(from); from--) {
    const { event } = source.moments[columns[from].moment].events[0]
    const pin = source.pins.get(event.id)
    const hold = chosenAt(map.solution, from)
    if (pin?.position === undefined || hold.open || hold.position === FIRST) continue
    let to = column
    while (there(to + 1)) to++
    return { event: event.id, pin, position: positionKey(map.instrument.positions[hold.position]), from, to }
  }
  return null
}

/**
 * The pin with the place held up to a column; null where a note on the way cannot be played there, and where the hand stays
 * longer by itself than the pin asks.
 */
export function heldUpTo(map: SeatMap, place: HeldPlace, column: number): Pin | null {
  const { columns, source } = map.solution
  const eventAt = (i: number): string => source.moments[columns[i].moment].events[0].event.id
  const position = chosenAt(map.solution, place.from).position
  if (column > place.to) {
    const between = columns.slice(place.to + 1, column + 1)
    const can = between.every((c) => c.all.some((h) => h.open || h.position === position))
    return between.length && can ? { ...place.pin, until: eventAt(column) } : null
  }
  const end = columns.findIndex((_, i) => eventAt(i) === place.pin.until)
  if (end < 0 || column >= end || column < place.from) return null
  const { until: _, ...rest } = place.pin
  return column > place.from ? { ...rest, until: eventAt(column) } : rest
}

/** The pin with the place held a note longer, or a note less than it was asked to; null where that cannot be. */
export function heldOn(map: SeatMap, place: HeldPlace, by: 1 | -1): Pin | null {
  if (by > 0) return heldUpTo(map, place, place.to + 1)
  const { columns, source } = map.solution
  const end = columns.findIndex((c) => source.moments[c.moment].events[0].event.id === place.pin.until)
  return end < 0 ? null : heldUpTo(map, place, Math.max(place.from, end - 1))
}
