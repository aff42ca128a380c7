import { capital, inSentence, sayList, sayNames } from '../../names'
import { sayPositionKey } from '../../instruments/instrument'
import type { InOtherWords } from '../../language'
import { count, plural, sayTimes } from '../../count'
import { printedNote } from '../../music/noteName'
import type { Pitch } from '../../music/pitch'
import { plainNote } from '../../music/noteName'
import type { Letter } from '../../music/pitch'
import { COMPANION_NAMES, type Companion } from '../../plan/companion'
import type { Tongue } from './hands'

/* What is said of drills: what each is for, first for whom. Titles name the notes; a variant is one way to do the same. */

/** Of whom a drill is. */
type Whose = readonly string[]

const forWhom = (whose: Whose, says: string): string => `${sayNames(whose)}: ${says}.`

/** The kinds, as headings of a list. */
export const DRILL_NAMES = {
  scale: 'Scale of the key',
  arpeggio: 'Arpeggio of the key',
  'one string': 'One string at a time',
  rhythm: 'Rhythm on one string',
  'bow only': 'Bow only',
  alternate: 'Two strings in turn',
  skip: 'Skip a string',
  'open and high': 'Match the open string',
  touch: 'The half step',
  slide: 'One letter, two forms',
  cross: 'Change strings with the hand',
  set: 'Set it in the rest',
  keep: 'Keep 1, add the other',
  reach: 'The wide gap',
  'reach 4': 'The fourth finger',
  'double stop': 'Two strings at once',
  ladder: 'Shifting ladder',
  echo: 'Echo',
  passage: 'The passage itself',
} as const

/** Variants whose names of old stand in ids, as they are said. */
const VARIANTS: Readonly<Record<string, string>> = {
  'bow, then hand': 'bow, then fingers',
  'bow alone': 'bow only',
  'shrinking rest': 'shorter rests',
  'shrinking rests': 'shorter rests',
  'by turns': 'in turn',
  alternating: 'in turn',
  'against open': 'match the open string',
  'against high': 'low against high',
  'each alone': 'one at a time',
  'take back and set': 'lift and set',
  doubles: 'each note twice',
  'top repeated': 'repeat the top note',
  stops: 'stop before each string',
  transfer: 'same spacing',
  'one string': 'rhythm on one string',
  'in tempo': 'at tempo',
}

/** A way to do a drill: "long bows", "shorter rests", "harmonic, each note twice". */
export function sayVariant(variant: string): string {
  const at = variant.lastIndexOf(', ')
  if (variant in VARIANTS || at < 0) return VARIANTS[variant] ?? variant
  return `${variant.slice(0, at)}, ${sayVariant(variant.slice(at + 2))}`
}

/** "B to G". */
export const sayPair = ({ names }: Pick<Tongue, 'names'>, [a, b]: readonly [Pitch, Pitch]): string =>
  `${printedNote(names, a)} to ${printedNote(names, b)}`

const together = ({ names }: Pick<Tongue, 'names'>, pitches: readonly Pitch[]): string =>
  pitches.map((p) => printedNote(names, p)).join(' and ')

/** What stands between the name of a drill and its variant. */
const titled = (says: string, variant: string): string => `${says}, ${sayVariant(variant)}`

/** Two notes and what is done with them: "B to G, shorter rests". */
export const pairTitle = (t: Tongue, pair: readonly [Pitch, Pitch], variant: string): string => titled(sayPair(t, pair), variant)

/** Crossings of two strings. */
export const CROSSING_SAYS = {
  pluckThenFingers: (whose: Whose) => forWhom(whose, 'pluck the open strings in turn, then add the fingers'),
  bowThenFingers: (whose: Whose) => forWhom(whose, 'bow the open strings in turn, then add the fingers'),
  bowOnly: (whose: Whose) => forWhom(whose, 'only the bow changes strings. Leave the fingers where they are'),
  farOpen: (whose: Whose) => forWhom(whose, 'the arm finds the far string without the fingers'),
  farStopped: (whose: Whose) => forWhom(whose, 'the far string with its finger, at first with time to get there'),
  hop: (whose: Whose) => forWhom(whose, 'one finger on two strings. Lay it across both, or hop straight over'),
  hopTitle: (t: Tongue, pair: readonly [Pitch, Pitch]) => `${sayPair(t, pair)} with one finger`,
  spacing: (whose: Whose, string: string) => forWhom(whose, `same spacing as on the ${string} string. Play it there first, then across`),
  setInRest: (whose: Whose) => forWhom(whose, 'set all fingers of the next note in the rest. The rest gets shorter each time'),
} as const

