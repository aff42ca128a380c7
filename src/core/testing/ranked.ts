import type { StepId } from '../instruments/instrument'
import type { Key } from '../music/key'
import type { Meter } from '../music/time'
import type { Piece } from '../piece/piece'
import type { ClassSettings } from '../plan/class'
import { pieceFrom } from './piece'
import { SEATS, type TestSeat } from './seats'

/** These tunes were circled by a teacher who wants first beats down-bow and says where they come up. */
export const firstBeatsDown = (klass: ClassSettings): ClassSettings => ({ ...klass, policy: { ...klass.policy, downbeats: 'down' } })

/** A place that a teacher of a class at this step would circle, for all seats or for one. */
export type Circled = { readonly for: TestSeat | 'all'; readonly event: string; readonly kind: string }
/** One thing a teacher would say before playing: what it is about, in which measures, to whom. */
export type TeacherSaid = { readonly kinds: readonly string[]; readonly measures: readonly string[]; readonly seats: readonly TestSeat[] }
export type RankedPiece = {
  readonly name: string
  readonly step: StepId
  readonly piece: Piece
  readonly circles: readonly Circled[]
  /** The first seven things said to the whole class, the first first. */
  readonly said: readonly TeacherSaid[]
}

export const FOUR: Meter = { beats: 4, unit: 4 }
export const THREE: Meter = { beats: 3, unit: 4 }
const SIX: Meter = { beats: 6, unit: 8 }
export const major = (fifths: number): Key => ({ fifths, mode: 'major' })
const minor = (fifths: number): Key => ({ fifths, mode: 'minor' })

/** "violin+viola e15 two-places", one or more seats to a circle. */
const circles = (text: string): Circled[] =>
  text.split(/,\s*/).flatMap((c) => {
    const [who, event, kind] = c.trim().split(/\s+/)
    return who.split('+').map((seat) => ({ for: seat as Circled['for'], event, kind }))
  })

/** "bass 6 new-for-class/shift": seats, measures, kinds. */
export const teacherSaid = (lines: string): TeacherSaid[] =>
  lines
    .trim()
    .split('\n')
    .map((line) => {
      const [who, measures, kinds] = line.trim().split(/\s+/)
      return { seats: who === 'all' ? SEATS : (who.split('+') as TestSeat[]), measures: measures.split('+'), kinds: kinds.split('/') }
    })

type Tune = { name: string; step: StepId; key: Key; meter: Meter; text: string; circles: string; said: string }

const ranked = ({ name, step, key, meter, text, ...c }: Tune): RankedPiece => ({
  name,
  step,
  piece: pieceFrom(text, key, meter),
  circles: circles(c.circles),
  said: teacherSaid(c.said),
})

/**
 * Eight invented tunes for classes at the second to the sixth step, each with what a teacher would circle in every seat's
 * part, in the octave that the seat reads by itself, and with the first seven things that would be said to the class, in
 * their order. Measures are counted from 1, a pickup too. Written down from the fingerings before the spots of these
 * tunes were looked at and before there was a digest; common practice and judgement.
 */
