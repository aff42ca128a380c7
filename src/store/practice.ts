import type { Knex } from 'knex'
import * as z from 'zod/mini'
import type { Aim, PlanSettings, PracticeRecord } from '@/core/plan/record'
import { aimSchema, planSettingsSchema, recordSchema } from '@/core/plan/record.schema'
import { parsedJson } from './json'
import { writing } from './writing'
import { onShelfOf, type Saved } from './pieces'

/** What was practised, tries at shifts, and what a class's plan is made from. Undone is taken out: it was a slip of the finger. */

type OfClass = { readonly class_id: string; readonly piece_id: string }
type RecordRow = Omit<PracticeRecord, 'piece'> & OfClass
type AimRow = Omit<Aim, 'piece' | 'up'> & OfClass & { readonly up: number }

const rowOf = (class_id: string, { piece, ...r }: PracticeRecord): RecordRow => ({ ...r, class_id, piece_id: piece })
const aimRow = (class_id: string, { piece, up, ...a }: Aim): AimRow => ({ ...a, class_id, piece_id: piece, up: Number(up) })

/** Rows as they are checked: one that cannot be read is left out, the others stand. */
const records = (rows: readonly unknown[]): PracticeRecord[] =>
  rows.flatMap((row) => {
    const { piece_id, class_id: _, ...r } = row as RecordRow
    const read = recordSchema.safeParse({ ...r, piece: piece_id })
    return read.success ? [read.data] : []
  })
const aims = (rows: readonly unknown[]): Aim[] =>
  rows.flatMap((row) => {
    const { piece_id, class_id: _, up, ...a } = row as AimRow
    const read = aimSchema.safeParse({ ...a, piece: piece_id, up: up === 1 })
    return read.success ? [read.data] : []
  })

/** How many are read at a time: years of lessons. */
const MOST_READ = 20_000

/** What a class practised of some pieces, in the order in which it was recorded. */
export const recordsOf = async (db: Knex, classId: string, pieces: readonly string[]): Promise<PracticeRecord[]> =>
  records(
    await db('records')
      .where({ class_id: classId })
      .whereIn('piece_id', [...pieces])
      .orderBy('day')
      .orderBy('at')
      .limit(MOST_READ)
      .select('*'),
  )

/** A class's tries at the shifts of some pieces, in the order in which they were made. */
export const aimsOf = async (db: Knex, classId: string, pieces: readonly string[]): Promise<Aim[]> =>
  aims(
    await db('aims')
      .where({ class_id: classId })
      .whereIn('piece_id', [...pieces])
      .orderBy('at')
      .limit(MOST_READ)
      .select('*'),
  )

/** Keeps a record or a try as a library has it: of a class that may have taken the piece off its shelf since. False: there is no such piece at all. */
export const putPractice = (db: Knex, classId: string, of: { readonly record: PracticeRecord } | { readonly aim: Aim }): Promise<boolean> =>
  writing(db, async (t) => {
    const [table, row] = 'record' in of ? (['records', rowOf(classId, of.record)] as const) : (['aims', aimRow(classId, of.aim)] as const)
    if (!(await t('pieces').where({ id: row.piece_id }).first('id'))) return false
    await t(table).insert(row).onConflict('id').ignore()
    return true
  })

/** Keeps a record; the same once more (a tap that was sent twice) changes nothing. False: the class has no such piece. */
export const addRecord = (db: Knex, classId: string, r: PracticeRecord): Promise<boolean> =>
  writing(db, async (t) => {
    if (!(await onShelfOf(t, classId, r.piece))) return false
    await t('records').insert(rowOf(classId, r)).onConflict('id').ignore()
    return true
  })

/** Keeps a try; the same once more changes nothing. False: the class has no such piece. */
export const addAim = (db: Knex, classId: string, a: Aim): Promise<boolean> =>
  writing(db, async (t) => {
    if (!(await onShelfOf(t, classId, a.piece))) return false
    await t('aims').insert(aimRow(classId, a)).onConflict('id').ignore()
    return true
  })

/** Keeps a plan with its records, inside a transaction: the demonstration's. */
export async function insertPractice(
  t: Knex.Transaction,
  classId: string,
  { settings, records: done, aims: tries }: { settings: PlanSettings; records: readonly PracticeRecord[]; aims: readonly Aim[] },
): Promise<void> {
  await t('practice').insert({ class_id: classId, settings: JSON.stringify(settings), version: 1 })
  for (const r of done) await t('records').insert(rowOf(classId, r))
  for (const a of tries) await t('aims').insert(aimRow(classId, a))
}

/** Takes a record or a try of a class out again. */
export const takeOut = (db: Knex, classId: string, table: 'records' | 'aims', id: string): Promise<void> =>
  writing(db, async (t) => {
    await t(table).where({ class_id: classId, id }).delete()
  })

const settingsRow = z.object({ settings: z.string(), version: z.int() })

/** What the class's plan is made from; null where nobody has made one. */
export async function planSettings(db: Knex, classId: string): Promise<{ settings: PlanSettings; version: number } | null> {
  const row: unknown = await db('practice').where({ class_id: classId }).first('settings', 'version')
  if (!row) return null
  const { settings, version } = settingsRow.parse(row)
  const read = planSettingsSchema.safeParse(parsedJson(settings))
  return read.success ? { settings: read.data, version } : null
}

/** Saves what the plan is made from over version `base` only (0: there is none yet). */
export const savePlanSettings = (db: Knex, classId: string, base: number, settings: PlanSettings): Promise<Saved> =>
  writing(db, async (t): Promise<Saved> => {
    const row = (await t('practice').where({ class_id: classId }).first('version')) as { version: number } | undefined
    const stands = row?.version ?? 0
    if (stands !== base) return { ok: false, reason: 'newer', version: stands }
    const next = { settings: JSON.stringify(settings), version: stands + 1 }
    if (row) await t('practice').where({ class_id: classId }).update(next)
    else await t('practice').insert({ class_id: classId, ...next })
    return { ok: true, version: stands + 1 }
  })
