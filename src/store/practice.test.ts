import { randomUUID } from 'node:crypto'
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import type { Knex } from 'knex'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { Aim, PlanSettings, PracticeRecord } from '@/core/plan/record'
import { pieceFrom } from '@/core/testing/piece'
import { lastOpened } from './classes'
import { connect } from './connection'
import { openDatabase } from './database'
import { backUp } from './library/backup'
import { bring } from './library/bring'
import { look } from './library/look'
import { addPiece, purge, takeOffShelf } from './pieces'
import { addAim, addRecord, aimsOf, planSettings, recordsOf, savePlanSettings, takeOut } from './practice'

const folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-practice-'))
let db: Knex
let file: string
let n = 0
beforeEach(async () => {
  file = path.join(folder, `${n++}.sqlite`)
  db = await openDatabase(file)
})
afterEach(() => db.destroy())

const add = async (to = db) => addPiece(to, (await lastOpened(to)).id, pieceFrom('D4 E4 F#4 G4'), { name: 'a.abc', text: '' }, 1)
const record = (piece: string, by: Partial<PracticeRecord> = {}): PracticeRecord => ({
  id: randomUUID(),
  piece,
  what: 'chunk',
  target: '0-0',
  seat: null,
  student: '',
  day: '2026-03-02',
  clean: 1,
  slips: 0,
  tempo: 60,
  minutes: 1.5,
  at: 1000,
  ...by,
})
const aim = (piece: string): Aim => ({
  id: randomUUID(),
  piece,
  seat: 'cello',
  student: 'Nele',
  from: 'I',
  to: 'IV',
  string: 'A',
  up: true,
  finger: 'low 2',
  heard: 'sharp',
  cents: -12.5,
  day: '2026-03-02',
  at: 1000,
})
const settings = (pieces: string[]): PlanSettings => ({
  pieces,
  from: '2026-03-02',
  to: '2026-03-27',
  weekdays: ['Mon', 'Fri'],
  holidays: [],
  minutes: 10,
  seat: null,
  moved: { 'x new': '2026-03-06' },
})

const klass = async (at: Knex) => (await lastOpened(at)).id

describe('what was practised', () => {
  it('is kept as it was recorded, once, and can be taken out', async () => {
    const piece = await add()
    const r = record(piece, { seat: 'viola', student: 'Nele', tempo: null })
    expect(await addRecord(db, await klass(db), r)).toBe(true)
    // The same tap sent twice.
    expect(await addRecord(db, await klass(db), r)).toBe(true)
    expect(await recordsOf(db, await klass(db), [piece])).toEqual([r])
    const a = aim(piece)
    await addAim(db, await klass(db), a)
    await addAim(db, await klass(db), a)
    expect(await aimsOf(db, await klass(db), [piece])).toEqual([a])
    await takeOut(db, (await lastOpened(db)).id, 'records', r.id)
    await takeOut(db, (await lastOpened(db)).id, 'aims', a.id)
    expect([...(await recordsOf(db, await klass(db), [piece])), ...(await aimsOf(db, await klass(db), [piece]))]).toEqual([])
  })

  it('is of a piece that is there', async () => {
    expect(await addRecord(db, await klass(db), record(randomUUID()))).toBe(false)
    expect(await addAim(db, await klass(db), aim(randomUUID()))).toBe(false)
  })

  it('goes with the piece when that is deleted for good', async () => {
    const piece = await add()
    await addRecord(db, await klass(db), record(piece))
    await addAim(db, await klass(db), aim(piece))
    await takeOffShelf(db, (await lastOpened(db)).id, piece, 5)
    expect(await purge(db, (await lastOpened(db)).id, piece)).toBe(1)
    for (const table of ['records', 'aims']) expect(await db(table)).toEqual([])
  })

  it('leaves out a row that cannot be read, and keeps the others', async () => {
    const piece = await add()
    await addRecord(db, await klass(db), record(piece))
    await db('records').insert({ ...(await db('records').first()), id: randomUUID(), day: 'yesterday' })
    expect(await recordsOf(db, await klass(db), [piece])).toHaveLength(1)
  })
})

describe('what the plan is made from', () => {
  it('is saved over the version that stands only', async () => {
    const { id } = await lastOpened(db)
    expect(await planSettings(db, id)).toBeNull()
    expect(await savePlanSettings(db, id, 0, settings([]))).toEqual({ ok: true, version: 1 })
    expect(await savePlanSettings(db, id, 0, { ...settings([]), minutes: 99 })).toEqual({ ok: false, reason: 'newer', version: 1 })
    expect(await savePlanSettings(db, id, 1, { ...settings([]), minutes: 20 })).toEqual({ ok: true, version: 2 })
    expect(await planSettings(db, id)).toEqual({ settings: { ...settings([]), minutes: 20 }, version: 2 })
  })
})

describe('a library file', () => {
  it('has what was practised and the plan, and brings them back, added or in place of what stands', async () => {
    const piece = await add()
    const { id } = await lastOpened(db)
    const [r, a] = [record(piece), aim(piece)]
    await addRecord(db, await klass(db), r)
    await addAim(db, await klass(db), a)
    await savePlanSettings(db, id, 0, settings([piece]))
    const zip = path.join(folder, `${n++}.zip`)
    const reading = connect(file, 'reading')
    await backUp(reading, zip, 4000, () => undefined)
    await reading.destroy()
    for (const how of ['add', 'replace'] as const) {
      const other = await openDatabase(path.join(folder, `${n++}.sqlite`))
      const staged = path.join(folder, `${n++}.staged`)
      const looked = await look(zip, staged, () => undefined)
      expect(looked.problems).toEqual([])
      // Twice: what is there is not doubled.
      await bring(other, staged, how)
      await bring(other, staged, how)
      expect(await recordsOf(other, await klass(other), [piece])).toEqual([r])
      expect(await aimsOf(other, await klass(other), [piece])).toEqual([a])
      expect((await planSettings(other, (await lastOpened(other)).id))?.settings).toEqual(settings([piece]))
      await other.destroy()
    }
    // Where the piece is here already, records that are not are added to it.
    await takeOut(db, (await lastOpened(db)).id, 'records', r.id)
    const kept = record(piece, { day: '2026-03-04' })
    await addRecord(db, await klass(db), kept)
    const staged = path.join(folder, `${n++}.staged`)
    await look(zip, staged, () => undefined)
    await bring(db, staged, 'add')
    expect((await recordsOf(db, await klass(db), [piece])).map((x) => x.id)).toEqual([r.id, kept.id])
  })
})