/** The bow by itself. */
export const BOW_ALONE = {
  'as written': { says: 'the strings and bows as written', words: undefined },
  'long bows': { says: 'whole bows', words: 'whole bows' },
  'short bows': { says: 'short bows in the middle', words: 'short bows, in the middle' },
} as const
export const BOW_ALONE_SAYS = {
  title: (passage: string, variant: string) => titled(`${capital(passage)}, bow only`, variant),
  purpose: (passage: string, variant: keyof typeof BOW_ALONE) =>
    `${capital(passage)} on open strings, without the fingers: ${BOW_ALONE[variant].says}.`,
} as const

/** Two strings at once. */
export const DOUBLE_STOP_SAYS = {
  title: (t: Tongue, pitches: readonly Pitch[], variant: string) => titled(`${together(t, pitches)} together`, variant),
  'each alone': (whose: Whose) => forWhom(whose, 'each string on its own, with both fingers set. Arch the fingers clear'),
  both: (whose: Whose) => forWhom(whose, 'each note, then both at once'),
  'with the drone': (whose: Whose) => forWhom(whose, 'keep the lower string sounding under both notes'),
} as const

/** Echoes. */
export const ECHO_SAYS = {
  title: (passage: string) => `${capital(passage)}, echo`,
  chainTitle: (measures: string) => `Echo chain: ${measures}`,
  purpose: 'Play it once. The class plays it back in the measure of rest, in tempo.',
  back: 'play it back',
} as const

/** The fourth finger. */
export const FOURTH_SAYS = {
  title: (string: string, variant: string) => titled(`4 on ${string}`, variant),
  upwards: (whose: Whose) => forWhom(whose, 'reach 4 from 3, from 2 and from 1'),
  downwards: (whose: Whose) => forWhom(whose, 'from 4 down to 3, to 2 and to 1, with 4 staying close'),
  held: (whose: Whose) => forWhom(whose, 'set 4 over the lower fingers and hold it'),
  'against open': (whose: Whose) => forWhom(whose, 'match 4 to the open string'),
} as const

/** A finger over 1. */
export const KEEP_SAYS = {
  title: (finger: number, string: string, variant: string) => titled(`Keep 1, add ${finger} on ${string}`, variant),
  slow: (whose: Whose, finger: number) => forWhom(whose, `keep 1 down, add ${finger} and lift it`),
  quicker: (whose: Whose, finger: number) => forWhom(whose, `keep 1 down and drop ${finger} in time`),
} as const

/** The rungs of the shifting ladder: what is said of each, and what stands over its notes. */
export const RUNG_SAYS = {
  'hand alone': { says: 'hand and thumb go there and back along the neck, without a sound', words: 'hand alone, no sound' },
  plucked: { says: 'pluck it, finger 1 first, then the finger that lands', words: 'pizz.' },
  'slide heard': { says: 'in one bow, and let us hear the slide', words: 'let it slide' },
  'finger light': { says: 'in one bow, finger light on the string', words: 'finger light' },
  'stop one beat': { says: 'stop the bow for a beat while the hand moves', words: undefined },
  'stop half a beat': { says: 'stop the bow for half a beat', words: undefined },
  'stop a quarter of a beat': { says: 'stop the bow for a quarter of a beat', words: undefined },
  'no stop': { says: 'keep the bow moving', words: undefined },
  'eyes shut': { says: 'eyes shut. Say sharp, in tune or flat each time', words: 'eyes shut' },
  'find the place': { says: 'finger 1 goes where a higher finger was', words: undefined },
  'in its measure': { says: 'in the measure it comes from', words: undefined },
} as const
export type RungName = keyof typeof RUNG_SAYS

/** "to IV", "to IV and V½": where the hands go. */
export const ladderTo = (to: readonly string[]): string =>
  to.length > 2 ? 'each hand its own way' : to.length === 1 ? `to ${sayPositionKey(to[0])}` : `to ${sayList(to)}`

export const LADDER_SAYS = {
  title: (t: Tongue, pair: readonly [Pitch, Pitch], to: readonly string[], rung: RungName) =>
    `${sayPair(t, pair)}, ${ladderTo(to)}: ${sayVariant(rung)}`,
  purpose: (t: Tongue, whose: Whose, pair: readonly [Pitch, Pitch], rung: RungName) =>
    `${sayNames(whose)}, shift ${sayPair(t, pair)}: ${RUNG_SAYS[rung].says}.`,
} as const

const ON_ONE: Readonly<Record<string, string>> = {
  steps: 'step by step, up and down',
  'growing runs': 'in runs that go one note further each time',
  'broken thirds': 'in broken thirds',
}

/** One string by itself. */
export const ONE_STRING = {
  title: ({ names }: Tongue, letter: Letter, variant: string) => `The ${plainNote(names, letter)} string, ${variant}`,
  purpose: ({ names }: Tongue, letter: Letter, variant: string, bowed: boolean) =>
    `The ${plainNote(names, letter)} string ${ON_ONE[variant]}: say it, finger it, pluck it${bowed ? ', bow it' : ''}.`,
} as const

