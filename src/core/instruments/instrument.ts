import type { Language } from '../language'
import type { ClefName } from '../music/clef'
import { parsePitch, type Pitch } from '../music/pitch'
import type { Learned } from './learned'

/** Where a finger lies against its usual place: by letters low/high by alteration; by half steps reached back/forward. */
export type Place = 'low' | 'normal' | 'high'
/** 0: open; 1 to 4; and the thumb on the string, which lies below 1 though it is counted last. */
export type Finger = 0 | 1 | 2 | 3 | 4 | 5
export const THUMB = 5
/** Where a finger comes in its hand, from the nut up. */
export const rankOf = (finger: number): number => (finger === THUMB ? 0.5 : finger)
/** How the hand is opened: the closed and the extended frames of a hand by half steps; every other hand is `closed`. */
export type Shape = 'closed' | 'back' | 'forward'

/**
 * A place of the hand along the string. `base` is where finger 1 stands when it is neither low nor high, in semitones
 * above the open string; `letters` is how many letters above the open string finger 1 plays (where the letter names the
 * position; else 0).
 */
export type Position = {
  readonly name: string
  readonly base: number
  readonly letters: number
  readonly shade?: 'lowered' | 'raised'
  /** A hand of its own, on some of the strings, by letter: the thumb on the string. `base` is where the thumb lies then. */
  readonly own?: { readonly reaches: readonly Reach[]; readonly strings: readonly string[] }
}

/** One thing a hand can do from its position: `offset` is semitones from the position's base. */
export type Reach = {
  readonly finger: Finger
  readonly place: Place
  readonly offset: number
  /** Letters above finger 1's letter; null where half steps, not letters, choose the finger. */
  readonly letters: number | null
  /** The hand opens for it. */
  readonly stretch?: true
  /** Two half steps under its tape, where the finger below it usually stands. */
  readonly far?: true
  /** How the hand is when it plays this: a closed finger may also belong to an opened hand. */
  readonly shapes: readonly Shape[]
  /** Only from positions away from the nut: a finger cannot reach back behind first position. */
  readonly up?: true
}

/** The ways to set a hand that a teacher chooses between where an instrument has several. */
export const SCHOOLS = ['1-2-4', '1-2-3-4'] as const
export type SchoolName = (typeof SCHOOLS)[number]

/** One school of the hand: what it does from a position, and what its frame is called. */
export type School = {
  /** Null where the instrument has only one. */
  readonly name: SchoolName | null
  readonly reaches: readonly Reach[]
  /** Which finger touches the octave harmonic, and from which position. Common practice. */
  readonly harmonics: readonly { readonly finger: Finger; readonly position: string }[]
  /** Our names for the frame of a hand by half steps; where the letter chooses, the frame is named by what touches. */
  readonly frames: Readonly<Record<Shape, string>>
  /** The hand rolls on its thumb instead of shifting by a half step. */
  readonly rolls?: true
  readonly taught?: readonly string[]
}

/** Decisions of a class that ask something of only some instruments. */
export type OwnDecision = 'fourth' | 'school' | 'extensions'

/** The steps of a class's way, from the first finger to the whole neck; `ladder.ts` says what each is called. */
export const STEP_IDS = [
  'first-finger',
  'three-fingers',
  'four-strings',
  'fourth-finger',
  'high-and-low',
  'first-position',
  'third-position',
  'third-extended',
  'fifth-position',
  'seventh-position',
  'thumb-position',
] as const
export type StepId = (typeof STEP_IDS)[number]

/** A size of an instrument, and how long its strings are from nut to bridge, in millimetres: nominal, common practice. */
export type Size = { readonly name: string; readonly length: number }

