import { FIRST } from '../instruments/instrument'
import type { Learned } from '../instruments/learned'
import type { Policy } from '../fingering/policy'
import type { Pin } from '../fingering/pins'
import { mapSeat, type SeatMap } from '../fingering/map'
import { movesOf } from '../fingering/moves'
import { count } from '../count'
import { sayList } from '../names'
import { printedNote, type NoteNames } from '../music/noteName'
import { byOctaves, midiOf, stepsOf, type Pitch } from '../music/pitch'
import { QUARTER } from '../music/time'
import type { Line, Piece } from '../piece/piece'
import { loadOf } from '../balance/load'
import type { Seat } from '../seats/seat'
import { cheapest } from './cheapest'
import { degreeOf, toneIn } from './chord'
import { away, cleanWay, isCross, leap, parallels, type BesideTune } from './besideTune'
import { consonance, isParallel } from './counterpoint'
import { roundNotes, roundOf } from './fit'
import { harmonise, spansOf, type HarmonisedBeat, type Span } from './harmonise'
import { reachableBy, type Reachable } from './learnedPitches'
import { notesOf, soundingAt, type TuneNote } from './tune'
import { inRhythmOf, lineOf, type Voiced } from './voice'

export const SECOND_KINDS = ['drone', 'roots', 'thirds', 'rhythm', 'skeleton', 'round'] as const
export type SecondKind = (typeof SECOND_KINDS)[number]

/** What each kind is called. */
export const SECOND_NAMES: Readonly<Record<SecondKind, string>> = {
  drone: 'drone',
  roots: 'roots and fifths',
  thirds: 'thirds and sixths',
  rhythm: 'rhythm on one note',
  skeleton: 'strong beats of the tune',
  round: 'the tune as a round',
}

/** Whom a line is made for: the seat, what it has learned, and how it is fingered. */
export type For = { readonly seat: Seat; readonly learned: Learned; readonly policy: Policy; readonly names?: NoteNames }

/** A line that fits a tune, at the pitches that sound. `map`: as its seat plays it; `load`: points of the whole line. */
export type Second = {
  readonly kind: SecondKind
  readonly line: Line
  readonly beats: readonly HarmonisedBeat[]
  readonly notes: readonly Voiced[]
  readonly map: SeatMap
  readonly pins: ReadonlyMap<string, Pin>
  readonly load: number
  readonly says: string
}

/** How many octaves down a tune is looked for at the most. */
const LOWEST = -3

/** The octave in which a seat has learned most of a tune, the highest of those that are alike. */
function homeOctave(tune: readonly TuneNote[], reachable: readonly Reachable[]): number {
  const known = new Set(reachable.map((r) => midiOf(r.pitch)))
  let [best, most] = [0, -1]
  for (let octave = 0; octave >= LOWEST; octave--) {
    const has = tune.filter((n) => known.has(midiOf(n.pitch) + 12 * octave)).length
    if (has > most) [best, most] = [octave, has]
  }
  return best
}

/* Weights of a line; common practice: common tones kept, small steps before leaps, the root at the end, below the tune. */
const ABOVE = 1.2
const NOT_OPEN = 0.12
/** A shadow over the tune is heard as the tune. */
const OVER_TUNE = 0.9

const pitchesIn = (reachable: readonly Reachable[], wanted: (p: Pitch) => boolean): readonly Reachable[] =>
  reachable.filter((r) => wanted(r.pitch))

/** Spans that the tune has begun: nothing sounds beside its pickup. */
const afterPickup = ({ spans, beats }: BesideTune): readonly Span[] => {
  const first = beats.findIndex((b) => b.strength === 'first')
  return first <= 0 ? spans : spans.filter((s) => s.from >= beats[first].from)
}

