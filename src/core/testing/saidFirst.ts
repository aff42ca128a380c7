import type { StepId } from '../instruments/instrument'
import type { Key } from '../music/key'
import type { Meter } from '../music/time'
import type { Piece } from '../piece/piece'
import { pieceFrom } from './piece'
import { FOUR, major, teacherSaid, THREE, type TeacherSaid } from './ranked'

/** One thing that is to be said: what it is about (kinds of spots or of things), in which measures, to whom. */
export type ToSay = TeacherSaid

export type ToldPiece = {
  readonly name: string
  readonly step: StepId
  readonly piece: Piece
  /** What must be among the first five. */
  readonly must: readonly ToSay[]
  /** What should be among the seven beside. */
  readonly also: readonly ToSay[]
  /** Kinds of which nothing may be said. */
  readonly never: readonly string[]
}

const FIVE: Meter = { beats: 5, unit: 4 }
type Tune = { name: string; step: StepId; key: Key; meter: Meter; text: string; must: string; also: string; never: string }
const told = ({ name, step, key, meter, text, must, also, never }: Tune): ToldPiece => ({
  name,
  step,
  piece: pieceFrom(text, key, meter),
  must: teacherSaid(must),
  also: teacherSaid(also),
  never: never.split(' '),
})

/**
 * Eight invented tunes, each with what a teacher of the class would say before it is played: written down before a rule was
 * changed for them, from the order in which things are said before playing (common practice) and the seats' strings and fingers by hand.
 * Measures are counted from 1, a pickup too. `returns`: lines that come again; `run`: a scale or a chord one after another;
 * `octave`: a seat reads elsewhere because a string is not there; `meter`: how an uneven meter is felt.
 */
export const TOLD: readonly ToldPiece[] = [
  told({
    name: 'short long short',
    step: 'four-strings',
    key: major(2),
    meter: FOUR,
    text: 'D4 F#4:h A4 A4 G4:h F#4 D4 E4 F#4 G4 A4:h D4:h D4 F#4:h A4 A4 G4:h F#4 E4 D4 E4 F#4 D4:w',
    must: `all 1 syncopation/new-rhythm
      all 1 by-key
      all 5+6 returns`,
    also: `bass 1+5 skip-crossing/hand-crossing`,
    never: 'wrong-bow',
  }),
  told({
    name: 'on the E string',
    step: 'four-strings',
    key: major(1),
    meter: FOUR,
    text: 'E5:h D5 B4 G5:h E5:h D5 B4 A4 G4 A4:h z A4 E5:h D5 B4 G5:h E5:h D5 B4 A4 B4 G4:w',
    must: `viola 1 octave
      all 5+6 returns`,
    also: `cello 1 octave
      all 4 counted-rest`,
    never: 'wrong-bow',
  }),
  told({
    name: 'two endings',
    step: 'fourth-finger',
    key: major(0),
    meter: THREE,
    text: `|: E4 G4 C5 B4:h G4 A4 F4 D4 [1 E4:h. :| [2 C4:h. F4:h A4 G4:h E4 D4 E4 F4 E4:h. F4:h A4 G4:h E4 D4 E4 D4 C4:h.`,
    must: `all 4+5 repeat-way
      bass 1 shift/new-for-class`,
    also: `all 2+6 uneven-bow
      all 10+11 returns
      violin+viola 1 skip-crossing/two-places`,
    never: 'wrong-bow',
  }),
  told({
    name: 'down the scale',
    step: 'four-strings',
    key: major(2),
    meter: FOUR,
    text: `A4:e G4:e | F#4 D4 F#4 A4 B4:h A4:h D5 C#5 B4 A4 G4 F#4 E4:h F#4 D4 F#4 A4 B4:h A4:h E4 F#4 G4 E4 D4:h.`,
    must: `all 1 pickup
      all 2 by-key
      bass 4 new-for-class/shift`,
    also: `all 6+7 returns
      all 4+5 run`,
    never: 'wrong-bow',
  }),
  told({
    name: 'two forms of E',
    step: 'first-position',
    key: major(-1),
    meter: FOUR,
    text: `F4 A4 C5 F5 E5:h C5:h D5 C5 Bb4 A4 G4:h z:h F4 A4 C5 F5 Eb5:h D5:h C5 Bb4 A4 G4 F4:w`,
    must: `all 2+6 two-forms/first-sign
      all 3 by-key
      viola 1 octave`,
    also: `all 5 returns
      all 1 run
      all 5 counted-rest`,
    never: 'wrong-bow',
  }),
  told({
    name: 'in five',
    step: 'third-position',
    key: major(2),
    meter: FIVE,
    text: `D4:h F#4:h. A4:h G4:h. F#4 E4 D4 E4 F#4 G4:h E4:h. D4:h F#4:h. A4:h G4:h. F#4 G4 F#4 E4 C#4 D4:h D4:h.`,
    must: `all 1 meter
      all 5+6 returns`,
    also: `all 1 by-key`,
    never: 'wrong-bow',
  }),
  told({
    name: 'plucked',
    step: 'four-strings',
    key: major(1),
    meter: THREE,
    text: `pizz:G4 B4 D5 D5:h B4 C5 A4 F#4 G4:h. G4 B4 D5 D5:h B4 A4 F#4 A4 G4:h.`,
    must: `all 3 by-key/two-places
      all 5+6 returns`,
    also: `all 1 run`,
    never: 'wrong-bow uneven-bow first-slur no-rest bow-crossing',
  }),
  told({
    name: 'a rest to lift in',
    step: 'four-strings',
    key: major(2),
    meter: FOUR,
    text: `D4:h E4:h F#4:h. z D4:h E4:h A4:h. z B4 A4 G4 F#4 E4:h A4:h G4 F#4 E4 F#4 D4:w`,
    must: `all 2 by-key
      all 3 wrong-bow`,
    also: `all 3 returns
      all 3+5 counted-rest`,
    never: 'uneven-bow',
  }),
]

