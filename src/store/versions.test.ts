import fc from 'fast-check'
import type { Knex } from 'knex'
import knex from 'knex'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { PIECE_VERSION } from '@/core/piece/piece'
import { emptyPlan, withPin } from '@/core/plan/plan'
import { pieceFrom } from '@/core/testing/piece'
import { lastOpened } from './classes'
import { openDatabase } from './database'
import { getVersion, listVersions, nameVersion, thin } from './versions'
import { migrationSource } from './migrations'
import { addOriginal, getOriginal } from './originals'
import { addPieces, getPiece, savePiece } from './pieces'
import { keptSince, keptWhole, stateAfter, type State } from './states'
import { versionsToDrop } from './thinning'
import { writing } from './writing'

let db: Knex
beforeEach(async () => {
  db = await openDatabase(':memory:')
})
afterEach(() => db.destroy())

const bytes = Uint8Array.from([0, 1, 254, 255, 13, 10])
async function bring(): Promise<string> {
  const originalId = await addOriginal(db, { name: 'tune.mxl', bytes }, 1000)
  const source = { name: 'tune.mxl', text: '' }
  const [id] = await addPieces(db, (await lastOpened(db)).id, [{ piece: pieceFrom('D4 E4'), source, originalId }], 1000)
  return id
}
const pin = (n: number) => withPin(emptyPlan(), 'violin', `e${n}`, { fingers: [4] })

describe('the file that a piece came in', () => {
  it('is kept byte for byte, also for a copy', async () => {
    const { originalId } = (await getPiece(db, 'class', await bring()))!
    expect(await getOriginal(db, originalId!)).toEqual({ name: 'tune.mxl', bytes: Buffer.from(bytes) })
    expect(await getOriginal(db, 'none')).toBeNull()
  })
})

describe('history', () => {
  it('keeps every saved version: what changed is said, each can be had whole', async () => {
    const id = await bring()
    await savePiece(db, 'class', id, 1, { plan: pin(0), said: 'Violin m1: 4 on D pinned' }, 2000)
    await savePiece(db, 'class', id, 2, { piece: pieceFrom('F4 G4'), source: { name: 'tune.mxl', text: 'X:1' } }, 3000)
    expect(await listVersions(db, id)).toEqual([
      { version: 3, savedAt: 3000, notes: true, name: null, said: '' },
      { version: 2, savedAt: 2000, notes: false, name: null, said: 'Violin m1: 4 on D pinned' },
      { version: 1, savedAt: 1000, notes: true, name: null, said: '' },
    ])
    expect(await getVersion(db, id, 2)).toEqual({
      version: 2,
      savedAt: 2000,
      name: null,
      piece: pieceFrom('D4 E4'),
      plan: pin(0),
      text: '',
    })
    expect(await getVersion(db, id, 3)).toMatchObject({ piece: pieceFrom('F4 G4'), plan: pin(0), text: 'X:1' })
    expect(await getVersion(db, id, 9)).toBeNull()
  })
  it('a refused save leaves none', async () => {
    const id = await bring()
    expect((await savePiece(db, 'class', id, 7, { plan: emptyPlan() }, 2000)).ok).toBe(false)
    expect(await listVersions(db, id)).toHaveLength(1)
  })
  it('after a version that is missing the next is kept whole, not as a change of what is not there', async () => {
    const id = await bring()
    await savePiece(db, 'class', id, 1, { plan: pin(0) }, 2000)
    await savePiece(db, 'class', id, 2, { plan: pin(1) }, 3000)
    await db('piece_versions').where({ piece_id: id, version: 3 }).del()
    await savePiece(db, 'class', id, 3, { plan: withPin(pin(1), 'cello', 'e0', { fingers: [1] }) }, 4000)
    expect((await getVersion(db, id, 4))?.plan.pins).toEqual({ violin: { e1: { fingers: [4] } }, cello: { e0: { fingers: [1] } } })
    expect((await getVersion(db, id, 2))?.plan).toEqual(pin(0))
  })
  it('a damaged version hides those that hang on it, and no others', async () => {
    const id = await bring()
    for (let v = 1; v < 80; v++) await savePiece(db, 'class', id, v, { plan: pin(v) }, 2000 + v)
    await db('piece_versions')
      .where({ piece_id: id, version: 40 })
      .update({ body: Buffer.from('no') })
    const readable = await Promise.all(Array.from({ length: 80 }, async (_, i) => (await getVersion(db, id, i + 1)) !== null))
    expect(readable[38]).toBe(true)
    expect(readable[39]).toBe(false)
    expect(readable[79]).toBe(true)
    expect(readable.filter((r) => !r).length).toBeLessThan(33)
  })
})

