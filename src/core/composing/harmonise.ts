import { QUARTER } from '../music/time'
import type { Line, Piece } from '../piece/piece'
import { chordOn, toneIn, type Chord } from './chord'
import { CHANGE, CHORDS, EDGES, FOREIGN, MOVES, OWN, TO_SEVENTH, UNRESOLVED } from './harmonyTable'
import { beatsOf, notesOf, type Beat, type TuneNote } from './tune'

/** A beat with the chord that it has. */
export type HarmonisedBeat = Beat & { readonly chord: Chord }

/** What the notes of a beat cost against a chord. */
function fit(beat: Beat, notes: readonly TuneNote[], chord: Chord): number {
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
function move(from: Chord, to: Chord, beat: Beat): number {
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
  type Way = { readonly chord: Chord; readonly cost: number; readonly from: number }
  const columns: Way[][] = []
  const first = beats.findIndex((b) => b.strength === 'first')
  beats.forEach((beat, i) => {
    const inBeat = notes.filter((n) => n.from < beat.to && n.to > beat.from)
    const last = columns.at(-1)
    columns.push(
      CHORDS[beat.key.mode].map(({ degree, quality, cost }): Way => {
        const chord = chordOn(beat.key, degree, quality)
        let own = cost + fit(beat, inBeat, chord)
        if (i === Math.max(0, first) && !isTonic(chord)) own += EDGES.begins
        if (i === beats.length - 1 && !isTonic(chord)) own += EDGES.ends
        if (!last) return { chord, cost: own, from: -1 }
        let [best, from] = [Infinity, 0]
        last.forEach((w, k) => {
          const close =
            i >= beats.length - 2 * beatsInLast(beats) && isTonic(chord) && w.chord.degree === 4 && !isTonic(w.chord) ? EDGES.close : 0
          const total = w.cost + move(w.chord, chord, beat) + close
          if (total < best) [best, from] = [total, k]
        })
        return { chord, cost: best + own, from }
      }),
    )
  })
  let at = columns.at(-1)!.reduce((b, w, k, all) => (w.cost < all[b].cost ? k : b), 0)
  const chords: Chord[] = []
  for (let i = columns.length - 1; i >= 0; i--) {
    chords.unshift(columns[i][at].chord)
    at = columns[i][at].from
  }
  return beats.map((b, i) => ({ ...b, chord: chords[i] }))
}

/** How many beats the last measure has: a close is made in it, or on its way there. */
const beatsInLast = (beats: readonly Beat[]): number => beats.filter((b) => b.measure === beats.at(-1)!.measure).length

/** A stretch of one chord within a measure. */
export type Span = {
  readonly measure: number
  readonly beat: number
  readonly chord: Chord
  readonly from: number
  readonly to: number
  readonly strength: Beat['strength']
}

/** The chords as they are held: a stretch ends where the chord changes and at each barline. */
export function spansOf(beats: readonly HarmonisedBeat[]): Span[] {
  const spans: { measure: number; beat: number; chord: Chord; from: number; to: number; strength: Beat['strength'] }[] = []
  for (const { measure, beat, chord, from, to, strength } of beats) {
    const last = spans.at(-1)
    if (last?.measure === measure && same(last.chord, chord)) last.to = to
    else spans.push({ measure, beat, chord, from, to, strength })
  }
  return spans
}
