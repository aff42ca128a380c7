import type { Knex } from 'knex'
import { DAY_MS } from '@/core/plan/calendar'
import type { Answer } from '@/core/trainer/answer'
import { answerSchema } from '@/core/trainer/answer.schema'
import { writing } from './writing'

/** Answers to questions of reading: of a whole seat, or of a student by their link. They are added and never changed. */

type AnswerRow = Omit<Answer, 'right'> & { readonly class_id: string; readonly right: number; readonly kept_at: number }

const rowOf = (class_id: string, { right, ...a }: Answer, kept_at: number): AnswerRow => ({ ...a, class_id, right: Number(right), kept_at })

/** How many are read at a time: some years of a class; the newest. */
const MOST_READ = 20_000

/** How many answers of one student are taken on a day: more than anybody gives, and an end to what a link can fill up. */
export const MOST_A_DAY = 2000

/** Rows as they are checked, in the order in which they were given: one that cannot be read is left out, the others stand. */
const read = (rows: readonly unknown[]): Answer[] =>
  rows
    .flatMap((row) => {
      const { class_id: _, kept_at: _kept, right, ...a } = row as AnswerRow
      const found = answerSchema.safeParse({ ...a, right: right === 1 })
      return found.success ? [found.data] : []
    })
    .reverse()

/** The answers of a class: of all its seats and students, or of one student. */
export const answersOf = async (db: Knex, classId: string, student: string | null = null): Promise<Answer[]> =>
  read(
    await db('answers')
      .where({ class_id: classId, ...(student === null ? {} : { student }) })
      .orderBy('at', 'desc')
      .orderBy('id', 'desc')
      .limit(MOST_READ)
      .select('*'),
  )

/** Keeps answers of a class, that came at a moment by the clock here; those that are kept already (sent twice, by a network that failed after all) change nothing. Says how many are new. */
export const addAnswers = (db: Knex, classId: string, answers: readonly Answer[], now: number): Promise<number> =>
  writing(db, (t) => insertAnswers(t, classId, answers, now))

/** The same inside a transaction. */
export async function insertAnswers(t: Knex.Transaction, classId: string, answers: readonly Answer[], now: number): Promise<number> {
  let added = 0
  for (const a of answers) {
    if (await t('answers').where({ id: a.id }).first('id')) continue
    await t('answers').insert(rowOf(classId, a, now))
    added++
  }
  return added
}

/** How many of one student are kept at all. */
export const MOST_OF_ONE = 50_000

/** Whether a student's link has brought as many answers as a day takes, or as are kept of one student. By when they came: a phone says itself when it answered, and may say anything. */
export const hasAnsweredEnough = async (db: Knex, classId: string, student: string, now: number): Promise<boolean> => {
  const of = () => db('answers').where({ class_id: classId, student }).count({ n: '*' })
  const [today, all] = (await Promise.all([
    of()
      .where('kept_at', '>', now - DAY_MS)
      .first(),
    of().first(),
  ])) as { n: number }[]
  return Number(today.n) >= MOST_A_DAY || Number(all.n) >= MOST_OF_ONE
}
