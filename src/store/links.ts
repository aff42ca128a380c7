import { randomBytes, randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import * as z from 'zod/mini'
import type { Student } from '@/core/plan/student'
import { classById } from './classes'
import { writing } from './writing'

/** A link of a student to their own pages; `token` is what stands in its address. */
export type StudentLink = {
  readonly id: string
  readonly student: string
  readonly token: string
  readonly createdAt: number
  readonly expiresAt: number
}

const rowSchema = z.object({
  id: z.string(),
  class_id: z.string(),
  student_id: z.string(),
  token: z.string(),
  created_at: z.int(),
  expires_at: z.int(),
})
const linkOf = (row: unknown): StudentLink => {
  const r = rowSchema.parse(row)
  return { id: r.id, student: r.student_id, token: r.token, createdAt: r.created_at, expiresAt: r.expires_at }
}

/** Bytes of a token: nobody guesses 128 bits. */
const TOKEN_BYTES = 16

/** The links of a class that work now, by student. */
export const linksOf = async (db: Knex, classId: string, now: number): Promise<StudentLink[]> =>
  (
    (await db('links').where({ class_id: classId, withdrawn_at: null }).where('expires_at', '>', now).orderBy('created_at')) as unknown[]
  ).map(linkOf)

/** Gives students of a class a link each until a moment; one that a student had before is withdrawn. Null: there is no such class, or a student is not in it. */
export async function giveLinks(
  db: Knex,
  classId: string,
  students: readonly string[],
  until: number,
  now: number,
): Promise<StudentLink[] | null> {
  const klass = await classById(db, classId)
  if (!klass || students.some((id) => !klass.settings.students.some((s) => s.id === id))) return null
  return writing(db, async (t) => {
    const made: StudentLink[] = []
    for (const student of students) {
      await t('links').where({ class_id: classId, student_id: student, withdrawn_at: null }).update({ withdrawn_at: now })
      const link = { id: randomUUID(), student, token: randomBytes(TOKEN_BYTES).toString('base64url'), createdAt: now, expiresAt: until }
      await t('links').insert({
        id: link.id,
        class_id: classId,
        student_id: student,
        token: link.token,
        created_at: now,
        expires_at: until,
      })
      made.push(link)
    }
    return made
  })
}

/** Takes a link of a class back for good; false: there is none that works. */
export const withdrawLink = (db: Knex, classId: string, id: string, now: number): Promise<boolean> =>
  writing(db, async (t) => (await t('links').where({ class_id: classId, id, withdrawn_at: null }).update({ withdrawn_at: now })) > 0)

/** Where a token leads: a student of a class that stands; null: nowhere, any more or ever. */
export async function followLink(db: Knex, token: string, now: number) {
  if (!/^[\w-]{22}$/.test(token)) return null
  const row: unknown = await db('links').where({ token, withdrawn_at: null }).where('expires_at', '>', now).first()
  if (!row) return null
  const { class_id, student_id, expires_at } = rowSchema.parse(row)
  const klass = await classById(db, class_id)
  const student: Student | undefined = klass?.settings.students.find((s) => s.id === student_id)
  return klass && student ? { klass, student, expiresAt: expires_at } : null
}