/** A stopped note against the open string of its name. */
export const OPEN_AND_HIGH = {
  title: ({ names }: Tongue, pitch: Pitch, how: 'in turn' | 'sung and found') =>
    `Stopped ${printedNote(names, pitch)} and open ${printedNote(names, pitch)}, ${how}`,
  turns: ({ names }: Tongue, whose: Whose, pitch: Pitch, octaves: number) =>
    octaves === 0
      ? forWhom(whose, `stopped ${printedNote(names, pitch)} and open ${printedNote(names, pitch)} should match`)
      : forWhom(
          whose,
          `stopped ${printedNote(names, pitch)} against open ${printedNote(names, pitch)}, ${octaves === 1 ? 'one octave' : `${octaves} octaves`} apart`,
        ),
  sing: ({ names }: Tongue, whose: Whose, pitch: Pitch) =>
    forWhom(whose, `hear the open ${printedNote(names, pitch)} and sing the other ${printedNote(names, pitch)}. Then play it and check`),
  words: 'play, sing, find, check',
} as const

const PASSAGE_SAYS: Readonly<Record<string, string>> = {
  slow: 'slow enough that nobody slips',
  'in tempo': 'at tempo, without stopping',
}

/** The passage itself. */
export const PASSAGE_DRILL = {
  title: (passage: string, variant: string) => titled(capital(passage), variant),
  purpose: (passage: string, variant: string) => `${capital(passage)}, ${PASSAGE_SAYS[variant]}.`,
} as const

/** The wide gap of a hand. */
export const REACH_SAYS = {
  title: (t: Tongue, pair: readonly [Pitch, Pitch], variant: string) => `${sayPair(t, pair)}: wide gap, ${sayVariant(variant)}`,
  upwards: (whose: Whose) => forWhom(whose, 'open the gap from the lower finger up'),
  downwards: (whose: Whose) => forWhom(whose, 'open the gap from the upper finger down'),
  'lower stays': (whose: Whose) => forWhom(whose, 'keep the lower finger down and add the upper one'),
  'against high': (whose: Whose) => forWhom(whose, 'feel the wide gap, then the narrow one: low, then high'),
} as const

/** A rhythm on one string, and the bow in it. */
export const RHYTHM_SAYS = {
  title: (passage: string, variant: string) => titled(capital(passage), variant),
  alone: (passage: string) => `Just the rhythm of ${passage}, on the open string of the key.`,
  save: (where: string, whose: Whose) => forWhom(whose, `save bow on the short notes in ${where}, use all of it on the long one`),
  saveWords: 'save the bow',
  lift: (where: string, whose: Whose) => forWhom(whose, `lift, circle back and set the bow for ${where}`),
  liftWords: 'lift, circle back, set',
} as const

const RUN_SAYS: Readonly<Record<string, string>> = {
  'long notes': 'one measure to each note',
  'half notes': 'two beats to each note',
  doubles: 'each note twice',
  'top repeated': 'repeat the top note',
  stops: 'stop before each new string and set its fingers',
}

/** Scales and arpeggios. `groups`: a note to each group of the measure; `up`: who goes up the string or across the strings. */
export const RUN_OF_KEY = {
  title: (name: 'Scale' | 'Arpeggio', of: string, variant: string) => titled(`${of} ${inSentence(name)}`, variant),
  purpose: (
    way: { readonly variant: string; readonly groups: boolean; readonly other: { readonly names: Whose; readonly variant: string } | null },
    moving: Whose,
    resting: Whose,
  ) =>
    [
      `Get the key into the hand before the tune: ${way.groups ? 'one group of the measure to each note' : RUN_SAYS[way.variant]}${way.other ? `, ${inSentence(sayNames(way.other.names))} ${way.other.variant}` : ''}.`,
      ...(moving.length
        ? [`${sayNames(moving)} ${plural(moving.length, 'changes', 'change')} octave where a note is not learned yet.`]
        : []),
      ...(resting.length ? [`${sayNames(resting)} ${plural(resting.length, 'rests', 'rest')} where a note is not learned yet.`] : []),
    ].join(' '),
} as const

/** A letter in its two forms. */
export const TWO_FORMS = {
  title: (t: Tongue, high: Pitch, low: Pitch, variant: string) => titled(together(t, [high, low]), variant),
  'shrinking rests': ({ names }: Tongue, letter: Letter) =>
    `From one kind of ${plainNote(names, letter)} to the other, with less time each go.`,
  alternating: ({ names }: Tongue, letter: Letter) => `Both kinds of ${plainNote(names, letter)} in turn, as in the piece.`,
  'same start': ({ names }: Tongue, letter: Letter) => `Two lines with the same start. Only the ${plainNote(names, letter)} differs.`,
} as const

