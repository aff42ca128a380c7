import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import { FIRST } from '../../instruments/instrument'
import { alterIn } from '../../music/key'
import { midiOf, pitchAt, stepsOf, type Letter, type Pitch } from '../../music/pitch'
import type { SpotKind } from '../../plan/spotKinds'
import type { Seat } from '../../seats/seat'
import { cellsOf, voiceOf } from '../cells'
import type { Sketch, Touch, DrillVoice } from '../drill'
import { lineTouch } from '../passages'
import { isAllPlucked, openTouch, touchFor, writtenFor, type SeatAtWork, type Practised } from '../practised'
import type { Generator } from './generator'

/** Strings in the order of ease, by letter: those that a class begins on first. Common practice. */
const EASE: readonly Letter[] = ['D', 'A', 'G', 'E', 'C']
/** How often each is played through: most on the easiest, which sets the standard for the rest. Common practice. */
const TIMES = [4, 3, 2, 2, 2]

/** What is served on a string: how its fingers lie. */
const SERVED: readonly SpotKind[] = ['by-key', 'first-sign', 'two-forms', 'lands-alone', 'two-places', 'new-combination']

/** Patterns over the open string and three notes above it. */
const PATTERNS = [
  { variant: 'steps', cells: 'a b c d d c b a' },
  { variant: 'growing runs', cells: 'a b a | a b c b a | a b c d c b a' },
  { variant: 'broken thirds', cells: 'a c b d d b c a' },
] as const

/** The frame of each string by itself: said, fingered, plucked, bowed. */
export const oneString = {
  kind: 'one string',
  name: DRILL_NAMES['one string'],
  eases: 0.3,
  find: (c) => {
    const letters = EASE.filter((letter) => c.players.some((p) => uses(p, letter)))
    return letters.flatMap((letter, i) => PATTERNS.map((pattern) => sketchOn(c, letter, TIMES[i], pattern)))
  },
} as const satisfies Generator

/** The string of a letter, where the seat has it and the piece goes there; −1 for none. */
const stringOf = ({ seat }: SeatAtWork, letter: Letter): number =>
  seat.instrument.strings.findIndex((s) => s.letter === letter && s.alter === 0)
const uses = (p: SeatAtWork, letter: Letter): boolean => {
  const string = stringOf(p, letter)
  return string >= 0 && p.reading.notes.some((n) => n.hold?.stops.some((s) => s.string === string))
}

/** The open string and the three notes of the key above it, as the seat takes them: on that string, or the next one open. */
function notesOn(c: Practised, p: SeatAtWork, string: number): (Touch | null)[] {
  const open = p.seat.instrument.strings[string]
  return [0, 1, 2, 3].map((i): Touch | null => {
    const natural = pitchAt(stepsOf(open) + i, 0)
    const pitch: Pitch = i === 0 ? open : { ...natural, alter: alterIn(c.piece.key, natural.letter) }
    const here = touchFor(p, pitch, string)
    // In first position if the class has it there; else a note that is the next open string is that.
    const next = p.seat.instrument.strings[string + 1]
    const home = !!here && here.fresh.length === 0 && (!here.pin?.position || here.pin.position === p.seat.instrument.positions[FIRST].name)
    return !home && next && midiOf(next) === midiOf(pitch) ? openTouch(p, string + 1) : here
  })
}

function sketchOn(c: Practised, letter: Letter, times: number, { variant, cells }: (typeof PATTERNS)[number]): Sketch {
  const leader = c.players.find((p) => uses(p, letter))!
  const { key, meter } = c.piece
  const spots = c.players.flatMap((p) => {
    const string = stringOf(p, letter)
    return p.spots.filter(
      (s) => SERVED.includes(s.kind) && p.reading.byEvent.get(s.event)?.hold?.stops.some((x) => x.string === string && x.finger > 0),
    )
  })
  const voice = (seat: Seat): DrillVoice | null => {
    const p = c.bySeat[seat.id]
    const string = stringOf(p, letter)
    const notes =
      string >= 0
        ? notesOn(c, p, string)
        : // Another seat's string: the same notes in this seat's octave.
          notesOn(c, leader, stringOf(leader, letter)).map((t) => t && lineTouch(p, backToLine(leader, t.pitches[0])))
    return voiceOf(cellsOf(cells), meter, (what) => notes['abcd'.indexOf(what)])
  }
  return {
    kind: 'one string',
    variant,
    about: `The ${letter} string, ${variant}`,
    title: (t) => drillWords(c.talk).ONE_STRING.title(t, letter, variant),
    purpose: (t) => drillWords(c.talk).ONE_STRING.purpose(t, letter, variant, !isAllPlucked(c)),
    spots,
    isFor: (id) => stringOf(c.bySeat[id], letter) >= 0,
    measures: [],
    pace: 0.8,
    times,
    key,
    meter,
    voice,
  }
}

/** A written pitch of a seat as the line has it. */
const backToLine = (p: SeatAtWork, pitch: Pitch): Pitch => {
  const by = writtenFor(p, pitch).octave - pitch.octave
  return { ...pitch, octave: pitch.octave - by }
}
