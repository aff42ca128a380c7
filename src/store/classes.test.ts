import { randomUUID } from 'node:crypto'
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import knex, { type Knex } from 'knex'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { newStudent } from '@/core/plan/student'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { pieceFrom } from '@/core/testing/piece'
import { addAnswers, answersOf } from './answers'
import { classesWith, listClasses, newClass, openClass, saveClass, setRemoved, startOwn, lastOpened } from './classes'
import { connect } from './connection'
import { openDatabase } from './database'
import { migrationSource } from './migrations'
import { backUp } from './library/backup'
import { bring, compare } from './library/bring'
import { look } from './library/look'
import { addPiece, getPiece, listDeleted, listShelf, purge, putOnShelf, takeOffShelf } from './pieces'
import { addRecord, recordsOf } from './practice'

const answer = {
  ...{ id: randomUUID(), seat: 'bass', student: '', item: 'letter G3', kind: 'letter' as const, note: 'G3', right: true, mistake: null },
  ...{ as: '', ms: 3000, at: 10 },
}

let db: Knex
let folder: string
let file: string
beforeEach(async () => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-classes-'))
  file = path.join(folder, 'a.sqlite')
  db = await openDatabase(file)
})
afterEach(() => db.destroy())

const source = { name: 'a.abc', text: '' }
const add = async (title: string) => addPiece(db, (await lastOpened(db)).id, { ...pieceFrom('D4 E4'), title }, source, 1000)
const titles = async (at: Knex = db) => (await listShelf(at, (await lastOpened(at)).id)).heads.map((h) => h.title).sort()
const fresh = { school: '', like: null, pieces: false }
const record = (piece: string) => ({
  id: randomUUID(),
  piece,
  what: 'chunk' as const,
  target: '0-1',
  seat: null,
  student: '',
  day: '2026-03-02',
  clean: 1,
  slips: 0,
  tempo: null,
  minutes: 1,
  at: 1,
})