/** Open strings that hold on, a new one where the chord asks for it: the keynote and the fifth of the key, and no other. Null where neither is open. Common practice. */
function drone(g: BesideTune): Voiced[] | null {
  const spans = afterPickup(g)
  const open = g.reachable.filter((r) => r.open && spans.every((_, i) => isDegree(g, i, r.pitch, 0) || isDegree(g, i, r.pitch, 4)))
  const chosen = cleanWay(
    g,
    spans,
    spans.map((s) => open.filter((r) => !isCross(g, s.from, r.pitch))),
    ({ pitch }, i) => {
      const { chord, from, to } = spans[i]
      const tone = toneIn(chord, pitch)
      const end = i === spans.length - 1
      // The keynote may lie under any chord, as a drone does; at the end it is the one that is wanted.
      const home = isDegree(g, i, pitch, 0)
      const rate = tone === 0 ? 0 : tone === 2 ? 0.45 : tone === 1 ? 0.9 : home ? 0.8 : isDegree(g, i, pitch, 4) ? 1.4 : 5
      const rubs = g.tune.filter((n) => n.from < to && n.to > from && consonance(n.pitch, pitch) === 'dissonant').length
      return (rate * (to - from)) / QUARTER + 0.15 * rubs + (end && !home ? 3 : 0)
    },
    (a, b, i) =>
      (a.string === b.string ? 0 : 0.35 + 0.4 * (Math.abs(a.string - b.string) - 1)) +
      (parallels(g.tune, a.pitch, b.pitch, spans[i].from) ? Infinity : 0),
  )
  return chosen && joined(spans, chosen)
}

const isDegree = ({ beats, spans }: BesideTune, i: number, p: Pitch, degree: number): boolean => {
  const { key } = beats.find((b) => b.from >= spans[Math.min(i, spans.length - 1)].from) ?? beats[0]
  const tone = degreeOf(key, degree)
  return tone.letter === p.letter && tone.alter === p.alter
}

/** Notes of spans, one a span; of the same pitch one after the other within a measure one. */
function joined(spans: readonly Span[], chosen: readonly Reachable[]): Voiced[] {
  const out: { pitches: Pitch[]; from: number; to: number; measure: number }[] = []
  spans.forEach((s, i) => {
    const last = out.at(-1)
    if (last?.measure === s.measure && midiOf(last.pitches[0]) === midiOf(chosen[i].pitch)) last.to = s.to
    else out.push({ pitches: [chosen[i].pitch], from: s.from, to: s.to, measure: s.measure })
  })
  return out.map(({ measure: _, ...n }) => n)
}

/** The roots of the chords in long notes; another tone only where no root is learned or a parallel with the tune forbids it. Common practice: at V–I root to root. */
function roots(g: BesideTune): Voiced[] | null {
  const spans = afterPickup(g)
  const chosen = cleanWay(
    g,
    spans,
    spans.map(({ chord, from }) => pitchesIn(g.reachable, (p) => [0, 1, 2].includes(toneIn(chord, p)) && !isCross(g, from, p))),
    ({ pitch, open }, i) => {
      const { chord, from } = spans[i]
      const tone = toneIn(chord, pitch)
      const edge = i === 0 || i === spans.length - 1
      const tune = soundingAt(g.tune, from)
      const above = tune ? (midiOf(pitch) > midiOf(tune.pitch) ? ABOVE : 0) + 0.3 * away(g, tune, pitch) : 0
      // Wider than any leap to the root costs.
      return (tone === 0 ? 0 : tone === 2 ? 4.5 + (edge ? 3 : 0) : 5.5 + (edge ? 4 : 0)) + above + (open ? 0 : NOT_OPEN)
    },
    (a, b, i) => (parallels(g.tune, a.pitch, b.pitch, spans[i].from) ? Infinity : leap(a.pitch, b.pitch)),
  )
  return chosen && joined(spans, chosen)
}

