import { count } from '../count'
import { capital, sayList } from '../names'
import { measureTicks, QUARTER } from '../music/time'
import { USUAL_TEMPO } from '../performance/tempo'
import type { Practised } from '../drills/practised'
import { dayNumber, sayWeekday, type Day } from '../plan/calendar'
import { carriedTo } from './carried'
import { chunksOf, type Chunk, type Cut } from './chunks'

/** A piece or an exercise that is learned. */
export type Learning = {
  readonly id: string
  readonly title: string
  readonly chunks: readonly Chunk[]
  /** Seconds that a measure takes at the tempo of the piece, by index. */
  readonly seconds: readonly number[]
  /** Quarter notes a minute in the end. */
  readonly tempo: number
  /** Titles of what it prepares: what is hard there is hard here too, and less of it. */
  readonly prepares: readonly string[]
}

/** What was done with a chunk on a day: how often clean, how often with a slip, and at which tempo. */
export type Done = {
  readonly day: Day
  readonly piece: string
  readonly chunk: string
  readonly clean: number
  readonly slips: number
  readonly tempo: number | null
}

/** What a day's item is. */
export const ITEM_KINDS = ['new', 'join', 'review', 'run-through'] as const
export type ItemKind = (typeof ITEM_KINDS)[number]

export type PlanItem = {
  /** The same for the same task of a plan, so that a teacher can move it. */
  readonly id: string
  readonly kind: ItemKind
  readonly piece: string
  readonly chunk: string
  /** Measures by index. */
  readonly from: number
  readonly to: number
  readonly minutes: number
  /** How often in a row it is to be clean. */
  readonly times: number
  readonly tempo: number
  readonly text: string
}
export type PlanDay = { readonly date: Day; readonly minutes: number; readonly items: readonly PlanItem[] }

/** A plan: its days, what does not fit, and what would make it fit; null: it all fits. */
export type DayPlan = {
  readonly days: readonly PlanDay[]
  readonly left: readonly { readonly piece: string; readonly says: string; readonly kind: Chunk['kind'] }[]
  readonly problem: string | null
}

export type PlanAsk = {
  readonly learnings: readonly Learning[]
  readonly days: readonly Day[]
  readonly minutes: number
  /** What has been done so far. The plan begins after it. */
  readonly done?: readonly Done[]
  /** Tasks that the teacher has put on a day, by their id. */
  readonly moved?: Readonly<Record<string, Day>>
}

/** What was sure is met again after so many days, each time it stays sure. Common practice. */
export const GAPS = [2, 4, 8] as const
/** The part of the tempo at which a chunk is met the first time, and each time again. */
const TEMPI = [0.6, 0.75, 0.9, 1] as const
/** Clean times in a row: three, up to five for what is hard. Common practice. */
const [FEWEST, MOST] = [3, 5]
/** A point of load beyond which a measure is worth a fourth and a fifth time. */
const WORTH_MORE = 8
/** Minutes to set out for a task, and how many tries a clean time takes. From memory. */
const [SETTING, TRIES] = [0.3, 1.4]
/** The part of the days, at the end, that is for running through; and the part of the others by which all has been met once. From memory. */
const [LAST, MET_BY] = [0.15, 0.6]

/** A piece made ready to be planned; `others`: what it may prepare. */
export function learningOf(id: string, c: Practised, cut: Cut = {}, prepares: readonly string[] = []): Learning {
  const tempo = c.piece.tempo ?? USUAL_TEMPO
  return {
    id,
    title: c.piece.title,
    chunks: chunksOf(c, cut),
    seconds: c.measures.map((m) => ((measureTicks(m.meter) / QUARTER) * 60) / tempo),
    tempo,
    prepares,
  }
}

/** Clean times in a row that a chunk asks for. */
export const timesFor = ({ load, from, to }: Pick<Chunk, 'load' | 'from' | 'to'>): number =>
  Math.min(MOST, FEWEST + Math.floor(load / (to - from + 1) / WORTH_MORE))

const toTenth = (x: number): number => Math.round(x * 10) / 10

/** Minutes that a chunk takes at a part of its tempo, so often. To a tenth. */
function minutesFor(l: Learning, chunk: Chunk, part: number, times: number): number {
  const seconds = l.seconds.slice(chunk.from, chunk.to + 1).reduce((a, b) => a + b, 0)
  return toTenth(SETTING + (seconds * times * TRIES) / part / 60)
}