/** A half step under two fingers. */
export const HALF_STEP = {
  title: (t: Tongue, pitches: readonly Pitch[], variant: string) => titled(`${together(t, pitches)}: a half step`, variant),
  purpose: (t: Tongue, pitches: readonly Pitch[]) => `${together(t, pitches)} are a half step apart: fingers close and in tune.`,
} as const

/** Steps without notes. */
export const SILENT = {
  unread: 'Say the notes that aren’t sure yet',
  unreadNote: (name: string, place: string) => `${name} on the ${place}`,
  times: (n: number) => count(n, 'time'),
  tap: {
    title: 'Tap and curl',
    words: 'Tap each finger on the string and curl it back over, no bow: 1, 2, 3, 4 and back. Stay close to the string.',
  },
  move: {
    title: 'Move the hand without the bow',
    words: 'Hand, thumb and arm go up the neck and home again, light on the string, four times.',
  },
  listen: {
    title: 'Listen with your eyes on the page',
    words: (title: string) => `The teacher plays ${title}. Follow with a finger and stop where the music stops.`,
  },
  sing: {
    title: 'Sing the note names',
    words: (title: string) => `Sing ${title} with note names, at pitch or in a comfortable octave. Count the rests.`,
  },
  point: {
    title: (note: string) => `Point at every ${note}`,
    words: (note: string) => `Don’t play. Put a finger on each ${note}, from the first line to the last.`,
    answer: (n: number, name: string, whose: string | null) => `${n} ${name} on the page${whose === null ? '' : ` of the ${whose}`}.`,
  },
  count: {
    title: (string: string) => `Count every first finger on ${string}`,
    words: 'Each seat for itself, silently, finger on the page.',
  },
  crossings: {
    title: 'Count how often the bow changes strings',
    words: 'Each seat for itself: draw a small line in the air at each crossing.',
  },
} as const

/** What of a drill strains a small hand, and how to go about it. */
export const CARE = {
  reach: 'Open the hand from the base knuckles, thumb upright.',
  extension: 'Let the thumb go along with the hand. Don’t squeeze.',
  fourth: 'Elbow under the instrument. Keep 4 curved, up and down.',
  shift: 'Hand, thumb and arm move together, the finger light on the string.',
  'low 2': 'Set 1 and 2 together, then lift only what you have to.',
  'double stop': 'Arch the finger. Don’t press harder.',
  always:
    'Short tries: a minute at most, then rest and shake out the arm. Straight wrist, an instrument of the right size. Stop when it hurts. If it keeps hurting, tell the teacher and see a doctor.',
} as const

/** What a key's scale is called after its first note. */
const KEY_FORMS = {
  major: 'major',
  minor: 'minor',
  natural: 'natural minor',
  harmonic: 'harmonic minor',
  melodic: 'melodic minor',
} as const
export type KeyForm = keyof typeof KEY_FORMS

/** How a drill is played by who reads of it: "You play along: …", "♩ = 60, 3 times". */
export const DRILL_LINE = {
  playsAlong: (does: Companion) => `You play along: ${COMPANION_NAMES[does]}.`,
  others: (all: readonly { readonly name: string; readonly does: Companion }[]) =>
    capital(all.map(({ name, does }) => `${inSentence(name)}: ${COMPANION_NAMES[does]}`).join('; ')),
  times: (n: number) => sayTimes(n),
} as const

/** Everything that pupils read of drills: there is one in each language. */
export const DRILLS = {
  pairTitle,
  CROSSING_SAYS,
  BOW_ALONE,
  BOW_ALONE_SAYS,
  DOUBLE_STOP_SAYS,
  ECHO_SAYS,
  FOURTH_SAYS,
  KEEP_SAYS,
  RUNG_SAYS: RUNG_SAYS as Readonly<Record<RungName, { readonly says: string; readonly words: string | undefined }>>,
  LADDER_SAYS,
  ONE_STRING,
  OPEN_AND_HIGH,
  PASSAGE_DRILL,
  REACH_SAYS,
  RHYTHM_SAYS,
  RUN_OF_KEY,
  TWO_FORMS,
  HALF_STEP,
  SILENT,
  CARE,
  KEY_FORMS,
  DRILL_LINE,
  /** "B to G across, as B to D on A". */
  across: (t: Tongue, pair: readonly [Pitch, Pitch], known: readonly [Pitch, Pitch], string: string) =>
    `${sayPair(t, pair)} across, as ${sayPair(t, known)} on ${string}`,
} as const
export type DrillWords = InOtherWords<typeof DRILLS>
