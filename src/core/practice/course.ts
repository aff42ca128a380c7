import { dayNumber, dayOf, type Day } from '../plan/calendar'
import { carriedTo } from './carried'
import type { Chunk } from './chunks'
import type { ItemFacts, ItemKind, Learning, Left, PlanAsk, PlanDay, PlanItem } from './dayPlan'
import { minutesFor, minutesOnce, secondsOnceThrough, timesFor, toTenth } from './effort'
import { standingAfter, again, FEWEST, partFor, TEMPI, TOO_MANY_SLIPS, wasSure, type ChunkStanding } from './standing'

/** From which part of the days on pieces are run through, and by which all has been met once. Common practice; by when all is met: from memory. */
const [RUN_FROM, MET_BY] = [2 / 3, 0.6]
/** The part of its tempo at which a piece is run through first, at the slowest. */
const RUN_AT = TEMPI[1]
/** Days before the last on which a piece is to be run through first, where there are so many. */
const BEFORE_LAST = 2
/** To which part of its minutes a day is filled with what is not due yet, and to which with what is new before its turn; and the part of the minutes that new work has at the least. From memory. */
const [FULL, AHEAD, NEW_PART] = [0.85, 0.6, 0.25]
/** What rounding may have added to the minutes of a day. */
const ROUNDING = 1e-9

/** A chunk of a piece as a task: seconds that it takes once, how often it is to be clean, what must be known before, and what it lies in, by key. */
type Task = {
  readonly l: Learning
  readonly chunk: Chunk
  readonly key: string
  readonly seconds: number
  readonly times: number
  readonly after: readonly string[]
  readonly inside: readonly string[]
}

