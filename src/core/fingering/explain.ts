import { isLearned, type Hold, type Need, type Stop } from '../hands/hold'
import { positionKey, type Instrument, type Position } from '../instruments/instrument'
import type { Tally } from './alternatives'
import type { Frame } from './frame'
import type { CostKind } from './weights'

/** How a finger plays: as it lies, low or high, reached or stretched, touching, or not at all. */
type Manner = 'open' | 'plain' | 'low' | 'high' | 'reached back' | 'reached forward' | 'stretched' | 'harmonic'

/** How a stop is played by the hand of an instrument. */
export function mannerOf({ byLetter }: Pick<Instrument, 'byLetter'>, s: Stop): Manner {
  if (s.finger === 0) return 'open'
  if (s.harmonic) return 'harmonic'
  if (!byLetter) return ({ low: 'reached back', normal: 'plain', high: 'reached forward' } as const)[s.place]
  if (s.stretch) return s.finger === 1 ? 'reached back' : 'stretched'
  return s.place === 'normal' ? 'plain' : s.place
}

/** "low 2", "4 reached forward", "3", "open": a stop without its string; `number` is how its finger is said. */
export function sayFinger(instrument: Instrument, s: Stop, number = `${s.finger}`): string {
  const manner = mannerOf(instrument, s)
  switch (manner) {
    case 'open':
      return 'open'
    case 'plain':
      return number
    case 'low':
    case 'high':
      return `${manner} ${number}`
    case 'harmonic':
      return `${number} touching the harmonic`
    case 'reached back':
    case 'reached forward':
    case 'stretched':
      return `${number} ${manner}`
  }
}

/** "low 2 on D", "open A", "4 reached forward on G". */
function sayStop(instrument: Instrument, s: Stop): string {
  const string = instrument.strings[s.string].letter
  return s.finger === 0 ? `open ${string}` : `${sayFinger(instrument, s)} on ${string}`
}

/** "2 on D", "open D and 1 on A": a hold without its position. */
export const sayStops = (instrument: Instrument, h: Hold): string => h.stops.map((s) => sayStop(instrument, s)).join(' and ')

/** "half position", "III", "raised III". */
const sayPosition = (p: Position): string => (p.name === 'half' ? 'half position' : positionKey(p))

/** "2 on D", "1 on A in III", "open D and 1 on A". The position is said when it is not the first. */
export function sayHold(instrument: Instrument, h: Hold): string {
  const stops = sayStops(instrument, h)
  const at = instrument.positions[h.position]
  return h.open || at.name === 'I' ? stops : `${stops} in ${sayPosition(at)}`
}

/** What the chosen way is spared, when another way would have to pay for it. */
const SPARED: Record<CostKind, string> = {
  notLearned: 'stays with what the class has learned',
  shiftInSlur: 'no shift inside the slur',
  shift: 'saves a shift',
  shiftOverOpen: 'saves a shift',
  shiftOverRest: 'saves a shift',
  shiftNotLearned: 'no shift that the class has not learned',
  guideFinger: 'shifts on a guiding finger',
  shiftByHalfStep: 'the hand moves only a half step',
  shiftFar: 'a shorter shift',
  landing: 'the shift lands on a surer finger',
  timing: 'shifts where the class wants it',
  pivot: 'the hand need not roll',
  startAway: 'begins in first position',
  awayFromFirst: 'stays in first position',
  halfPosition: 'stays in first position',
  extension: 'needs no stretch',
  opening: 'needs no stretch',
  closing: 'the hand stays as it is',
  skipString: 'skips no string',
  crossingInSlur: 'keeps the slur on one string',
  fourthFinger: 'spares the fourth finger',
  againstPolicy: 'as the class is set',
  slide: 'no finger has to slide',
  fifth: 'no finger hops across strings',
  frameBroken: 'keeps one frame',
  crossing: 'saves a crossing',
  bowCrossing: 'saves a crossing',
  newFrame: 'keeps one frame',
  harmonic: 'a firm note',
  respelled: 'fingered as it is spelled',
  offTape: 'stays on the tapes',
}

const NEW: Record<Need, string> = {
  position: 'the position',
  string: 'the string',
  finger: 'the finger',
  place: 'the low or high place',
  extension: 'the opened hand',
  chord: 'two strings at once',
}

/** What of a hold is new for the class: "the finger and the string". */
export const sayNeeds = (h: Hold): string => h.needs.map((n) => NEW[n]).join(' and ')

/** The two things that weigh most for the chosen way. */
export function sayDifference(differs: Tally): string {
  const pays = [...differs].filter(([, v]) => v > 0).sort((a, b) => b[1] - a[1])
  return [...new Set(pays.map(([kind]) => SPARED[kind]))].slice(0, 2).join(', ')
}

/** "touching 3", "a whole step under 4": where the finger lies among its neighbours. */
function neighbours(s: Stop, frame: Frame | null, letters: boolean): string {
  if (!frame || !letters || s.finger === 0) return ''
  const [down, up] = [frame.places[s.finger - 2], frame.places[s.finger]]
  if (up !== null && up !== undefined && up - s.k === 1) return `, touching ${s.finger + 1}`
  if (down !== null && down !== undefined && s.k - down === 1) return `, touching ${s.finger - 1}`
  return ''
}

/** Why this hold, in one sentence, against the runner-up (the cheapest other choice, if there is one). */
export function sayWhy(
  instrument: Instrument,
  h: Hold,
  frame: Frame | null,
  runnerUp: { hold: Hold; price: number; differs: Tally } | undefined,
  pinned: boolean,
): string {
  const what = sayHold(instrument, h)
  const Sentence = what[0].toUpperCase() + what.slice(1)
  const top = h.stops[h.stops.length - 1]
  const lie = neighbours(top, frame, instrument.byLetter)
  if (pinned) return `${Sentence}${lie}: pinned.`
  if (!isLearned(h)) return `${Sentence}${lie}: nothing that the class has learned plays it; new is ${sayNeeds(h)}.`
  if (!runnerUp) return h.open ? `${Sentence}: no other place for it here.` : `${Sentence}${lie}: the one place for it here.`
  const other = sayHold(instrument, runnerUp.hold)
  const why = sayDifference(runnerUp.differs)
  return runnerUp.price === 0 || !why
    ? `${Sentence}${lie}; ${other} would serve as well.`
    : `${Sentence}${lie && `${lie},`} rather than ${other}: ${why}.`
}
