import type { Knex } from 'knex'
import { shortOf } from '@/core/piece/address'
import { practised, type Practised } from '@/core/drills/practised'
import { daysBetween, type Day } from '@/core/practice/calendar'
import { shiftsToAim, tendenciesOf } from '@/core/practice/aims'
import { learningsOf } from '@/core/practice/prepares'
import type { PlanSettings } from '@/core/practice/record'
import { planDays } from '@/core/practice/schedule'
import { doneFrom, minutesByDay, surenessOf, sureOver } from '@/core/practice/sure'
import { ensembleMapper } from '@/core/seats/ensemble'
import { seatsOf } from '@/core/seats/seat'
import type { PlanReply } from '@/api/practice'
import { theClass } from '@/store/classes'
import { getPieces, listShelf } from '@/store/pieces'
import { aimsOf, planSettings, recordsOf } from '@/store/practice'

/** How many records and tries are shown. */
const MOST_SHOWN = 200

/** Pieces made ready, as they stood: mapping is what takes long, and a plan is asked for at every tap. */
const ready = new Map<string, Practised>()
const MOST_READY = 24

/** The plan of the class as it stands on a day: what was settled, what was recorded, and the days from this one on. */
export async function planOn(db: Knex, today: Day): Promise<PlanReply> {
  const klass = await theClass(db)
  const seats = seatsOf(klass.settings)
  const kept = await planSettings(db, klass.id)
  const shelf = await listShelf(db, klass.id)
  const settings = kept?.settings ?? null
  const stored = settings ? (await getPieces(db, settings.pieces)).filter((p) => settings.pieces.includes(p.id)) : []
  const all = stored.map((p) => ({ id: p.id, c: readyFor(`${p.id} ${p.version} ${klass.version}`, p, klass.settings) }))
  const ids = all.map((x) => x.id)
  const [records, aims] = [await recordsOf(db, ids), await aimsOf(db, ids)]
  const learnings = learningsOf(all, settings?.seat ?? null)
  const titles = new Map(all.map(({ id, c }) => [id, c.piece.title]))
  const days = settings ? daysOf(settings, today) : []
  const done = doneFrom(records, settings?.seat ?? null).filter((d) => d.day < today)
  const plan = settings && learnings.length ? planDays({ learnings, days, minutes: settings.minutes, done, moved: settings.moved }) : null
  const says = new Map(learnings.flatMap((l) => l.chunks.map((x) => [`${l.id} ${x.id}`, x.says] as const)))
  return {
    ok: true,
    version: kept?.version ?? 0,
    settings,
    shelf: shelf.heads.map(({ id, title }) => ({ id, title })),
    seats: seats.map(({ id, name }) => ({ id, name })),
    days: (plan?.days ?? []).map((d) => ({
      date: d.date,
      minutes: d.minutes,
      items: d.items.map(({ from: _f, to: _t, ...x }) => ({
        ...x,
        title: titles.get(x.piece) ?? '',
        says: says.get(`${x.piece} ${x.chunk}`) ?? '',
      })),
    })),
    problem: plan?.problem ?? null,
    records: records.slice(-MOST_SHOWN).reverse(),
    sure: all.map(({ id, c }, i) => ({
      piece: id,
      title: c.piece.title,
      measures: c.measures.map((m) => shortOf(c.players[0].map.line, m.index)),
      seats: seats.map((s) => {
        const of = [id, learnings[i].chunks, c.measures.length, doneFrom(records, s.id)] as const
        return { seat: s.id, stands: surenessOf(...of), over: sureOver(...of) }
      }),
      shifts: shiftsToAim(c),
    })),
    minutes: minutesByDay(records),
    tendencies: tendenciesOf(aims),
    aims: aims.slice(-MOST_SHOWN).reverse(),
  }
}

/** The days from this one on; what lies before it was recorded or was not done. */
const daysOf = ({ from, to, weekdays, holidays }: PlanSettings, today: Day): Day[] =>
  daysBetween(today > from ? today : from, to, weekdays, holidays)

type Stored = Awaited<ReturnType<typeof getPieces>>[number]

function readyFor(
  key: string,
  { piece, plan }: Stored,
  settings: Parameters<typeof seatsOf>[0] & Awaited<ReturnType<typeof theClass>>['settings'],
): Practised {
  const known = ready.get(key)
  if (known) return known
  const c = practised(piece, seatsOf(settings), ensembleMapper()(piece, plan, settings), null, plan)
  ready.set(key, c)
  if (ready.size > MOST_READY) ready.delete(ready.keys().next().value!)
  return c
}