/** A shadow of the tune in thirds or sixths, above or below; where neither is learned or fits, a tone of the chord. */
function thirds(g: BesideTune): Voiced[] | null {
  const { tune } = g
  const spanAt = (tick: number): Span => g.spans.findLast((s) => s.from <= tick) ?? g.spans[0]
  const shadow = (n: TuneNote, p: Pitch): 2 | 5 | null => {
    const letters = (((stepsOf(p) - stepsOf(n.pitch)) % 7) + 7) % 7
    return (letters === 2 || letters === 5) && consonance(n.pitch, p) === 'consonant' ? letters : null
  }
  const key = (n: TuneNote) => (g.beats.findLast((b) => b.from <= n.from) ?? g.beats[0]).key
  const inKey = (n: TuneNote, p: Pitch): boolean => {
    const { chord } = spanAt(n.from)
    return (
      toneIn(chord, p) >= 0 ||
      [0, 1, 2, 3, 4, 5, 6].some((d) => {
        const t = degreeOf(key(n), d)
        return t.letter === p.letter && t.alter === p.alter
      })
    )
  }
  const isEdge = (i: number): boolean => i === 0 || i === tune.length - 1
  const chosen = cleanWay(
    g,
    tune,
    tune.map((n, i) =>
      pitchesIn(g.reachable, (p) => {
        const own = toneIn(spanAt(n.from).chord, p) >= 0
        // It begins and ends in the chord.
        if (!inKey(n, p) || isCross(g, n.from, p) || (isEdge(i) && !own)) return false
        return shadow(n, p) !== null || (own && consonance(n.pitch, p) !== 'dissonant')
      }),
    ),
    ({ pitch }, i) => {
      const n = tune[i]
      const span = spanAt(n.from)
      const kind = shadow(n, pitch)
      const end = i === tune.length - 1
      const tone = toneIn(span.chord, pitch)
      const strong = n.from === span.from
      return (
        (kind === null ? (end ? 0.3 : 1.6) : 0) +
        (strong && tone < 0 ? 0.9 : 0) +
        (end && tone !== 0 && tone !== 1 ? 2 : 0) +
        (midiOf(pitch) > midiOf(n.pitch) + 12 * g.octave ? OVER_TUNE : 0) +
        0.8 * away(g, n, pitch)
      )
    },
    (a, b, i) => {
      const [x, y] = [shadow(tune[i - 1], a.pitch), shadow(tune[i], b.pitch)]
      const parallel = isParallel([tune[i - 1].pitch, a.pitch], [tune[i].pitch, b.pitch])
      return parallel ? Infinity : leap(a.pitch, b.pitch) * 0.7 + (x === y ? 0 : 0.4)
    },
  )
  if (!chosen || tune.filter((n, i) => shadow(n, chosen[i].pitch) !== null).length < MOSTLY * tune.length) return null
  return tune.map((n, i) => ({ pitches: [chosen[i].pitch], from: n.from, to: n.to }))
}
/** Which part of a line is to be what the line is called. */
const MOSTLY = 0.75

/** The rhythm of the tune on one note as long as it lies in the chord, and then on another: an open string before a finger. */
function rhythm(g: BesideTune): Voiced[] | null {
  const { spans, tune } = g
  const chosen = cleanWay(
    g,
    spans,
    spans.map(({ chord, from }) => pitchesIn(g.reachable, (p) => [0, 1, 2].includes(toneIn(chord, p)) && !isCross(g, from, p))),
    ({ pitch, open }, i) =>
      ((toneIn(spans[i].chord, pitch) === 1 ? 0.3 : 0) * (spans[i].to - spans[i].from)) / QUARTER +
      (open ? 0 : FINGERED) +
      0.01 * Math.abs(midiOf(pitch) - midiOf(tune[0].pitch)),
    (a, b, i) => {
      if (midiOf(a.pitch) === midiOf(b.pitch)) return 0
      return parallels(tune, a.pitch, b.pitch, spans[i].from) ? Infinity : CHANGED + leap(a.pitch, b.pitch)
    },
  )
  if (!chosen) return null
  const at = (tick: number) =>
    chosen[
      Math.max(
        0,
        spans.findLastIndex((s) => s.from <= tick),
      )
    ].pitch
  return tune.map((n) => ({ pitches: [at(n.from)], from: n.from, to: n.to }))
}
/** What a finger costs, and another note. From memory. */
const [FINGERED, CHANGED] = [0.4, 0.8]