/** How a chunk stands: never met; met so often, last on a day, and due again on one. */
type Standing = {
  readonly met: number
  readonly last: number
  readonly due: number
  readonly sure: boolean
  readonly recorded: boolean
  readonly slipped: boolean
  /** The tempo of the last time, recorded or planned; null: recorded without one. */
  readonly tempo: number | null
}

/** How a chunk stands after one more time. What was not clean comes back the next day, as if it had been met once. */
function after(before: Standing | undefined, day: number, sure: boolean, how: Pick<Standing, 'recorded' | 'slipped' | 'tempo'>): Standing {
  const met = sure ? (before?.met ?? 0) + 1 : Math.min(1, before?.met ?? 0)
  const gap = sure ? GAPS[Math.min(Math.max(met - 1, 0), GAPS.length - 1)] : 1
  return { ...how, met: Math.max(1, met), last: day, due: day + gap, sure }
}

/**
 * The part of the tempo at which a chunk comes next: the step above what was reached where it was sure, the step below where
 * it was not. Without a tempo by how often it was met. Common practice.
 */
function partFor({ tempo }: Learning, s: Standing | undefined): number {
  if (!s?.tempo) return TEMPI[Math.min(s?.met ?? 0, TEMPI.length - 1)]
  // The planned tempo is a whole number: what was reached is a step if it is within a beat of it.
  const [least, most] = [(s.tempo - 1) / tempo, (s.tempo + 1) / tempo]
  return (s.sure ? TEMPI.find((t) => t > most) : TEMPI.findLast((t) => t < least)) ?? (s.sure ? 1 : TEMPI[0])
}

/** Whether it went as it should: clean as often as asked, and no slip after. */
export const wasSure = (d: Pick<Done, 'clean' | 'slips'>): boolean => d.clean >= FEWEST && d.slips <= d.clean / 3

/**
 * A plan day by day, over several pieces in one budget of minutes: what is due again first, then what joins what is known,
 * then what is new, the hardest places early, a piece that prepares another before it; run-throughs at the end. New work is
 * spread evenly over the days that there are for it. The same is always planned; what was recorded and what the teacher has
 * moved stands, and the rest goes around it.
 */
export function planDays(ask: PlanAsk): DayPlan {
  const { learnings, days, minutes, done = [], moved = {} } = ask
  if (days.length === 0) return { days: [], left: [], problem: 'There is no day to practise on between these dates.' }
  const made = schedule(ask)
  if (made.left.length === 0) return { ...made, problem: null }
  const fits = (tried: Partial<PlanAsk>) => schedule({ learnings, days, minutes, done, moved, ...tried }).left.length === 0
  return { ...made, problem: sayProblem(ask, made.left, fits) }
}

/** What does not fit, and what would make it fit. */
function sayProblem({ learnings, minutes, days }: PlanAsk, left: DayPlan['left'], fits: (tried: Partial<PlanAsk>) => boolean): string {
  const what = left.filter((x) => x.kind === 'chunk')
  const head = what.length
    ? `${capital(sayList(what.slice(0, 3).map((x) => `${x.says.toLowerCase()} of ${x.piece}`)))}${what.length > 3 ? ` and ${what.length - 3} more` : ''} ${what.length === 1 ? 'is' : 'are'} not reached in ${count(days.length, 'day')} of ${count(minutes, 'minute')}.`
    : `All is learned, but not all is joined in ${count(days.length, 'day')} of ${count(minutes, 'minute')}.`
  const more = [1.25, 1.5, 2, 3, 4].map((f) => Math.ceil(minutes * f)).find((m) => fits({ minutes: m }))
  const ways: string[] = []
  if (more) ways.push(`${more} minutes a day`)
  const chunks = learnings.reduce((n, l) => n + l.chunks.filter((x) => x.kind === 'chunk').length, 0)
  const fewer = new Set(what.map((x) => x.piece))
  if (what.length && what.length < chunks)
    ways.push(`${count(chunks - what.length, 'part')} of ${chunks} only${fewer.size === 1 ? ` (less of ${[...fewer][0]})` : ''}`)
  const fit = ways.length ? ` What would make it fit: ${ways.join(', or ')}.` : ''
  return `${head}${fit}`
}

/** A chunk of a piece as a task: what must be known before, and what it lies in, by key. */
type Task = {
  readonly l: Learning
  readonly chunk: Chunk
  readonly key: string
  readonly after: readonly string[]
  readonly inside: readonly string[]
}

