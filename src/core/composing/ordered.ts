import { comesHome, isHeardInKey, secondStrong } from './ofKey'
import { FIRST } from '../instruments/instrument'
import type { Rhythm } from '../instruments/reads'
import { alterIn, keyName, tonic, type Key } from '../music/key'
import { stepsOf, type Pitch } from '../music/pitch'
import { measureTicks, ticksOf, type Meter } from '../music/time'
import { PIECE_VERSION, type Line, type Measure, type Piece, type PieceEvent } from '../piece/piece'
import { sayFirst } from '../words/en/digest'
import { settingsFor, type ClassSettings } from '../plan/class'
import { ensembleMapper, mapsOf, type Ensemble } from '../balance/ensemble'
import { evennessOf, type Evenness } from '../balance/evenness'
import { loadOf } from '../balance/load'
import { emptyPlan, type Plan } from '../plan/plan'
import { seatsOf, type EverySeat } from '../seats/seat'
import { lastValues, rhythmFor, walk, type TuneMeasure } from './tuneMeasure'
import { chanceFrom } from './chance'
import { cheapest } from './cheapest'
import { commonNotes, onOneString, otherForm } from './commonNotes'
import { hardest, isSingable, trainedIn, trains, type Train } from './trains'

/** How long a line is, in measures. */
export const LINE_LENGTHS = [4, 8, 16] as const

export type LineOrder = {
  readonly key: Key
  readonly meter: Meter
  readonly measures: (typeof LINE_LENGTHS)[number]
  readonly train: Train
  readonly seed: number
  /** How much each seat has to do, of what this class can: from 0, the easiest, to 2. */
  readonly wish?: Wish
}

export const WISHES = [0, 1, 2] as const
export type Wish = (typeof WISHES)[number]
/** Which part of the measures that were tried asks for less than what is wished. */
const WISHED: Readonly<Record<Wish, number>> = { 0: 0.05, 1: 0.5, 2: 1 }
export const USUAL: Wish = 1

/** A line that was written: a piece of its own with the octave of each seat, mapped; and whether all that was asked for holds. */
export type WrittenLine = {
  readonly piece: Piece
  readonly plan: Plan
  readonly ensemble: Ensemble
  readonly evenness: Evenness
  /** It is singable, learned, and trains what was asked; and with that even. */
  readonly sound: boolean
  readonly holds: boolean
  /** Easier or harder was wished, and none was found that is. */
  readonly asUsual?: true
}

/** From here on a line counts as even. */
export const EVEN = 0.85

/** The notes of a line: those of the key, and the other form of one of them, where all have learned it. */
type Notes = { readonly own: readonly Pitch[]; readonly other: Pitch | null }

/** A note of a measure: in its other form where the measure has it. */
const noteOf = ({ own, other }: Notes, cell: TuneMeasure, at: number): Pitch =>
  cell.other && other && stepsOf(own[at]) === stepsOf(other) ? other : own[at]

const line = (cells: readonly TuneMeasure[], notes: Notes): Line => {
  let n = 0
  const measures = cells.map((c, i): Measure => ({
    number: `${i + 1}`,
    events: c.values.map((value, k): PieceEvent => ({ kind: 'note', id: `w${n++}`, value, heads: [{ pitch: noteOf(notes, c, c.at[k]) }] })),
  }))
  return { name: 'A', clef: 'treble', measures, slurs: [] }
}

const pieceOf = ({ key, meter }: LineOrder, title: string, cells: readonly TuneMeasure[], notes: Notes): Piece => ({
  version: PIECE_VERSION,
  title,
  key,
  meter,
  tempo: 72,
  lines: [line(cells, notes)],
})

/** How a measure is chosen: what a point of unevenness beyond the aim counts, one away from the usual load, and from one that is wished; how even is aimed at, above what must be. From here on a measure is a trap. */
const [UNEVEN, NEAR, WISHING, AIM, HARD] = [3, 0.35, 0.8, 0.92, 0.35]

