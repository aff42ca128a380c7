import { randomUUID } from 'node:crypto'
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import type { Knex } from 'knex'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { Answer } from '@/core/trainer/answer'
import { addAnswers, answersOf, hasAnsweredEnough, MOST_A_DAY } from './answers'
import { lastOpened } from './classes'
import { openDatabase } from './database'
import { backUp } from './library/backup'
import { bring } from './library/bring'
import { look } from './library/look'

const folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-answers-'))
let db: Knex
let file: string
let n = 0
beforeEach(async () => {
  file = path.join(folder, `${n++}.sqlite`)
  db = await openDatabase(file)
})
afterEach(() => db.destroy())

const answer = (by: Partial<Answer> = {}): Answer => ({
  id: randomUUID(),
  seat: 'bass',
  student: '',
  item: 'letter G3',
  kind: 'letter',
  note: 'G3',
  right: false,
  mistake: 'in another clef',
  as: 'E',
  ms: 4200,
  at: 1000,
  ...by,
})
const klass = async (at: Knex) => (await lastOpened(at)).id

describe('what was answered', () => {
  it('is kept as it was given, once, in its order, and told apart by student', async () => {
    const of = await klass(db)
    const [first, later, ada] = [answer(), answer({ right: true, mistake: null, as: '', at: 2000 }), answer({ student: 'ada', at: 1500 })]
    expect(await addAnswers(db, of, [later, ada], 9000)).toBe(2)
    // A phone sends once more what it does not know to have arrived.
    expect(await addAnswers(db, of, [first, later, ada], 9000)).toBe(1)
    expect(await answersOf(db, of)).toEqual([first, ada, later])
    expect(await answersOf(db, of, 'ada')).toEqual([ada])
    expect(await answersOf(db, 'another class')).toEqual([])
  })

  it('is kept whole or not at all: one that does not fit leaves none of its fellows', async () => {
    const of = await klass(db)
    await expect(addAnswers(db, of, [answer(), { ...answer(), item: null as unknown as string }], 9000)).rejects.toThrow()
    expect(await answersOf(db, of)).toEqual([])
  })

  it('takes no more of one student than a day holds', async () => {
    const of = await klass(db)
    const many = Array.from({ length: MOST_A_DAY }, (_, i) => answer({ student: 'ada', at: 1 + i }))
    // They came at 150 000 by the clock here, whenever the phone says that they were given.
    await addAnswers(db, of, many, 150_000)
    const long = 20 * 86_400_000
    expect(await hasAnsweredEnough(db, of, 'ada', 200_000)).toBe(true)
    expect(await hasAnsweredEnough(db, of, 'ada', long)).toBe(false)
    expect(await hasAnsweredEnough(db, of, 'kofi', 200_000)).toBe(false)
    expect(await hasAnsweredEnough(db, of, 'ada', 200_000 + 2 * 86_400_000)).toBe(false)
  })

  it('leaves out a row that cannot be read, and keeps the others', async () => {
    const of = await klass(db)
    const good = answer()
    await addAnswers(db, of, [good, answer({ at: 5000 })], 9000)
    await db('answers').where({ at: 5000 }).update({ kind: 'something of a later version' })
    expect(await answersOf(db, of)).toEqual([good])
  })

  it('goes into a library and comes out of it, added or in place of what was there', async () => {
    const answers = [answer(), answer({ seat: 'violin', student: 'ada', at: 3000 })]
    await addAnswers(db, await klass(db), answers, 9000)
    const library = path.join(folder, `${n++}.zip`)
    await backUp(db, library, 1, () => undefined)
    for (const how of ['add', 'replace'] as const) {
      const there = await openDatabase(path.join(folder, `${n++}-there.sqlite`))
      const own = answer({ at: 9 })
      await addAnswers(there, await klass(there), [own], 9000)
      const staged = path.join(folder, `${n++}-staged.sqlite`)
      expect((await look(library, staged, () => undefined)).problems).toEqual([])
      await bring(there, staged, how)
      expect(await answersOf(there, await klass(there))).toEqual(how === 'add' ? [own, ...answers] : answers)
      await there.destroy()
    }
  })
})
