import { pluckedIn } from '../../../bowing/strokes'
import { capital } from '../../../names'
import type { SpotKind } from '../../../plan/spotKinds'
import type { Spot } from '../../../reading/spots/spot'
import { asCalled } from '../called'
import type { Telling } from '../fingering'
import type { SpotWords, Wrong } from './kind'
import { OF_BOW } from './ofBow'
import { OF_CLASS } from './ofClass'
import { OF_EYE } from './ofEye'
import { OF_HAND } from './ofHand'

/** Every kind: one without words does not compile. */
const WORDS: { readonly [K in SpotKind]: SpotWords<K> } = {
  ...OF_CLASS,
  ...OF_EYE,
  ...OF_HAND,
  ...OF_BOW,
  'two-new': {
    name: 'Two new things at once',
    mark: 'two new',
    text: ({ first, second }) => `Two new things on one note: ${asThing(first)}, and ${asThing(second)}.`,
    advice: 'One at a time: first one, then the other, then both.',
  },
}

/** A row of the table for whichever kind: the facts that it is given are those of its own kind. */
type AnyWords = {
  readonly [P in 'text' | 'advice']: string | ((f: Spot['facts'], t: Telling) => string)
} & { readonly plucked?: { readonly [P in 'text' | 'advice']?: string | ((f: Spot['facts'], t: Telling) => string) } } & {
  readonly wrong?: (f: Spot['facts'], t: Telling) => Wrong | null
}
const wordsOf = (kind: SpotKind): AnyWords => WORDS[kind] as AnyWords

const made = (say: string | ((f: Spot['facts'], t: Telling) => string), s: Spot, t: Telling): string =>
  typeof say === 'string' ? say : say(s.facts, t)

/** A kind as a heading: "One letter, two forms". */
export const kindName = (kind: SpotKind): string => WORDS[kind].name

/** One word for a kind's mark at the note. */
export const kindMark = (kind: SpotKind): string => WORDS[kind].mark

/** A kind as a thing that is met. */
function asThing(kind: SpotKind): string {
  if (kind === 'new-for-class') return 'something not learned yet'
  const { name } = WORDS[kind]
  return name[0].toLowerCase() + name.slice(1)
}

/** What trips a reader at a place, in one sentence. */
export const sayTrip = (s: Spot, t: Telling): string => asCalled(t.talk, capital(made(inManner(s, t, 'text'), s, t)))

/** What to do about it. */
export const adviseOn = (s: Spot, t: Telling): string => asCalled(t.talk, made(inManner(s, t, 'advice'), s, t))

/** What is said of a kind at a note: where it is plucked, without a word of the bow. */
function inManner(s: Spot, { line }: Telling, what: 'text' | 'advice') {
  const { plucked, ...usual } = wordsOf(s.kind)
  return (pluckedIn(line).has(s.event) ? plucked?.[what] : undefined) ?? usual[what]
}

/** A spot with all that is said of it. */
export type SaidSpot = Spot & { readonly text: string; readonly advice: string; readonly wrong?: Wrong }

/** A spot in the words of a class. */
export function said(s: Spot, t: Telling): SaidSpot {
  const wrong = wordsOf(s.kind).wrong?.(s.facts, t)
  return { ...s, text: sayTrip(s, t), advice: adviseOn(s, t), ...(wrong ? { wrong } : {}) }
}
