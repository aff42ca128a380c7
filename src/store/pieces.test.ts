import { chmodSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import knex, { type Knex } from 'knex'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { withChanges } from '@/core/fingering/policy'
import { WHOLE_NECK } from '@/core/hands/presets'
import { DEFAULT_CLASS, type ClassSettings } from '@/core/seats/class'
import { withPin, emptyPlan } from '@/core/seats/plan'
import { pieceFrom } from '@/core/testing/piece'
import { saveClass, theClass } from './classes'
import { DataError, dataFile, openDatabase } from './database'
import { migrationSource } from './migrations'
import { addPiece, duplicatePiece, getPiece, listPieces, savePiece, setDeleted, touchPiece } from './pieces'

let db: Knex
beforeEach(async () => {
  db = await openDatabase(':memory:')
})
afterEach(() => db.destroy())

const source = { name: 'test.abc', text: 'X:1\nK:D\nD' }
const bring = async (title = 'Test', now = 1000) => addPiece(db, (await theClass(db)).id, { ...pieceFrom('D4 E4'), title }, source, now)

describe('the shelf', () => {
  it('keeps a piece, its plan and what it came from', async () => {
    const id = await bring()
    expect(await getPiece(db, id)).toEqual({
      id,
      piece: pieceFrom('D4 E4'),
      plan: emptyPlan(),
      source,
      originalId: null,
      version: 1,
      changedAt: 1000,
      openedAt: null,
    })
  })
  it('lists last opened first, then newest', async () => {
    const { id: klass } = await theClass(db)
    const [a, b, c] = [await bring('a', 1), await bring('b', 2), await bring('c', 3)]
    await touchPiece(db, a, 10)
    expect((await listPieces(db, klass)).map((p) => p.id)).toEqual([a, c, b])
  })
  it('a deleted piece is gone until it is put back, whole', async () => {
    const { id: klass } = await theClass(db)
    const id = await bring()
    await setDeleted(db, id, 5)
    expect(await getPiece(db, id)).toBeNull()
    expect(await listPieces(db, klass)).toEqual([])
    await setDeleted(db, id, null)
    expect((await getPiece(db, id))?.piece.title).toBe('Test')
  })
  it('a copy has its own title and is independent', async () => {
    const id = await bring()
    const copy = (await duplicatePiece(db, id, 7))!
    await savePiece(db, copy, 1, { plan: withPin(emptyPlan(), 'cello', 'e0', { fingers: [4] }) }, 8)
    expect((await getPiece(db, copy))?.piece.title).toBe('Test (copy)')
    expect((await getPiece(db, id))?.plan).toEqual(emptyPlan())
    expect(await duplicatePiece(db, 'none', 7)).toBeNull()
  })
})

describe('saving', () => {
  it('goes over the version that it was made on, and no other', async () => {
    const id = await bring()
    const pinned = withPin(emptyPlan(), 'violin', 'e1', { fingers: [4] })
    expect(await savePiece(db, id, 1, { plan: pinned }, 2000)).toEqual({ ok: true, version: 2 })
    expect(await savePiece(db, id, 1, { plan: emptyPlan() }, 3000)).toEqual({ ok: false, reason: 'newer', version: 2 })
    expect((await getPiece(db, id))?.plan).toEqual(pinned)
  })
  it('two saves at once: one wins, the other is told', async () => {
    const id = await bring()
    const both = await Promise.all([savePiece(db, id, 1, { plan: emptyPlan() }, 1), savePiece(db, id, 1, { plan: emptyPlan() }, 2)])
    expect(both.map((s) => s.ok).sort()).toEqual([false, true])
  })
  it('a piece that is gone says so', async () => {
    expect(await savePiece(db, 'none', 1, {}, 1)).toEqual({ ok: false, reason: 'gone', version: 0 })
  })
  it('a row that is not a piece is refused when it is read', async () => {
    const id = await bring()
    await db('pieces').where({ id }).update({ piece: '{"version":99}' })
    await expect(getPiece(db, id)).rejects.toThrow()
  })
})

describe('the class', () => {
  const taught: ClassSettings = {
    policy: withChanges(DEFAULT_CLASS.policy, { fourth: 'always' }),
    level: WHOLE_NECK,
    spots: { shift: 'show' },
  }
  it('has the default settings until they are said, then its own', async () => {
    const { id, settings, version } = await theClass(db)
    expect(settings).toEqual(DEFAULT_CLASS)
    expect(await saveClass(db, id, version, { name: 'Owls', school: 'Hill', settings: taught })).toEqual({ ok: true, version: 2 })
    expect(await theClass(db)).toEqual({ id, name: 'Owls', school: 'Hill', settings: taught, version: 2 })
  })
  it('is not saved over a newer version, and one that is gone says so', async () => {
    const { id, name, school, settings } = await theClass(db)
    await saveClass(db, id, 1, { name, school, settings: taught })
    expect(await saveClass(db, id, 1, { name, school, settings })).toEqual({ ok: false, reason: 'newer', version: 2 })
    expect((await theClass(db)).settings).toEqual(taught)
    expect(await saveClass(db, 'none', 1, { name, school, settings })).toEqual({ ok: false, reason: 'gone', version: 0 })
  })
  it('settings that are none are refused when they are read', async () => {
    await theClass(db)
    await db('classes').update({ settings: '{"policy":{}}' })
    await expect(theClass(db)).rejects.toThrow()
  })
})

describe('data from before classes had settings', () => {
  it('is brought up to date: what a plan had decided stays, the default is left to the class', async () => {
    const file = path.join(mkdtempSync(path.join(os.tmpdir(), 'even-seat-old-')), 'even-seat.sqlite')
    const old = knex({ client: 'better-sqlite3', connection: { filename: file }, useNullAsDefault: true })
    const first = { getMigrations: async () => (await migrationSource.getMigrations([])).slice(0, 1) }
    await old.migrate.latest({ migrationSource: { ...migrationSource, ...first } })
    await old('classes').insert({ id: 'class', name: 'Owls', school: '' })
    const empty = { violin: {}, viola: {}, cello: {}, bass: {} }
    const plan = (policy: object) =>
      JSON.stringify({
        octaves: { violin: 'auto', viola: 'auto', cello: -1, bass: 'auto' },
        lines: { violin: 0, viola: 0, cello: 0, bass: 0 },
        policy,
        pins: { ...empty, violin: { e1: { fingers: [4] } } },
      })
    const row = {
      class_id: 'class',
      piece: JSON.stringify(pieceFrom('D4 E4')),
      source_name: 'a.abc',
      source_text: '',
      version: 3,
      created_at: 1,
      changed_at: 1,
    }
    await old('pieces').insert({ ...row, id: 'a', plan: plan({ fourth: 'auto', bassSchool: '1-2-4' }) })
    await old('pieces').insert({ ...row, id: 'b', plan: plan({ fourth: 'always', bassSchool: '1-2-3-4' }) })
    await old.destroy()
    const now = await openDatabase(file)
    expect((await theClass(now)).settings).toEqual(DEFAULT_CLASS)
    const [a, b] = [(await getPiece(now, 'a'))!, (await getPiece(now, 'b'))!]
    expect(a).toMatchObject({
      version: 3,
      plan: { policy: {}, octaves: { cello: -1 }, pins: { violin: { e1: { fingers: [4] } } }, level: null },
    })
    expect(b.plan.policy).toEqual({ fourth: 'always', bassSchool: '1-2-3-4' })
    await now.destroy()
  })
})

describe('the data file', () => {
  const folder = () => mkdtempSync(path.join(os.tmpdir(), 'even-seat-data-'))
  it('is made with its folder, and keeps what it held', async () => {
    const file = dataFile(path.join(folder(), 'a', 'b'))
    const first = await openDatabase(file)
    await theClass(first)
    await first.destroy()
    const second = await openDatabase(file)
    expect(await theClass(second)).toMatchObject({ id: 'class' })
    await second.destroy()
  })
  it('a damaged file is named, with what to do, and left as it is', async () => {
    const file = dataFile(folder())
    writeFileSync(file, 'this is a shopping list, not a data file. '.repeat(50))
    await expect(openDatabase(file)).rejects.toThrow(DataError)
    await expect(openDatabase(file)).rejects.toThrow(/damaged.*Move it away/s)
    expect(readFileSync(file, 'utf8')).toContain('shopping list')
  })
  it.skipIf(process.getuid?.() === 0)('a file that cannot be written is named', async () => {
    const file = dataFile(folder())
    await (await openDatabase(file)).destroy()
    chmodSync(file, 0o444)
    chmodSync(path.dirname(file), 0o555)
    await expect(openDatabase(file)).rejects.toThrow(/cannot be written/)
  })
  it('a folder that is a file is named', async () => {
    const file = path.join(folder(), 'plain')
    writeFileSync(file, '')
    await expect(openDatabase(path.join(file, 'even-seat.sqlite'))).rejects.toThrow(/cannot be made|cannot be written/)
  })
})
