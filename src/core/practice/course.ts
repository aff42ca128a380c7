import { dayNumber, type Day } from '../plan/calendar'
import { carriedTo } from './carried'
import type { Chunk } from './chunks'
import type { ItemFacts, ItemKind, Learning, Left, PlanAsk, PlanDay, PlanItem } from './dayPlan'
import { minutesFor, timesFor, toTenth } from './effort'
import { after, FEWEST, partFor, TEMPI, wasSure, type ChunkStanding } from './standing'

/** The part of the days, at the end, that is for running through; and the part of the others by which all has been met once. From memory. */
const [LAST, MET_BY] = [0.15, 0.6]
/** What rounding may have added to the minutes of a day. */
const ROUNDING = 1e-9

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

type Stands = ReadonlyMap<string, ChunkStanding>

/** A plan as far as it is made: what is settled for all of it, how every chunk stands after the days so far, and how many minutes of new work those had. */
export type Course = {
  readonly tasks: readonly Task[]
  /** In which order what is new is met, by key. */
  readonly rank: ReadonlyMap<string, number>
  readonly days: readonly Day[]
  readonly minutes: number
  readonly moved: Readonly<Record<string, Day>>
  /** From which day on the pieces are run through, and minutes of new work that a day before it has. */
  readonly learning: number
  readonly share: number
  readonly stands: Stands
  readonly planned: number
  /** Which day is next, by its place among the days. */
  readonly next: number
}

/** The beginning of a plan: what was done so far, and how much new work each day has. */
export function courseOf({ learnings, days, minutes, done = [], moved = {} }: PlanAsk): Course {
  const tasks = learnings.flatMap(tasksOf)
  const known = new Set(tasks.map((t) => t.key))
  const stands = new Map<string, ChunkStanding>()
  const carried = learnings.flatMap((l) => carriedTo(l, done))
  for (const d of carried.sort((a, b) => a.day.localeCompare(b.day))) {
    const key = `${d.piece} ${d.chunk}`
    const how = { recorded: true, slipped: d.slips > 0, tempo: d.tempo }
    if (known.has(key)) stands.set(key, after(stands.get(key), dayNumber(d.day)!, wasSure(d), how))
  }
  const fresh = tasks.filter((t) => t.chunk.kind === 'chunk' && !stands.has(t.key))
  const newMinutes = fresh.reduce((sum, t) => sum + minutesFor(t.l, t.chunk, TEMPI[0], timesFor(t.chunk)), 0)
  const running = Math.max(1, Math.round(days.length * LAST))
  const learning = Math.max(1, days.length - running)
  const share = newMinutes / Math.max(1, Math.ceil(learning * MET_BY))
  return { tasks, rank: orderOf(tasks), days, minutes, moved, learning, share, stands, planned: 0, next: 0 }
}

/** What is not met when the days are over. */
export const leftOf = ({ tasks, stands }: Course): Left[] =>
  tasks
    .filter((t) => !stands.has(t.key) && t.chunk.kind !== 'whole')
    .map((t) => ({ piece: t.l.title, says: t.chunk.says, kind: t.chunk.kind }))

/** A day as far as it is filled: its items, the minutes that are left, and how everything stands with them done. */
type Filling = {
  readonly date: Day
  readonly today: number
  readonly items: readonly PlanItem[]
  readonly room: number
  readonly stands: Stands
}

/** A task on a day, as the kind that it is there; the same day where it has no room, or its place is elsewhere. `must`: whatever room there is. */
function put({ moved, days }: Course, day: Filling, t: Task, kind: ItemKind, must = false): Filling {
  const before = day.stands.get(t.key)
  const part = kind === 'run-through' ? 1 : partFor(t.l, before)
  const times = kind === 'run-through' ? 1 : kind === 'review' ? FEWEST : timesFor(t.chunk)
  const takes = minutesFor(t.l, t.chunk, part, times)
  const id = itemId(t, kind, before, day.date)
  const fixed = moved[id]
  if (fixed !== undefined && fixed !== day.date && days.includes(fixed)) return day
  if (takes > day.room + ROUNDING && !must) return day
  const { from, to } = t.chunk
  const tempo = Math.round(t.l.tempo * part)
  const item: PlanItem = {
    id,
    kind,
    piece: t.l.id,
    chunk: t.chunk.id,
    from,
    to,
    minutes: takes,
    times,
    tempo,
    facts: factsOf(t, kind, before, day),
  }
  const stands = new Map(day.stands).set(t.key, after(before, day.today, true, { recorded: false, slipped: false, tempo }))
  return { ...day, items: [...day.items, item], room: toTenth(day.room - takes), stands }
}

