import type { Lacks } from '../../fingering/pins'
import type { FingerOn } from '../../fingering/down'
import type { Move, Over } from '../../fingering/moves'
import type { News, ProblemFacts } from '../../fingering/problems'
import type { OrnamentAt } from '../../fingering/along'
import type { Only, Reason } from '../../fingering/reason'
import type { Spared } from '../../fingering/spared'
import { isLearned } from '../../hands/hold'
import { type Instrument, rankOf, sayPositionKey, THUMB } from '../../instruments/instrument'
import type { Key } from '../../music/key'
import { printedPitch } from '../../music/noteName'
import type { Pitch } from '../../music/pitch'
import { sayTimes } from '../../count'
import { capital, sayList } from '../../names'
import { headMeasure } from '../../piece/address'
import type { Line } from '../../piece/piece'
import {
  saySpacing,
  fingerName,
  ORNAMENT_NAMES,
  sayHold,
  sayNeeds,
  sayPitch,
  sayPitches,
  sayPlace,
  sayShaded,
  sayStop,
  stringName,
  type Tongue,
} from './hands'

/** Whom a sentence is about: the class's talk, the hand, and the line whose places are said. */
export type Telling = { readonly talk: Tongue; readonly instrument: Instrument; readonly line: Line }

/** The telling of a mapped part. */
export const tellingOf = (map: { readonly instrument: Instrument; readonly line: Line }, talk: Tongue): Telling => ({
  talk,
  instrument: map.instrument,
  line: map.line,
})

/** "low 2", "a shift without a rest or open string before it": the first of what is new, as it is said. */
export const sayNews = (talk: Pick<Tongue, 'low' | 'names'>, instrument: Instrument, { hold, shifts }: News): string =>
  hold ? sayNeeds(talk, instrument, hold) : shifts === 'none' ? 'shifting' : 'a shift with no rest or open string before it'

/** "that note isn’t on G", "finger 3 can’t play it on D in any position". */
function sayLacks(talk: Pick<Tongue, 'names'>, instrument: Instrument, { wish, pin }: Lacks): string {
  const strings = pin.strings?.map((s) => (instrument.strings[s] ? stringName(talk, instrument, s) : '?')).join(' and ')
  const fingers = pin.fingers?.map((f) => (f === 0 ? 'an open string' : `finger ${f}`)).join(' and ')
  const where = strings ? ` on ${strings}` : ''
  switch (wish) {
    case 'string':
      return `that note isn’t on ${strings}`
    case 'finger':
      return `${fingers} can’t play it${where} in any position`
    case 'position':
      return `${fingers ? `${fingers}${where} can’t reach` : `no finger${where} can reach`} it in ${pin.position ?? 'that position'}`
  }
}

const are = (pitches: readonly Pitch[]) => (pitches.length > 1 ? 'are' : 'is')

/** What stands in the way at a note, in one sentence or two: out of reach, a chord to divide, a pin set aside, something new. */
export function sayProblem(
  { talk, instrument }: Pick<Telling, 'talk' | 'instrument'>,
  { facts }: { readonly facts: ProblemFacts },
): string {
  const seat = instrument.name.toLowerCase()
  switch (facts.kind) {
    case 'below':
      return `${sayPitches(talk, facts.pitches)} is below the ${seat}’s lowest string (${printedPitch(talk.names, instrument.strings[0])}). Move this seat up an octave, or give it another note here.`
    case 'beyond':
      return `${sayPitches(talk, facts.pitches)} is above seventh position. Move this seat down an octave, or give it another note here.`
    case 'chord cut':
      return `${sayPitches(talk, facts.pitches)} can’t be played together on the ${seat}. The top note has a fingering. Divide the others.`
    case 'pin impossible':
      return `The pin on ${sayPitches(talk, facts.pitches)} doesn’t work: ${sayLacks(talk, instrument, facts.lacks)}.`
    case 'new': {
      const { pitches, easier, moved } = facts
      const { hold, shifts } = facts.news
      const hint = easier ? ` One octave ${easier.by < 0 ? 'lower' : 'higher'}, it is ${sayHold(talk, instrument, easier.hold)}.` : ''
      const beyond = hold
        ? [
            `New for this class: ${sayNews(talk, instrument, { hold, shifts: null })}. ${sayPitches(talk, pitches)} ${are(pitches)} ${sayHold(talk, instrument, hold)}.${hint}`,
          ]
        : []
      const shifted = moved
        ? [`New for this class: ${sayNews(talk, instrument, { hold: null, shifts })}. From ${moved.from} to ${moved.to}.`]
        : []
      return [...beyond, ...shifted].join(' ')
    }
  }
}

