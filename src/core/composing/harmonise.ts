import { QUARTER } from '../music/time'
import type { Line, Piece } from '../piece/piece'
import { cheapest } from './cheapest'
import { chordOn, toneIn, type Chord } from './chord'
import { CHANGE, CHORDS, EDGES, FOREIGN, MOVES, OWN, TO_SEVENTH, UNRESOLVED } from './harmonyTable'
import { beatsOf, notesOf, type TuneBeat, type TuneNote } from './tune'

/** A beat with the chord that it has. */
export type HarmonisedBeat = TuneBeat & { readonly chord: Chord }

/** What the notes of a beat cost against a chord. */
function fit(beat: TuneBeat, notes: readonly TuneNote[], chord: Chord): number {
  let cost = 0
  for (const n of notes) {
    const quarters = (Math.min(n.to, beat.to) - Math.max(n.from, beat.from)) / QUARTER
    if (quarters <= 0) continue
    const tone = toneIn(chord, n.pitch)
    const rate =
      tone >= 0
        ? OWN[tone]
        : n.from <= beat.from
          ? n.stepIn && n.stepOut
            ? (FOREIGN.begins + FOREIGN.step) / 2
            : FOREIGN.begins
          : n.stepIn || n.stepOut
            ? FOREIGN.step
            : FOREIGN.leap
    cost += rate * quarters
  }
  return cost
}

const isTonic = (c: Chord): boolean => c.degree === 0
const same = (a: Chord, b: Chord): boolean => a.degree === b.degree && a.quality === b.quality

/** What it costs to go from a chord to the next. */
function move(from: Chord, to: Chord, beat: TuneBeat): number {
  if (same(from, to)) return 0
  if (from.degree === to.degree) return to.quality === 'seventh' ? TO_SEVENTH[beat.strength] : UNRESOLVED
  const unresolved = from.quality === 'seventh' && !isTonic(to) ? UNRESOLVED : 0
  return CHANGE[beat.strength] + (MOVES[`${from.degree} ${to.degree}`] ?? 0) + unresolved
}

/**
 * The chords of a tune, beat by beat, by dynamic programming over {@link CHORDS}: what its notes are in the chord, how usual the
 * chord is, how it follows the one before; it begins and ends on the tonic where it can. A line is harmonised as it is
 * written, each measure once. Where the key changes the chords are those of the new one.
 */
export function harmonise(piece: Piece, line: Line): HarmonisedBeat[] {
  const notes = notesOf(piece, line)
  const beats = beatsOf(piece, line)
  if (beats.length === 0) return []
  const first = Math.max(
    0,
    beats.findIndex((b) => b.strength === 'first'),
  )
  const last = beats.length - 1
  const closing = beats.length - 2 * beatsInLast(beats)
  const inBeat = beats.map((b) => notes.filter((n) => n.from < b.to && n.to > b.from))
  const choices = beats.map(({ key }) =>
    CHORDS[key.mode].map(({ degree, quality, cost }) => ({ chord: chordOn(key, degree, quality), cost })),
  )
  const chosen = cheapest(
    choices,
    ({ chord, cost }, i) => {
      const away = isTonic(chord) ? 0 : (i === first ? EDGES.begins : 0) + (i === last ? EDGES.ends : 0)
      return cost + fit(beats[i], inBeat[i], chord) + away
    },
    (a, b, i) => move(a.chord, b.chord, beats[i]) + (i >= closing && isTonic(b.chord) && a.chord.degree === 4 ? EDGES.close : 0),
  )!
  return beats.map((b, i) => ({ ...b, chord: chosen[i].chord }))
}

/** How many beats the last measure has: a close is made in it, or on its way there. */
const beatsInLast = (beats: readonly TuneBeat[]): number => beats.filter((b) => b.measure === beats.at(-1)!.measure).length

/** A stretch of one chord within a measure. */
export type Span = {
  readonly measure: number
  readonly beat: number
  readonly chord: Chord
  readonly from: number
  readonly to: number
  readonly strength: TuneBeat['strength']
}

/** The chords as they are held: a stretch ends where the chord changes and at each barline. */
export function spansOf(beats: readonly HarmonisedBeat[]): Span[] {
  const spans: { measure: number; beat: number; chord: Chord; from: number; to: number; strength: TuneBeat['strength'] }[] = []
  for (const { measure, beat, chord, from, to, strength } of beats) {
    const last = spans.at(-1)
    if (last?.measure === measure && same(last.chord, chord)) last.to = to
    else spans.push({ measure, beat, chord, from, to, strength })
  }
  return spans
}
