import { asCalled } from '../words/en/called'
import type { Key } from '../music/key'
import type { Meter } from '../music/time'
import type { Pitch } from '../music/pitch'
import type { Measure, Piece, Slur } from '../piece/piece'
import type { Pin } from '../fingering/pins'
import type { Plan } from '../plan/plan'
import type { EverySeat, Seat, SeatId } from '../seats/seat'
import type { Companion } from '../plan/companion'
import type { Spot } from '../reading/spots/spot'
import type { Tongue } from '../words/en/hands'
import type { Strain } from './care'

/** The kinds of drill, in the order of a warm-up: the key first, then one thing at a time, the passage itself last. Common practice. */
export const DRILL_KINDS = [
  'scale',
  'arpeggio',
  'one string',
  'rhythm',
  'bow only',
  'alternate',
  'skip',
  'open and high',
  'touch',
  'slide',
  'cross',
  'set',
  'keep',
  'reach',
  'reach 4',
  'double stop',
  'ladder',
  'echo',
  'passage',
] as const
export type DrillKind = (typeof DRILL_KINDS)[number]

/** What a seat plays at one place of a drill: pitches as its part writes them, low first, and how the hand takes them where that is settled. */
export type Touch = {
  readonly pitches: readonly Pitch[]
  readonly pin: Pin | null
  /** What of it the seat has not learned, as `needKeys` tells it: "position IV", "finger 4". */
  readonly fresh: readonly string[]
  /** The string that sounds: of two the lower. */
  readonly string: number
}

/** One seat's line of a drill: measures with pitches as its part writes them, pins by event, and all that is new in it. */
export type DrillVoice = {
  readonly measures: readonly Measure[]
  readonly slurs: readonly Slur[]
  readonly pins: Readonly<Record<string, Pin>>
  readonly fresh: ReadonlySet<string>
  /** How many measures it is long. */
  readonly length: number
  /** What the seat plays at each event, for companions that are made from it. */
  readonly touches: ReadonlyMap<string, Touch>
}

/** Something said of a drill: in whatever words a class talks in, where notes are named in it. */
export type Saying = string | ((talk: Tongue) => string)

/** It as a class says it. */
export const inTalk = (s: Saying, talk: Tongue): string => asCalled(talk, typeof s === 'string' ? s : s(talk))

/** A drill before everybody has something to do in it: what a generator makes. */
export type Sketch = {
  readonly kind: DrillKind
  readonly variant: string
  /** What it is about, in letters: it tells drills apart and stands in stored ids, so its wording never changes. */
  readonly about: string
  readonly title: Saying
  /** What it is for, in one sentence. */
  readonly purpose: Saying
  /** The spots that it takes the load off. */
  readonly spots: readonly Spot[]
  /** Whom it is for besides those whose spots it serves: the scale of the key is for everybody. */
  readonly isFor?: (seat: SeatId) => boolean
  /** Measures of the piece that it comes from, by index. */
  readonly measures: readonly number[]
  /** Its tempo as a part of the piece's. */
  readonly pace: number
  readonly times: number
  readonly strains?: readonly Strain[]
  readonly key: Key
  readonly meter: Meter
  /** What the seat plays in it, null where it cannot; asked only when it is needed. */
  readonly voice: (seat: Seat) => DrillVoice | null
}

/** A drill that all seats play at the same time. */
export type Drill = Omit<Sketch, 'voice' | 'spots' | 'isFor' | 'title' | 'purpose'> & {
  readonly title: string
  readonly purpose: string
  /** The same for the same drill of the same piece. */
  readonly id: string
  readonly serves: readonly Spot[]
  /** What a seat does in place of the drill; null: the drill itself. */
  readonly companions: EverySeat<Companion | null>
  /** What each seat could do instead, as far as it can. */
  readonly choices: EverySeat<readonly Companion[]>
  /** Quarter notes a minute. */
  readonly tempo: number
  /** With the telling, all times through. */
  readonly minutes: number
  /** A line for each seat in score order, as its part writes it. */
  readonly piece: Piece
  /** Every seat on its own line, where it is written, with the fingers of the place it comes from. */
  readonly plan: Plan
}