const ONLY: Record<Only, string> = {
  'at all': 'the only place for it',
  learned: 'the only place this class knows so far',
  first: 'the only place in first position',
  plain: 'the only place without a stretch',
}

const SAVES = 'saves '
const saves = (n: number, one: string, many: string): string => SAVES + (n === 1 ? one : `${n} ${many}`)

/** What the chosen way is spared, one thing. */
function saySpared(s: Spared): string {
  switch (s.kind) {
    case 'learned':
      return s.none ? 'stays with what this class knows' : 'fewer notes with something new'
    case 'fewer visits':
      return `goes to ${s.to ?? 'new positions'} only ${sayTimes(s.times)}`
    case 'taught sooner':
      return 'usually taught earlier'
    case 'unlearned shift':
      return 'no shift this class doesn’t know yet'
    case 'shift in slur':
      return s.none ? 'no shift inside the slur' : 'fewer shifts inside slurs'
    case 'shifts':
      return saves(s.times, 'a shift', 'shifts')
    case 'time to shift':
      return 'shifts where there is time'
    case 'shorter shift':
      return s.one ? 'a shorter shift' : 'shorter shifts'
    case 'guided':
      return 'a finger leads the shift'
    case 'timing':
      return 'shifts closer to where you want it'
    case 'pivot':
      return s.none ? 'the hand stays put' : 'the hand moves less'
    case 'begins in first':
      return 'starts in first position'
    case 'first position':
      return s.none ? 'stays in first position' : 'less time away from first position'
    case 'extension':
      return s.none ? 'no stretch' : 'fewer stretches'
    case 'opening':
      return 'fewer stretches'
    case 'crossing in slur':
      return s.none ? 'stays on one string in the slur' : 'fewer crossings inside slurs'
    case 'crossings':
      return saves(s.times, 'a crossing', 'crossings')
    case 'skipped string':
      return s.none ? 'skips no string' : 'fewer skipped strings'
    case 'crossing of the hand':
      return s.none ? 'only the bow changes strings' : 'the hand changes strings less'
    case 'fourth finger':
      return s.none ? 'saves the fourth finger' : 'fewer fourth fingers'
    case 'policy':
      return s.none ? 'the way you set it for this class' : 'closer to the way you set it for this class'
    case 'slide':
      return s.none ? 'no finger has to slide' : 'fewer slides'
    case 'fifth':
      return s.none ? 'no finger hops across strings' : 'fewer hops across strings'
    case 'frame':
      return s.none ? 'keeps one finger pattern' : 'fewer new finger patterns'
    case 'otherwise':
      return s.none ? 'same fingering as before' : 'more often the same fingering as before'
    case 'harmonic':
      return s.none ? 'no harmonic' : 'fewer harmonics'
    case 'ornament':
      return s.none ? 'keeps a finger free for the ornament' : 'keeps a finger free for more ornaments'
    case 'glissando':
      return s.none ? 'one finger slides the whole way' : 'more slides with one finger'
    case 'respelled':
      return s.none ? 'matches the way it is written' : 'more of it matches the way it is written'
    case 'off tape':
      return s.none ? 'stays on the tapes' : 'fewer notes off the tapes'
  }
}

/** What the chosen way is spared, in words; empty when nothing can be said for it. */
export const saySpareds = (all: readonly Spared[]): string =>
  all
    .map(saySpared)
    .reduce<string[]>((said, next) => {
      const last = said.at(-1)
      // "Saves a shift and 2 crossings": one verb for both.
      const joined = last?.startsWith(SAVES) && next.startsWith(SAVES) && !last.includes(' and ')
      return joined ? [...said.slice(0, -1), `${last} and ${next.slice(SAVES.length)}`] : [...said, next]
    }, [])
    .join(', ')

/** Why the hand does this at a note, in one sentence, against the runner-up. Tied-on notes say so. */
export function sayReason({ talk, instrument, line }: Telling, r: Reason): string {
  if (r.kind === 'held') return 'Still held from the note before.'
  const { hold, touches } = r
  const what = capital(sayHold(talk, instrument, hold))
  const lie = touches === null ? '' : `, touching ${touches}`
  const fresh = isLearned(hold) ? '' : ` New: ${sayNeeds(talk, instrument, hold)}.`
  const otherwise =
    r.metIn === null
      ? ''
      : ` ${headMeasure(line, r.metIn)} has the same notes with another fingering. The notes around it make this one easier here.`
  switch (r.kind) {
    case 'pinned':
      return `${what}${lie}: you pinned it.${fresh}`
    case 'must':
      return `${what}${lie}. New for this class: ${sayNeeds(talk, instrument, hold)}.${otherwise}`
    case 'only':
      return `${what}${lie}: ${ONLY[r.only]}.${otherwise}`
    case 'rather': {
      const other = sayHold(talk, instrument, r.rival)
      return r.price === 0
        ? `${what}${lie}. ${capital(other)} works just as well.${fresh}${otherwise}`
        : `${what}${lie}. Better than ${other}: ${saySpareds(r.spared) || 'easier over the whole line'}.${fresh}${otherwise}`
    }
  }
}

