import { FIRST } from '../instruments/instrument'
import type { Rhythm } from '../instruments/reads'
import { keyName, tonic, type Key } from '../music/key'
import type { Pitch } from '../music/pitch'
import { measureTicks, ticksOf, type Meter, type Value } from '../music/time'
import { PIECE_VERSION, type Line, type Measure, type Piece, type PieceEvent } from '../piece/piece'
import { asClassSays } from '../reading/asClassSays'
import { digestOf } from '../reading/digest/digest'
import { readersOf } from '../reading/digest/readers'
import { settingsFor, type ClassSettings } from '../seats/class'
import { ensembleMapper, mapsOf, type Ensemble } from '../seats/ensemble'
import { evennessOf, type Evenness } from '../seats/evenness'
import { loadOf } from '../seats/load'
import { emptyPlan, type Plan } from '../seats/plan'
import { seatsOf, type EverySeat } from '../seats/seat'
import { chanceFrom, oneOf } from './chance'
import { cheapest } from './cheapest'
import { commonNotes, onOneString } from './commonNotes'
import { isSingable, metIn, trains, type Train } from './trains'

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

/** From here on a line counts as even. */
export const EVEN = 0.85

const v = (base: Value['base'], dots = 0): Value => ({ base, dots })

/** Rhythms of a beat or more, with what has to be learned for each; the quarter stands there twice, to come as often as two others. */
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
      mapsOf(ensemble).every((m) => m.problems.length === 0 && m.notes.every((n) => n.hold.open || n.hold.position === FIRST)) &&
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

/** A line as it is offered: the piece with the octave of each seat, how even it is, points of each seat, what is said first, and whether it is as it was asked. */
export type OrderedLine = {
  readonly piece: Piece
  readonly plan: Plan
  readonly evenness: number
  readonly bySeat: EverySeat<number>
  readonly things: readonly string[]
  readonly sound: boolean
  readonly holds: boolean
}

/** Of the first things to say about a line, as many as are told. */
const MOST_THINGS = 4

/** {@link writeLine} as plain values, with what is said of it first in the words of the class. */
export function orderedLine(klass: ClassSettings, order: LineOrder): OrderedLine | null {
  const made = writeLine(klass, order)
  if (!made) return null
  const { piece, plan, ensemble, evenness, sound, holds } = made
  const things = digestOf(readersOf(piece, mapsOf(ensemble), plan.spots, klass.spots, klass.reads)).map(
    (t) => asClassSays(klass.talk, t).text,
  )
  return { piece, plan, evenness: evenness.figure, bySeat: evenness.bySeat, things: things.slice(0, MOST_THINGS), sound, holds }
}

/** What a line that trains something has. */
const HAS: Readonly<Record<Train, string>> = {
  plain: '',
  crossing: 'has a crossing of strings, ',
  skips: 'has a skip in every other measure, ',
  rhythm: 'has more than quarters, halves and whole notes, ',
  'one string': 'is played on one string by every seat, ',
}

/** What of its order a line does not keep; null where it keeps all. */
export function sayShort({ sound, holds }: Pick<OrderedLine, 'sound' | 'holds'>, { train }: Pick<LineOrder, 'train'>): string | null {
  if (!sound)
    return `No line was found that ${HAS[train]}can be sung and stays in first position, out of what this class has learned. This is the nearest; try another number or key.`
  return holds ? null : `It is less than ${100 * EVEN} % even: the most even that was found for this number.`
}
