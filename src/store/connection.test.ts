import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { SAFETY } from './connection'
import { openDatabase, PREPARED } from './database'
import { migrationNames } from './migrations'

const was = { ...SAFETY, ...PREPARED }
beforeEach(() => {
  ;[SAFETY.synchronous, PREPARED.empty] = ['FULL', null]
})
afterEach(() => {
  ;[SAFETY.synchronous, PREPARED.empty] = [was.synchronous, was.empty]
})

describe('a data file as it is shipped', () => {
  it('is written whole before it is acknowledged, with a journal, and made step by step where there was none', async () => {
    const db = await openDatabase(path.join(mkdtempSync(path.join(os.tmpdir(), 'even-seat-shipped-')), 'x.sqlite'))
    const pragma = async (name: string) => Object.values(((await db.raw(`PRAGMA ${name}`)) as object[])[0])[0] as unknown
    // 2 is FULL (SQLite, PRAGMA synchronous).
    expect([await pragma('synchronous'), await pragma('journal_mode'), await pragma('foreign_keys')]).toEqual([2, 'wal', 1])
    expect(((await db('knex_migrations').select('name')) as { name: string }[]).map((r) => r.name)).toEqual(migrationNames)
    await db.destroy()
  })
})