/** Everything about an instrument of a class. A table and nothing else: no other file knows what a cello is. */
export type Instrument = {
  readonly id: string
  /** As it stands at the head of a part: "Violin". */
  readonly name: string
  /** The same where pupils are spoken to in another language. */
  readonly inLanguage: Readonly<Record<Exclude<Language, 'en'>, string>>
  /** Open strings, low to high, as the part writes them. */
  readonly strings: readonly Pitch[]
  readonly clef: ClefName
  /** Octaves from the written to the sounding pitch. */
  readonly sounds: 0 | -1
  /** The sizes it comes in, the usual one first. */
  readonly sizes: readonly [Size, ...Size[]]
  /** General MIDI program, from 0 (MIDI 1.0). */
  readonly midiProgram: number
  /** How its parts are named, in the languages that scores come in. */
  readonly named: RegExp
  /** Which part of a score without names is its own: the highest or lowest in a clef, the likeliest first. */
  readonly reads: readonly { readonly clef: ClefName; readonly pick: 'highest' | 'lowest' }[]
  /** Octaves from where a violin plays a tune to where this plays it in unison. Common practice. */
  readonly beside: number
  /** Held at the shoulder, or upright before the player. */
  readonly held: 'shoulder' | 'upright'
  /** The letter chooses the finger and its sign the place; else the half step chooses the finger. */
  readonly byLetter: boolean
  /** From the nut upwards; the second is first position. */
  readonly positions: readonly Position[]
  /** At least one; the first is what most teach. */
  readonly schools: readonly [School, ...School[]]
  /** Half steps that a shift goes before it counts as far: what the class's first shift is. */
  readonly near: number
  /** Keys of the positions in the order in which they are usually taught; a school of the hand may have another. Common practice. */
  readonly taught: readonly string[]
  /** Positions lie a half step apart, so a shift by a half step is a small one. */
  readonly halfStepShifts: boolean
  /** Two fingers of a closed hand that play the two forms of one letter. */
  readonly twoForms: readonly [Finger, Finger] | null
  /** How one finger plays on two strings at once. */
  readonly overStrings: 'cover' | 'roll'
  readonly decisions: readonly OwnDecision[]
  /** What a seat has learned at each step of the way, and what is to be said of it beside what holds for all. */
  readonly learned: Readonly<Record<StepId, Learned>>
  readonly says: Readonly<Partial<Record<StepId, string>>>
}

/** Index of first position in every instrument's table. */
export const FIRST = 1

/** Semitones above open of the natural harmonic at the octave: half the string. */
export const OCTAVE_HARMONIC = 12

/** Open strings by name, low to high. */
export const tuned = (...names: string[]): Pitch[] => names.map((n) => parsePitch(n)!)

/** The positions in the order in which they are usually taught to a school of the hand. */
export const taughtIn = ({ taught }: Pick<Instrument, 'taught'>, school: School): readonly string[] => school.taught ?? taught

/** How a position is named in a list of what is learned: "III", "raised III". */
export const positionKey = (p: Position): string => (p.shade ? `${p.shade} ${p.name}` : p.name)

/** A position by its key, as it is said: "half position", "thumb position", "III", "raised III". */
export const sayPositionKey = (key: string): string => (key === 'half' || key === THUMB_POSITION ? `${key} position` : key)

/** A position by its key, named: "half position", "thumb position", "position III". */
export const namePosition = (key: string): string => (sayPositionKey(key) === key ? `position ${key}` : sayPositionKey(key))

/** The name of the position in which the thumb stops the string. */
export const THUMB_POSITION = 'thumb'

/** What a hand does from a position. */
export const reachesAt = (school: Pick<School, 'reaches'>, at: Pick<Position, 'own'>): readonly Reach[] => at.own?.reaches ?? school.reaches

/** The keys of the positions from the nut up to the last of a name. */
export const upTo = (positions: readonly Position[], last: string): string[] => {
  const keys = positions.map(positionKey)
  return keys.slice(0, keys.lastIndexOf(last) + 1)
}

/** The school of the hand that a class has chosen, or the instrument's only one. */
export const schoolOf = ({ schools }: Pick<Instrument, 'schools'>, chosen: SchoolName): School =>
  schools.find((s) => s.name === chosen) ?? schools[0]

/** Whether any finger of it opens the hand. */
export const opens = ({ schools }: Pick<Instrument, 'schools'>): boolean => schools.some((s) => s.reaches.some((r) => r.stretch === true))
