import type { Bow, LiftFacts, WrongFacts } from '../../bowing/bow'
import type { Over, Shift, Slide } from '../../fingering/moves'
import type { ProblemFacts } from '../../fingering/problems'
import type { Stop } from '../../hands/hold'
import type { Combination, Rhythm, SignName } from '../../instruments/reads'
import type { Letter, Pitch } from '../../music/pitch'
import type { Meter } from '../../music/time'
import type { SpotKind } from '../../plan/spotKinds'
import type { CountIn } from '../countIn'

/** A note of a letter that comes with signs; `byKey`: what the signature does to that letter, in half steps. */
export type OfSign = { readonly letter: Letter; readonly pitch: Pitch; readonly byKey: number }

/** From one string to another, by index from the lowest. */
export type OfCrossing = { readonly from: number; readonly to: number; readonly slurred: boolean }

/**
 * What a spot is about, as data: all that is said of it is made of this in `words/`, and nothing is read back out of a
 * sentence. Measures and strings by index; a kind that needs no more than its name has none.
 */
export type SpotFacts = {
  'out-of-reach': Exclude<ProblemFacts, { kind: 'new' }>
  'new-for-class': Extract<ProblemFacts, { kind: 'new' }>
  'two-new': { readonly first: SpotKind; readonly second: SpotKind }
  'new-rhythm': { readonly rhythm: Rhythm; readonly meter: Meter }
  'new-combination': { readonly together: Combination }
  /** `was`: the other form, and the measure it stood in where that is another. */
  'two-forms': OfSign & { readonly was: Pitch; readonly at: number | null; readonly here: Stop | null; readonly there: Stop | null }
  'first-sign': {
    readonly letter: Letter
    readonly pitch: Pitch
    readonly sign: SignName
    readonly known: boolean
    readonly stop: Stop | null
  }
  'by-key': OfSign
  'carried-sign': OfSign
  'cancelled-sign': OfSign
  /** Above the open string of its letter, or below it. */
  'shared-letter': { readonly which: 'high' | 'low'; readonly letter: Letter; readonly pitch: Pitch }
  /** The letter with its sign, told from others: "F♯". `same`: the same pitch, not another of its letter. */
  'letter-two-strings': {
    readonly name: string
    readonly pitch: Pitch
    readonly same: boolean
    readonly here: number
    readonly there: number
    readonly at: number
  }
  'ledger-lines': { readonly pitch: Pitch; readonly lines: number }
  /** Begins like an earlier measure up to a note (from 0), or so many measures went along with earlier ones before this. */
  'look-alike': { readonly like: number } & (
    { readonly note: number; readonly same?: undefined } | { readonly same: number; readonly note?: undefined }
  )
  dotted: { readonly long: 'quarter' | 'eighth' }
  /** So many in the time of so many. */
  triplet: { readonly actual: number; readonly normal: number }
  /** Tied over the barline, else struck between the beats. */
  /** Tied over the barline; or held over the next beat, from between the beats or (`weak`) from the second of four. */
  syncopation: { readonly tied: boolean; readonly weak: boolean }
  /** Beats of rest, the beat of the entry, whether it comes between beats. */
  'counted-rest': { readonly beats: number; readonly on: number; readonly between: boolean }
  /** The earlier measure, and the note (from 0) from which the rhythm is another. */
  'changed-rhythm': { readonly like: number; readonly at: number }
  'repeat-way':
    | { readonly way: 'ending'; readonly passes: readonly number[]; readonly to: number; readonly skips: number | null }
    | { readonly way: 'back' | 'on'; readonly to: number }
  /** The beat it begins on, from 1; null: plucked; where on the bow, from the frog (0). */
  pickup: { readonly beat: number; readonly bow: Bow | null; readonly from: number; readonly counted: CountIn }
  /** How long it lasts in quarters, and how many short ones come before it. */
  'long-after-short': { readonly quarters: number; readonly short: number }
  'two-places': { readonly here: Stop; readonly there: Stop }
  slide: Pick<Slide, 'finger' | 'from' | 'to'> & { readonly over: Extract<Over, 'rest' | 'open string'> | null; readonly stop: Stop | null }
  /** Half steps between them. */
  'wide-gap': { readonly low: Stop; readonly high: Stop; readonly gap: number }
  /** Prepared by a finger on its string; the open string that it can be checked against. */
  'fourth-finger': { readonly string: number; readonly prepared: boolean; readonly check: number | null }
  /** The string of the 4; the open one is the next. */
  'four-or-open': { readonly four: boolean; readonly string: number; readonly slurred: boolean }
  extension: { readonly stop: Stop }
  shift: Pick<Shift, 'to' | 'halfSteps' | 'over' | 'guide'>
  /** `together`: the lower fingers are set with it. */
  'lands-alone': { readonly stop: Stop; readonly together: boolean }
  /** One finger from string to string, so many letter steps apart. */
  fifth: Omit<OfCrossing, 'slurred'> & { readonly finger: number; readonly steps: number }
  'skip-crossing': OfCrossing & { readonly steps: number }
  'skip-string': OfCrossing & { readonly over: number }
  'hand-crossing': OfCrossing
  'bow-crossing': OfCrossing
  /** The finger that must leave an open string free; whether one finger stops two strings; whether it is broken. */
  'double-stop': { readonly strings: readonly number[]; readonly clear: Stop | null; readonly one: boolean; readonly broken: boolean }
  'arch-kept': { readonly stop: Stop; readonly open: number }
  /** How many notes are in the bow. */
  'first-slur': { readonly known: boolean; readonly notes: number }
  'wrong-bow': WrongFacts | LiftFacts
  'uneven-bow': { readonly long: Bow; readonly short: Bow }
  /** Seconds of rest to change in. */
  'pluck-change': { readonly plucked: boolean; readonly seconds: number }
  /** As printed: "p", "mf". */
  'other-loudness': { readonly softer: boolean; readonly like: number; readonly now: string; readonly was: string }
  /** The first and last measure of it; null: from the beginning, to the end. */
  'no-rest': { readonly from: number | null; readonly to: number | null }
  'half-position': object
  'lowest-string': object
}

/** Facts of a kind: one that is forgotten here does not compile. */
export type FactsOf<K extends SpotKind> = { readonly facts: SpotFacts[K] }