/** The notes of the tune's strong beats, held; in whatever octave is learned, the nearest way from one to the next. */
function skeleton(g: BesideTune): Voiced[] | null {
  const { tune, beats } = g
  const strong = beats.filter((b) => b.strength !== 'weak')
  const frames = strong.flatMap((b, i) => {
    const at = soundingAt(tune, b.from) ?? tune.find((n) => n.from > b.from && n.from < (strong[i + 1]?.from ?? Infinity))
    return at
      ? [
          {
            from: b.from,
            to: strong[i + 1]?.from ?? beats.at(-1)!.to,
            at,
            measure: b.measure,
            chord: beats.find((x) => x.from === b.from)!.chord,
          },
        ]
      : []
  })
  const same = (p: Pitch, q: Pitch) => p.letter === q.letter && p.alter === q.alter
  const chosen = cheapest(
    frames.map(({ at, chord }) => {
      const own = pitchesIn(g.reachable, (p) => same(p, at.pitch))
      return own.length > 0 ? own : pitchesIn(g.reachable, (p) => toneIn(chord, p) >= 0 && consonance(at.pitch, p) === 'consonant')
    }),
    ({ pitch }, i) => 0.5 * away(g, frames[i].at, pitch),
    (a, b) => leap(a.pitch, b.pitch),
  )
  if (!chosen) return null
  const ends = (i: number): number => Math.min(frames[i].to, frames[i + 1]?.from ?? Infinity)
  return frames.map((f, i) => ({ pitches: [chosen[i].pitch], from: f.from, to: ends(i) }))
}

/** The tune itself, entering later, in the octave where the seat has it: only where it has learned all of it. */
function round({ again, reachable, octave }: BesideTune): Voiced[] | null {
  const known = new Set(reachable.map((r) => midiOf(r.pitch)))
  const notes = (again ?? []).map((n) => ({ pitches: [byOctaves(n.pitch, octave)], from: n.from, to: n.to }))
  return notes.length > 0 && notes.every((n) => known.has(midiOf(n.pitches[0]))) ? notes : null
}

const MAKERS: Readonly<Record<SecondKind, (g: BesideTune) => Voiced[] | null>> = { drone, roots, thirds, rhythm, skeleton, round }

/**
 * A second line to a line of a piece, for a seat: every note learned, the hand in first position. Null where nothing of the
 * kind can be made: the tune has no notes, the seat has learned none that fit, or its lengths cannot be written. `prefix` begins the ids of its events.
 */
export function secondLine(
  piece: Piece,
  beside: Line,
  kind: SecondKind,
  { seat, learned, policy, names = 'letters' }: For,
  prefix = `${kind}-${seat.id}-`,
): Second | null {
  const tune = notesOf(piece, beside)
  const beats = harmonise(piece, beside)
  if (tune.length === 0 || beats.length === 0) return null
  const reachable = reachableBy({ instrument: seat.instrument, learned, policy })
  const after = kind === 'round' ? roundOf({ piece, line: beside }) : null
  const again = after === null ? null : roundNotes({ piece, line: beside }, after)
  const notes = MAKERS[kind]({ again, tune, beats, spans: spansOf(beats), reachable, octave: homeOctave(tune, reachable) })
  if (!notes) return null
  const named = { name: `${seat.name}, ${SECOND_NAMES[calledFor(kind, notes)]}`, clef: seat.instrument.clef, prefix }
  const sounding = (tick: number): Pitch => (notes.findLast((n) => n.from <= tick) ?? notes[0]).pitches[0]
  const line = kind === 'thirds' || kind === 'rhythm' ? inRhythmOf(piece, beside, sounding, named) : lineOf(piece, beside, notes, named)
  if (!line) return null
  const made: Piece = { ...piece, lines: [line] }
  const { map, pins } = mapped(made, line, kind, { seat, learned, policy })
  return { kind, line, beats, notes, map, pins, load: loadOf(made, map).total, says: say(names, kind, notes, map, beats, after) }
}