describe('a state kept as what changed', () => {
  const state = fc.record({ piece: fc.jsonValue(), plan: fc.jsonValue(), text: fc.string() }) as fc.Arbitrary<State>
  it('comes back as it was, whatever it is', () => {
    fc.assert(
      fc.property(state, state, (a, b) => {
        const plain = (s: State) => JSON.parse(JSON.stringify(s)) as State
        fc.pre(!JSON.stringify([a, b]).includes('__proto__'))
        expect(stateAfter(plain(a), keptSince(plain(a), plain(b)))).toEqual(plain(b))
        expect(stateAfter(null, keptWhole(plain(b)))).toEqual(plain(b))
      }),
    )
  })
})

const DAY = 86_400_000
describe('thinning', () => {
  const aged = fc
    .array(fc.record({ ago: fc.integer({ min: 0, max: 400 * DAY }), named: fc.boolean() }), { minLength: 1, maxLength: 80 })
    .map((list) =>
      list.sort((a, b) => b.ago - a.ago).map((x, i) => ({ version: i + 1, savedAt: 500 * DAY - x.ago, name: x.named ? 'n' : null })),
    )
  it('keeps the first, the last, the named, all of a day, and one in every span; again changes nothing', () => {
    fc.assert(
      fc.property(aged, (versions) => {
        const drop = new Set(versionsToDrop(versions, 500 * DAY))
        const stay = versions.filter((v) => !drop.has(v.version))
        expect(stay[0]).toBe(versions[0])
        expect(stay.at(-1)).toBe(versions.at(-1))
        for (const v of versions) if (v.name || 500 * DAY - v.savedAt < DAY) expect(drop.has(v.version)).toBe(false)
        // Whatever goes has a later one within its hour, day or week.
        for (const v of versions.filter((x) => drop.has(x.version))) {
          const age = 500 * DAY - v.savedAt
          const span = age < 7 * DAY ? 3_600_000 : age < 70 * DAY ? DAY : 7 * DAY
          expect(stay.some((s) => s.version > v.version && s.savedAt - v.savedAt < span)).toBe(true)
        }
        expect(versionsToDrop(stay, 500 * DAY)).toEqual([])
      }),
    )
  })
  it('while a version cannot be read nothing goes, and what hangs on it stays as it is', async () => {
    const id = await bring()
    for (let i = 1; i <= 120; i++) await savePiece(db, 'class', id, i, { plan: pin(i) }, 1000 + i * 1000)
    const rows = () =>
      db('piece_versions').where({ piece_id: id }).orderBy('version').select('*') as Promise<{ version: number; body: Buffer }[]>
    await db('piece_versions')
      .where({ piece_id: id, version: 50 })
      .update({ body: Buffer.from('no') })
    const before = await rows()
    expect(await db.transaction((t) => thin(t, id, 500 * DAY))).toBe(0)
    expect(await rows()).toEqual(before)
    // Where it is whole, the same versions would go.
    await db('piece_versions').where({ piece_id: id, version: 50 }).delete()
    const sound = await bring()
    for (let i = 1; i <= 120; i++) await savePiece(db, 'class', sound, i, { plan: pin(i) }, 1000 + i * 1000)
    expect(await db.transaction((t) => thin(t, sound, 500 * DAY))).toBeGreaterThan(50)
  })
  it('what stays reads as before, chains and all', async () => {
    const id = await bring()
    // Four saves an hour for five days, the notes now and then.
    for (let i = 1; i <= 300; i++) {
      if (i === 6) await nameVersion(db, id, 5, 'first lesson')
      await savePiece(
        db,
        'class',
        id,
        i,
        i % 50 === 0 ? { piece: pieceFrom(i % 100 ? 'A4 B4' : 'C5') } : { plan: pin(i) },
        1000 + (i * 3_600_000) / 4,
      )
    }
    const before = new Map(
      await Promise.all((await listVersions(db, id)).map(async (v) => [v.version, await getVersion(db, id, v.version)] as const)),
    )
    const later = 1000 + 75 * 3_600_000 + 8 * DAY
    expect(await writing(db, (t) => thin(t, id, later))).toBeGreaterThan(100)
    const stay = await listVersions(db, id)
    expect(stay.length).toBeLessThan(20)
    expect(stay.some((v) => v.name === 'first lesson')).toBe(true)
    for (const v of stay) expect({ ...(await getVersion(db, id, v.version)) }).toEqual(before.get(v.version))
    // A version after which the notes changed says so, also when the one that changed them is gone.
    expect(stay.filter((v) => v.notes).length).toBeGreaterThan(1)
  })
  it('happens by itself, at the first save of an hour', async () => {
    const id = await bring()
    for (let i = 1; i <= 40; i++) await savePiece(db, 'class', id, i, { plan: pin(i) }, 1000 + i)
    await savePiece(db, 'class', id, 41, { plan: pin(0) }, 1000 + 3 * DAY)
    expect((await listVersions(db, id)).map((v) => v.version)).toEqual([42, 41, 1])
    expect((await getVersion(db, id, 41))?.plan).toEqual(pin(40))
  })
})

