import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import knex, { type Knex } from 'knex'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { withChanges } from '@/core/fingering/policy'
import { classAt, DEFAULT_CLASS, type ClassSettings } from '@/core/plan/class'
import { withPin, emptyPlan } from '@/core/plan/plan'
import { pieceFrom } from '@/core/testing/piece'
import { insertClass, saveClass, startOwn, lastOpened } from './classes'
import { writing } from './writing'
import { openDatabase } from './database'
import { getVersion } from './versions'
import { migrationSource } from './migrations'
import {
  addPiece,
  bringPieces,
  duplicatePiece,
  getPiece,
  getPieces,
  listDeleted,
  listShelf,
  purge,
  putOnShelf,
  savePiece,
  takeOffShelf,
  touchPiece,
  UnreadableError,
} from './pieces'

let db: Knex
beforeEach(async () => {
  db = await openDatabase(':memory:')
})
afterEach(() => db.destroy())

const source = { name: 'test.abc', text: 'X:1\nK:D\nD' }
const bring = async (title = 'Test', now = 1000) => addPiece(db, (await lastOpened(db)).id, { ...pieceFrom('D4 E4'), title }, source, now)

describe('the shelf', () => {
  it('keeps a piece, its plan and what it came from', async () => {
    const id = await bring()
    expect(await getPiece(db, 'class', id)).toEqual({
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
    const { id: klass } = await lastOpened(db)
    const [a, b, c] = [await bring('a', 1), await bring('b', 2), await bring('c', 3)]
    await touchPiece(db, 'class', a, 10)
    expect((await listShelf(db, klass)).heads.map((p) => p.id)).toEqual([a, c, b])
  })
  it('a search finds first what the title begins with, then a word of it, then a part of it, then key and time', async () => {
    const { id: klass } = await lastOpened(db)
    const titled = (title: string, now: number) => addPiece(db, klass, { ...pieceFrom('D4 E4'), title }, source, now)
    for (const [i, title] of ['Amber Hill', 'Chamber Music', 'The Amber Road', 'Lumberjack', 'Ambergris', '100% Am_bush'].entries())
      await titled(title, i)
    const found = async (...words: string[]) => (await listShelf(db, klass, { words })).heads.map((h) => h.title)
    expect(await found('amber')).toEqual(['Ambergris', 'Amber Hill', 'The Amber Road', 'Chamber Music'])
    expect(await found('amber', 'music')).toEqual(['Chamber Music'])
    expect(await found('am_b')).toEqual(['100% Am_bush'])
    expect(await found('100%')).toEqual(['100% Am_bush'])
    expect((await listShelf(db, klass)).heads[0].title).toBe('100% Am_bush')
  })
  it('a deleted piece is gone until it is put back, whole', async () => {
    const { id: klass } = await lastOpened(db)
    const id = await bring()
    await takeOffShelf(db, (await lastOpened(db)).id, id, 5)
    expect(await getPiece(db, 'class', id)).toBeNull()
    expect((await listShelf(db, klass)).heads).toEqual([])
    await putOnShelf(db, (await lastOpened(db)).id, id)
    expect((await getPiece(db, 'class', id))?.piece.title).toBe('Test')
  })
  it('a copy has its own title and is independent', async () => {
    const id = await bring()
    const copy = (await duplicatePiece(db, (await lastOpened(db)).id, id, 7))!
    await savePiece(db, 'class', copy, 1, { plan: withPin(emptyPlan(), 'cello', 'e0', { fingers: [4] }) }, 8)
    expect((await getPiece(db, 'class', copy))?.piece.title).toBe('Test (copy)')
    expect((await getPiece(db, 'class', id))?.plan).toEqual(emptyPlan())
    expect(await duplicatePiece(db, (await lastOpened(db)).id, 'none', 7)).toBeNull()
  })
})

describe('saving', () => {
  it('goes over the version that it was made on, and no other', async () => {
    const id = await bring()
    const pinned = withPin(emptyPlan(), 'violin', 'e1', { fingers: [4] })
    expect(await savePiece(db, 'class', id, 1, { plan: pinned }, 2000)).toEqual({ ok: true, version: 2 })
    expect(await savePiece(db, 'class', id, 1, { plan: emptyPlan() }, 3000)).toEqual({
      ok: false,
      reason: 'newer',
      version: 2,
    })
    expect((await getPiece(db, 'class', id))?.plan).toEqual(pinned)
  })
  it('two saves at once: one wins, the other is told', async () => {
    const id = await bring()
    const both = await Promise.all([
      savePiece(db, 'class', id, 1, { plan: emptyPlan() }, 1),
      savePiece(db, 'class', id, 1, { plan: emptyPlan() }, 2),
    ])
    expect(both.map((s) => s.ok).sort()).toEqual([false, true])
  })
  it('a piece that is gone says so', async () => {
    expect(await savePiece(db, 'class', 'none', 1, {}, 1)).toEqual({ ok: false, reason: 'gone', version: 0 })
  })
  it('a row that is not a piece is refused when it is read', async () => {
    const id = await bring()
    const other = await bring('Other')
    await db('notes').where({ piece_id: id }).update({ piece: '{"version":99}' })
    await expect(getPiece(db, 'class', id)).rejects.toThrow(UnreadableError)
    // The shelf and the class page go on without it, and its saved versions are still there.
    const { heads } = await listShelf(db, (await lastOpened(db)).id)
    expect(heads.map((h) => h.title)).toEqual(['Other', 'Test'])
    expect((await getPieces(db, 'class', [id, other])).map((p) => p.id)).toEqual([other])
    expect((await getVersion(db, id, 1))?.piece).toEqual(pieceFrom('D4 E4'))
  })
  it('a setting or kind of spot that is no longer known is dropped when it is read, the rest holds', async () => {
    const id = await bring()
    const plan = withPin(emptyPlan(), 'violin', 'e1', { fingers: [4] })
    const old = {
      ...plan,
      policy: { fourth: 'sometimes', harmonics: true },
      spots: { kinds: { 'gone-kind': 'hide', shift: 'show' }, muted: ['a', 7] },
    }
    await db('plans')
      .where({ piece_id: id })
      .update({ plan: JSON.stringify(old) })
    expect((await getPiece(db, 'class', id))?.plan).toEqual({
      ...plan,
      policy: { harmonics: true },
      spots: { kinds: { shift: 'show' }, muted: ['a'] },
    })
    await db('plans').where({ piece_id: id }).update({ plan: 'no plan at all' })
    expect((await getPiece(db, 'class', id))?.plan).toEqual(emptyPlan())
  })
  it('a later save of the same window goes over one that it has not heard of, an earlier one that comes late does not', async () => {
    const id = await bring()
    const [a, b] = [4, 3].map((f) => withPin(emptyPlan(), 'violin', 'e1', { fingers: [f] }))
    const by = 'window-one'
    expect(await savePiece(db, 'class', id, 1, { plan: a, by, seq: 1 }, 2)).toEqual({ ok: true, version: 2 })
    // The answer was lost: the window still thinks that it is on version 1.
    expect(await savePiece(db, 'class', id, 1, { plan: b, by, seq: 3 }, 3)).toEqual({ ok: true, version: 3 })
    expect(await savePiece(db, 'class', id, 1, { plan: a, by, seq: 2 }, 4)).toEqual({ ok: true, version: 3 })
    expect((await getPiece(db, 'class', id))?.plan).toEqual(b)
    // Another window is another matter.
    expect(await savePiece(db, 'class', id, 1, { plan: a, by: 'window-two', seq: 9 }, 5)).toEqual({
      ok: false,
      reason: 'newer',
      version: 3,
    })
    expect(await savePiece(db, 'class', id, 3, { plan: a, by: 'window-two', seq: 10 }, 6)).toEqual({
      ok: true,
      version: 4,
    })
    expect(await savePiece(db, 'class', id, 3, { plan: b, by, seq: 4 }, 7)).toEqual({
      ok: false,
      reason: 'newer',
      version: 4,
    })
  })
})

describe('the shelf in parts', () => {
  it('a time beyond sense in a row does not hide it', async () => {
    const id = await bring()
    await db('pieces').where({ id }).update({ opened_at: 9e15, changed_at: -5 })
    expect((await listShelf(db, (await lastOpened(db)).id)).heads).toMatchObject([{ id, openedAt: null, changedAt: 0 }])
    expect((await getPiece(db, 'class', id))?.openedAt).toBeNull()
  })
  it('finds words in title, key, time and range, whatever they hold', async () => {
    const { id: klass } = await lastOpened(db)
    await bring('100 % wool_socks')
    await bring('Plain')
    const found = async (...words: string[]) => (await listShelf(db, klass, { words })).heads.map((h) => h.title)
    expect(await found('wool_')).toEqual(['100 % wool_socks'])
    expect(await found('%', '100')).toEqual(['100 % wool_socks'])
    expect(await found('d4', 'major')).toEqual(['Plain', '100 % wool_socks'])
    expect(await found('nowhere')).toEqual([])
    expect(await listShelf(db, klass, { offset: 1, limit: 1 })).toMatchObject({
      total: 2,
      found: 2,
      heads: [{ title: '100 % wool_socks' }],
    })
  })
  it('no row hangs on what is not there', async () => {
    await expect(db('plans').insert({ piece_id: 'nobody', plan: '{}' })).rejects.toThrow(/FOREIGN KEY/)
  })
  it('the same save that comes twice is one version', async () => {
    const { id: klass } = await lastOpened(db)
    const id = await addPiece(db, klass, pieceFrom('D4 E4'), source, 1)
    const plan = withPin(emptyPlan(), 'violin', 'e1', { fingers: [4] })
    const first = await savePiece(db, 'class', id, 1, { plan, by: 'window-a', seq: 3 }, 2)
    expect(first).toEqual({ ok: true, version: 2 })
    const other = withPin(emptyPlan(), 'violin', 'e1', { fingers: [3] })
    expect(await savePiece(db, 'class', id, 1, { plan: other, by: 'window-a', seq: 3 }, 3)).toEqual({
      ok: true,
      version: 2,
    })
    expect((await getPiece(db, 'class', id))!.plan).toEqual(plan)
  })
  it('a file and its pieces come together or not at all', async () => {
    const { id: klass } = await lastOpened(db)
    const broken = { ...pieceFrom('D4'), title: 'x' }
    // A value that no row can hold stands for whatever goes wrong in the middle.
    const bad = Object.assign(
      { ...broken },
      {
        toJSON: () => {
          throw new Error('in the middle')
        },
      },
    )
    const original = { name: 'two.abc', bytes: new Uint8Array([1]) }
    await expect(
      bringPieces(
        db,
        klass,
        original,
        [
          { piece: broken, source },
          { piece: bad, source },
        ],
        1,
      ),
    ).rejects.toThrow('in the middle')
    expect(await db('originals')).toEqual([])
    expect(await db('pieces')).toEqual([])
  })
  it('what was taken off is found, put back, or deleted for good with its file and versions', async () => {
    const { id: klass } = await lastOpened(db)
    const two = [pieceFrom('D4'), pieceFrom('E4')].map((piece) => ({ piece, source }))
    const [a, b] = await bringPieces(db, klass, { name: 'two.abc', bytes: new Uint8Array([1]) }, two, 1)
    await takeOffShelf(db, (await lastOpened(db)).id, a, 5)
    expect((await listDeleted(db, klass)).map((p) => [p.id, p.deletedAt])).toEqual([[a, 5]])
    // On the shelf it is not to be deleted for good.
    expect(await purge(db, klass, b)).toBe(0)
    expect(await purge(db, klass, a)).toBe(1)
    // Its file stays while another piece came in it.
    expect(await db('originals')).toHaveLength(1)
    expect(await db('piece_versions').where({ piece_id: a })).toEqual([])
    await takeOffShelf(db, (await lastOpened(db)).id, b, 6)
    expect(await purge(db, klass, 'all')).toBe(1)
    for (const table of ['originals', 'pieces', 'notes', 'plans', 'piece_versions', 'previews']) expect(await db(table)).toEqual([])
  })
})

describe('the class', () => {
  const taught: ClassSettings = {
    ...classAt('seventh-position'),
    policy: withChanges(DEFAULT_CLASS.policy, { fourth: 'always' }),
    spots: { shift: 'show' },
  }
  it('has the default settings until they are said, then its own', async () => {
    const { id, settings, version } = await lastOpened(db)
    expect(settings).toEqual(DEFAULT_CLASS)
    expect(await saveClass(db, id, version, { name: 'Owls', school: 'Hill', settings: taught })).toEqual({ ok: true, version: 2 })
    expect(await lastOpened(db)).toEqual({ id, name: 'Owls', school: 'Hill', settings: taught, version: 2, demo: false })
  })
  it('of the demonstration becomes somebody’s own: what is on the shelf goes off it or stays, and what was said of the class stays', async () => {
    await writing(db, (t) => insertClass(t, { id: 'shown', name: 'Made up', school: '', settings: taught, demo: true }))
    expect(await lastOpened(db)).toMatchObject({ id: 'shown', demo: true })
    const shown = await addPiece(db, 'shown', pieceFrom('D4 E4'), source, 1)
    await startOwn(db, 'shown', { name: 'Owls', school: 'Hill', clear: false }, 9)
    expect(await lastOpened(db)).toEqual({ id: 'shown', name: 'Owls', school: 'Hill', settings: taught, version: 2, demo: false })
    expect((await listShelf(db, 'shown')).total).toBe(1)
    await startOwn(db, 'shown', { name: 'Owls', school: 'Hill', clear: true }, 9)
    expect((await listShelf(db, 'shown')).total).toBe(0)
    expect((await listDeleted(db, 'shown')).map((h) => h.id)).toEqual([shown])
    // A class page that was open before saves over neither the name nor the rest.
    expect(await saveClass(db, 'shown', 1, { name: 'Made up', school: '', settings: taught, by: 'window', seq: 1 })).toMatchObject({
      ok: false,
      reason: 'newer',
    })
  })
  it('is not saved over a newer version, and one that is gone says so', async () => {
    const { id, name, school, settings } = await lastOpened(db)
    await saveClass(db, id, 1, { name, school, settings: taught })
    expect(await saveClass(db, id, 1, { name, school, settings })).toEqual({ ok: false, reason: 'newer', version: 2 })
    expect((await lastOpened(db)).settings).toEqual(taught)
    expect(await saveClass(db, 'none', 1, { name, school, settings })).toEqual({ ok: false, reason: 'gone', version: 0 })
  })
  it('a setting that is no longer known is the default when it is read, the rest holds', async () => {
    await lastOpened(db)
    await db('classes').update({
      settings: JSON.stringify({ ...taught, policy: { ...taught.policy, stay: 'at home' }, spots: { gone: 'show' } }),
    })
    expect((await lastOpened(db)).settings).toEqual({ ...taught, spots: {} })
    await db('classes').update({ settings: 'none' })
    expect((await lastOpened(db)).settings).toEqual(DEFAULT_CLASS)
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
    expect((await lastOpened(now)).settings).toEqual(DEFAULT_CLASS)
    const [a, b] = [(await getPiece(now, 'class', 'a'))!, (await getPiece(now, 'class', 'b'))!]
    expect(a).toMatchObject({
      version: 3,
      plan: { policy: {}, octaves: { cello: -1 }, pins: { violin: { e1: { fingers: [4] } } }, learned: null },
    })
    expect(b.plan.policy).toEqual({ fourth: 'always', school: '1-2-3-4' })
    await now.destroy()
  })
})