/** A line as its seat plays it. What is to ring open is pinned so (a rule for the fourth finger does not speak of it), and where the fingering would leave the first position, that is. */
function mapped(piece: Piece, line: Line, kind: SecondKind, { seat, learned, policy }: For): Pick<Second, 'map' | 'pins'> {
  const events = line.measures.flatMap((m) => m.events.filter((e) => e.kind === 'note').map((e) => e.id))
  const all = (pin: Pin) => new Map(events.map((e) => [e, pin]))
  const map = (pins: ReadonlyMap<string, Pin>) => ({ map: mapSeat(piece, line, seat, { octave: 0, learned, policy, pins }), pins })
  if (kind === 'drone') return map(all({ fingers: [0] }))
  const free = map(new Map())
  const { name, base } = seat.instrument.positions[FIRST]
  return free.map.notes.every((n) => n.hold.open || n.hold.position === FIRST) ? free : map(all({ position: name, base }))
}

const NAMES: Readonly<Record<SecondKind, string>> = {
  drone: 'held',
  roots: 'roots and fifths of the chords, in long notes',
  thirds: 'the tune in thirds and sixths',
  rhythm: 'the rhythm of the tune on one note',
  skeleton: 'the notes on the strong beats, held',
  round: 'the tune itself',
}

/** From so many notes of one pitch on, and no other, roots are a drone and called so. Common practice. */
const DRONES = 6

const isOneNote = (notes: readonly Voiced[]): boolean => new Set(notes.map((n) => midiOf(n.pitches[0]))).size === 1

/** What a line is called: what it turned out to be. */
const calledFor = (kind: SecondKind, notes: readonly Voiced[]): SecondKind =>
  kind === 'roots' && notes.length >= DRONES && isOneNote(notes) ? 'drone' : kind

/** "Long D and A on open strings, no shifts. It changes on beats 1 and 3.": from the notes themselves. */
function say(
  names: NoteNames,
  kind: SecondKind,
  notes: readonly Voiced[],
  map: SeatMap,
  beats: readonly HarmonisedBeat[],
  after: number | null,
): string {
  const letters = [...new Set(notes.map((n) => printedNote(names, n.pitches[0])))]
  const open = map.notes.every((n) => n.stop.finger === 0)
  const shifts = movesOf(map).filter((m) => m.shift).length
  const changing = notes.filter((n, i) => i > 0 && midiOf(n.pitches[0]) !== midiOf(notes[i - 1].pitches[0]))
  const on = [...new Set(changing.map((n) => beats.find((b) => b.from === n.from)?.beat ?? 0))].filter((b) => b > 0).sort((a, b) => a - b)
  const rooted = notes.every((n) => toneIn((beats.findLast((b) => b.from <= n.from) ?? beats[0]).chord, n.pitches[0]) === 0)
  const called = calledFor(kind, notes)
  const named =
    kind === 'roots' && rooted
      ? 'roots of the chords, in long notes'
      : kind === 'rhythm' && !isOneNote(notes)
        ? 'the rhythm of the tune, one note for each chord'
        : NAMES[kind]
  const what = called === 'drone' ? `Long ${sayList(letters)}` : named[0].toUpperCase() + named.slice(1)
  const where = open ? (called === 'drone' ? ' on open strings' : ', open strings only') : ''
  const moves =
    changing.length === 0
      ? 'It never changes'
      : on.length > 0
        ? `It changes on beat${on.length > 1 ? 's' : ''} ${sayList(on.map(String))}`
        : 'It changes between beats'
  const enters = after === null ? '' : `, coming in ${count(after, 'measure')} later`
  return `${what}${enters}${where}, ${shifts === 0 ? 'no shifts' : count(shifts, 'shift')}.${kind === 'drone' || kind === 'roots' ? ` ${moves}.` : ''}`
}

/** The lines of a kind for each seat that has one, the one with least to do first. */
export const secondLines = (piece: Piece, beside: Line, kind: SecondKind, whom: readonly For[]): Second[] =>
  whom.flatMap((w) => secondLine(piece, beside, kind, w) ?? []).sort((a, b) => a.load - b.load)
