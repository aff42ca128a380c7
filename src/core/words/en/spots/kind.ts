import type { Stop } from '../../../hands/hold'
import type { SpotKind } from '../../../plan/spotKinds'
import type { OfCrossing, SpotFacts } from '../../../reading/spots/facts'
import type { Telling } from '../fingering'
import { sayShaded, stringName } from '../hands'

/** What is heard when a place goes wrong, and why it does; the advice is the remedy. Common practice. */
export type Wrong = { readonly heard: string; readonly why: string }

/** What is said of a kind of spot. */
export type SpotWords<K extends SpotKind> = {
  /** As a heading: "One letter, two forms". */
  readonly name: string
  /** One word for the mark at the note. */
  readonly mark: string
  /** One sentence, as a teacher would say it; it begins with a small letter where it is not a name. */
  readonly text: (f: SpotFacts[K], t: Telling) => string
  /** What to do about it. */
  readonly advice: string | ((f: SpotFacts[K], t: Telling) => string)
  /** What is said in place of it at a note that is plucked, where the usual speaks of the bow. */
  readonly plucked?: {
    readonly text?: (f: SpotFacts[K], t: Telling) => string
    readonly advice?: string | ((f: SpotFacts[K], t: Telling) => string)
  }
  readonly wrong?: (f: SpotFacts[K], t: Telling) => Wrong | null
}

/** What goes wrong with a finger in its low place where 1 and 2 should touch; null for any other. */
export const wrongLow = ({ talk, instrument: { byLetter } }: Telling, s: Stop | null): Wrong | null =>
  byLetter && s?.finger === 2 && s.place === 'low'
    ? { heard: `${sayShaded(talk, 'low', 2)} sounds sour: it is too high`, why: '1 and 2 aren’t touching' }
    : null

/** "A to D", of strings. */
export const strings = ({ talk, instrument }: Telling, { from, to }: Pick<OfCrossing, 'from' | 'to'>): string =>
  `${stringName(talk, instrument, from)} to ${stringName(talk, instrument, to)}`

export const inSlur = ({ slurred }: OfCrossing): string => (slurred ? ', inside the slur' : '')