const tasksOf = (l: Learning): Task[] =>
  l.chunks.map((chunk) => ({
    l,
    chunk,
    key: `${l.id} ${chunk.id}`,
    seconds: secondsOnceThrough(l, chunk),
    times: timesFor(chunk),
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
  /** What is run through of each piece: the whole, or the parts of one that is longer than a day has minutes. */
  readonly runs: readonly (readonly Task[])[]
  /** In which order what is new is met, by key. */
  readonly rank: ReadonlyMap<string, number>
  readonly days: readonly Day[]
  /** Minutes that no day goes beyond but for what the teacher has put on it. */
  readonly minutes: number
  readonly moved: Readonly<Record<string, Day>>
  /** From which day on the pieces are run through, and minutes of new work that a day before it has. */
  readonly running: number
  readonly share: number
  readonly stands: Stands
  readonly planned: number
  /** How many days something that was due had to wait at the most. */
  readonly late: number
  /** Which day is next, by its place among the days. */
  readonly next: number
}

/** What a piece is run through in: at once where a day has the minutes for it, else in as few parts as it can be. */
function runsOf(l: Learning, minutes: number): Task[] {
  const ways = [l.chunks.filter((x) => x.kind === 'whole'), ...l.parts]
  const [whole, ...parts] = ways.map((way) =>
    way.map((chunk): Task => ({
      l,
      chunk,
      key: `${l.id} ${chunk.id}`,
      seconds: secondsOnceThrough(l, chunk),
      times: 1,
      after: chunk.after.map((id) => `${l.id} ${id}`),
      inside: [],
    })),
  )
  return [whole, ...parts].find((x) => x.every((t) => minutesOnce(t.seconds, RUN_AT) <= minutes + ROUNDING)) ?? whole
}

/** The beginning of a plan in which no day has more than so many minutes: what was done so far, and how much new work each day has. */
export function courseOf({ learnings, days, gone = 0, minutes: most, done = [], moved = {} }: PlanAsk, minutes = most): Course {
  const tasks = learnings.flatMap(tasksOf)
  const runs = learnings.map((l) => runsOf(l, most))
  const known = new Map([...tasks, ...runs.flat()].map((t) => [t.key, t]))
  const stands = new Map<string, ChunkStanding>()
  const carried = learnings.flatMap((l) => carriedTo(l, done))
  for (const d of carried.sort((a, b) => a.day.localeCompare(b.day))) {
    const t = known.get(`${d.piece} ${d.chunk}`)
    if (!t) continue
    const before = stands.get(t.key)
    // Where nobody said how fast, it was as fast as it was to be.
    const tempo = d.tempo ?? Math.round(t.l.tempo * partFor(t.l, before))
    stands.set(t.key, standingAfter(before, dayNumber(d.day)!, wasSure(d), { recorded: true, slips: d.slips, tempo }))
  }
  const fresh = tasks.filter((t) => t.chunk.kind === 'chunk' && !stands.has(t.key))
  const newMinutes = fresh.reduce((sum, t) => sum + minutesFor(t.seconds, TEMPI[0], t.times), 0)
  const all = gone + days.length
  const running = Math.max(0, Math.min(Math.floor(all * RUN_FROM), all - 1 - BEFORE_LAST) - gone)
  const share = Math.max(newMinutes / Math.max(1, Math.ceil(all * MET_BY) - gone), minutes * NEW_PART)
  return {
    tasks,
    runs: runs.filter((x) => x.length > 0),
    rank: orderOf(tasks),
    days,
    minutes,
    moved,
    running,
    share,
    stands,
    planned: 0,
    late: 0,
    next: 0,
  }
}

/** Days of a plan by which there is time to run through what is learned. */
const FEWEST_DAYS = 3

/** What is not met when the days are over; and what is not run through, where there were days for it. */
export const leftOf = ({ tasks, runs, days, stands }: Course): Left[] =>
  [...tasks.filter((t) => t.chunk.kind !== 'whole'), ...(days.length < FEWEST_DAYS ? [] : runs.flat())]
    .filter((t) => !stands.has(t.key))
    .map((t) => ({ piece: t.l.title, says: t.chunk.says, kind: t.chunk.kind }))

/** The least minutes that a day may have: for what takes longest of what has to be met, and for all of it in so many days. */
export function leastMinutes({ tasks, runs, stands, days }: Course): number {
  const open = tasks.filter((t) => t.chunk.kind !== 'whole' && !stands.has(t.key))
  const each = open.map((t) => minutesFor(t.seconds, TEMPI[0], t.times))
  const run = runs.flat().map((t) => minutesOnce(t.seconds, RUN_AT))
  return Math.max(...each, ...run, each.reduce((a, b) => a + b, 0) / Math.max(1, days.length), 0.5)
}

/** Whether a plan that is made goes as a teacher would have it: all met, nothing due waits long, every piece run through more than once. */
export const goesWell = (course: Course): boolean =>
  leftOf(course).length === 0 &&
  course.late <= MOST_LATE &&
  (course.days.length < FEWEST_DAYS ||
    course.runs.every((parts) => parts.every((t) => (course.stands.get(t.key)?.met ?? 0) >= (parts.length > 1 ? 1 : 2))))
/** Days of practice that what is due may wait. From memory. */
const MOST_LATE = 2

/** A day as far as it is filled: its items, the minutes that are left, and how everything stands with them done. */
type Filling = {
  readonly date: Day
  readonly today: number
  readonly items: readonly PlanItem[]
  readonly room: number
  /** Of this day alone: filled as it is. */
  readonly stands: Map<string, ChunkStanding>
}

/** How a task is put on a day: whatever room there is; before it is due. */
type Putting = { readonly must?: boolean; readonly early?: boolean }

/** A task on a day, as the kind that it is there; the same day where it has no room, or its place is elsewhere. */
function put(
  { moved, days, runs, next }: Course,
  day: Filling,
  t: Task,
  kind: ItemKind,
  { must = false, early = false }: Putting = {},
): Filling {
  const before = day.stands.get(t.key)
  const part =
    kind === 'run-through' ? runPart(t, day.stands, days.length - 1 - next) : before ? partFor(t.l, before) : firstPart(t, day.stands)
  const times = kind === 'review' ? FEWEST : t.times
  const takes = kind === 'run-through' ? minutesOnce(t.seconds, part) : minutesFor(t.seconds, part, times)
  const id = early ? `${t.key} early ${day.date}` : itemId(t, kind, before, day.date)
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
    facts: factsOf(t, kind, before, day, early, runs.find((parts) => parts[0].l === t.l) ?? []),
  }
  const now =
    early && before ? again(before, day.today, tempo) : standingAfter(before, day.today, true, { recorded: false, slips: 0, tempo })
  day.stands.set(t.key, now)
  return { ...day, items: [...day.items, item], room: toTenth(day.room - takes) }
}

/** The part of its tempo that was reached in the slowest of what a task is made of; of a task that is made of nothing: none. */
const reached = ({ l, after: parts }: Task, stands: Stands): number | null =>
  parts.length === 0 ? null : Math.min(...parts.map((key) => (stands.get(key)?.tempo ?? 0) / l.tempo))

/** The part of its tempo at which something is met first: what is joined a step below what it is joined of. */
function firstPart(t: Task, stands: Stands): number {
  const slowest = reached(t, stands)
  return (slowest !== null && TEMPI.findLast((x) => x < slowest - 1 / t.l.tempo)) || TEMPI[0]
}

/** The part of its tempo at which a piece is run through, so many days before the last: as fast as its slowest place, a step more each time, and on the last day at its tempo. */
function runPart(t: Task, stands: Stands, daysLeft: number): number {
  const before = stands.get(t.key)
  const slowest = TEMPI.findLast((x) => x <= (reached(t, stands) ?? 0) + 1 / t.l.tempo)
  const due = TEMPI[Math.max(0, TEMPI.length - 1 - daysLeft)]
  return Math.max(RUN_AT, before ? partFor(t.l, before) : (slowest ?? RUN_AT), due)
}

/** The same for the same task of a plan. */
const itemId = (t: Task, kind: ItemKind, before: ChunkStanding | undefined, date: Day): string =>
  `${t.key} ${kind === 'review' ? `again ${before?.met ?? 0}` : kind === 'run-through' ? `run ${date}` : kind}`

function factsOf(
  { l, chunk }: Task,
  kind: ItemKind,
  before: ChunkStanding | undefined,
  { date, today }: Filling,
  early: boolean,
  runs: readonly Task[],
): ItemFacts {
  const what = { title: l.title, says: chunk.says }
  switch (kind) {
    case 'new':
      return { ...what, kind, prepares: l.prepares }
    case 'join':
      return { ...what, kind, line: chunk.kind === 'line' }
    case 'review': {
      const { last = today, recorded = false, sure = false, slipped = false, slips = 0 } = before ?? {}
      const often = slips >= TOO_MANY_SLIPS ? { slips, alone: chunk.hardest } : null
      return { ...what, kind, date, days: today - last, recorded, sure, slipped, early, often }
    }
    case 'run-through':
      return { ...what, kind, part: runs.length > 1 ? { nth: runs.findIndex((t) => t.chunk.id === chunk.id) + 1, of: runs.length } : null }
  }
}

/** What the teacher has put on a day comes first, whatever else would. */
function putMoved(course: Course, start: Filling): Filling {
  const here = Object.keys(course.moved).filter((id) => course.moved[id] === start.date)
  let day = start
  for (const t of [...course.tasks, ...course.runs.flat()]) {
    const own = here.filter((id) => id.startsWith(`${t.key} `)).map((id) => id.slice(t.key.length + 1))
    if (own.length === 0) continue
    const before = day.stands.get(t.key)
    if (own.some((id) => id.startsWith('run '))) day = put(course, day, t, 'run-through', { must: true })
    else if (!before && own.includes(kindOf(t))) day = put(course, day, t, kindOf(t), { must: true })
    else if (before && own.some((id) => id === `again ${before.met}` || id.startsWith('early ')))
      day = put(course, day, t, 'review', { must: true })
  }
  return day
}

/** Whole pieces, or parts of them, where every chunk has been met: what was run through longest ago first; none for the first time on the last day. */
function putRuns(course: Course, start: Filling, stands: Stands): Filling {
  const { runs, days, next } = course
  const isLast = days.length > 1 && next === days.length - 1
  const met = (l: Learning): boolean => l.chunks.every((x) => x.kind !== 'chunk' || stands.has(`${l.id} ${x.id}`))
  const last = (t: Task): number => start.stands.get(t.key)?.last ?? -Infinity
  const open = runs.filter(([t]) => met(t.l)).filter((parts) => !isLast || parts.every((t) => stands.has(t.key)))
  return open
    .flat()
    .filter((t) => last(t) < start.today)
    .sort((a, b) => last(a) - last(b) || a.chunk.from - b.chunk.from)
    .reduce((day, t) => put(course, day, t, 'run-through'), start)
}

/** The next day of a plan, and the plan after it. */
export function nextDay(course: Course): [PlanDay, Course] {
  const { tasks, rank, next, days } = course
  const date = days[next]
  const isRunning = next >= course.running
  // On the day that all is for nothing is met or joined for the first time.
  const isLast = days.length > 1 && next === days.length - 1
  let day = putMoved(course, { date, today: dayNumber(date)!, items: [], room: course.minutes, stands: new Map(course.stands) })
  // What there is to do is settled here: what is done today does not come again today.
  const { today } = day
  const stands: Stands = new Map(day.stands)
  const due = dueOn(course, stands, today)
  const joins = isLast ? [] : tasks.filter((t) => isJoin(t) && !stands.has(t.key) && isRested(t, stands, today))
  const news = isLast
    ? []
    : tasks.filter((t) => t.chunk.kind === 'chunk' && !stands.has(t.key)).sort((a, b) => rank.get(a.key)! - rank.get(b.key)!)
  const isOpen = (t: Task) => (day.stands.get(t.key)?.last ?? -Infinity) < today
  // What went wrong comes back before anything else; new work keeps its share of the day.
  for (const t of due) if (!stands.get(t.key)!.sure) day = put(course, day, t, 'review')
  let { planned } = course
  const putNew = (t: Task) => {
    const { room } = day
    day = put(course, day, t, 'new')
    planned += room - day.room
  }
  for (const t of news) {
    if (planned >= course.share * (next + 1) - ROUNDING && !isRunning) break
    putNew(t)
  }
  if (isRunning) day = putRuns(course, day, stands)
  for (const t of joins) day = put(course, day, t, 'join')
  for (const t of due) if (isOpen(t)) day = put(course, day, t, 'review')
  const late = Math.max(0, ...due.filter(isOpen).map((t) => next - days.findIndex((d) => d >= dayOf(stands.get(t.key)!.due))))
  const full = (part: number) => course.minutes - day.room >= course.minutes * part
  // Time that is left: what is known and soon due is met again, then the next that is new, then anything that is known.
  if (!isLast) {
    const known = knownOn(course, stands)
    const isSoon = (t: Task) => {
      const { last, due: on } = stands.get(t.key)!
      return 2 * (today - last) >= on - last
    }
    for (const t of known.filter(isSoon)) if (!full(FULL) && isOpen(t)) day = put(course, day, t, 'review', { early: true })
    for (const t of news) if (!full(AHEAD) && !day.stands.has(t.key)) putNew(t)
    for (const t of known) if (!full(AHEAD) && isOpen(t)) day = put(course, day, t, 'review', { early: true })
  }
  const made: PlanDay = { date, minutes: toTenth(day.items.reduce((sum, x) => sum + x.minutes, 0)), items: day.items }
  return [made, { ...course, stands: day.stands, planned, late: Math.max(course.late, late), next: next + 1 }]
}

/** What is known and does not lie in something larger that is: what is due soonest first, then the hardest. */
const knownOn = ({ tasks }: Course, stands: Stands): Task[] =>
  tasks
    .filter((t) => t.chunk.kind !== 'whole' && stands.has(t.key) && !t.inside.some((x) => stands.has(x)))
    .sort((a, b) => stands.get(a.key)!.due - stands.get(b.key)!.due || b.chunk.load - a.chunk.load)

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