const tasksOf = (l: Learning): Task[] =>
  l.chunks.map((chunk) => ({
    l,
    chunk,
    key: `${l.id} ${chunk.id}`,
    after: chunk.after.map((id) => `${l.id} ${id}`),
    inside: l.chunks.flatMap((x) =>
      x.kind !== 'whole' && x.id !== chunk.id && x.from <= chunk.from && x.to >= chunk.to ? [`${l.id} ${x.id}`] : [],
    ),
  }))

/** In which order what is new is met: what prepares another piece first; of each piece the hardest first; pieces by turns. */
function orderOf(tasks: readonly Task[]): Map<string, number> {
  const nth = new Map<string, number>()
  const byLoad = tasks.filter((t) => t.chunk.kind === 'chunk').sort((a, b) => b.chunk.load - a.chunk.load || a.key.localeCompare(b.key))
  const turns = byLoad.map((t) => {
    const turn = nth.get(t.l.id) ?? 0
    nth.set(t.l.id, turn + 1)
    return { t, turn }
  })
  const prepares = ({ l }: Task): number => Number(l.prepares.length === 0)
  turns.sort((a, b) => prepares(a.t) - prepares(b.t) || a.turn - b.turn || b.t.chunk.load - a.t.chunk.load)
  return new Map(turns.map(({ t }, i) => [t.key, i]))
}

function schedule({ learnings, days, minutes, done = [], moved = {} }: PlanAsk): Omit<DayPlan, 'problem'> {
  const tasks = learnings.flatMap(tasksOf)
  const byKey = new Map(tasks.map((t) => [t.key, t]))
  const standing = new Map<string, Standing>()
  const carried = learnings.flatMap((l) => carriedTo(l, done))
  for (const d of carried.sort((a, b) => a.day.localeCompare(b.day))) {
    const key = `${d.piece} ${d.chunk}`
    const how = { recorded: true, slipped: d.slips > 0, tempo: d.tempo }
    if (byKey.has(key)) standing.set(key, after(standing.get(key), dayNumber(d.day)!, wasSure(d), how))
  }
  const isKnown = (l: Learning, id: string): boolean => standing.has(`${l.id} ${id}`)
  const fresh = tasks.filter((t) => t.chunk.kind !== 'whole' && !standing.has(t.key))
  const newMinutes = fresh
    .filter((t) => t.chunk.kind === 'chunk')
    .reduce((sum, t) => sum + minutesFor(t.l, t.chunk, TEMPI[0], timesFor(t.chunk)), 0)
  const rank = orderOf(tasks)
  const running = Math.max(1, Math.round(days.length * LAST))
  const learning = Math.max(1, days.length - running)
  const share = newMinutes / Math.max(1, Math.ceil(learning * MET_BY))
  let planned = 0
  const out: PlanDay[] = []

  days.forEach((date, i) => {
    const today = dayNumber(date)!
    const items: PlanItem[] = []
    let room = minutes
    const used = new Set<string>()
    const put = (t: Task, kind: ItemKind, text: string, must = false): boolean => {
      const met = standing.get(t.key)?.met ?? 0
      const part = kind === 'run-through' ? 1 : partFor(t.l, standing.get(t.key))
      const times = kind === 'run-through' ? 1 : kind === 'review' ? FEWEST : timesFor(t.chunk)
      const tempo = Math.round(t.l.tempo * part)
      const takes = minutesFor(t.l, t.chunk, part, times)
      const id = `${t.key} ${kind === 'review' ? `again ${met}` : kind === 'run-through' ? `run ${date}` : kind}`
      const fixed = moved[id]
      if (fixed !== undefined && fixed !== date && days.includes(fixed)) return false
      if (used.has(t.key) || (takes > room + 1e-9 && !must)) return false
      items.push({
        id,
        kind,
        piece: t.l.id,
        chunk: t.chunk.id,
        from: t.chunk.from,
        to: t.chunk.to,
        minutes: takes,
        times,
        tempo,
        text,
      })
      room = toTenth(room - takes)
      used.add(t.key)
      standing.set(t.key, after(standing.get(t.key), today, true, { recorded: false, slipped: false, tempo }))
      return true
    }
    const running_ = i >= learning
    const ready = (t: Task): boolean => t.after.every((key) => standing.has(key))
    // What the teacher has put on this day comes first, whatever else would.
    for (const t of tasks) {
      for (const kind of ['new', 'join'] as const)
        if (moved[`${t.key} ${kind}`] === date && !standing.has(t.key) && kindOf(t) === kind) put(t, kind, sayNew(t, kind), true)
      const again = `${t.key} again ${standing.get(t.key)?.met ?? 0}`
      if (moved[again] === date) put(t, 'review', sayAgain(t, standing.get(t.key)!, today, date), true)
    }
    const met = (l: Learning): boolean => l.chunks.every((x) => x.kind !== 'chunk' || isKnown(l, x.id))
    if (running_)
      for (const t of tasks.filter((x) => x.chunk.kind === 'whole' && met(x.l)))
        put(t, 'run-through', `${t.l.title} from beginning to end, without stopping.`)
    const due = tasks
      .filter((t) => t.chunk.kind !== 'whole' && (standing.get(t.key)?.due ?? Infinity) <= today && !replaced(t, standing))
      .sort(
        (a, b) =>
          Number(standing.get(a.key)!.sure) - Number(standing.get(b.key)!.sure) ||
          standing.get(a.key)!.due - standing.get(b.key)!.due ||
          b.chunk.load - a.chunk.load,
      )
    const joins = tasks.filter(
      (t) => (t.chunk.kind === 'join' || t.chunk.kind === 'line') && !standing.has(t.key) && ready(t) && isRested(t, standing, today),
    )
    const news = tasks.filter((t) => t.chunk.kind === 'chunk' && !standing.has(t.key)).sort((a, b) => rank.get(a.key)! - rank.get(b.key)!)
    // What went wrong comes back before anything else; new work keeps its share of the day.
    for (const t of due.filter((x) => !standing.get(x.key)!.sure)) put(t, 'review', sayAgain(t, standing.get(t.key)!, today, date))
    for (const t of news) {
      if (planned >= share * (i + 1) - 1e-9 && !running_) break
      const before = room
      if (put(t, 'new', sayNew(t, 'new'))) planned += before - room
    }
    for (const t of joins) put(t, 'join', sayNew(t, 'join'))
    for (const t of due) {
      const s = standing.get(t.key)!
      if (s.last < today) put(t, 'review', sayAgain(t, s, today, date))
    }
    out.push({ date, minutes: toTenth(items.reduce((sum, x) => sum + x.minutes, 0)), items })
  })
  const left = tasks
    .filter((t) => !standing.has(t.key) && t.chunk.kind !== 'whole')
    .map((t) => ({ piece: t.l.title, says: t.chunk.says, kind: t.chunk.kind }))
  return { days: out, left }
}