/** The same for the same task of a plan. */
const itemId = (t: Task, kind: ItemKind, before: ChunkStanding | undefined, date: Day): string =>
  `${t.key} ${kind === 'review' ? `again ${before?.met ?? 0}` : kind === 'run-through' ? `run ${date}` : kind}`

function factsOf({ l, chunk }: Task, kind: ItemKind, before: ChunkStanding | undefined, { date, today }: Filling): ItemFacts {
  const what = { title: l.title, says: chunk.says }
  switch (kind) {
    case 'new':
      return { ...what, kind, prepares: l.prepares }
    case 'join':
      return { ...what, kind, line: chunk.kind === 'line' }
    case 'review': {
      const { last = today, recorded = false, sure = false, slipped = false } = before ?? {}
      return { ...what, kind, date, days: today - last, recorded, sure, slipped }
    }
    case 'run-through':
      return { ...what, kind }
  }
}

/** What the teacher has put on a day comes first, whatever else would. */
function putMoved(course: Course, start: Filling): Filling {
  let day = start
  for (const t of course.tasks) {
    for (const kind of ['new', 'join'] as const)
      if (course.moved[`${t.key} ${kind}`] === day.date && !day.stands.has(t.key) && kindOf(t) === kind)
        day = put(course, day, t, kind, true)
    if (course.moved[itemId(t, 'review', day.stands.get(t.key), day.date)] === day.date) day = put(course, day, t, 'review', true)
  }
  return day
}

/** Whole pieces, where every chunk of them has been met. */
function putWhole(course: Course, start: Filling): Filling {
  const met = (l: Learning): boolean => l.chunks.every((x) => x.kind !== 'chunk' || start.stands.has(`${l.id} ${x.id}`))
  return course.tasks.filter((t) => t.chunk.kind === 'whole' && met(t.l)).reduce((day, t) => put(course, day, t, 'run-through'), start)
}

/** The next day of a plan, and the plan after it. */
export function nextDay(course: Course): [PlanDay, Course] {
  const { tasks, rank, next } = course
  const date = course.days[next]
  const running = next >= course.learning
  let day = putMoved(course, { date, today: dayNumber(date)!, items: [], room: course.minutes, stands: course.stands })
  if (running) day = putWhole(course, day)
  // What there is to do is settled here: what is done today does not come again today.
  const { stands, today } = day
  const due = dueOn(course, stands, today)
  const joins = tasks.filter((t) => isJoin(t) && !stands.has(t.key) && isRested(t, stands, today))
  const news = tasks.filter((t) => t.chunk.kind === 'chunk' && !stands.has(t.key)).sort((a, b) => rank.get(a.key)! - rank.get(b.key)!)
  // What went wrong comes back before anything else; new work keeps its share of the day.
  for (const t of due) if (!stands.get(t.key)!.sure) day = put(course, day, t, 'review')
  let { planned } = course
  for (const t of news) {
    if (planned >= course.share * (next + 1) - ROUNDING && !running) break
    const { room } = day
    day = put(course, day, t, 'new')
    planned += room - day.room
  }
  for (const t of joins) day = put(course, day, t, 'join')
  for (const t of due) if (day.stands.get(t.key)!.last < today) day = put(course, day, t, 'review')
  const made: PlanDay = { date, minutes: toTenth(day.items.reduce((sum, x) => sum + x.minutes, 0)), items: day.items }
  return [made, { ...course, stands: day.stands, planned, next: next + 1 }]
}

/** What is to be met again by a day: what was not sure first, then what is due longest, the hardest first. */
const dueOn = ({ tasks }: Course, stands: Stands, today: number): Task[] =>
  tasks
    .filter((t) => t.chunk.kind !== 'whole' && (stands.get(t.key)?.due ?? Infinity) <= today && !replaced(t, stands))
    .sort((a, b) => {
      const [x, y] = [stands.get(a.key)!, stands.get(b.key)!]
      return Number(x.sure) - Number(y.sure) || x.due - y.due || b.chunk.load - a.chunk.load
    })

const isJoin = ({ chunk }: Task): boolean => chunk.kind === 'join' || chunk.kind === 'line'

const kindOf = (t: Task): ItemKind => (t.chunk.kind === 'chunk' ? 'new' : 'join')

/** What is met again inside something larger need not be met by itself, once it has been met again. */
function replaced({ key, inside }: Task, stands: Stands): boolean {
  const s = stands.get(key)
  return s !== undefined && s.sure && s.met >= 2 && inside.some((x) => stands.get(x)?.sure === true)
}

/** What is joined has been met on a day before. */
const isRested = ({ after: before }: Task, stands: Stands, today: number): boolean =>
  before.every((key) => (stands.get(key)?.last ?? today) < today)
