import { meterThing, octaveThing } from './beforehand'
import { friendsOf } from './friends'
import type { Spot } from '../spots/spot'
import { plainThings } from './plain'
import { signThings } from './signs'
import { ORDER, type Order, type Reader, type Thing } from './thing'
import { visitThings } from './visits'

/** How many things are said before playing: a class listens to no more. Common practice. */
export const MOST_SAID = 7

/** What a thing of each order counts for when the seven are chosen, before they are put in that order. */
const COUNTS: Record<Order, number> = { new: 4, sign: 1.6, rhythm: 1.5, hand: 1.3, crossing: 1, bow: 0.9, friend: 0.8 }
/** Where only some seats are concerned the others wait: what stops one stops all, but less. */
const SOME = 0.5

/**
 * The things to say to a class before it plays, the first first: what is new or out of reach, signs, rhythm, the moving
 * hand, crossings, bows, old friends. Like things at several places or seats are one; what one thing says, no other says
 * again. What the teacher has put away is not among them.
 */
export function digestOf(readers: readonly Reader[]): Thing[] {
  if (readers.length === 0) return []
  const visits = visitThings(readers)
  const signs = signThings(readers)
  // What else is new or crosses at a note that takes the hand away is said with the visit.
  const away = new Set(visits.things.flatMap((t) => t.spots.map((s) => `${s.seat} ${s.event}`)))
  const WITH_VISIT = new Set<Spot['kind']>([
    'skip-crossing',
    'skip-string',
    'hand-crossing',
    'fifth',
    'lands-alone',
    'letter-two-strings',
    'ledger-lines',
    'shared-letter',
    'bow-crossing',
  ])
  const said = new Set([...visits.said, ...signs.said])
  for (const { all } of readers) for (const s of all) if (WITH_VISIT.has(s.kind) && away.has(`${s.seat} ${s.event}`)) said.add(s.id)
  const things = [...visits.things, ...signs.things, ...plainThings(readers, said)].filter((t) =>
    t.spots.some((s) => isShownIn(readers, s)),
  )
  const whole = [octaveThing(readers), meterThing(readers)].filter((t) => t !== null)
  // One of the seven is what nobody has to learn.
  const friend = friendsOf(readers)
  const chosen = [...whole, ...things].sort((a, b) => counted(b) - counted(a)).slice(0, MOST_SAID - (friend ? 1 : 0))
  return [...chosen, ...(friend ? [friend] : [])].sort((a, b) => ORDER.indexOf(a.order) - ORDER.indexOf(b.order) || counted(b) - counted(a))
}

const counted = (t: Thing): number => COUNTS[t.order] * t.weight ** SOME

const isShownIn = (readers: readonly Reader[], s: Spot): boolean => readers.some((r) => r.shown.includes(s))
