import type { Policy } from '../fingering/policy'
import type { Learned } from '../instruments/learned'
import type { Rhythm } from '../instruments/reads'
import { alterIn, keyName, SHARP_ORDER, tonic, type Key } from '../music/key'
import { midiOf, pitchAt, stepsOf, type Letter, type Pitch } from '../music/pitch'
import { measureTicks, ticksOf, type Meter, type Value } from '../music/time'
import { PIECE_VERSION, type Line, type Measure, type Piece, type PieceEvent } from '../piece/piece'
import type { SeatMap } from '../fingering/map'
import { readingOf } from '../reading/reading'
import { rhythmsOf } from '../reading/rhythms'
import { spotsOf } from '../reading/spots'
import type { SpotKind } from '../reading/spots/detectors'
import { settingsFor, type ClassSettings } from '../seats/class'
import { ensembleMapper, mapsOf, type Ensemble } from '../seats/ensemble'
import { evennessOf, type Evenness } from '../seats/evenness'
import { loadOf } from '../seats/load'
import { emptyPlan, type Plan } from '../seats/plan'
import { seatsOf, type Seat, type SeatId } from '../seats/seat'
import { chanceFrom, oneOf } from './chance'
import { cheapest } from './cheapest'
import { reachableBy } from './learnedPitches'

/** What a line can be written to train. */
export const TRAINS = ['plain', 'crossing', 'skips', 'rhythm', 'one string'] as const
export type Train = (typeof TRAINS)[number]

/** How long a line is, in measures. */
export const LENGTHS = [4, 8, 16] as const

export type LineOrder = {
  readonly key: Key
  readonly meter: Meter
  readonly measures: (typeof LENGTHS)[number]
  readonly train: Train
  readonly seed: number
}

/** A line that was written: a piece of its own with the octave of each seat, mapped; and whether all that was asked for holds. */
export type WrittenLine = {
  readonly piece: Piece
  readonly plan: Plan
  readonly ensemble: Ensemble
  readonly evenness: Evenness
  /** It is singable, learned, and trains what was asked; and with that even. */
  readonly sound: boolean
  readonly holds: boolean
}