/** How many measures are tried out at once, and how often a line is begun anew, how often where none was what was asked, and how many measures are changed for others after it was mapped. */
const [POOL, TRIES, UNSOUND, SWAPS] = [48, 8, 6, 9]
/** How often the same measures are put together and mapped before others are tried, how often until they can be sung; and how loud chance speaks. */
const [SHAKES, UNTIL_SUNG, JITTER] = [2, 6, 0.8]
/** How many swaps are looked at for one with which a line can be sung. */
const LOOKED_AT = 60
/** How many of the measures tried out have a rhythm that is answered: of one measure, or of two. */
const ANSWERS = 26

/**
 * A line of reading for a class in unison: notes that every seat has learned, singable (steps before skips, a keynote to end
 * on, one highest place) and heard in its key (`ofKey.ts`), with what is to be trained in it, and as even as can be found. The same seed gives the same line.
 * Null where the class has too few notes of the key in common for a tune.
 */
export function writeLine(klass: ClassSettings, order: LineOrder): WrittenLine | null {
  const { wish = USUAL } = order
  const usual = written(klass, { ...order, wish: USUAL })
  if (!usual || wish === USUAL) return usual
  const made = written(klass, order)
  // Easier is never more than the usual one of this number, harder never less.
  return made && (!usual.holds || (made.holds && wishedMore(wish, made, usual))) ? made : { ...usual, asUsual: true }
}

function written(klass: ClassSettings, order: LineOrder): WrittenLine | null {
  const seats = seatsOf(klass)
  const whom = seats.map((seat) => ({ seat, ...settingsFor(klass, emptyPlan(), seat) }))
  const common = commonNotes(whom, order.key)
  if (!common) return null
  const notes = order.train === 'one string' ? onOneString(whom, common.octaves, common.notes, order.key) : common.notes
  if (notes.length < 2) return null
  const plan: Plan = { ...emptyPlan(), octaves: common.octaves }
  const all: Notes = { own: notes, other: order.train === 'two forms' ? otherForm(whom, common.octaves, notes, order.key) : null }
  const known = new Set(whom[0].learned.rhythms.filter((r) => whom.every((w) => w.learned.rhythms.includes(r))))
  const chance = chanceFrom(order.seed * 7919 + order.measures)
  const title = `Line in ${keyName(order.key)}, ${order.seed}`
  /** What is heard without a map: before any is made. */
  const isSung = (piece: Piece): boolean => isSingable(piece, notes, order.train) && isHeardInKey(piece, notes)
  const sings = (cells: readonly TuneMeasure[]): boolean => isSung(pieceOf(order, title, cells, all))
  const weighed = (cells: readonly TuneMeasure[]): Weighed => {
    const piece = pieceOf(order, title, cells, all)
    const ensemble = ensembleMapper()(piece, plan, klass)
    const maps = mapsOf(ensemble)
    const loads = maps.map((m) => loadOf(piece, m).byMeasure)
    const evenness = evennessOf(Object.fromEntries(maps.map((m, i) => [m.seat.id, loads[i]])))
    const sound =
      maps.every((m) => m.problems.length === 0 && m.notes.every((n) => n.hold.open || n.hold.position === FIRST)) &&
      trains(piece, ensemble, order.train) &&
      isSung(piece)
    return {
      line: { piece, plan, ensemble, evenness, sound, holds: sound && evenness.figure >= EVEN },
      tasks: tasksOf(loads, cells.length),
    }
  }
  let best: WrittenLine | null = null
  const wish = order.wish ?? USUAL
  let kept = 0
  for (let tries = 0; tries < (best?.sound === false ? UNSOUND : TRIES) && kept < ENOUGH[wish]; tries++) {
    const stock = stockOf(klass, order, all, plan, known, chance)
    for (let shaken = 0; shaken < SHAKES && kept < ENOUGH[wish]; shaken++) {
      if (shaken > 0) stock.shake(shaken)
      let chosen = composed(order, stock)
      for (let n = 1; n < UNTIL_SUNG && !sings(cellsOf(stock, chosen)); n++) {
        stock.shake(shaken)
        chosen = composed(order, stock)
      }
      let now = weighed(cellsOf(stock, chosen))
      const tried = new Set<string>()
      for (let n = 0; n < SWAPS && (!now.line.holds || wish !== USUAL); n++) {
        const swap = swapped(order, stock, chosen, now.tasks, tried, sings)
        if (!swap) break
        const next = weighed(cellsOf(stock, swap))
        // Once all of the order is kept it is made easier, or harder, as it is wished.
        const isWanted = now.line.holds ? next.line.holds && wishedMore(wish, next.line, now.line) : isBetter(next.line, now.line)
        if (isWanted) [chosen, now] = [swap, next]
      }
      if (!best || (now.line.holds && best.holds ? wishedMore(wish, now.line, best) : isBetter(now.line, best))) best = now.line
      // One of a stock is enough where several are wished for: others of it are like it.
      if (now.line.holds) {
        kept++
        break
      }
    }
  }
  return best
}

