import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import type { Knex } from 'knex'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { newStudent } from '@/core/plan/student'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { insertClass, setRemoved } from './classes'
import { openDatabase } from './database'
import { followLink, giveLinks, linksOf, withdrawLink } from './links'
import { writing } from './writing'

const [ADA, BO] = ['11111111-0000-4000-8000-000000000000', '22222222-0000-4000-8000-000000000000']
const [NOW, DAY] = [1_800_000_000_000, 86_400_000]
let db: Knex

beforeEach(async () => {
  db = await openDatabase(path.join(mkdtempSync(path.join(os.tmpdir(), 'even-seat-links-')), 'x.sqlite'))
  const settings = { ...DEFAULT_CLASS, students: [newStudent(ADA, 'Ada', 'violin'), newStudent(BO, 'Bo', 'cello')] }
  await writing(db, async (t) => {
    await insertClass(t, { id: 'one', name: 'One', school: '', settings })
    await insertClass(t, { id: 'two', name: 'Two', school: '' })
  })
})
afterEach(() => db.destroy())

describe('links of students', () => {
  it('lead to their student until they end, and nobody can guess one', async () => {
    const made = (await giveLinks(db, 'one', [ADA, BO], NOW + DAY, NOW))!
    expect(new Set(made.map((l) => l.token)).size).toBe(2)
    for (const l of made) expect(l.token).toMatch(/^[\w-]{22}$/)
    expect(await followLink(db, made[0].token, NOW)).toMatchObject({ student: { id: ADA }, klass: { id: 'one' } })
    expect(await followLink(db, made[0].token, NOW + DAY - 1)).not.toBeNull()
    expect(await followLink(db, made[0].token, NOW + DAY)).toBeNull()
    for (const wrong of [
      '',
      'x',
      made[0].token.slice(1),
      `${made[0].token}x`,
      made[0].token.toLowerCase().replace(/[a-z]/, 'Z'),
      "' OR 1=1 --",
    ])
      expect(await followLink(db, wrong, NOW), wrong).toBeNull()
    expect((await linksOf(db, 'one', NOW)).map((l) => l.student).sort()).toEqual([ADA, BO])
    expect(await linksOf(db, 'one', NOW + DAY)).toEqual([])
    expect(await linksOf(db, 'two', NOW)).toEqual([])
  })

  it('are withdrawn for good, and by a new one', async () => {
    const [first] = (await giveLinks(db, 'one', [ADA], NOW + DAY, NOW))!
    const [second] = (await giveLinks(db, 'one', [ADA], NOW + DAY, NOW + 1))!
    expect(await followLink(db, first.token, NOW + 2)).toBeNull()
    expect(await followLink(db, second.token, NOW + 2)).not.toBeNull()
    expect(await withdrawLink(db, 'two', second.id, NOW + 3)).toBe(false)
    expect(await withdrawLink(db, 'one', second.id, NOW + 3)).toBe(true)
    expect(await withdrawLink(db, 'one', second.id, NOW + 4)).toBe(false)
    expect(await followLink(db, second.token, NOW + 5)).toBeNull()
    expect(await linksOf(db, 'one', NOW + 5)).toEqual([])
  })

  it('are for students of the class only, and end with the student and the class', async () => {
    expect(await giveLinks(db, 'two', [ADA], NOW + DAY, NOW)).toBeNull()
    expect(await giveLinks(db, 'none', [], NOW + DAY, NOW)).toBeNull()
    const [ada, bo] = (await giveLinks(db, 'one', [ADA, BO], NOW + DAY, NOW))!
    const settings = { ...DEFAULT_CLASS, students: [newStudent(ADA, 'Ada', 'violin')] }
    await db('classes')
      .where({ id: 'one' })
      .update({ settings: JSON.stringify(settings) })
    expect(await followLink(db, bo.token, NOW)).toBeNull()
    expect(await followLink(db, ada.token, NOW)).not.toBeNull()
    expect(await setRemoved(db, 'one', NOW)).toBe(true)
    expect(await followLink(db, ada.token, NOW)).toBeNull()
  })
})