describe('several classes', () => {
  it('one is open, each with its own shelf; a piece may stand on several', async () => {
    const first = (await lastOpened(db)).id
    const shared = await add('Shared')
    await add('Mine')
    const second = await newClass(db, { ...fresh, name: 'Owls' }, 2000)
    expect((await lastOpened(db)).name).toBe('Owls')
    expect(await titles()).toEqual([])
    await putOnShelf(db, second, shared)
    expect(await titles()).toEqual(['Shared'])
    expect((await classesWith(db, shared)).sort()).toEqual([first, second].sort())
    // A clock that goes back opens it all the same.
    expect(await openClass(db, first, 1)).toBe(true)
    expect(await titles()).toEqual(['Mine', 'Shared'])
    expect(await openClass(db, 'nobody', 1)).toBe(false)
    expect((await listClasses(db)).map((c) => [c.name, c.pieces])).toEqual([
      ['My class', 2],
      ['Owls', 1],
    ])
  })

  it('a piece that another class has too goes from one shelf alone; the last one puts it away', async () => {
    const first = (await lastOpened(db)).id
    const shared = await add('Shared')
    const second = await newClass(db, { ...fresh, name: 'Owls' }, 2000)
    await putOnShelf(db, second, shared)
    await takeOffShelf(db, second, shared, 5)
    expect(await titles()).toEqual([])
    expect(await getPiece(db, second, shared)).toBeNull()
    expect(await getPiece(db, first, shared)).not.toBeNull()
    expect(await listDeleted(db, second)).toEqual([])
    await takeOffShelf(db, first, shared, 6)
    expect(await getPiece(db, (await lastOpened(db)).id, shared)).toBeNull()
    expect((await listDeleted(db, first)).map((h) => h.id)).toEqual([shared])
    // Deleting for good what one class has put away leaves the other's alone.
    expect(await purge(db, second, 'all')).toBe(0)
    await putOnShelf(db, first, shared)
    await openClass(db, first, 3000)
    expect(await titles()).toEqual(['Shared'])
  })

  it('a new one may be like another, with its pieces and without its students', async () => {
    const { id, version } = await lastOpened(db)
    await add('One')
    const students = [newStudent(randomUUID(), 'Ada', 'violin')]
    const settings = { ...DEFAULT_CLASS, places: 'numbers' as const, students }
    await saveClass(db, id, version, { name: 'Mondays', school: '', settings })
    await newClass(db, { name: 'Fridays', school: 'Q', like: id, pieces: true }, 2000)
    const made = await lastOpened(db)
    expect([made.name, made.settings.places, made.settings.students]).toEqual(['Fridays', 'numbers', []])
    expect(await titles()).toEqual(['One'])
    expect((await listClasses(db)).map((c) => c.students)).toEqual([0, 1])
  })

  it('what was practised is of the class that did', async () => {
    const first = (await lastOpened(db)).id
    const piece = await add('One')
    const second = await newClass(db, { ...fresh, name: 'Owls' }, 2000)
    await putOnShelf(db, second, piece)
    await addRecord(db, second, record(piece))
    expect(await recordsOf(db, first, [piece])).toEqual([])
    expect(await recordsOf(db, second, [piece])).toHaveLength(1)
  })

  it('a class of one’s own in place of the demonstration has none of its students, and the other made-up class is taken away', async () => {
    const { id, version } = await lastOpened(db)
    const students = [newStudent(randomUUID(), 'Ada', 'violin')]
    await saveClass(db, id, version, { name: 'Demo', school: '', settings: { ...DEFAULT_CLASS, places: 'numbers', students } })
    const second = await newClass(db, { ...fresh, name: 'Demo too' }, 2000)
    await db('classes').update({ demo: 1 })
    await openClass(db, id, 3000)
    await startOwn(db, id, { name: 'Mine', school: 'Q', clear: false }, 4000)
    const now = await lastOpened(db)
    expect([now.id, now.name, now.demo, now.settings.places, now.settings.students]).toEqual([id, 'Mine', false, 'numbers', []])
    expect((await listClasses(db)).map((c) => c.name)).toEqual(['Mine'])
    expect((await listClasses(db, true)).map((c) => c.id)).toEqual([second])
  })

  it('one that is taken away can be put back; the last one stays', async () => {
    const first = (await lastOpened(db)).id
    expect(await setRemoved(db, first, 5)).toBe(false)
    const second = await newClass(db, { ...fresh, name: 'Owls' }, 2000)
    await add('Owl song')
    expect(await setRemoved(db, second, 5)).toBe(true)
    expect((await lastOpened(db)).id).toBe(first)
    expect((await listClasses(db, true)).map((c) => [c.name, c.pieces])).toEqual([['Owls', 1]])
    await setRemoved(db, second, null)
    await openClass(db, second, 9000)
    expect(await titles()).toEqual(['Owl song'])
  })
})

describe('data from before there were several classes', () => {
  it('has everything on the shelf of its one class, and what was practised is of it', async () => {
    const old = knex({ client: 'better-sqlite3', connection: { filename: path.join(folder, 'old.sqlite') }, useNullAsDefault: true })
    const before = {
      getMigrations: async () => (await migrationSource.getMigrations([])).filter((m) => (m as { name: string }).name < '010'),
    }
    await old.migrate.latest({ migrationSource: { ...migrationSource, ...before } })
    await old('classes').insert({ id: 'class', name: 'Owls', school: '', version: 1 })
    const piece = randomUUID()
    const row = { class_id: 'class', title: 'One', summary: null, search: '', source_name: 'a.abc', original_id: null }
    await old('pieces').insert({ id: piece, ...row, version: 1, created_at: 1, changed_at: 1, opened_at: null, deleted_at: null })
    await old('notes').insert({ piece_id: piece, piece: JSON.stringify({ ...pieceFrom('D4'), title: 'One' }), source_text: '' })
    const { piece: _, ...r } = record(piece)
    await old('records').insert({ ...r, piece_id: piece })
    await old.destroy()
    const now = await openDatabase(path.join(folder, 'old.sqlite'))
    expect(await titles(now)).toEqual(['One'])
    expect(await recordsOf(now, 'class', [piece])).toHaveLength(1)
    await now.destroy()
  })
})

