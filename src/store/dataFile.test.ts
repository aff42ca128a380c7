import { chmodSync, cpSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import knex, { type Knex } from 'knex'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { withPin, emptyPlan } from '@/core/plan/plan'
import { pieceFrom } from '@/core/testing/piece'
import { lastOpened } from './classes'
import { DataError, dataFile, openDatabase, unlock } from './database'
import { addPiece, getPiece, savePiece } from './pieces'

let db: Knex
beforeEach(async () => {
  db = await openDatabase(':memory:')
})
afterEach(() => db.destroy())

const source = { name: 'test.abc', text: 'X:1\nK:D\nD' }

describe('the data file', () => {
  const folder = () => mkdtempSync(path.join(os.tmpdir(), 'even-seat-data-'))
  it('is made with its folder, and keeps what it held', async () => {
    const file = dataFile(path.join(folder(), 'a', 'b'))
    const first = await openDatabase(file)
    await lastOpened(first)
    await first.destroy()
    const second = await openDatabase(file)
    expect(await lastOpened(second)).toMatchObject({ id: 'class' })
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
    await expect(openDatabase(path.join(file, 'even-seat.sqlite'))).rejects.toThrow(/can’t be made|can’t be written/)
  })

  /** A data file with one piece in it. */
  async function withPiece() {
    const file = dataFile(folder())
    const own = await openDatabase(file)
    const of = (await lastOpened(own)).id
    const id = await addPiece(own, of, pieceFrom('D4'), source, 1)
    return { file, own, id, save: () => savePiece(own, of, id, 1, { plan: withPin(emptyPlan(), 'cello', 'e0', { fingers: [4] }) }, 2) }
  }
  it('moved, deleted or replaced while it is open is said at the next write, and nothing is acknowledged', async () => {
    for (const spoil of [
      (dir: string) => renameSync(dir, `${dir}-elsewhere`),
      (dir: string) => rmSync(dir, { recursive: true }),
      (dir: string) => {
        cpSync(dir, `${dir}-copy`, { recursive: true })
        rmSync(dir, { recursive: true })
        renameSync(`${dir}-copy`, dir)
      },
    ]) {
      const { file, own, save } = await withPiece()
      spoil(path.dirname(file))
      await expect(save()).rejects.toThrow(/was moved, deleted or replaced/)
      await own.destroy()
    }
  })
  it('put back where it was, it is written again', async () => {
    const { file, own, save } = await withPiece()
    const dir = path.dirname(file)
    renameSync(dir, `${dir}-away`)
    await expect(save()).rejects.toThrow(DataError)
    renameSync(`${dir}-away`, dir)
    expect(await save()).toEqual({ ok: true, version: 2 })
    await own.destroy()
  })
  it('a full disk is said as such, what there is can be read, and saving goes on when there is room', async () => {
    const { own, id, save } = await withPiece()
    const [{ page_count: pages }] = (await own.raw('PRAGMA page_count')) as { page_count: number }[]
    await own.raw(`PRAGMA max_page_count = ${pages}`)
    const large = { ...pieceFrom('D4'), title: 'x'.repeat(200), composer: 'y'.repeat(200) }
    await expect(addPiece(own, (await lastOpened(own)).id, large, { name: 'a', text: 'z'.repeat(50_000) }, 1)).rejects.toThrow(
      /disk is full/,
    )
    expect((await getPiece(own, 'class', id))?.version).toBe(1)
    await own.raw('PRAGMA max_page_count = 100000')
    expect(await save()).toEqual({ ok: true, version: 2 })
    await own.destroy()
  })
  it('a transaction asks for the right to write before it reads: nobody can write in between', async () => {
    const { file, own } = await withPiece()
    const other = await openDatabase(file)
    await other.raw('PRAGMA busy_timeout = 0')
    const t = await own.transaction()
    await t('pieces').first('id')
    await expect(addPiece(other, 'class', pieceFrom('D4'), source, 1)).rejects.toThrow(/in use by another program/)
    await t.commit()
    expect(await addPiece(other, 'class', pieceFrom('D4'), source, 1)).toBeTruthy()
    await Promise.all([own.destroy(), other.destroy()])
  })
  it('of another program is left as it is, byte for byte', async () => {
    const file = dataFile(folder())
    const theirs = knex({ client: 'better-sqlite3', connection: { filename: file }, useNullAsDefault: true })
    await theirs.schema.createTable('recipes', (t) => t.text('soup'))
    await theirs.destroy()
    const before = readFileSync(file)
    await expect(openDatabase(file)).rejects.toThrow(/belongs to another program \(it holds recipes\)/)
    expect(readFileSync(file).equals(before)).toBe(true)
  })
  it('of a newer Even Seat is named', async () => {
    const { file, own } = await withPiece()
    await own('knex_migrations').insert({ name: '099-later', batch: 9, migration_time: 1 })
    await own.destroy()
    await expect(openDatabase(file)).rejects.toThrow(/made by a newer Even Seat \(it knows “099-later”\)/)
  })
  it('with the lock of an ended start says what to do, and what it says helps', async () => {
    const { file, own } = await withPiece()
    await own('knex_migrations').where({ name: '005-safe-keeping' }).delete()
    await own('knex_migrations_lock').update({ is_locked: 1 })
    await own.destroy()
    await expect(openDatabase(file, 300)).rejects.toThrow(/npm run unlock/)
    await unlock(file)
    // The step is then tried; here it has been done already, which is another matter.
    await expect(openDatabase(file, 300)).rejects.not.toThrow(/npm run unlock/)
  })
})
