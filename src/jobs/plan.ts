import type { Knex } from 'knex'
import { shortOf } from '@/core/piece/address'
import { practised, type Practised } from '@/core/drills/practised'
import { daysBetween, withOtherDays, type Day } from '@/core/plan/calendar'
import { shiftsToAim, tendenciesOf } from '@/core/practice/aims'
import { learningsOf } from '@/core/practice/prepares'
import { forPupils } from '@/core/plan/pupils'
import type { Language, Spoken } from '@/core/language'
import { practiceWords } from '@/core/words/practice'
import { sayPlanProblem, saySpare } from '@/core/words/en/practice'
import { planDays } from '@/core/practice/schedule'
import type { DayPlan, PlanAsk } from '@/core/practice/dayPlan'
import { doneFrom, minutesByDay, studentsOf, surenessOf, sureOver, type Whose } from '@/core/practice/sure'
import { ensembleMapper } from '@/core/balance/ensemble'
import { seatsOf, type SeatId } from '@/core/seats/seat'
import type { EasierReply, PlanDayInfo, PlanReply, SheetsReply } from '@/api/practice'
import type { WeekReply } from '@/api/student'
import { type Student } from '@/core/plan/student'
import { hasPiece } from '@/core/plan/student'
import { easierKeys, easierPlan, type InOtherKey } from '@/core/practice/easier'
import { Kept } from './kept'
import { knownBy } from './known'
import { turn } from './turns'
import { classById, type StoredClass } from '@/store/classes'
import { DataError } from '@/store/trouble'
import { getPieces, listShelf } from '@/store/pieces'
import { aimsOf, planSettings, recordsOf } from '@/store/practice'

/** How many records and tries are shown. */
const MOST_SHOWN = 200

/** Later than any day of a plan. */
const LAST_DAY = '9999-12-31'

/** Pieces made ready, as they stood: mapping is what takes long, and a plan is asked for at every tap. */
const MOST_READY = 24
const ready = new Kept<Practised>(MOST_READY)

/** What a plan is made from, as it stands: the settings, the pieces made ready, what was recorded of them. */
async function sourcesOf(db: Knex, of: string, language: Language = 'en') {
  const stored = await classById(db, of)
  const klass = stored && { ...stored, settings: forPupils(stored.settings, language) }
  if (!klass) throw new DataError('gone', 'This class doesn’t exist any more.')
  const kept = await planSettings(db, klass.id)
  const settings = kept?.settings ?? null
  const pieces = settings ? await getPieces(db, klass.id, settings.pieces) : []
  // Made ready in the language in which it is told.
  const keyOf = (p: Stored) => `${language} ${knownBy(klass, p)}`
  const all: { id: string; c: Practised; stored: Stored; key: string }[] = []
  for (const p of pieces) {
    // Making one ready takes as long as mapping it.
    await turn()
    all.push({ id: p.id, c: readyFor(keyOf(p), p, klass.settings), stored: p, key: keyOf(p) })
  }
  const records = await recordsOf(
    db,
    klass.id,
    all.map((x) => x.id),
  )
  return { klass, seats: seatsOf(klass.settings), settings, version: kept?.version ?? 0, all, records }
}
type Sources = Awaited<ReturnType<typeof sourcesOf>>

/** What is asked of the plan from a day on, for a seat or (null) the class, but for its pieces; null: nothing is settled. */
function askOf({ settings, records, all: pieces }: Sources, today: Day, seat: SeatId | null): Omit<PlanAsk, 'learnings'> | null {
  if (!settings || pieces.length === 0) return null
  const done = doneFrom(records, seat).filter((d) => d.day < today)
  const { from, to, weekdays, holidays, minutes, moved } = settings
  const all = daysBetween(from, to, weekdays, holidays)
  const begin = today > from ? today : from
  // What lies before today was recorded or was not done.
  const days = all.filter((d) => d >= begin)
  return { days, gone: all.length - days.length, minutes, others: withOtherDays(begin, to, weekdays, holidays), done, moved }
}

/** Days as they are shown, with the names of what is practised. */
function shown(plan: DayPlan, learnings: PlanAsk['learnings'], to: Spoken = {}): PlanDayInfo[] {
  const titles = new Map(learnings.map((l) => [l.id, l.title]))
  const beats = new Map(learnings.map((l) => [l.id, l.beat]))
  const says = new Map(learnings.flatMap((l) => l.chunks.map((x) => [`${l.id} ${x.id}`, x.says] as const)))
  return plan.days.map((d) => ({
    date: d.date,
    minutes: d.minutes,
    items: d.items.map(({ from: _f, to: _t, facts, ...x }) => ({
      ...x,
      text: practiceWords(to).sayItem(facts),
      beat: beats.get(x.piece) ?? 'quarter',
      title: titles.get(x.piece) ?? '',
      says: says.get(`${x.piece} ${x.chunk}`) ?? '',
    })),
  }))
}