/** What the heaviest seat and the mean seat have to do in a measure, in points. */
type Task = { readonly most: number; readonly mean: number }
const tasksOf = (loads: readonly (readonly number[])[], measures: number): Task[] =>
  Array.from({ length: measures }, (_, k) => {
    const here = loads.map((l) => l[k] ?? 0)
    return { most: Math.max(...here), mean: here.reduce((a, b) => a + b, 0) / here.length }
  })

type Weighed = { readonly line: WrittenLine; readonly tasks: readonly Task[] }

/** How many lines that keep everything are written before one is chosen: where more or less is wished the one that has most, or least, of it. */
const ENOUGH: Readonly<Record<Wish, number>> = { 0: 2, 1: 1, 2: 2 }

const meanOf = ({ evenness }: WrittenLine): number => {
  const all = Object.values(evenness.bySeat)
  return all.reduce((a, b) => a + b, 0) / all.length
}
const wishedMore = (wish: Wish, a: WrittenLine, b: WrittenLine): boolean =>
  wish === 0 ? meanOf(a) < meanOf(b) : wish === 2 && meanOf(a) > meanOf(b)

/** Sound before not, then the more even. */
const isBetter = (a: WrittenLine, b: WrittenLine): boolean => (a.sound !== b.sound ? a.sound : a.evenness.figure > b.evenness.figure)

/** Measures that were tried out all at once: what each costs, how one leads to another, and which may stand where. */
type Stock = {
  readonly cells: readonly TuneMeasure[]
  readonly cost: (task: Task) => number
  readonly tasks: readonly Task[]
  readonly lead: (a: number, b: number, at: number) => number
  readonly own: (k: number, at: number) => number
  /** Lets chance speak anew, louder each time: the same measures are put together otherwise. */
  readonly shake: (times: number) => void
  /** The measures that may stand at a place, of those that are free. */
  readonly open: (at: number, free: readonly number[]) => readonly number[]
}

const cellsOf = ({ cells }: Stock, chosen: readonly number[]): TuneMeasure[] => chosen.map((k) => cells[k])