/** A key by its name: "D", "Bb", "F#m"; null where there is none, or it has more than seven signs. */
export function keyNamed(name: string): Key | null {
  const m = /^([A-G])([#b]?)(m?)$/.exec(name)
  if (!m) return null
  const place = SHARP_ORDER.indexOf(m[1] as Letter) + 7 * (m[2] === '#' ? 1 : m[2] === 'b' ? -1 : 0)
  const mode = m[3] ? 'minor' : 'major'
  const fifths = place - (mode === 'major' ? 1 : 4)
  return Math.abs(fifths) <= 7 ? { fifths, mode } : null
}

/** From here on a line counts as even. */
export const EVEN = 0.85

type Whom = { readonly seat: Seat; readonly learned: Learned; readonly policy: Policy }

/** The notes that all seats have, each in its own octave, as the first seat's part would write them; low first. */
export function commonNotes(
  whom: readonly Whom[],
  key: Key,
): { readonly notes: readonly Pitch[]; readonly octaves: Readonly<Record<SeatId, number>> } | null {
  const known = whom.map(
    ({ seat, learned, policy }) => new Set(reachableBy({ instrument: seat.instrument, learned, policy }).map((r) => midiOf(r.pitch))),
  )
  const home = tonic(key)
  const scale = Array.from({ length: 35 }, (_, i) => pitchAt(14 + i, 0)).map((p): Pitch => ({ ...p, alter: alterIn(key, p.letter) }))
  let best: { notes: readonly Pitch[]; octaves: Record<SeatId, number>; worth: number } | null = null
  for (const low of scale.filter((p) => p.letter === home.letter)) {
    // From a fourth under the keynote to an octave over it: what a tune for a class spans.
    const window = scale.filter((p) => stepsOf(p) >= stepsOf(low) - 3 && stepsOf(p) <= stepsOf(low) + 7)
    const octaves: Record<SeatId, number> = {}
    let notes = window
    whom.forEach(({ seat }, i) => {
      const fits = (o: number) => window.filter((p) => known[i].has(midiOf(p) + 12 * o)).length
      octaves[seat.id] = [0, -1, 1, -2, -3].reduce((a, b) => (fits(b) > fits(a) ? b : a))
      notes = notes.filter((p) => known[i].has(midiOf(p) + 12 * octaves[seat.id]))
    })
    const worth = notes.length + (notes.some((p) => p.letter === home.letter) ? 3 : 0) + (octaves[whom[0].seat.id] === 0 ? 0.5 : 0)
    if (notes.length >= 3 && (!best || worth > best.worth)) best = { notes, octaves, worth }
  }
  return best
}

const v = (base: Value['base'], dots = 0): Value => ({ base, dots })

/** Rhythms of a beat or more, with what has to be learned for each. */
const CELLS: readonly { readonly values: readonly Value[]; readonly asks?: Rhythm }[] = [
  { values: [v('quarter')] },
  { values: [v('quarter')] },
  { values: [v('half')] },
  { values: [v('eighth'), v('eighth')], asks: 'eighths' },
  { values: [v('half', 1)], asks: 'dotted half' },
  { values: [v('quarter', 1), v('eighth')], asks: 'dotted quarter' },
]

/** A measure in the making: its values, and for each which of the common notes it is. */
type Cell = { readonly values: readonly Value[]; readonly at: readonly number[] }

function rhythmFor(chance: () => number, meter: Meter, known: ReadonlySet<Rhythm>, wants: boolean): Value[] {
  const whole = measureTicks(meter)
  const open = CELLS.filter((c) => !c.asks || known.has(c.asks))
  for (let tries = 0; tries < 20; tries++) {
    const values: Value[] = []
    let left = whole
    while (left > 0) {
      const fitting = open.filter((c) => c.values.reduce((s, x) => s + ticksOf(x), 0) <= left && (wants || !c.asks || chance() < 0.35))
      if (fitting.length === 0) break
      const { values: own } = oneOf(chance, fitting)
      values.push(...own)
      left -= own.reduce((s, x) => s + ticksOf(x), 0)
    }
    if (left === 0) return values
  }
  return Array.from({ length: meter.beats }, () => v(meter.unit === 8 ? 'eighth' : meter.unit === 2 ? 'half' : 'quarter'))
}

/** A walk over the notes from one of them: by step as a rule, by skip as often as is asked for. */
function walk(chance: () => number, count: number, from: number, notes: readonly Pitch[], skips: number): number[] {
  const out = [from]
  while (out.length < count) {
    const here = out.at(-1)!
    const r = chance()
    const by = r < 0.06 ? 0 : r < 1 - skips ? 1 : 2
    const up = chance() < (here <= 1 ? 0.85 : here >= notes.length - 2 ? 0.15 : 0.5)
    const next = here + (up ? by : -by)
    out.push(Math.max(0, Math.min(notes.length - 1, next)))
  }
  return out
}

const line = (cells: readonly Cell[], notes: readonly Pitch[]): Line => {
  let n = 0
  const measures = cells.map((c, i): Measure => ({
    number: `${i + 1}`,
    events: c.values.map((value, k): PieceEvent => ({ kind: 'note', id: `w${n++}`, value, heads: [{ pitch: notes[c.at[k]] }] })),
  }))
  return { name: 'A', clef: 'treble', measures, slurs: [] }
}

const pieceOf = ({ key, meter }: LineOrder, title: string, cells: readonly Cell[], notes: readonly Pitch[]): Piece => ({
  version: PIECE_VERSION,
  title,
  key,
  meter,
  tempo: 72,
  lines: [line(cells, notes)],
})

/** Crossings, by their detectors. */
const CROSSINGS: readonly SpotKind[] = ['hand-crossing', 'bow-crossing', 'skip-crossing', 'fifth', 'skip-string']

/** The measures of a piece in which what is to be trained is met, by what is found in the map and by nothing of the writing. */
function metIn(piece: Piece, maps: readonly SeatMap[], train: 'crossing' | 'rhythm'): ReadonlySet<number> {
  if (train === 'crossing')
    return new Set(maps.flatMap((m) => spotsOf(piece, m).flatMap((s) => (CROSSINGS.includes(s.kind) ? [s.index] : []))))
  const reading = readingOf(piece, maps[0])
  return new Set(
    rhythmsOf(reading).flatMap(({ at, rhythms }) => (rhythms.some((r) => r !== 'whole') ? [reading.notes[at].placed.at.index] : [])),
  )
}

/** Whether what a line is to train stands in it: on one string, a skip in every other measure, a crossing, a rhythm beyond quarters, halves and wholes. */
export function trains(piece: Piece, ensemble: Ensemble, train: Train): boolean {
  const maps = mapsOf(ensemble)
  switch (train) {
    case 'plain':
      return true
    case 'one string':
      return maps.every((m) => new Set(m.notes.map((n) => n.stop.string)).size === 1)
    case 'skips': {
      const { notes } = maps[0]
      const skips = notes.filter((n, i) => i > 0 && Math.abs(stepsOf(n.pitch) - stepsOf(notes[i - 1].pitch)) >= 2)
      return skips.length >= piece.lines[0].measures.length / 2
    }
    case 'crossing':
    case 'rhythm':
      return metIn(piece, maps, train).size > 0
  }
}

/** Whether a line can be sung: it ends on the keynote where it has it, most of it goes to a neighbour of what the class has, and no leap is wider than a fifth. */
export function isSingable(piece: Piece, notes: readonly Pitch[], train: Train): boolean {
  const at = piece.lines[0].measures.flatMap((m) =>
    m.events.flatMap((e) => (e.kind === 'note' ? [notes.findIndex((p) => midiOf(p) === midiOf(e.heads[0].pitch))] : [])),
  )
  const apart = at.slice(1).map((k, i) => Math.abs(k - at[i]))
  const wide = at.slice(1).some((k, i) => Math.abs(stepsOf(notes[k]) - stepsOf(notes[at[i]])) > WIDEST)
  const near = apart.filter((n) => n <= 1).length
  const home = tonic(piece.key).letter
  const ends = notes[at.at(-1)!].letter === home || !notes.some((p) => p.letter === home)
  return ends && !wide && near >= apart.length * (train === 'skips' ? 0.3 : 0.55)
}
/** The widest leap of a line, in steps: a fifth. */
const WIDEST = 4

/** Of the notes that all have, those that each seat plays on one string: three at least where there are, with the keynote where it lies among them. */
function onOneString(
  whom: readonly Whom[],
  octaves: Readonly<Record<SeatId, number>>,
  notes: readonly Pitch[],
  key: Key,
): readonly Pitch[] {
  const strings = whom.map(({ seat, learned, policy }) => {
    const all = reachableBy({ instrument: seat.instrument, learned, policy })
    return (p: Pitch): number => all.find((r) => midiOf(r.pitch) === midiOf(p) + 12 * octaves[seat.id])?.string ?? -1
  })
  const groups = new Map<string, Pitch[]>()
  for (const p of notes) {
    const on = strings.map((s) => s(p)).join()
    groups.set(on, [...(groups.get(on) ?? []), p])
  }
  const home = tonic(key).letter
  const worth = (g: readonly Pitch[]) => (g.length >= 3 ? 10 : 0) + g.length + (g.some((p) => p.letter === home) ? 5 : 0)
  return [...groups.values()].sort((a, b) => worth(b) - worth(a))[0] ?? []
}

/** How many measures are tried out at once, and how often a line is begun anew. */
const [POOL, TRIES] = [44, 6]

/**
 * A line of reading for a class in unison: notes that every seat has learned, singable (steps before skips, a keynote to end
 * on, one highest place), with what is to be trained in it, and as even as can be found. The same seed gives the same line.
 * Null where the class has no three notes of the key in common.
 */
export function writeLine(klass: ClassSettings, order: LineOrder): WrittenLine | null {
  const seats = seatsOf(klass)
  const whom = seats.map((seat) => ({ seat, ...settingsFor(klass, emptyPlan(), seat) }))
  const common = commonNotes(whom, order.key)
  if (!common) return null
  const notes = order.train === 'one string' ? onOneString(whom, common.octaves, common.notes, order.key) : common.notes
  if (notes.length < 2) return null
  const plan: Plan = { ...emptyPlan(), octaves: common.octaves }
  const known = new Set(whom[0].learned.rhythms.filter((r) => whom.every((w) => w.learned.rhythms.includes(r))))
  const chance = chanceFrom(order.seed * 7919 + order.measures)
  const title = `Line in ${keyName(order.key)}, ${order.seed}`
  let best: WrittenLine | null = null
  for (let tries = 0; tries < TRIES; tries++) {
    const cells = composed(klass, order, notes, plan, known, chance)
    const piece = pieceOf(order, title, cells, notes)
    const ensemble = ensembleMapper()(piece, plan, klass)
    const loads = Object.fromEntries(mapsOf(ensemble).map((m) => [m.seat.id, loadOf(piece, m).byMeasure]))
    const evenness = evennessOf(loads)
    const sound =
      mapsOf(ensemble).every((m) => m.problems.length === 0) &&
      trains(piece, ensemble, order.train) &&
      isSingable(piece, notes, order.train)
    const holds = sound && evenness.figure >= EVEN
    if (!best || (sound && (!best.sound || evenness.figure > best.evenness.figure)))
      best = { piece, plan, ensemble, evenness, sound, holds }
    if (holds) break
  }
  return best
}

/** Measures put together out of a pool that was mapped once: each as even as can be, and leading on to the next. */
function composed(
  klass: ClassSettings,
  order: LineOrder,
  notes: readonly Pitch[],
  plan: Plan,
  known: ReadonlySet<Rhythm>,
  chance: () => number,
): Cell[] {
  const home = tonic(order.key)
  const homes = notes.flatMap((p, i) => (p.letter === home.letter ? [i] : []))
  const end = homes[0] ?? 0
  const skips = order.train === 'skips' ? 0.5 : 0.15
  const pool = Array.from({ length: POOL }, (): Cell => {
    const values = rhythmFor(chance, order.meter, known, order.train === 'rhythm')
    return { values, at: walk(chance, values.length, Math.floor(chance() * notes.length), notes, skips) }
  })
  const whole = measureTicks(order.meter)
  const last = lastValues(whole, known)
  const closes: Cell[] = last.map((values) => ({ values, at: values.map(() => end) }))
  const all = [...pool, ...closes]
  const piece = pieceOf(order, 'pool', all, notes)
  const maps = mapsOf(ensembleMapper()(piece, plan, klass))
  const loads = maps.map((m) => loadOf(piece, m).byMeasure)
  const top = (c: Cell): number => Math.max(...c.at)
  const goal = Math.floor(order.measures * 0.6)
  const cost = (k: number): number => {
    const here = loads.map((l) => l[k] ?? 0)
    const most = Math.max(...here)
    const mean = here.reduce((a, b) => a + b, 0) / here.length
    return 3 * (most - mean)
  }
  const met = order.train === 'crossing' || order.train === 'rhythm' ? metIn(piece, maps, order.train) : null
  const trained = met ? pool.flatMap((_, k) => (met.has(k) ? [k] : [])) : []
  const jitter = all.map(() => chance() * 0.8)
  const used = new Set<number>()
  const chosen: number[] = []
  // Phrase by phrase, no measure twice: what was used is out of the pool for the next.
  for (let from = 0; from < order.measures; from += PHRASE) {
    const columns = Array.from({ length: PHRASE }, (_, i): readonly number[] => {
      const at = from + i
      if (at === order.measures - 1) return closes.map((_, k) => POOL + k)
      const free = pool.flatMap((_, k) => (used.has(k) ? [] : [k]))
      const wanted = i === 1 ? free.filter((k) => trained.includes(k)) : []
      return wanted.length > 0 ? wanted : free
    })
    const before = chosen.at(-1)
    const lead = (a: number, b: number, at: number): number => {
      const far = Math.abs(all[a].at.at(-1)! - all[b].at[0])
      const close = at === order.measures - 1 && far !== 1 ? 2 : 0
      return (a === b ? 6 : 0) + (far === 0 ? 0.4 : far === 1 ? 0 : far === 2 ? 0.6 : 4 * far) + close
    }
    const phrase = (free: readonly (readonly number[])[]) =>
      cheapest(
        free,
        (k, i) => {
          const at = from + i
          const c = all[k]
          const begins = at === 0 && !homes.includes(c.at[0]) ? 1.5 : 0
          const peak = at === goal ? -0.3 * top(c) : 0.1 * top(c)
          const still = new Set(c.at).size === 1 && c.at.length > 1 && at < order.measures - 1 ? 2 : 0
          return cost(k) + begins + peak + still + jitter[k] + (i === 0 && before !== undefined ? lead(before, k, at) : 0)
        },
        (a, b, i) => lead(a, b, from + i),
      )
    for (const k of withoutAgain(columns, phrase)) {
      used.add(k)
      chosen.push(k)
    }
  }
  return chosen.map((k) => all[k])
}

/** A way through columns in which nothing comes twice: where it does, it is taken out of the later column and the way is looked for anew. */
function withoutAgain(
  columns: readonly (readonly number[])[],
  way: (columns: readonly (readonly number[])[]) => number[] | null,
): number[] {
  let free = columns
  let found = way(free) ?? columns.map((c) => c[0])
  for (let n = 0; n < 2 * columns.length; n++) {
    const again = found.findIndex((k, i) => found.indexOf(k) < i && free[i].length > 1)
    if (again < 0) break
    const out = found[again]
    free = free.map((c, i) => (i === again ? c.filter((k) => k !== out) : c))
    found = way(free) ?? found
  }
  return found
}

/** Measures of a phrase. */
const PHRASE = 4

/** How a last measure may go: one long note, or two. */
function lastValues(whole: number, known: ReadonlySet<Rhythm>): Value[][] {
  const long = [v('whole'), v('half', 1), v('half'), v('quarter', 1)].find((x) => ticksOf(x) === whole)
  const allowed =
    long && (long.base !== 'whole' || known.has('whole')) && (long.base !== 'half' || long.dots === 0 || known.has('dotted half'))
  if (long && allowed) return [[long]]
  const half = [v('half'), v('quarter')].find((x) => ticksOf(x) * 2 === whole)
  return half ? [[half, half]] : [Array.from({ length: Math.round(whole / ticksOf(v('quarter'))) }, () => v('quarter'))]
}
