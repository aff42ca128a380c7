import { sayNames } from '../names'
import { isLearned, type Hold, type Need, type Stop } from '../hands/hold'
import { positionKey, type Instrument, type Position } from '../instruments/instrument'
import type { Frame } from './frame'

/** How a finger plays: as it lies, where the one below it usually stands, low or high, reached or stretched, touching, or not at all. */
type Manner = 'open' | 'plain' | 'far' | 'low' | 'high' | 'reached back' | 'reached forward' | 'stretched' | 'harmonic'

/** How a stop is played by the hand of an instrument. */
export function mannerOf({ byLetter }: Pick<Instrument, 'byLetter'>, s: Stop): Manner {
  if (s.finger === 0) return 'open'
  if (s.harmonic) return 'harmonic'
  if (s.far) return 'far'
  if (!byLetter) return ({ low: 'reached back', normal: 'plain', high: 'reached forward' } as const)[s.place]
  if (s.stretch) return s.finger === 1 ? 'reached back' : 'stretched'
  return s.place === 'normal' ? 'plain' : s.place
}

/** Whether the hand opens for it. */
export const isReached = (instrument: Pick<Instrument, 'byLetter'>, s: Stop): boolean => {
  const manner = mannerOf(instrument, s)
  return manner === 'reached back' || manner === 'reached forward' || manner === 'stretched'
}

/** "low 2", "4 reached forward", "3", "open": a stop without its string; `number` is how its finger is said. */
export function sayFinger(instrument: Instrument, s: Stop, number = `${s.finger}`): string {
  const manner = mannerOf(instrument, s)
  switch (manner) {
    case 'open':
      return 'open'
    case 'plain':
      return number
    case 'far':
      return `${number} on the place of ${s.finger - 1}`
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

/** One new thing by its name: of a chord it may be any of its notes. */
function sayNeed(instrument: Instrument, { stops, position }: Hold, need: Need): string {
  const [s] = stops
  const one = stops.length === 1
  switch (need) {
    case 'position': {
      const at = instrument.positions[position]
      return at.name === 'half' ? 'half position' : `position ${positionKey(at)}`
    }
    case 'string':
      return one ? `the ${instrument.strings[s.string].letter} string` : 'one of its strings'
    case 'finger':
      return one ? `finger ${s.finger}` : 'one of its fingers'
    case 'place':
      return one ? sayFinger(instrument, s) : 'a low or high finger'
    case 'extension':
      return 'opening the hand'
    case 'chord': {
      const at = instrument.positions[position]
      return at.name === 'I' ? 'two strings at once' : `two strings at once in ${sayPosition(at)}`
    }
  }
}

/** How far a hold is the only one: no other plays it at all, none that is learned, none in first position, or none without a stretch or an odd spelling. */
type Only = 'at all' | 'learned' | 'first' | 'plain'

const ONLY: Record<Only, string> = {
  'at all': 'the one place for it',
  learned: 'the one place for it that the class has learned',
  first: 'the one place for it in first position',
  plain: 'the one place for it without a stretch or an odd spelling',
}

/** What of a hold is new for the class: "finger 4 and the E string", "low 2". */
export const sayNeeds = (instrument: Instrument, h: Hold): string => sayNames(h.needs.map((n) => sayNeed(instrument, h, n)))

/** "touching 3", "a whole step under 4": where the finger lies among its neighbours. */
function neighbours(s: Stop, frame: Frame | null, letters: boolean): string {
  if (!frame || !letters || s.finger === 0) return ''
  const [down, up] = [frame.places[s.finger - 2], frame.places[s.finger]]
  if (up !== null && up !== undefined && up - s.k === 1) return `, touching ${s.finger + 1}`
  if (down !== null && down !== undefined && s.k - down === 1) return `, touching ${s.finger - 1}`
  return ''
}

/** The cheapest other choice at a note that the class has learned and a teacher would weigh, with what the chosen line is spared in words. */
export type Rival = {
  readonly hold: Hold
  readonly price: number
  readonly spared: string
}

/** Why this hold, in one sentence, against the runner-up. `must`: nothing that the class has learned plays it. */
export function sayWhy(
  instrument: Instrument,
  h: Hold,
  frame: Frame | null,
  { rival, only, must, pinned }: { rival: Rival | undefined; only: Only; must: boolean; pinned: boolean },
): string {
  const what = sayHold(instrument, h)
  const Sentence = what[0].toUpperCase() + what.slice(1)
  const top = h.stops[h.stops.length - 1]
  const lie = neighbours(top, frame, instrument.byLetter)
  const fresh = isLearned(h) ? '' : ` New is ${sayNeeds(instrument, h)}.`
  if (pinned) return `${Sentence}${lie}: pinned.${fresh}`
  if (must) return `${Sentence}${lie}: nothing that the class has learned plays it; new is ${sayNeeds(instrument, h)}.`
  if (!rival) return `${Sentence}${lie}: ${ONLY[only]}.`
  const other = sayHold(instrument, rival.hold)
  return rival.price === 0
    ? `${Sentence}${lie}; ${other} would serve as well.${fresh}`
    : `${Sentence}${lie && `${lie},`} rather than ${other}: ${rival.spared || 'less to do in the whole line'}.${fresh}`
}