/** How an ornament is played: "Trill with 3 on D, G." Where none reaches: "Trill: with the hand here no finger reaches C; play it plain." */
export function sayOrnament({ talk, instrument }: Telling, key: Pick<Key, 'fifths'>, { kind, others }: OrnamentAt): string {
  const name = capital(ORNAMENT_NAMES[kind])
  const missing = others.filter((o) => o.stop === null)
  if (missing.length)
    return `${name}: no finger reaches ${missing.map((o) => sayPitch(talk, o.pitch, key)).join(' and ')} from here. Leave the ornament out.`
  return `${name} with ${others.map((o) => `${sayStop(talk, instrument, o.stop!)} (${sayPitch(talk, o.pitch, key)})`).join(' and ')}.`
}

const sayOver = (over: Over): string =>
  ({ rest: 'in the rest', 'open string': 'while the open string rings', slur: 'inside the slur', nothing: 'with no time in between' })[over]

/** A move in short sentences, the dearest first: "Shift up to III, 5 half steps, in the rest. Finger 1 leads." */
export function sayHandMove(m: Move): string[] {
  const out: string[] = []
  if (m.shift) {
    const { halfSteps, guide, to, over } = m.shift
    const led = guide ? ` ${guide === THUMB ? 'The thumb' : `Finger ${guide}`} leads.` : ''
    out.push(
      halfSteps === 0
        ? `Change to ${sayPositionKey(to)} without moving the hand, ${sayOver(over)}.`
        : `Shift ${halfSteps > 0 ? 'up' : 'down'} to ${sayPositionKey(to)}, ${saySpacing(halfSteps)}, ${sayOver(over)}.${led}`,
    )
  }
  if (m.opening) out.push(m.opening === 'opens' ? 'Open the hand.' : 'Close the hand.')
  if (m.slide) {
    const { finger, from, to, across } = m.slide
    out.push(
      across
        ? `Finger ${finger} goes from ${sayPlace(from)} to ${sayPlace(to)} on the next string.`
        : `Slide finger ${finger} from ${sayPlace(from)} to ${sayPlace(to)}.`,
    )
  }
  if (m.fifth) out.push(`Finger ${m.fifth} plays the same spot on the next string.`)
  if (m.crossing) {
    const { by, strings, slurred } = m.crossing
    const skipped = Math.abs(strings) - 1
    const to = skipped
      ? `over ${skipped === 1 ? 'a string' : `${skipped} strings`}`
      : `to the next ${strings > 0 ? 'higher' : 'lower'} string`
    const where = `${to}${slurred ? ', inside the slur' : ''}`
    out.push(by === 'bow' ? `Only the bow goes ${where}. Leave the fingers where they are.` : `The hand goes ${where}.`)
  }
  return out
}

/** "1 2 on D, 3 on A"; with its place where that is not the usual one: "1, 2 low on D". */
export function sayFingers({ low, names }: Pick<Tongue, 'low' | 'names'>, instrument: Instrument, fingers: readonly FingerOn[]): string {
  const byString = new Map<number, FingerOn[]>()
  for (const f of fingers) byString.set(f.string, [...(byString.get(f.string) ?? []), f])
  const say = ({ finger, place }: FingerOn) =>
    !place || place === 'normal'
      ? fingerName(finger)
      : instrument.byLetter
        ? sayShaded({ low }, place, finger)
        : `${finger} reached ${place === 'low' ? 'back' : 'forward'}`
  const listed = (said: readonly string[], some: boolean) => (some ? sayList(said) : said.join(' '))
  return [...byString]
    .map(
      ([string, list]) =>
        `${listed(
          list.sort((a, b) => rankOf(a.finger) - rankOf(b.finger)).map(say),
          list.some((f) => f.place && f.place !== 'normal'),
        )} on ${stringName({ names }, instrument, string)}`,
    )
    .join(', ')
}
