import type { Key } from '../music/key'
import type { Meter } from '../music/time'
import type { Piece } from '../piece/piece'
import type { SpotKind } from '../plan/spotKinds'
import { pieceFrom } from './piece'
import { type TestSeat } from '../testing/seats'

/** A place that a teacher of a first-position class would circle, for all seats or for one. */
export type Circle = { readonly for: TestSeat | 'all'; readonly event: string; readonly kind: SpotKind }
export type CircledPiece = { readonly name: string; readonly piece: Piece; readonly circles: readonly Circle[] }

const major = (fifths: number): Key => ({ fifths, mode: 'major' })
const FOUR: Meter = { beats: 4, unit: 4 }

/** "all e5 two-forms, bass e3 shift". */
const circles = (text: string): Circle[] =>
  text.split(/,\s*/).map((c) => {
    const [who, event, kind] = c.trim().split(/\s+/)
    return { for: who as Circle['for'], event, kind: kind as SpotKind }
  })

const circled = (name: string, key: Key, meter: Meter, text: string, marks: string): CircledPiece => ({
  name,
  piece: pieceFrom(text, key, meter),
  circles: circles(marks),
})

/**
 * Invented tunes with what a teacher would circle in each seat's part before the first lesson, in unison by octaves.
 * Written down before the detectors were tuned, from the seats' fingerings by hand; common practice and judgement.
 */
export const CIRCLED: readonly CircledPiece[] = [
  circled(
    'two forms of C',
    major(1),
    FOUR,
    'G4 A4 B4 C5 D5 C#5 D5 z B4 C5 A4 F#4 G4:w',
    `all e5 two-forms, all e9 cancelled-sign, all e11 by-key, violin e11 two-places, viola e11 two-places, cello e11 two-places,
     bass e3 shift, bass e8 shift, bass e9 shift, bass e10 shift`,
  ),
  circled(
    'crossings',
    major(2),
    FOUR,
    'D4 A4 F#4 C#5 E4 B4:h A4 (A4 E4) (B4 F#4) D4:w',
    `all e2 by-key, all e3 by-key, violin e3 fifth, viola e3 fifth, cello e3 fifth, violin e5 fifth, viola e5 fifth, cello e5 fifth,
     violin e7 fourth-finger, viola e7 fourth-finger, violin e7 four-or-open, viola e7 four-or-open,
     all e7 first-slur, violin e10 skip-crossing, viola e10 skip-crossing, cello e10 skip-crossing,
     bass e3 shift, bass e4 shift, bass e8 fifth, bass e10 fifth`,
  ),
  circled(
    'endings',
    major(2),
    { beats: 3, unit: 4 },
    'A4 | |: D5 C#5 B4 A4 F#4 A4 G4 B4 A4 [1 F#4 E4 A4 :| [2 F#4 E4 D4 D5 C#5 B4 A4 F#4 A4 G4 B4 C#5 D5:h.',
    `all e0 pickup, all e2 by-key, all e5 by-key, all e10 repeat-way, all e15 look-alike, all e24 look-alike,
     violin e8 skip-crossing, viola e8 skip-crossing, cello e8 skip-crossing, bass e5 skip-crossing,
     bass e1 shift, bass e3 shift, bass e16 shift, bass e18 shift, bass e24 shift`,
  ),
  circled(
    'signs and the wide hand',
    { fifths: -1, mode: 'minor' },
    FOUR,
    'D4 E4 F4 G#4 G#4 A4 G#4:h A4 Bb4 A4 G4 F4 E4 D4:h',
    `all e3 first-sign, all e6 carried-sign, all e8 by-key, all e10 cancelled-sign, all e10 two-forms, violin e3 wide-gap, viola e3 wide-gap,
     cello e3 extension, cello e8 extension, bass e1 half-position, bass e7 shift`,
  ),
  circled(
    'high and low',
    major(0),
    FOUR,
    'G3 A3 B3 C4 D4 B3 G3:h D5 D4 D5:h B4:h G4:h',
    `violin e0 ledger-lines, violin e1 lowest-string, bass e0 lowest-string, violin e7 shared-letter, viola e7 shared-letter, cello e7 shared-letter,
     violin e7 skip-string, viola e7 skip-string, cello e7 skip-string, bass e7 skip-string, bass e7 shift, bass e10 shift`,
  ),
  circled(
    'rhythm and bow',
    major(0),
    FOUR,
    'C4:e D4:e E4:e F4:e G4:h E4:e F4:e G4:e A4:e B4:h C4:e D4:e E4 F4 G4 C4:w',
    `all e4 long-after-short, all e12 changed-rhythm, all e5 wrong-bow, all e15 wrong-bow, violin e0 lowest-string`,
  ),
]
