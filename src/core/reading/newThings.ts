import { handSteps, newIn } from '../fingering/along'
import type { SeatMap } from '../fingering/map'
import { FIRST, positionKey, THUMB } from '../instruments/instrument'
import { once } from '../once'
import type { Piece } from '../piece/piece'
import { thingsInOrder, type LearnedThing } from '../plan/things'
import { readingOf } from './reading'
import { rhythmsOf } from './rhythms'
import { signsOf } from './spots/firstSign'
import { newCombination } from './spots/newCombination'

/** What a seat's part asks of the hand and the seat has not learned, each thing once, as it comes. Made once for a map. */
export const newForHand = once((map: SeatMap): readonly LearnedThing[] => {
  const { instrument } = map
  const { learned } = map.setup
  const found = new Set<LearnedThing>()
  const add = (known: boolean, thing: LearnedThing) => void (known || found.add(thing))
  for (const { hold } of handSteps(map))
    for (const need of hold.needs)
      for (const { string, finger, place, stretch } of hold.stops)
        switch (need) {
          case 'position':
            found.add(`position:${positionKey(instrument.positions[hold.position])}`)
            break
          case 'string':
            add(learned.strings.includes(string), `string:${string}`)
            break
          case 'finger':
            if (finger > 0 && finger !== THUMB) add(learned.fingers.includes(finger), `finger:${finger}`)
            break
          case 'place':
            if (finger > 0 && !stretch && place !== 'normal') add(learned[place].includes(finger), `${place}:${finger}`)
            break
          case 'extension':
            if (hold.shape !== 'closed') add(learned.extensions.includes(hold.shape), `extension:${hold.shape}`)
            else if (stretch) found.add(`extension:${finger === 1 ? 'back' : 'forward'}`)
            break
          case 'chord':
            add(learned.doubleStops, 'chord:two')
            // A class that only visits a position holds no two strings there.
            if (hold.position > FIRST && (learned.shifts === 'needed' || learned.shifts === 'none')) found.add('shifts:any')
        }
  // Who holds two strings away from home has learned to go there first.
  if (found.has('shifts:any') || newIn(map).shifts > 0) found.add(learned.shifts === 'none' ? 'shifts:needed' : 'shifts:any')
  return [...found]
})

/** Everything that a seat's part asks for and the seat has not learned, of the hand and of the eye, each thing once, in the order of the kinds. */
export function newThings(piece: Piece, map: SeatMap): LearnedThing[] {
  const { learned } = map.setup
  const found = new Set<LearnedThing>(newForHand(map))
  const add = (known: boolean, thing: LearnedThing) => void (known || found.add(thing))
  const r = readingOf(piece, map)
  for (const { rhythms } of rhythmsOf(r)) for (const x of rhythms) add(learned.rhythms.includes(x), `rhythm:${x}`)
  for (const { sign } of signsOf(r)) add(learned.signs.includes(sign), `sign:${sign}`)
  add(learned.slurs || !r.notes.some((n) => n.slurred), 'slur:slur')
  for (const { about } of newCombination.find(r)) add(false, `together:${about}`)
  for (const { placed } of r.notes) add(learned.keys.includes(placed.at.key.fifths), `key:${placed.at.key.fifths}`)
  return thingsInOrder([...found])
}