describe('data from before', () => {
  it('pieces of version 1 are brought up, their files and their present state kept', async () => {
    const old = knex({ client: 'better-sqlite3', connection: { filename: ':memory:' }, useNullAsDefault: true, pool: { min: 1, max: 1 } })
    await old.migrate.up({ migrationSource })
    await old.migrate.up({ migrationSource })
    await old('classes').insert({ id: 'c', name: 'C', school: '', version: 1 })
    const row = { class_id: 'c', plan: JSON.stringify(emptyPlan()), version: 4, created_at: 1, changed_at: 2 }
    const piece = JSON.stringify({ ...pieceFrom('D4 E4'), version: 1 })
    await old('pieces').insert([
      { ...row, id: 'typed', piece, source_name: 'a.abc', source_text: 'X:1\nK:D\nDE' },
      { ...row, id: 'brought', piece, source_name: 'b.musicxml', source_text: '<score-partwise/>' },
    ])
    await old.migrate.latest({ migrationSource })
    const [typed, brought] = [
      (await getPiece(old, (await lastOpened(old)).id, 'typed'))!,
      (await getPiece(old, (await lastOpened(old)).id, 'brought'))!,
    ]
    expect(typed.piece.version).toBe(PIECE_VERSION)
    expect([typed.source.text, brought.source.text]).toEqual(['X:1\nK:D\nDE', ''])
    expect((await getOriginal(old, brought.originalId!))!.bytes.toString()).toBe('<score-partwise/>')
    expect(await listVersions(old, 'typed')).toEqual([{ version: 4, savedAt: 2, notes: true, name: null, said: '' }])
    await old.destroy()
  })
  it('versions that were kept whole are kept as changes, and say the same; a row that cannot be read stays', async () => {
    const old = knex({ client: 'better-sqlite3', connection: { filename: ':memory:' }, useNullAsDefault: true, pool: { min: 1, max: 1 } })
    for (let i = 0; i < 4; i++) await old.migrate.up({ migrationSource })
    await old('classes').insert({ id: 'c', name: 'C', school: '', version: 1 })
    const text = (v: unknown) => JSON.stringify(v)
    const row = { class_id: 'c', plan: text(pin(39)), source_name: 'a.abc', source_text: 'X:2', version: 40, created_at: 1, changed_at: 2 }
    await old('pieces').insert([
      { ...row, id: 'a', piece: text(pieceFrom('F4')) },
      { ...row, id: 'bad', piece: '{"title":"Torn","version":2' },
      { ...row, id: 'odd', piece: '{"title":"Odd","version":2}' },
    ])
    for (let v = 1; v <= 40; v++)
      await old('piece_versions').insert({
        piece_id: 'a',
        version: v,
        piece: v === 1 ? text(pieceFrom('D4 E4')) : v === 20 ? text(pieceFrom('F4')) : null,
        source_text: v === 1 ? 'X:1' : v === 20 ? 'X:2' : null,
        plan: text(pin(v - 1)),
        saved_at: 1000 + v,
      })
    await old.migrate.latest({ migrationSource })
    for (const v of [1, 2, 19, 20, 21, 33, 40])
      expect(await getVersion(old, 'a', v)).toEqual({
        version: v,
        savedAt: 1000 + v,
        name: null,
        piece: pieceFrom(v < 20 ? 'D4 E4' : 'F4'),
        plan: pin(v - 1),
        text: v < 20 ? 'X:1' : 'X:2',
      })
    expect((await listVersions(old, 'a')).filter((v) => v.notes).map((v) => v.version)).toEqual([20, 1])
    expect(await savePiece(old, (await lastOpened(old)).id, 'a', 40, { plan: pin(7) }, 9)).toEqual({ ok: true, version: 41 })
    expect((await getVersion(old, 'a', 41))?.plan).toEqual(pin(7))
    const titles = (await old('pieces').orderBy('id').select('title')) as { title: string }[]
    expect(titles.map((t) => t.title)).toEqual(['Test', 'A damaged piece', 'Odd'])
    await old.destroy()
  })
})
