import { placeWords, printedLines, sayMeasure, sayStretch } from '../piece/address'
import { capital } from '../names'
import type { SeatMap } from '../fingering/map'
import type { Moment } from '../fingering/moments'
import { needsOffer, offersAt, phraseOf, troubles } from '../fingering/offers'
import type { Substitute } from '../fingering/substitute'
import { chordNote, LIKELY_DEGREES, triadOf } from '../music/chord'
import type { Key } from '../music/key'
import { plainNote, printedNote, printedPitch } from '../music/noteName'
import { byOctaves, letterName, midiOf, type Pitch } from '../music/pitch'
import { sayHold, type Tongue } from '../words/en/hands'
import type { Piece } from '../piece/piece'
import { placeEvents } from '../piece/walk'
import type { ClassSettings } from '../plan/class'
import { seatMap, type Ensemble } from './ensemble'
import { evennessOf } from './evenness'
import { loadOf } from './load'
import { formOf } from '../reading/form'
import { withLine, withSubstitute, type Plan } from '../plan/plan'
import { everySeat, seatsOf, type SeatId } from '../seats/seat'

/** What a rescue changes: some events of one seat, or which line it reads. */
export type RescueChange =
  | { readonly kind: 'substitutes'; readonly changes: Readonly<Record<string, Substitute>> }
  | { readonly kind: 'line'; readonly line: number }

/** Something easier for one seat, with what it does to the whole. Loads in points, evenness from 0 to 1. */
export type Rescue = {
  readonly name: string
  readonly why: string
  readonly change: RescueChange
  readonly load: { readonly before: number; readonly after: number }
  readonly evenness: { readonly before: number; readonly after: number }
  /** Notes of the seat that are out of reach or new afterwards. */
  readonly troubles: number
}

/**
 * Something to try; `why` is said of the seat as it then plays. `last`: only when nothing else will do. `place`: where it
 * stands among what the inspector offers for one note, which comes first here too.
 */
type Draft = Pick<Rescue, 'name' | 'change'> & { readonly why: (after: SeatMap) => string; readonly last?: true; readonly place?: number }

/** The plan with a rescue taken. */
export const withRescue = (piece: Piece, plan: Plan, seat: SeatId, change: RescueChange): Plan =>
  change.kind === 'line' ? withLine(piece, plan, seat, change.line) : withSubstitute(plan, seat, change.changes)

/**
 * What could make a measure easier for one seat: its phrase or the measure by octaves, what a note out of reach offers,
 * an easier measure in the same rhythm, a rest, another line of the piece. Each is mapped and weighed with the whole
 * class; only what lightens the seat or takes away a trouble is kept. What is put for one note or chord comes first, in the
 * order in which the inspector offers it; then best first by what the class waits for.
 */
export function rescuesFor(piece: Piece, plan: Plan, klass: ClassSettings, ensemble: Ensemble, id: SeatId, index: number): Rescue[] {
  const map = ensemble[id]
  const seats = seatsOf(klass)
  const seat = seats.find((s) => s.id === id)
  if (!seat) return []
  const loads = everySeat(seats, (s) => loadOf(piece, ensemble[s]).byMeasure)
  const before = evennessOf(loads)
  const own = loadOf(piece, map).total
  const tried = new Set<string>()
  const weighed = drafts(klass.talk, piece, map, index).flatMap((d) => {
    const key = JSON.stringify(d.change)
    if (tried.has(key)) return []
    tried.add(key)
    const octave = d.change.kind === 'line' ? undefined : map.octave
    const after = seatMap(piece, withRescue(piece, plan, id, d.change), klass, seat, octave)
    const load = loadOf(piece, after)
    const even = evennessOf({ ...loads, [id]: load.byMeasure })
    const rescue: Rescue = {
      name: d.name,
      change: d.change,
      why: d.why(after),
      load: { before: own, after: load.total },
      evenness: { before: before.figure, after: even.figure },
      troubles: troubles(after),
    }
    return load.total < own || rescue.troubles < troubles(map)
      ? [{ rescue, wait: even.wait, last: d.last ? 1 : 0, place: d.place ?? MOST_PLACES }]
      : []
  })
  return weighed
    .sort((a, b) => a.last - b.last || a.place - b.place || a.rescue.troubles - b.rescue.troubles || a.wait - b.wait)
    .map((w) => w.rescue)
}

const all = (moments: readonly Moment[], s: Substitute): RescueChange => ({
  kind: 'substitutes',
  changes: Object.fromEntries(moments.flatMap((m) => m.events.map((e) => [e.event.id, s]))),
})

/** How many troubled notes of a measure are asked for their substitutes, and how many of each. */
const [ASKED, TAKEN] = [2, 4]
const MOST_PLACES = ASKED * TAKEN