/** A pool of measures, mapped once. */
function stockOf(klass: ClassSettings, order: LineOrder, all: Notes, plan: Plan, known: ReadonlySet<Rhythm>, chance: () => number): Stock {
  const { own: notes } = all
  const home = tonic(order.key)
  const homes = notes.flatMap((p, i) => (p.letter === home.letter ? [i] : []))
  const end = homes[0] ?? 0
  const skips = order.train === 'skips' ? 0.5 : 0.15
  // Two measures that are answered in the middle: many to choose from in the rhythm of each.
  const answered = [0, 1].map(() => rhythmFor(chance, order.meter, known, order.train === 'rhythm'))
  const motifAt = (k: number): number => (order.measures > PHRASE && k < ANSWERS ? Math.floor((k * answered.length) / ANSWERS) : -1)
  const pool = Array.from({ length: POOL }, (_, k): TuneMeasure => {
    const values = answered[motifAt(k)] ?? rhythmFor(chance, order.meter, known, order.train === 'rhythm')
    const at = walk(chance, values.length, Math.floor(chance() * notes.length), notes, skips)
    return { values, at, ...(all.other && chance() < 0.4 ? { other: true } : {}) }
  })
  const closes = lastValues(measureTicks(order.meter), known).map((values): TuneMeasure => ({ values, at: values.map(() => end) }))
  const cells = [...pool, ...closes]
  const piece = pieceOf(order, 'pool', cells, all)
  const maps = mapsOf(ensembleMapper()(piece, plan, klass))
  const tasks = tasksOf(
    maps.map((m) => loadOf(piece, m).byMeasure),
    cells.length,
  )
  const wished = tasks
    .slice(0, POOL)
    .map((t) => t.mean)
    .sort((a, b) => a - b)[Math.floor(WISHED[order.wish ?? USUAL] * (POOL - 1))]
  const met =
    order.train === 'crossing' || order.train === 'rhythm' || order.train === 'two forms' ? trainedIn(piece, maps, order.train) : null
  const hard = order.train === 'trap' ? hardest(piece, maps) : null
  const jitter = cells.map(() => chance() * JITTER)
  const goal = Math.floor(order.measures * 0.6)
  const last = order.measures - 1
  const half = order.measures / 2
  /** Whether a measure has the keynote on its first or, inside it, its second strong beat. */
  const isHome = ({ values, at }: TuneMeasure): boolean => {
    let into = 0
    return values.some((value, i) => {
      const strong = into === 0 || into === secondStrong({ meter: order.meter })
      into += ticksOf(value)
      return strong && homes.includes(at[i])
    })
  }
  const altered = (i: number): boolean => alterIn(order.key, notes[i].letter) !== 0
  return {
    cells,
    tasks,
    // Below nothing where a measure is more even than a line must be: it makes up for another (Dinkelbach's way with a ratio).
    cost: ({ most, mean }) =>
      UNEVEN * (AIM * most - mean) + (order.wish === undefined || order.wish === USUAL ? NEAR : WISHING) * Math.abs(mean - wished),
    lead: (a, b, at) => {
      const [before, after] = [cells[a].at.at(-1)!, cells[b].at[0]]
      const far = Math.abs(before - after)
      const close = at === last && homes.length > 0 && !comesHome(order.key, notes[before], notes[after]) ? 6 : 0
      return (a === b ? 6 : 0) + (far === 0 ? 0.4 : far === 1 ? 0 : far === 2 ? 0.6 : 4 * far) + close
    },
    own: (k, at) => {
      const c = cells[k]
      const top = Math.max(...c.at)
      const begins = at === 0 && homes.length > 0 && !isHome(c) ? 6 : 0
      const signed = c.at.some(altered) ? -0.3 : 0
      const peak = at === goal ? -0.3 * top : 0.1 * top
      const still = new Set(c.at).size === 1 && c.at.length > 1 && at < last ? 2 : 0
      return begins + signed + peak + still + jitter[k]
    },
    shake: (times) => {
      cells.forEach((_, k) => (jitter[k] = chance() * JITTER * (1 + times)))
    },
    open: (at, free) => {
      if (at === last) return closes.map((_, k) => POOL + k)
      const motif = order.measures <= PHRASE ? -1 : at === 0 || at === half ? 0 : at === 1 || at === half + 1 ? 1 : -1
      const trained = hard
        ? free.filter((k) => (at === last - 1 ? hard[k] >= HARD : hard[k] < HARD))
        : met && at % PHRASE === 1
          ? free.filter((k) => met.has(k))
          : []
      const wanted = trained.length > 0 ? trained : free
      const answering = motif < 0 ? [] : wanted.filter((k) => motifAt(k) === motif)
      return answering.length > 0 ? answering : wanted
    },
  }
}

/** Measures of a pool put together: each as even as can be, and leading on to the next. Phrase by phrase, no measure twice. */
function composed(order: LineOrder, { cost, tasks, own, lead, open }: Stock): number[] {
  const chosen: number[] = []
  for (let from = 0; from < order.measures; from += PHRASE) {
    const free = Array.from({ length: POOL }, (_, k) => k).filter((k) => !chosen.includes(k))
    const columns = Array.from({ length: PHRASE }, (_, i) => open(from + i, free))
    const before = chosen.at(-1)
    const phrase = (of: readonly (readonly number[])[]) =>
      cheapest(
        of,
        (k, i) => cost(tasks[k]) + own(k, from + i) + (i === 0 && before !== undefined ? lead(before, k, from) : 0),
        (a, b, i) => lead(a, b, from + i),
      )
    chosen.push(...withoutAgain(columns, phrase))
  }
  return chosen
}

