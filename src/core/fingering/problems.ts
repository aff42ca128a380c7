import { chosenAt } from './along'
import { isLearned, type Hold } from '../hands/hold'
import { positionKey, type Instrument } from '../instruments/instrument'
import type { Learned } from '../instruments/learned'
import { byOctaves, midiOf, printedPitch, type Pitch } from '../music/pitch'
import { beatOf } from '../music/time'
import type { PlacedEvent } from '../piece/walk'
import { chargeMove } from './costs'
import { easiestHold } from './easiest'
import { sayHold, sayNeeds } from './explain'
import type { Problem } from './layout'
import type { Moment } from './moments'
import type { Solution } from './solve'
import { isMet } from './visits'

/** What is new at a note, as data: the hold that is not learned, and how far the seat has learned to shift where a shift goes beyond it. */
export type News = { readonly hold: Hold | null; readonly shifts: Learned['shifts'] | null }

/** "low 2", "a shift without a rest or open string before it": the first of what is new, as it is said. */
export const sayNews = (instrument: Instrument, { hold, shifts }: News): string =>
  hold ? sayNeeds(instrument, hold) : shifts === 'none' ? 'shifting' : 'a shift without a rest or open string before it'

/** Something the teacher must know about a note: what and where. */
export type MapProblem = {
  /** One word for it: out of reach, a chord to divide, a pin set aside, new for this class. */
  readonly mark: 'out' | 'divide' | 'pin' | 'new'
  readonly placed: PlacedEvent
  readonly measure: string
  readonly beat: number
  readonly text: string
  /** The hand only comes back from what it went to: one visit with what is said there. */
  readonly back?: true
  /** The seat has not learned to shift as the hand does here. */
  readonly shift?: true
  /** Of what is marked as new: what it is. */
  readonly news?: News
}

const at = (placed: PlacedEvent) => ({ placed, measure: placed.at.measure.number, beat: beatOf(placed.into, placed.at.meter) })

const names = (pitches: readonly Pitch[]) => pitches.map(printedPitch).join(' and ')

const are = (pitches: readonly Pitch[]) => (pitches.length > 1 ? 'are' : 'is')

/** Everything a seat's solution leaves for the teacher, in written order. */
export function problemsOf(s: Solution, moments: readonly Moment[]): MapProblem[] {
  const all = s.problems.map((p) => sayProblem(s, moments, p))
  const said = new Map<Hold, string>()
  s.columns.forEach((c, i) => {
    const beyond = !c.pinned && meetsNew(s, i)
    const shifts = c.moves && s.setup.learned.shifts !== 'any'
    if (!beyond && !shifts) return
    const shifted = shifts ? newShift(s, i) : []
    const texts = [...(beyond ? [beyondLevel(s, i, said)] : []), ...shifted]
    if (texts.length === 0) return
    const back = !beyond && comesBack(s, i)
    all.push({
      ...at(moments[c.moment].events[0]),
      mark: 'new',
      text: texts.join(' '),
      ...(back && { back }),
      ...(shifted.length > 0 && { shift: true }),
      news: { hold: beyond ? chosenAt(s, i) : null, shifts: shifted.length > 0 ? s.setup.learned.shifts : null },
    })
  })
  return all.sort((a, b) => a.placed.onset - b.placed.onset)
}

function sayProblem(s: Solution, moments: readonly Moment[], p: Problem): MapProblem {
  const where = at(moments[p.moment].events[0])
  const { instrument } = s.setup
  const low = instrument.strings[0]
  const seat = instrument.name.toLowerCase()
  const what = names(p.pitches)
  switch (p.kind) {
    case 'out-of-reach': {
      const below = midiOf(p.pitches[0]) < midiOf(low)
      const text = below
        ? `${what} is below the ${seat}'s lowest string (${printedPitch(low)}); move the seat up an octave, or put a substitute here.`
        : `${what} is beyond VII position, where the thumb or the end of the fingerboard is; move the seat down an octave, or put a substitute here.`
      return { ...where, mark: 'out', text }
    }
    case 'chord-cut':
      return {
        ...where,
        mark: 'divide',
        text: `${what} cannot be held together on the ${seat}; the top note is mapped, divide the others.`,
      }
    case 'pin-impossible':
      return { ...where, mark: 'pin', text: `The pin on ${what} is set aside: ${p.lacks}.` }
  }
}

/** Whether something new is met at a column: not where the hand only stays at what it came to before. */
function meetsNew(s: Solution, column: number): boolean {
  const holdAt = (i: number): Hold => chosenAt(s, i)
  const hold = holdAt(column)
  if (hold.needs.length === 0) return false
  if (!s.columns[column].moves) return true
  const last = holdAt(column - 1)
  // An open string says nothing of where the hand waits: the last finger does.
  let i = column - 1
  while (i > 0 && holdAt(i).open && s.columns[i].moves) i--
  const stopped = holdAt(i)
  return hold.needs.some((need) => {
    switch (need) {
      case 'position':
        return stopped.open || stopped.position !== hold.position
      case 'string':
      case 'extension':
        return isMet(need, last, hold)
      case 'finger':
      case 'place':
      case 'chord':
        return true
    }
  })
}

/** A note that needs more than the class has learned: mapped all the same, and said, with the octave that would do. */
function beyondLevel(s: Solution, column: number, said: Map<Hold, string>): string {
  const c = s.columns[column]
  const hold = chosenAt(s, column)
  const known = said.get(hold)
  if (known) return known
  const { instrument } = s.setup
  const hint = ([-1, 1] as const).flatMap((by) => {
    const there = c.pitches.map((p) => byOctaves(p, by))
    const easier = easiestHold(s.setup, there)
    return easier && isLearned(easier)
      ? [` An octave ${by < 0 ? 'lower' : 'higher'}, ${names(there)} ${are(there)} ${sayHold(instrument, easier)}.`]
      : []
  })
  const text = `New for this class: ${sayNews(instrument, { hold, shifts: null })}. ${names(c.pitches)} ${are(c.pitches)} ${sayHold(instrument, hold)}.${hint[0] ?? ''}`
  said.set(hold, text)
  return text
}

/** Whether the hand comes from a position that is not learned back to one that is. */
function comesBack(s: Solution, column: number): boolean {
  const { instrument, learned } = s.setup
  const isKnown = (i: number) => learned.positions.includes(positionKey(instrument.positions[chosenAt(s, i).position]))
  return isKnown(column) && !isKnown(column - 1)
}

/** A shift of a class that has not learned to shift there. */
function newShift(s: Solution, column: number): string[] {
  const c = s.columns[column]
  const [a, b] = [chosenAt(s, column - 1), chosenAt(s, column)]
  let isNew = false
  chargeMove(s.setup, a, b, c.gap, (kind) => (isNew ||= kind === 'shiftNotLearned'))
  if (!isNew) return []
  const name = (position: number) => s.setup.instrument.positions[position].name
  const { instrument, learned } = s.setup
  return [
    `New for this class: ${sayNews(instrument, { hold: null, shifts: learned.shifts })}. The hand goes from ${name(a.position)} to ${name(b.position)}.`,
  ]
}