function drafts(talk: Tongue, piece: Piece, map: SeatMap, index: number): Draft[] {
  const inside = map.moments.flatMap((m, i) => (m.events[0].at.index === index ? [i] : []))
  if (inside.length === 0) return []
  const measure = inside.map((i) => map.moments[i])
  const here = sayMeasure(map.line, index)
  const out: Draft[] = []
  const asked = inside.filter((m) => needsOffer(map, m)).slice(0, ASKED)
  asked.forEach((i, n) =>
    offersAt(piece, map, i, talk)
      .slice(0, TAKEN)
      .forEach((o, k) => {
        // Of two notes the first offers of both come before the second ones.
        const place = o.rank === 'more' ? {} : { place: k * asked.length + n }
        out.push({ name: o.name, why: () => o.why, change: { kind: 'substitutes', changes: o.changes }, ...place })
      }),
  )
  const { moments: phrase, bounds } = phraseOf(map, inside[0])
  const four = formOf(piece, map.line).lines.find((u) => u.from <= index && index <= u.to)
  const line = map.moments.filter((m) => four && four.from <= m.events[0].at.index && m.events[0].at.index <= four.to)
  for (const by of [-1, 1] as const) {
    const where = by < 0 ? 'one octave lower' : 'one octave higher'
    if (bounds !== null && phrase.length > measure.length)
      out.push({
        name: `Phrase ${where}`,
        why: () => `${stretchOf(map, phrase)} move together, ${bounds}`,
        change: all(phrase, { kind: 'octave', by }),
      })
    if (line.length > measure.length)
      out.push({
        name: `${printedLines(map.line) ? 'Printed line' : `Four ${placeWords(map.line).many}`} ${where}`,
        why: () => `${stretchOf(map, line)} move together`,
        change: all(line, { kind: 'octave', by }),
      })
    // An ending by itself would be torn from what leads into it.
    if (!measure[0].events[0].at.measure.ending)
      out.push({
        name: `${capital(placeWords(map.line).one)} ${where}`,
        why: () => `${here} only`,
        change: all(measure, { kind: 'octave', by }),
      })
  }
  out.push(...easier(talk, piece, map, measure, here))
  out.push({
    name: 'Rest here',
    why: () => `this seat rests in ${here} while the others play on`,
    last: true,
    change: all(measure, { kind: 'rest' }),
  })
  piece.lines.forEach((line, l) => {
    if (piece.lines[l].measures[0].events[0]?.id !== map.line.measures[0].events[0]?.id)
      out.push({
        name: `Read ${line.name || `part ${l + 1}`}`,
        why: () => 'another line of the piece, all the way through',
        change: { kind: 'line', line: l },
      })
  })
  return out
}

/** "Measures 5 to 8", "line 2". */
const stretchOf = (map: SeatMap, moments: readonly Moment[]): string =>
  sayStretch(map.line, moments[0].events[0].at.index, moments[moments.length - 1].events[0].at.index)

type Note = Pick<Pitch, 'letter' | 'alter'>

/** The measure on one note, in the same rhythm: the root of its chord, an open string of the chord, its own first note. */
function easier(talk: Tongue, piece: Piece, map: SeatMap, measure: readonly Moment[], here: string): Draft[] {
  const { at } = measure[0].events[0]
  const chord = chordOf(piece, at.index, at.key)
  const tops = measure.map((m) => m.pitches[m.pitches.length - 1])
  const mean = tops.reduce((n, p) => n + midiOf(p), 0) / tops.length
  const near = (note: Note): Pitch => {
    const tries = [2, 3, 4, 5, 6].map((octave): Pitch => ({ ...note, octave }))
    return tries.reduce((a, b) => (Math.abs(midiOf(b) - mean) < Math.abs(midiOf(a) - mean) ? b : a))
  }
  const played = (after: SeatMap): string => {
    const first = after.notes.find((n) => n.placed.at.index === at.index)
    return first ? sayHold(talk, after.instrument, first.hold) : 'out of reach'
  }
  const on = (p: Pitch, name: string, why: string): Draft => ({
    name,
    why: (after) => `${why}: ${played(after)}, same rhythm`,
    change: all(measure, { kind: 'tone', pitch: p }),
  })
  const names = (p: Pitch) => printedPitch(talk.names, byOctaves(p, map.written))
  const first = on(tops[0], `Repeat the first note, ${names(tops[0])}`, `${here} on one note`)
  if (!chord) return [first]
  const said = chord.map((p) => printedNote(talk.names, p)).join(' ')
  const root = near(chord[0])
  const open = map.instrument.strings
    .map((s) => byOctaves(s, -map.written))
    .filter((s) => chord.some((c) => c.letter === s.letter && c.alter === s.alter))
    .sort((a, b) => Math.abs(midiOf(a) - mean) - Math.abs(midiOf(b) - mean))[0]
  return [
    on(root, `Only the root, ${names(root)}`, `most of ${here} is the chord ${said}`),
    ...(open ? [on(open, `Only open ${plainNote(talk.names, open.letter)}`, `it is in the chord ${said}, like most of ${here}`)] : []),
    first,
  ]
}

/** The triad of the key to which most of what sounds in a measure belongs, root first; of equals the likelier; null when none holds most of it. */
function chordOf(piece: Piece, index: number, key: Key): readonly Note[] | null {
  const weight = new Map<string, number>()
  let sum = 0
  for (const line of piece.lines)
    for (const { at, event, ticks } of placeEvents(piece, line)) {
      if (at.index !== index || event.kind === 'rest') continue
      for (const { pitch } of event.heads) {
        weight.set(letterName(pitch), (weight.get(letterName(pitch)) ?? 0) + ticks)
        sum += ticks
      }
    }
  const triads = LIKELY_DEGREES.map((degree) => triadOf(key, degree).map((letter) => chordNote(key, letter)))
  const covers = (t: readonly Note[]) => t.reduce((n, l) => n + (weight.get(letterName(l)) ?? 0), 0)
  const best = triads.reduce((a, b) => (covers(b) > covers(a) ? b : a))
  return covers(best) * 2 > sum ? best : null
}