/** Eight more, written down in the same way after the rules had been changed, before they were asked about these. */
export const TOLD_AFTER: readonly ToldPiece[] = [
  told({
    name: 'low string walk',
    step: 'four-strings',
    key: major(1),
    meter: FOUR,
    text: 'G4 F#4 E4 D4 E4:h D4:h G4 A4 B4 G4 A4:h. z G4 F#4 E4 D4 E4:h D4:h B4 A4 G4 A4 G4:w',
    must: `all 1 by-key
      all 5+6 returns`,
    also: `all 5 counted-rest
      all 7+4 wrong-bow/look-alike`,
    never: 'uneven-bow',
  }),
  told({
    name: 'high and dotted',
    step: 'fourth-finger',
    key: major(2),
    meter: FOUR,
    text: 'D5:q. C#5:e D5 E5 F#5:h D5:h E5:q. D5:e C#5 B4 A4:w D5:q. C#5:e D5 E5 F#5:h A5:h G5:q. E5:e C#5 E5 D5:w',
    must: `all 1+3+5+7 dotted
      viola 1 octave
      all 5 returns`,
    also: `cello 1 octave
      all 1 by-key`,
    never: 'wrong-bow',
  }),
  told({
    name: 'three with a pickup',
    step: 'four-strings',
    key: major(0),
    meter: THREE,
    text: 'G4 | C5:h B4 A4:h G4 F4 E4 F4 G4:h G4 C5:h B4 A4:h G4 F4 D4 E4 C4:h',
    must: `all 1 pickup
      all 6+7 returns`,
    also: `all 2+3 uneven-bow
      bass 2 new-for-class/shift`,
    never: 'wrong-bow',
  }),
  told({
    name: 'slurs over strings',
    step: 'first-position',
    key: major(2),
    meter: FOUR,
    text: '(D4 A4) (F#4 A4) (E4 A4) (G4 A4) F#4 A4 D5 A4 B4:h A4:h (D4 A4) (F#4 A4) (E4 A4) (C#5 A4) D5:h A4:h D4:w',
    must: `all 1+2 bow-crossing/first-slur/new-combination/four-or-open
      all 5 returns`,
    also: `all 3 run`,
    never: 'wrong-bow',
  }),
  told({
    name: 'seven',
    step: 'third-position',
    key: major(1),
    meter: { beats: 7, unit: 8 },
    text: 'G4:e A4:e B4:e C5:e D5:q. B4:e A4:e G4:e A4:e B4:q. G4:e A4:e B4:e C5:e D5:q. E5:e D5:e C5:e A4:e G4:q.',
    must: `all 1 meter
      all 3 returns`,
    also: `cello+viola+bass 4 shift/fourth-finger/skip-crossing/extension`,
    never: 'wrong-bow',
  }),
  told({
    name: 'natural and flat',
    step: 'high-and-low',
    key: major(0),
    meter: FOUR,
    text: 'C5 B4 A4 G4 Bb4:h A4:h G4 F4 E4 D4 E4:h C4:h C5 B4 A4 G4 Bb4:h G4:h F4 E4 D4 E4 C4:w',
    must: `all 1+2+5+6 two-forms/first-sign
      all 5 returns`,
    also: `all 1 run
      all 3 run
      bass 1 shift/new-for-class`,
    never: 'wrong-bow',
  }),
  told({
    name: 'short long short in G',
    step: 'fourth-finger',
    key: major(1),
    meter: FOUR,
    text: 'G4 B4:h D5 D5 C5:h A4 B4 G4 A4 B4 A4:w G4 B4:h D5 E5 D5:h C5 B4 A4 F#4 A4 G4:w',
    must: `all 1+2+5 syncopation/new-rhythm
      all 5 returns`,
    also: `all 7 by-key
      all 7 two-places/skip-crossing`,
    never: 'wrong-bow',
  }),
  told({
    name: 'all plucked in four',
    step: 'three-fingers',
    key: major(2),
    meter: FOUR,
    text: 'pizz:D4 F#4 A4 F#4 G4 E4 A4:h D4 F#4 A4 D5 C#5 A4 D5:h D4 F#4 A4 F#4 G4 E4 A4:h E4 F#4 G4 E4 D4:w',
    must: `all 1 by-key
      bass 3+4 new-for-class/shift
      all 5+6 returns`,
    also: `all 1+3 run`,
    never: 'wrong-bow uneven-bow first-slur no-rest bow-crossing',
  }),
]