/** The plan of the class as it stands on a day: what was settled, what was recorded, and the days from this one on. */
export async function planOn(db: Knex, of: string, today: Day): Promise<PlanReply> {
  const from = await sourcesOf(db, of)
  const { klass, seats, settings, all, records } = from
  const shelf = await listShelf(db, klass.id)
  const aims = await aimsOf(
    db,
    klass.id,
    all.map((x) => x.id),
  )
  const learnings = learningsOf(all, settings?.seat ?? null)
  const ask = askOf(from, today, settings?.seat ?? null)
  const plan = ask && planDays({ ...ask, learnings })
  return {
    ok: true,
    class: from.klass.id,
    version: from.version,
    settings,
    shelf: shelf.heads.map(({ id, title }) => ({ id, title })),
    seats: seats.map(({ id, name }) => ({ id, name })),
    days: plan ? shown(plan, learnings) : [],
    problem: plan?.problem ? sayPlanProblem(plan.problem) : null,
    spare: plan?.spare ? saySpare(plan.spare) : null,
    records: records.slice(-MOST_SHOWN).reverse(),
    sure: all.map(({ id, c }) => {
      const stands = (of: Whose) => {
        const given = [id, c.measures.length, doneFrom(records, of.seat, of.student)] as const
        return { stands: surenessOf(...given), over: sureOver(...given) }
      }
      const own = records.filter((r) => r.piece === id && r.what === 'chunk')
      return {
        piece: id,
        title: c.piece.title,
        measures: c.measures.map((m) => shortOf(c.players[0].map.line, m.index)),
        rows: [
          ...seats.map((s) => ({ seat: s.id, student: '', ...stands({ seat: s.id, student: '' }) })),
          ...studentsOf(own).map((of) => ({ ...of, ...stands(of) })),
        ],
        shifts: shiftsToAim(c),
      }
    }),
    minutes: minutesByDay(records),
    tendencies: tendenciesOf(aims, klass.settings.talk.names),
    aims: aims.slice(-MOST_SHOWN).reverse(),
  }
}

/** The plan for the class and for each of its seats: cut and ordered by each one's own load, after its own records. */
export async function sheetsOn(db: Knex, of: string, today: Day): Promise<SheetsReply> {
  const from = await sourcesOf(db, of)
  const whose = [{ id: null, name: 'The class' }, ...from.seats.map(({ id, name }) => ({ id, name }))]
  return {
    ok: true,
    planned: from.settings?.seat ?? null,
    sheets: whose.map(({ id, name }) => {
      const learnings = learningsOf(from.all, id)
      const ask = askOf(from, today, id)
      return { seat: id, name, days: ask ? shown(planDays({ ...ask, learnings }), learnings) : [] }
    }),
  }
}

/** The days from one to another on which a seat or (null) the class practises; of a student, with the pieces that are theirs alone. */
export async function weekFor(
  db: Knex,
  { of, seat, student, language }: { readonly of: string; readonly seat: SeatId | null; readonly student: Student | null } & Spoken,
  today: Day,
  until: Day,
): Promise<PlanDayInfo[]> {
  const from = await sourcesOf(db, of, language)
  const learnings = learningsOf(from.all, seat)
  const ask = askOf(from, today, seat)
  const all = ask ? shown(planDays({ ...ask, learnings }), learnings, { language }) : []
  return all
    .filter((d) => d.date <= until)
    .map((d) => ({ ...d, items: d.items.filter((x) => student === null || hasPiece(student, x.piece)) }))
}

/** What a student of a class practises in the days from this one on: as their seat does, of the pieces that are theirs. */
export async function weekOf(
  db: Knex,
  { of, language, student }: { readonly of: string; readonly student: Student } & Spoken,
  today: Day,
  days: number,
): Promise<WeekReply> {
  const all = await weekFor(db, { of, seat: student.seat, student, language }, today, LAST_DAY)
  return {
    ok: true,
    days: all.slice(0, days).map(({ date, minutes, items }) => ({
      date,
      minutes,
      items: items.map(({ id, title, says, text, times, tempo, beat }) => ({ id, title, says, text, times, tempo, beat })),
    })),
  }
}

/** Keys with less to do, by what they were found for: a search takes a moment, and nothing in it changes with the day. */
const searched = new Map<string, readonly InOtherKey[]>()

/** Whether the plan would fit with a piece in an easier key. */
export async function easierOn(db: Knex, of: string, today: Day): Promise<EasierReply> {
  const from = await sourcesOf(db, of)
  const ask = askOf(from, today, from.settings?.seat ?? null)
  if (!ask) return { ok: false, problem: 'No plan yet.' }
  const pieces = from.all.map(({ id, c, stored, key }) => ({
    id,
    c,
    others: () => {
      const known = searched.get(key) ?? easierKeys(stored.piece, stored.plan, from.klass.settings, c)
      searched.set(key, known)
      if (searched.size > MOST_READY) searched.delete(searched.keys().next().value!)
      return known
    },
  }))
  return { ok: true, ...easierPlan(pieces, ask, from.settings?.seat ?? null) }
}

type Stored = Awaited<ReturnType<typeof getPieces>>[number]

function readyFor(key: string, { piece, plan }: Stored, settings: StoredClass['settings']): Practised {
  return ready.of(key, () =>
    practised(piece, seatsOf(settings), ensembleMapper()(piece, plan, settings), null, {
      ...plan,
      reads: settings.reads,
      talk: settings.talk,
    }),
  )
}
