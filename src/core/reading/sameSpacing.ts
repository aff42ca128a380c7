import { needsOf } from '../hands/needs'
import type { Stop } from '../hands/hold'
import { midiOf, pitchAt, stepsOf, type Pitch } from '../music/pitch'
import { spelled } from '../music/spell'
import { before, motion, stopOf, top, type Reading, type ReadNote } from './reading'

/** A crossing explained by one string: the same two fingers, as far apart, where the class knows them. */
export type SameSpacing = {
  readonly note: ReadNote
  /** Half steps between the two fingers as they lie across the strings. */
  readonly spacing: number
  /** Where the class knows that spacing: a measure of this piece, or what it has learned. */
  readonly from: 'piece' | 'learned'
  readonly string: number
  readonly pitches: readonly [Pitch, Pitch]
  /** The two notes of the crossing, and the two on one string where the piece has them; by event. */
  readonly events: readonly string[]
  /** The two stops of the crossing, and the letter steps between their notes. */
  readonly stops: readonly [Stop, Stop]
  readonly steps: number
  /** The measure, by index, where the piece has them on one string. */
  readonly at: number | null
}

/**
 * For each crossing of two fingers the same fingers on one string. The spacing of the fingers is equal, not the interval:
 * across the strings it is a fifth (on the bass a fourth) more or less. Each kind of crossing once, where it first comes.
 */
export function sameSpacings(r: Reading): SameSpacing[] {
  const seen = new Set<string>()
  return r.notes.flatMap((note): SameSpacing[] => {
    const last = before(r, note)
    const [a, b] = [last && stopOf(last), stopOf(note)]
    if (!last || !a || !b || note.move?.crossing?.by !== 'hand' || last.hold!.position !== note.hold!.position) return []
    const spacing = b.k - a.k
    // The higher finger has to lie higher, or no string has the two like this.
    if (a.finger === b.finger || Math.sign(spacing) !== Math.sign(b.finger - a.finger)) return []
    const key = `${a.finger} ${a.k} ${b.finger} ${b.k} ${a.string} ${b.string}`
    if (seen.has(key)) return []
    // Where the crossing starts the fingers are already: that string first, in the order of the crossing.
    const known =
      fromPiece(r, note, a, b, (s) => s === a.string) ??
      fromLearned(r, note, a, b, [a.string]) ??
      fromPiece(r, note, a, b, () => true) ??
      fromLearned(r, note, a, b, easiest(r))
    if (!known) return []
    seen.add(key)
    const { string, pitches, at, events } = known
    return [
      {
        note,
        spacing,
        from: known.from,
        string,
        pitches,
        events: [...[last, note].map(eventOf), ...events],
        stops: [a, b],
        steps: motion(last, note),
        at,
      },
    ]
  })
}

type Known = {
  readonly from: SameSpacing['from']
  readonly string: number
  readonly pitches: readonly [Pitch, Pitch]
  readonly at: number | null
  readonly events: readonly string[]
}

const eventOf = (n: ReadNote): string => n.placed.event.id

/** The same fingers as far apart, one after the other in that order on one string of those that are asked for: the nearest in the piece. */
function fromPiece(r: Reading, note: ReadNote, a: Stop, b: Stop, on: (string: number) => boolean): Known | null {
  const matches = r.notes.filter((n) => {
    const last = before(r, n)
    const [x, y] = [last && stopOf(last), stopOf(n)]
    if (!x || !y || n.rest || x.string !== y.string || !on(x.string) || last!.hold!.position !== n.hold!.position) return false
    return x.finger === a.finger && y.finger === b.finger && x.k === a.k && y.k === b.k
  })
  const far = (n: ReadNote) => Math.abs(n.index - note.index)
  const found = matches.reduce<ReadNote | null>((best, n) => (best && far(best) <= far(n) ? best : n), null)
  if (!found) return null
  const last = before(r, found)!
  return {
    from: 'piece',
    string: stopOf(found)!.string,
    pitches: [top(last).pitch, top(found).pitch],
    at: found.placed.at.index,
    events: [last, found].map(eventOf),
  }
}

/** The strings in the order in which a class begins on them: the inner ones, the higher first. Common practice. */
function easiest({ instrument: { strings } }: Reading): number[] {
  const last = strings.length - 1
  return [...strings.map((_, i) => last - i).filter((i) => i > 0 && i < last), last, 0]
}

/** The same two places on the first of some strings on which the class has learned both. */
function fromLearned(r: Reading, note: ReadNote, a: Stop, b: Stop, strings: readonly number[]): Known | null {
  const { learned: has } = r.map.setup
  const { position, shape } = note.hold!
  const learned = (string: number) => [a, b].every((s) => needsOf(r.instrument, has, [{ ...s, string }], position, shape).length === 0)
  const string = strings.find(learned)
  if (string === undefined) return null
  return {
    from: 'learned',
    string,
    pitches: pitchesOn(r, string, position, [a, b]),
    at: null,
    events: [],
  }
}

/** The notes that two fingers play at their places on another string: by the hand's letters, else the first by the key and the second by its distance. */
function pitchesOn(r: Reading, string: number, position: number, [a, b]: readonly [Stop, Stop]): readonly [Pitch, Pitch] {
  const open = r.instrument.strings[string]
  const midi = (s: Stop) => midiOf(open) + s.k
  const at = (steps: number, s: Stop) => pitchAt(steps, midi(s) - midiOf(pitchAt(steps, 0)))
  if (r.letters) {
    const steps = (s: Stop) => stepsOf(open) + r.instrument.positions[position].letters + s.finger - 1
    return [at(steps(a), a), at(steps(b), b)]
  }
  const [first] = spelled([midi(a)], r.piece.key)
  // A half or a whole step is to the next letter, a step and a half or two steps to the one after it.
  const up = b.k - a.k
  return [first, at(stepsOf(first) + Math.sign(up) * Math.ceil(Math.abs(up) / 2), b)]
}