const kindOf = (t: Task): ItemKind => (t.chunk.kind === 'chunk' ? 'new' : 'join')

/** What is met again inside something larger need not be met by itself, once it has been met again. */
function replaced({ key, inside }: Task, standing: ReadonlyMap<string, Standing>): boolean {
  const s = standing.get(key)
  return s !== undefined && s.sure && s.met >= 2 && inside.some((x) => standing.get(x)?.sure === true)
}

/** What is joined has been met on a day before. */
const isRested = ({ after: before }: Task, standing: ReadonlyMap<string, Standing>, today: number): boolean =>
  before.every((key) => (standing.get(key)?.last ?? today) < today)

function sayNew({ l, chunk }: Task, kind: ItemKind): string {
  const prepares = l.prepares.length ? ` It prepares ${sayList(l.prepares)}.` : ''
  if (kind === 'new') return `${chunk.says} of ${l.title}, new.${prepares}`
  return chunk.kind === 'line' ? `${chunk.says} of ${l.title} in one go.` : `${chunk.says} of ${l.title}, joined across the border.`
}

/** "Measure 6 again on Thursday: last clean 3 days ago", or what went wrong; of what is only planned, how long after the last time. */
function sayAgain({ l, chunk }: Task, s: Standing, today: number, date: Day): string {
  const days = today - s.last
  const ago = days === 1 ? 'the day before' : `${count(days, 'day')} ago`
  const why = s.recorded
    ? `${s.sure ? 'last clean' : s.slipped ? 'it slipped' : 'not clean often enough'} ${ago}`
    : `${count(days, 'day')} after the last time`
  return `${chunk.says} of ${l.title} again on ${sayWeekday(date)}: ${why}.`
}
