import type { News } from '../../fingering/problems'
import type { Combination, Rhythm } from '../../instruments/reads'
import type { Letter } from '../../music/pitch'
import type { Meter } from '../../music/time'
import type { SpotKind } from '../../plan/spotKinds'

type OfLetter = { readonly letter: Letter }

/**
 * What a spot is about, as data, for the kinds of which more is said than what they are called. What is said of a spot
 * elsewhere is made of this, and never read back out of its sentence.
 */
export type SpotFacts = {
  'new-for-class': News
  'new-rhythm': { readonly rhythm: Rhythm; readonly meter: Meter }
  'new-combination': { readonly together: Combination }
  'two-forms': OfLetter
  'first-sign': OfLetter
  'by-key': OfLetter
  'carried-sign': OfLetter
  'cancelled-sign': OfLetter
  /** Above the open string of its letter, or below it. */
  'shared-letter': { readonly which: 'high' | 'low'; readonly letter: Letter }
  /** The letter with its sign: "F♯". */
  'letter-two-strings': { readonly name: string }
  dotted: { readonly long: 'quarter' | 'eighth' }
  /** So many in the time of so many. */
  triplet: { readonly actual: number; readonly normal: number }
  /** Tied over the barline, else struck between the beats. */
  syncopation: { readonly tied: boolean }
  /** The beat it begins on, from 1; null: plucked. */
  pickup: { readonly beat: number; readonly bow: 'down' | 'up' | null }
  'four-or-open': { readonly four: boolean }
  'first-slur': { readonly known: boolean }
  /** A repeat needs a retake, else the first beat comes up-bow. */
  'wrong-bow': { readonly retake: boolean }
  'pluck-change': { readonly plucked: boolean }
  'other-loudness': { readonly softer: boolean }
}

/** Facts of a kind; none where its name says all. */
export type FactsOf<K extends SpotKind> = K extends keyof SpotFacts ? { readonly facts: SpotFacts[K] } : { readonly facts?: undefined }