/** The same with one measure changed for another of the pool: that which promises most against what the line really asks, of those with which it can be sung; null when all were tried. */
function swapped(
  order: LineOrder,
  stock: Stock,
  chosen: readonly number[],
  real: readonly Task[],
  tried: Set<string>,
  sings: (cells: readonly TuneMeasure[]) => boolean,
): number[] | null {
  const { cost, tasks, own, lead, open } = stock
  const free = Array.from({ length: POOL }, (_, k) => k).filter((k) => !chosen.includes(k))
  const swaps = chosen.slice(0, order.measures - 1).flatMap((was, i) => {
    const beside = (k: number): number =>
      own(k, i) + (i > 0 ? lead(chosen[i - 1], k, i) : 0) + (i + 1 < chosen.length ? lead(k, chosen[i + 1], i + 1) : 0)
    const now = cost(real[i]) + beside(was)
    return open(i, free)
      .filter((k) => !tried.has(`${i} ${k}`))
      .map((k) => ({ i, k, gain: now - cost(tasks[k]) - beside(k) }))
  })
  const into = ({ i, k }: { i: number; k: number }): number[] => chosen.map((was, n) => (n === i ? k : was))
  swaps.sort((a, b) => b.gain - a.gain)
  const best = swaps.slice(0, LOOKED_AT).find((s) => sings(cellsOf(stock, into(s)))) ?? swaps.at(0)
  if (!best) return null
  tried.add(`${best.i} ${best.k}`)
  return into(best)
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

/** A line as it is offered: the piece with the octave of each seat, how even it is, points of each seat, what is said first, and whether it is as it was asked. */
export type OrderedLine = {
  readonly piece: Piece
  readonly plan: Plan
  readonly evenness: number
  readonly bySeat: EverySeat<number>
  readonly things: readonly string[]
  readonly sound: boolean
  readonly holds: boolean
  readonly asUsual: boolean
}

/** Of the first things to say about a line, as many as are told. */
const MOST_THINGS = 4

/** {@link writeLine} as plain values, with what is said of it first in the words of the class. */
export function orderedLine(klass: ClassSettings, order: LineOrder): OrderedLine | null {
  const made = writeLine(klass, order)
  if (!made) return null
  const { piece, plan, ensemble, evenness, sound, holds, asUsual = false } = made
  const things = sayFirst(piece, mapsOf(ensemble), plan.spots, klass).map((t) => t.text)
  return { piece, plan, evenness: evenness.figure, bySeat: evenness.bySeat, things: things.slice(0, MOST_THINGS), sound, holds, asUsual }
}

/** What a line that trains something has. */
const HAS: Readonly<Record<Train, string>> = {
  plain: '',
  crossing: 'has string crossings, ',
  skips: 'has a skip in every other measure, ',
  rhythm: 'has more than quarters, halves and whole notes, ',
  'one string': 'is played on one string by every seat, ',
  'two forms': 'has one letter in two forms, ',
  trap: 'has a surprise at the end, ',
}

/** What of its order a line does not keep; null where it keeps all. */
export function sayShort(
  { sound, holds, asUsual }: Pick<OrderedLine, 'sound' | 'holds' | 'asUsual'>,
  { train, wish = USUAL }: Pick<LineOrder, 'train' | 'wish'>,
): string | null {
  if (!sound)
    return `We found no line that ${HAS[train]}can be sung and stays in first position. This is the closest. Try another number or key.`
  if (asUsual && holds)
    return `There’s no ${wish === 0 ? 'easier' : 'harder'} line for this number, so this is the usual one. Try another number.`
  return holds ? null : 'Some seats have more to do than others. It is the most even line for this number.'
}