describe('a library of several classes', () => {
  const saved = async (): Promise<string> => {
    const zip = path.join(folder, `${randomUUID()}.zip`)
    const reading = connect(file, 'reading')
    await backUp(reading, zip, 4000, () => undefined)
    await reading.destroy()
    const staged = path.join(folder, `${randomUUID()}.staged`)
    expect((await look(zip, staged, () => undefined)).problems).toEqual([])
    return staged
  }
  const fill = async () => {
    const first = (await lastOpened(db)).id
    const shared = await add('Shared')
    await add('Mine')
    const second = await newClass(db, { ...fresh, name: 'Owls' }, 2000)
    await putOnShelf(db, second, shared)
    await add('Owl song')
    await addRecord(db, second, record(shared))
    return { first, second, shared }
  }

  it('comes back with every class, its shelf and what it practised, the open one open', async () => {
    const { second, shared } = await fill()
    const staged = await saved()
    for (const how of ['replace', 'add'] as const) {
      // An install without pieces takes everything over, whichever way is chosen.
      const other = await openDatabase(path.join(folder, `${randomUUID()}.sqlite`))
      await lastOpened(other)
      await bring(other, staged, how)
      await bring(other, staged, how)
      expect((await lastOpened(other)).id, how).toBe(second)
      expect((await listClasses(other)).map((c) => [c.name, c.pieces])).toEqual([
        ['My class', 2],
        ['Owls', 2],
      ])
      expect(await titles(other)).toEqual(['Owl song', 'Shared'])
      expect(await recordsOf(other, second, [shared])).toHaveLength(1)
      await other.destroy()
    }
  })

  it('added to other classes it adds those that are not there, and leaves the open one open', async () => {
    await fill()
    const staged = await saved()
    const other = await openDatabase(path.join(folder, `${randomUUID()}.sqlite`))
    const own = await newClass(other, { ...fresh, name: 'Bees' }, 1000)
    await addPiece(other, own, { ...pieceFrom('D4'), title: 'Bee song' }, source, 1)
    expect(await compare(other, staged)).toMatchObject({ missing: 3, classes: 2 })
    await bring(other, staged, 'add')
    expect((await lastOpened(other)).id).toBe(own)
    expect(await titles(other)).toEqual(['Bee song'])
    expect((await listClasses(other)).map((c) => [c.name, c.pieces])).toEqual([
      ['Bees', 1],
      ['My class', 2],
      ['Owls', 2],
    ])
    expect(await compare(other, staged)).toMatchObject({ missing: 0, classes: 0 })
    await other.destroy()
  })

  it('in place of what was there it leaves none of the classes that are not in it, nor what they answered', async () => {
    const { second } = await fill()
    const staged = await saved()
    const other = await openDatabase(path.join(folder, `${randomUUID()}.sqlite`))
    const own = await newClass(other, { ...fresh, name: 'Bees' }, 1000)
    await addPiece(other, own, { ...pieceFrom('D4'), title: 'Bee song' }, source, 1)
    await addAnswers(other, own, [answer], 1)
    await bring(other, staged, 'replace')
    expect((await listClasses(other)).map((c) => c.name)).toEqual(['My class', 'Owls'])
    expect((await lastOpened(other)).id).toBe(second)
    expect(await other('classes').where({ id: own })).toEqual([])
    expect(await answersOf(other, own)).toEqual([])
    await other.destroy()
  })

  it('added once more it puts nothing back on a shelf from which one class took it', async () => {
    const { first, second, shared } = await fill()
    const staged = await saved()
    await takeOffShelf(db, first, shared, 5000)
    await bring(db, staged, 'add')
    const on = async (of: string) => (await listShelf(db, of)).heads.map((h) => h.title).sort()
    expect(await on(first)).toEqual(['Mine'])
    expect(await on(second)).toEqual(['Owl song', 'Shared'])
  })
})
