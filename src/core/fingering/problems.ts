import { choiceOf, isLearned, type Hold } from '../hands/hold'
import { fingerKey } from '../hands/manner'
import { positionKey, type Instrument } from '../instruments/instrument'
import type { Learned } from '../instruments/learned'
import { byOctaves, midiOf, pitchName, type Pitch } from '../music/pitch'
import { beatOf } from '../music/time'
import type { PlacedEvent } from '../piece/walk'
import { chargeMove } from './costs'
import { easiestHold } from './easiest'
import type { Problem } from './layout'
import type { Lacks } from './pins'
import type { Moment } from './moments'
import { chosenAt, type Solution } from './solve'
import { isMet } from './visits'

/** What is new at a note, as data: the hold that is not learned, and how far the seat has learned to shift where a shift goes beyond it. */
export type News = { readonly hold: Hold | null; readonly shifts: Learned['shifts'] | null }

/** What is new told from others, whoever meets it: what two instruments call alike is one. */
export const newsKey = (instrument: Instrument, { hold, shifts }: News): string =>
  hold ? needKeys(instrument, hold).join(', ') : `shifts beyond ${shifts}`

/** Each new thing of a hold told from others by what it is called, however a class talks: "position III", "the E string", "finger 4", "low 2". */
export const needKeys = (instrument: Instrument, { needs, stops, position }: Hold): string[] => {
  const [s] = stops
  const one = stops.length === 1
  const at = positionKey(instrument.positions[position])
  return needs.map((need) => {
    switch (need) {
      case 'position':
        return `position ${at}`
      case 'string':
        return one ? `string ${instrument.strings[s.string].letter}` : 'a string of a chord'
      case 'finger':
        return one ? `finger ${s.finger}` : 'a finger of a chord'
      case 'place':
        return one ? fingerKey(instrument, s) : 'a place of a chord'
      case 'extension':
        return 'extension'
      case 'chord':
        return `chord in ${at}`
    }
  })
}

/** What is in the way at a note, as data. */
export type ProblemFacts =
  | { readonly kind: 'below' | 'beyond' | 'chord cut'; readonly pitches: readonly Pitch[] }
  | { readonly kind: 'pin impossible'; readonly pitches: readonly Pitch[]; readonly lacks: Lacks }
  | NewFacts

type NewFacts = {
  readonly kind: 'new'
  readonly pitches: readonly Pitch[]
  readonly news: News
  /** What would be learned an octave away: how far, which pitches there, how they are held. */
  readonly easier: { readonly by: -1 | 1; readonly pitches: readonly Pitch[]; readonly hold: Hold } | null
  /** The positions between which the hand goes, where that is new. */
  readonly moved: { readonly from: string; readonly to: string } | null
}

/** A problem told from others: the same notes in the same trouble for the same hand. */
export function problemKey(f: ProblemFacts): string {
  const notes = `${f.kind} ${f.pitches.map(pitchName).join('+')}`
  switch (f.kind) {
    case 'below':
    case 'beyond':
    case 'chord cut':
      return notes
    case 'pin impossible':
      return `${notes} ${f.lacks.wish} ${JSON.stringify(f.lacks.pin)}`
    case 'new':
      return `${notes} ${f.news.hold ? choiceOf(f.news.hold) : ''} ${f.moved ? `${f.moved.from} ${f.moved.to}` : ''}`
  }
}

/** Something the teacher must know about a note: what and where. */
export type MapProblem = {
  /** One word for it: out of reach, a chord to divide, a pin set aside, new for this class. */
  readonly mark: 'out' | 'divide' | 'pin' | 'new'
  readonly placed: PlacedEvent
  readonly measure: string
  readonly beat: number
  readonly facts: ProblemFacts
  /** The hand only comes back from what it went to: one visit with what is said there. */
  readonly back?: true
  /** The seat has not learned to shift as the hand does here. */
  readonly shift?: true
  /** Of what is marked as new: what it is. */
  readonly news?: News
}

const at = (placed: PlacedEvent) => ({ placed, measure: placed.at.measure.number, beat: beatOf(placed.into, placed.at.meter) })

/** Everything a seat's solution leaves for the teacher, in written order. */
export function problemsOf(s: Solution, moments: readonly Moment[]): MapProblem[] {
  const all = s.problems.map((p) => problemAt(s, moments, p))
  const easier = new Map<Hold, NewFacts['easier']>()
  s.columns.forEach((c, i) => {
    // What is pinned is new as well: the teacher has decided it, the class has not learned it.
    const beyond = meetsNew(s, i)
    const shifted = c.moves && s.setup.learned.shifts !== 'any' && isNewShift(s, i)
    if (!beyond && !shifted) return
    const hold = chosenAt(s, i)
    if (beyond && !easier.has(hold)) easier.set(hold, easierAt(s, c.pitches))
    const back = !beyond && comesBack(s, i)
    const news: News = { hold: beyond ? hold : null, shifts: shifted ? s.setup.learned.shifts : null }
    all.push({
      ...at(moments[c.moment].events[0]),
      mark: 'new',
      ...(back && { back }),
      ...(shifted && { shift: true }),
      news,
      facts: { kind: 'new', pitches: c.pitches, news, easier: beyond ? easier.get(hold)! : null, moved: shifted ? moved(s, i) : null },
    })
  })
  return all.sort((a, b) => a.placed.onset - b.placed.onset)
}

function problemAt(s: Solution, moments: readonly Moment[], p: Problem): MapProblem {
  const where = at(moments[p.moment].events[0])
  const { pitches } = p
  switch (p.kind) {
    case 'out-of-reach': {
      const below = midiOf(pitches[0]) < midiOf(s.setup.instrument.strings[0])
      return { ...where, mark: 'out', facts: { kind: below ? 'below' : 'beyond', pitches } }
    }
    case 'chord-cut':
      return { ...where, mark: 'divide', facts: { kind: 'chord cut', pitches } }
    case 'pin-impossible':
      return { ...where, mark: 'pin', facts: { kind: 'pin impossible', pitches, lacks: p.lacks } }
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

/** The octave in which all of it would be learned, down before up; null where neither is. */
function easierAt(s: Solution, pitches: readonly Pitch[]): NewFacts['easier'] {
  for (const by of [-1, 1] as const) {
    const there = pitches.map((p) => byOctaves(p, by))
    const hold = easiestHold(s.setup, there)
    if (hold && isLearned(hold)) return { by, pitches: there, hold }
  }
  return null
}

/** Whether the hand comes from a position that is not learned back to one that is. */
function comesBack(s: Solution, column: number): boolean {
  const { instrument, learned } = s.setup
  const isKnown = (i: number) => learned.positions.includes(positionKey(instrument.positions[chosenAt(s, i).position]))
  return isKnown(column) && !isKnown(column - 1)
}

/** Whether the hand shifts to a column as the class has not learned to. */
export function isNewShift(s: Solution, column: number): boolean {
  let isNew = false
  chargeMove(s.setup, chosenAt(s, column - 1), chosenAt(s, column), s.columns[column].gap, (kind) => (isNew ||= kind === 'shiftNotLearned'))
  return isNew
}

const moved = (s: Solution, column: number): NewFacts['moved'] => {
  const name = (i: number): string => s.setup.instrument.positions[chosenAt(s, i).position].name
  return { from: name(column - 1), to: name(column) }
}