export const RANKED: readonly RankedPiece[] = [
  ranked({
    name: 'two strings',
    step: 'three-fingers',
    key: major(2),
    meter: FOUR,
    text: 'D4 E4 F#4 G4 A4:h A4:h A4 B4 A4 F#4 z E4 F#4:h A4:e A4:e B4:e B4:e A4:h D5 A4 F#4 D4 E4:h. z D4:w',
    circles: `all e2 by-key, bass e18 new-for-class, bass e18 shift, bass e19 shift, bass e9 skip-crossing, all e11 counted-rest,
      all e17 long-after-short, violin+viola+cello e18 shared-letter, all e18 wrong-bow, all e22 new-rhythm`,
    said: `bass 6 new-for-class/shift/two-new
      all 7 new-rhythm
      all 1 by-key
      all 4 counted-rest
      violin+viola+cello 6 shared-letter
      bass 3 skip-crossing
      all 6 wrong-bow`,
  }),
  ranked({
    name: 'three in a bar',
    step: 'four-strings',
    key: major(1),
    meter: THREE,
    text: `D4 | G4:h A4 B4:h G4 (A4 B4) C5 B4:h. E5:h D5 C5 B4 A4 G4:h F#4 G4:h z
      G4:h A4 B4:h G4 (A4 B4) C5 D5:h. E5 D5 C5 B4:h A4 G4:h. G4:h`,
    circles: `all e0 pickup, viola e9 new-for-class, viola e9 fourth-finger, viola e26 new-for-class, viola e9 ledger-lines, bass e9 ledger-lines,
      bass e7 new-for-class, bass e7 shift, bass e10 new-for-class, bass e10 shift, bass e12 shift, bass e24 new-for-class, bass e24 shift,
      bass e25 new-for-class, bass e25 shift, bass e28 new-for-class, bass e28 shift, bass e29 shift,
      cello e0 lowest-string, cello e15 new-for-class, cello e15 extension, cello e15 lowest-string, cello e9 skip-crossing,
      all e1 uneven-bow, all e5 first-slur, all e15 by-key, violin+viola e15 two-places, violin+viola e4 skip-crossing, all e25 look-alike`,
    said: `bass 4+6+12+13+14 new-for-class/shift/two-new
      viola 6+14 new-for-class/fourth-finger/two-new
      cello 8 new-for-class/extension/lowest-string/two-new
      all 8 by-key/two-places
      all 1 pickup
      all 4+12 first-slur
      all 2 uneven-bow`,
  }),
  ranked({
    name: 'low twos',
    step: 'four-strings',
    key: major(0),
    meter: FOUR,
    text: `|: C5 B4 A4 G4 F4:h A4:h G4 E4 F4 D4 [1 E4:h G4:h :| [2 E4:h C4:h z A4 z G4 F4 A4 G4:h
      F4:e E4:e D4:e E4:e F4 G4 z z F#4 A4 G4 F4 E4 D4 C4:w`,
    circles: `bass e0 new-for-class, bass e1 shift, all e29 two-forms, all e32 cancelled-sign, all e10 repeat-way, all e15 counted-rest,
      all e29 counted-rest, violin e13 lowest-string, all e13 skip-crossing, all e21 wrong-bow, violin+viola e18 wide-gap`,
    said: `bass 1 new-for-class/shift/two-new
      all 9+10 two-forms/cancelled-sign/first-sign
      all 6+9 counted-rest
      violin+viola 7 wide-gap
      all 5 skip-crossing
      all 8 wrong-bow
      all 4+5 repeat-way`,
  }),
  ranked({
    name: 'dotted minor',
    step: 'first-position',
    key: minor(-1),
    meter: FOUR,
    text: `D4:q. E4:e F4 G4 A4:h Bb4:h A4:q. G4:e F4 E4 D4 C#4 D4:h F4:q. G4:e A4 C5 Bb4 A4 G4:h
      (A4:e G4:e) (F4:e E4:e) D4 C#4 D4:w`,
    circles: `all e5 by-key, all e11 first-sign, all e16 two-forms, all e25 two-forms, all e0 dotted, violin e11 lowest-string,
      violin+viola e11 two-places, cello e5 extension, cello e11 extension, bass e16 shift, bass e17 shift,
      violin+viola e20 fourth-finger, violin+viola e20 four-or-open, all e20 first-slur, cello e21 bow-crossing, all e13 wrong-bow`,
    said: `all 4+5+7 two-forms/first-sign
      all 2 by-key
      all 1+3+5 dotted
      bass 5 shift
      cello 2+4 extension
      all 7 first-slur/fourth-finger/four-or-open
      all 5 wrong-bow`,
  }),
  ranked({
    name: 'six eighths',
    step: 'first-position',
    key: major(1),
    meter: SIX,
    text: `D5:q B4:e G4:q A4:e B4:q C5:e B4:q. E5:q D5:e C5:e B4:e A4:e G4:q F#4:e D4:q.
      D5:q B4:e G4:q A4:e B4:q C5:e D5:q. (E5:q C5:e) (B4:q A4:e) G4:h.`,
    circles: `all e0 new-rhythm, viola e7 fourth-finger, violin e22 fourth-finger, violin e22 four-or-open, all e22 first-slur,
      bass e1 shift, bass e5 shift, bass e6 shift, bass e7 new-for-class, bass e7 shift, bass e9 shift, bass e10 shift, bass e16 shift,
      bass e20 shift, bass e22 new-for-class, bass e22 shift, bass e23 shift, bass e24 shift, bass e7 ledger-lines,
      all e13 by-key, violin+viola e13 two-places, cello e13 extension, cello e13 lowest-string, cello e7 skip-crossing,
      violin+viola e2 skip-crossing, all e21 look-alike`,
    said: `all 1 new-rhythm
      bass 3+7 new-for-class/shift/two-new
      all 4 by-key/two-places/extension
      bass 1+2+5+6 shift
      violin+viola 3+7 fourth-finger/four-or-open
      violin+viola 1 skip-crossing
      all 6 look-alike`,
  }),
  ranked({
    name: 'over the bar',
    step: 'first-position',
    key: major(3),
    meter: FOUR,
    text: `A4:e C#5:q B4:e A4 E4 F#4 G#4 A4:h~ A4 B4 C#5 D5 E5:h. z A4:e C#5:q B4:e A4 F#4
      z:e D5:e C#5:e B4:e A4 G#4 A4 E5:q. D5:e C#5 B4 A4:w`,
    circles: `all e1 syncopation, all e7 syncopation, all e1 by-key, all e5 by-key, all e6 by-key, violin+viola e24 two-places, cello e5 extension,
      cello e12 new-for-class, cello e12 shift, cello e15 shift, cello e26 new-for-class, cello e26 shift, cello e27 shift,
      viola e12 fourth-finger, bass e5 lowest-string, all e20 counted-rest, all e18 look-alike, all e26 dotted, all e5 wrong-bow`,
    said: `all 1+5 syncopation/new-rhythm
      cello 4+7 new-for-class/shift/two-new
      all 2 by-key
      all 2+3 syncopation
      all 6 counted-rest
      cello 2 extension
      viola 4+7 fourth-finger`,
  }),
  ranked({
    name: 'flat side',
    step: 'third-position',
    key: major(-2),
    meter: THREE,
    text: `F4 | |: Bb4:q. A4:e Bb4 D5:h C5 Bb4 G4 Eb4 [1 F4:h F4 :| [2 F4:h G4 (A4 Bb4) C5 (D5 Eb5) F5 G5:h F5 Eb5 D5 C5
      Bb4:q. A4:e Bb4 D5:h C5 A4 G4 A4 Bb4:h`,
    circles: `all e0 pickup, all e1 by-key, all e8 by-key, bass e4 shift, bass e6 shift, bass e8 shift, bass e13 shift, bass e15 shift, bass e17 shift,
      bass e18 shift, bass e21 shift, bass e22 shift, bass e24 shift, bass e27 shift, bass e29 shift, bass e0 half-position, bass e8 half-position,
      bass e24 half-position, bass e17 new-for-class, bass e18 new-for-class, bass e21 new-for-class, viola e16 shift, viola e23 shift,
      cello e17 shift, cello e22 shift, cello e1 extension, cello e8 extension, violin e17 fourth-finger,
      violin+viola+cello e7 skip-crossing, violin+viola+cello e1 skip-crossing, bass e1 fifth, all e1 dotted, all e9 repeat-way,
      viola e18 ledger-lines, bass e19 ledger-lines, cello e19 ledger-lines`,
    said: `bass 8+9+10 new-for-class/shift/two-new
      all 2+4 by-key
      all 1 pickup
      all 2+11 dotted
      viola+cello 8+10 shift
      cello 2+4 extension
      violin+viola+cello 2+4 skip-crossing`,
  }),
  ranked({
    name: 'wide minor',
    step: 'third-extended',
    key: minor(1),
    meter: FOUR,
    text: `E4:h B4:h (A4:t G4:t F#4:t) E4 D#4 E4 G4:e. A4:s B4 C5 B4:h E5 G5 F#5 D5 C#5:e D#5:e E5:h z
      [G3,D4] [G3,D4] B4:h A4:s G4:s F#4:s E4:s D#4:q D4 B3 E4:w`,
    circles: `all e6 first-sign, all e16 two-forms, all e17 two-forms, all e18 two-forms, all e28 two-forms, all e29 two-forms, all e2 triplet,
      all e8 dotted, violin+viola+cello e21 double-stop, bass e21 double-stop, bass e21 shift, bass e13 new-for-class, bass e13 shift,
      bass e14 new-for-class, bass e14 shift, bass e18 shift, bass e23 shift, bass e6 half-position, bass e6 shift, bass e9 shift,
      bass e11 shift, bass e28 half-position, bass e28 shift, viola e14 shift, viola e17 shift, cello e13 shift, cello e16 shift,
      cello e23 shift, cello e6 extension, violin+viola e6 slide, violin e16 skip-crossing, violin+viola+cello e1 fifth,
      bass e1 skip-crossing, violin+viola+cello e31 skip-crossing, bass e31 fifth, viola e14 ledger-lines, bass e14 ledger-lines,
      cello e14 ledger-lines`,
    said: `bass 4+5 new-for-class/shift/two-new
      all 2+4+5+7 two-forms/first-sign
      all 5 two-forms
      all 2 triplet
      viola+cello 4+5 shift
      all 3 dotted
      all 6 double-stop`,
  }),
]
