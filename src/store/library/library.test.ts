import { mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import fc from 'fast-check'
import { strToU8, zipSync } from 'fflate'
import type { Knex } from 'knex'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { emptyPlan, withPin } from '@/core/plan/plan'
import { pieceFrom } from '@/core/testing/piece'
import { saveClass, lastOpened } from '../classes'
import { connect } from '../connection'
import { keepHandout } from '../handouts'
import { openDatabase } from '../database'
import { getVersion, listVersions, nameVersion } from '../versions'
import { bringPieces, getPiece, listDeleted, listShelf, purge, savePiece, takeOffShelf } from '../pieces'
import { backUp } from './backup'
import { bring, compare, type Bringing } from './bring'
import { look, NoLibrary } from './look'

const folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-library-'))
let n = 0
const fresh = (end: string) => path.join(folder, `${n++}.${end}`)
const quiet = () => undefined

type Install = { db: Knex; file: string }
const open: Install[] = []
async function install(): Promise<Install> {
  const file = fresh('sqlite')
  const made = { db: await openDatabase(file), file }
  open.push(made)
  return made
}
afterEach(async () => {
  for (const { db } of open.splice(0)) await db.destroy()
})

/** Saves an install as a library file and says where. */
async function saved({ file }: Install) {
  const reading = connect(file, 'reading')
  const to = fresh('zip')
  try {
    return { to, made: await backUp(reading, to, 4000, quiet) }
  } finally {
    await reading.destroy()
  }
}
/** Looks at a library file and brings it in. */
async function brought({ db }: Install, zip: string, how: Bringing) {
  const staged = fresh('staged')
  const looked = await look(zip, staged, quiet)
  const compared = await compare(db, staged)
  return { looked, compared, done: await bring(db, staged, how) }
}

const bytes = Uint8Array.from([0, 1, 254, 255, 13, 10])
const bringOne = async ({ db }: Install, notes = 'D4 E4') =>
  (
    await bringPieces(
      db,
      (await lastOpened(db)).id,
      { name: 'tune.mxl', bytes },
      [{ piece: pieceFrom(notes), source: { name: 'tune.mxl', text: '' } }],
      1000,
    )
  )[0]

/** All that an install holds, but for when it was opened by whom. */
async function contents({ db }: Install) {
  const pieces = await db('pieces').orderBy('id')
  const ids = pieces.map((p: { id: string }) => p.id)
  return {
    pieces: pieces.map(({ class_id: _, saved_by: __, saved_seq: ___, ...p }: Record<string, unknown>) => p),
    notes: await db('notes').orderBy('piece_id'),
    plans: (await db('plans').orderBy('piece_id')).map((p: { plan: string }) => JSON.parse(p.plan) as unknown),
    originals: await db('originals').orderBy('id'),
    handouts: (await db('handouts').orderBy('id')).map(({ class_id: _, ...h }: Record<string, unknown>) => h),
    versions: await Promise.all(ids.flatMap((id: string) => [listVersions(db, id), ...[1, 2, 3].map((v) => getVersion(db, id, v))])),
  }
}

let here: Install
let ids: string[]
beforeEach(async () => {
  here = await install()
  const { db } = here
  ids = [await bringOne(here), await bringOne(here, 'F4'), await bringOne(here, 'G4 A4')]
  const pinned = withPin(emptyPlan(), 'cello', 'e1', { strings: [2] })
  await savePiece(db, (await lastOpened(db)).id, ids[0], 1, { plan: pinned, said: 'Cello m1: 2 on D pinned' }, 2000)
  await savePiece(db, (await lastOpened(db)).id, ids[0], 2, { piece: pieceFrom('E4 D4') }, 3000)
  await nameVersion(db, ids[0], 2, 'concert')
  await takeOffShelf(db, (await lastOpened(db)).id, ids[1], 5000)
  await keepHandout(db, {
    id: '0a0a0a0a-0000-4000-8000-000000000000',
    class_id: (await lastOpened(db)).id,
    piece_id: ids[0],
    name: 'March',
    title: 'Scale',
    made_at: 4500,
    engine: 'a',
    asked: 'students=1',
    source: '{}',
    map: '{}',
    bytes: Buffer.from([37, 80, 68, 70, 0, 255]),
  })
  const settings = { ...DEFAULT_CLASS, policy: { ...DEFAULT_CLASS.policy, stay: 'string' as const } }
  await saveClass(db, (await lastOpened(db)).id, 1, { name: 'Owls', school: 'Hill', settings })
})

describe('a library as one file', () => {
  it('comes back into an empty install with nothing lost, and once more changes nothing', async () => {
    const { to, made } = await saved(here)
    expect(made).toMatchObject({ pieces: 3, originals: 3, skipped: [] })
    const empty = await install()
    const first = await brought(empty, to, 'add')
    expect(first.looked).toMatchObject({ pieces: 3, deleted: 1, versions: 5, originals: 3, problems: [], className: 'Owls', madeAt: 4000 })
    expect(first.done).toEqual({ added: 3, putBack: 0, there: 0, gone: 0, klass: true })
    expect(await contents(empty)).toEqual(await contents(here))
    expect(await lastOpened(empty.db)).toMatchObject({ name: 'Owls', school: 'Hill', settings: { policy: { stay: 'string' } } })
    expect((await brought(empty, to, 'add')).done).toEqual({ added: 0, putBack: 0, there: 3, gone: 0, klass: false })
    expect(await contents(empty)).toEqual(await contents(here))
    // And it can be worked on: what is saved next is a change of what was brought.
    expect(await savePiece(empty.db, (await lastOpened(empty.db)).id, ids[0], 3, { plan: emptyPlan() }, 9000)).toEqual({
      ok: true,
      version: 4,
    })
    expect((await getVersion(empty.db, ids[0], 4))?.plan).toEqual(emptyPlan())
  })
  it('adds what is missing: what is here stays, what was taken off or deleted comes back', async () => {
    const { to } = await saved(here)
    const { db } = here
    await savePiece(db, (await lastOpened(db)).id, ids[0], 3, { piece: pieceFrom('B4') }, 9000)
    await takeOffShelf(db, (await lastOpened(db)).id, ids[2], 9000)
    await purge(db, (await lastOpened(db)).id, ids[1])
    const { compared, done } = await brought(here, to, 'add')
    expect(compared).toEqual({ missing: 1, off: 1, there: 2, beside: 0, classes: 0 })
    expect(done).toEqual({ added: 1, putBack: 1, there: 2, gone: 0, klass: false })
    expect((await getPiece(db, (await lastOpened(db)).id, ids[0]))!.piece).toEqual(pieceFrom('B4'))
    expect((await listShelf(db, (await lastOpened(db)).id)).heads.map((h) => h.id).sort()).toEqual([ids[0], ids[2]].sort())
    expect((await listDeleted(db, (await lastOpened(db)).id)).map((h) => h.id)).toEqual([ids[1]])
  })
  it('makes everything as in the file, also over another class with its pieces', async () => {
    const { to } = await saved(here)
    const demo = await install()
    await bringOne(demo, 'C4')
    await saveClass(demo.db, (await lastOpened(demo.db)).id, 1, { name: 'Demo', school: '', settings: DEFAULT_CLASS })
    // A student's link ends with the class that goes, and keeps nobody from replacing it.
    const gone = (await lastOpened(demo.db)).id
    await demo.db('links').insert({ id: 'l', class_id: gone, student_id: 's', token: 't', created_at: 1, expires_at: 9e12 })
    const { done } = await brought(demo, to, 'replace')
    expect(done).toEqual({ added: 3, putBack: 0, there: 0, gone: 1, klass: true })
    expect(await contents(demo)).toEqual(await contents(here))
    expect(await lastOpened(demo.db)).toMatchObject({ name: 'Owls', school: 'Hill' })
  })
  it('what cannot be brought in whole changes nothing', async () => {
    const { to } = await saved(here)
    const demo = await install()
    await bringOne(demo, 'C4')
    const before = await contents(demo)
    const staged = fresh('staged')
    await look(to, staged, quiet)
    const spoiled = connect(staged)
    await spoiled('notes').where({ piece_id: ids[2] }).delete()
    await spoiled.raw('CREATE TRIGGER no AFTER INSERT ON notes BEGIN SELECT 1; END')
    await spoiled.schema.dropTable('plans')
    await spoiled.destroy()
    await expect(bring(demo.db, staged, 'replace')).rejects.toThrow()
    expect(await contents(demo)).toEqual(before)
  })
  it('is of one moment: what is saved while it is written is not in it', async () => {
    const reading = connect(here.file, 'reading')
    const to = fresh('zip')
    let saving: Promise<unknown> | null = null
    const of = (await lastOpened(here.db)).id
    await backUp(reading, to, 4000, () => (saving ??= savePiece(here.db, of, ids[2], 1, { piece: pieceFrom('C5') }, 9000)))
    await reading.destroy()
    expect(await saving).toEqual({ ok: true, version: 2 })
    const empty = await install()
    await brought(empty, to, 'add')
    expect((await getPiece(empty.db, (await lastOpened(empty.db)).id, ids[2]))!.piece).toEqual(pieceFrom('G4 A4'))
  })
  it('a piece that cannot be read is named and left out; the rest is saved, and it is in the file as it was', async () => {
    await here.db('notes').where({ piece_id: ids[2] }).update({ piece: '{"version":2,"title":' })
    const { to, made } = await saved(here)
    expect(made).toMatchObject({ pieces: 2, skipped: ['Test'] })
    const empty = await install()
    const { looked, done } = await brought(empty, to, 'add')
    expect(looked.problems).toEqual(['1 piece couldn’t be read when the backup was made. Left out here, but still in the file.'])
    expect(done.added).toBe(2)
  })
})

describe('a version that cannot be unpacked', () => {
  it('is left out with those that hang on it: none comes back as what it never was', async () => {
    for (let v = 3; v < 40; v++)
      await savePiece(
        here.db,
        (await lastOpened(here.db)).id,
        ids[0],
        v,
        { plan: withPin(emptyPlan(), 'viola', `e${v}`, { fingers: [(v % 4) + 1] }) },
        3000 + v,
      )
    await here
      .db('piece_versions')
      .where({ piece_id: ids[0], version: 10 })
      .update({ body: Buffer.from('no') })
    const was = await Promise.all(Array.from({ length: 40 }, (_, i) => getVersion(here.db, ids[0], i + 1)))
    const { to } = await saved(here)
    const empty = await install()
    await brought(empty, to, 'add')
    for (const [i, version] of was.slice(0, -1).entries())
      expect(await getVersion(empty.db, ids[0], i + 1), `version ${i + 1}`).toEqual(version)
    expect((await getPiece(empty.db, (await lastOpened(empty.db)).id, ids[0]))?.plan).toEqual(
      (await getPiece(here.db, (await lastOpened(here.db)).id, ids[0]))?.plan,
    )
  })
})

describe('a library file that is not as it was saved', () => {
  it('no flipped bit passes without a word, and none brings a wrong note', async () => {
    const { to } = await saved(here)
    const good = readFileSync(to)
    const wanted = await contents(here)
    let [refused, named, whole] = [0, 0, 0]
    const flip = async (bit: number) => {
      const bad = Buffer.from(good)
      bad[bit >> 3] ^= 1 << (bit & 7)
      const file = fresh('zip')
      writeFileSync(file, bad)
      const empty = await install()
      try {
        const { looked } = await brought(empty, file, 'add')
        expect(looked.problems, `bit ${bit}`).not.toEqual([])
        named++
        const got = await contents(empty)
        if (got.pieces.length === 3 && got.originals.length === 3) {
          whole++
          expect(got.notes).toEqual(wanted.notes)
          expect(got.originals).toEqual(wanted.originals)
        }
      } catch (e) {
        if (!(e instanceof NoLibrary)) throw e
        refused++
      }
      await empty.db.destroy()
      open.splice(0, open.length, ...open.filter((o) => o !== empty))
    }
    const bits = fc.sample(fc.integer({ min: 0, max: good.length * 8 - 1 }), 120)
    // The last bytes, seal and end record, each bit of a byte.
    for (const bit of [...bits, ...Array.from({ length: 110 }, (_, i) => good.length * 8 - 1 - i * 9)]) await flip(bit)
    expect(refused + named).toBe(230)
    console.log(`  of 230 flipped bits: ${refused} refused, ${named} named (${whole} of them with everything readable), 0 unnoticed`)
  }, 240_000)
  it('cut off, another zip, no zip: said in words', async () => {
    const { to } = await saved(here)
    const good = readFileSync(to)
    const says = async (b: Uint8Array) => {
      const file = fresh('zip')
      writeFileSync(file, b)
      return look(file, fresh('staged'), quiet).then(
        (l) => l.problems.join(' '),
        (e: Error) => e.message,
      )
    }
    expect(await says(good.subarray(0, good.length - 400))).toContain('damaged or cut off')
    expect(await says(zipSync({ 'a.abc': strToU8('X:1') }))).toContain('not a backup made by Even Seat')
    expect(await says(zipSync({ 'library.json': strToU8('{') }))).toContain('This backup is damaged')
    expect(await says(strToU8('not a zip'))).toContain('not a backup')
    expect(await says(zipSync({ 'library.json': strToU8('{"format":"even-seat-library","version":9}') }))).toContain('newer Even Seat')
  })
  it('a file that a piece came in and is missing is named', async () => {
    const { to } = await saved(here)
    const id = (await here.db('originals').first('id')) as { id: string }
    // Renamed in both places where a zip names it.
    const text = readFileSync(to).toString('latin1').replaceAll(`originals/${id.id}`, `originalx/${id.id}`)
    const file = fresh('zip')
    writeFileSync(file, Buffer.from(text, 'latin1'))
    const { problems } = await look(file, fresh('staged'), quiet)
    expect(problems).toContain('The file “tune.mxl”, the original of a piece, is not in this backup.')
  })
  it('times and versions beyond sense are refused by name', async () => {
    const old = {
      format: 'even-seat-library',
      class: { name: 'A', school: '', settings: null },
      originals: [],
      pieces: [
        {
          id: ids[0],
          piece: pieceFrom('D4'),
          plan: emptyPlan(),
          source_name: 'a',
          source_text: '',
          original_id: null,
          version: 1,
          created_at: 1,
          changed_at: 1,
          opened_at: 9e15,
          deleted_at: null,
          versions: [],
        },
      ],
    }
    const file = fresh('zip')
    writeFileSync(file, zipSync({ 'library.json': strToU8(JSON.stringify(old)) }))
    await expect(look(file, fresh('staged'), quiet)).rejects.toThrow(/pieces › 0 › opened_at/)
    old.pieces[0].opened_at = 5
    old.pieces[0].version = 0
    writeFileSync(file, zipSync({ 'library.json': strToU8(JSON.stringify(old)) }))
    await expect(look(file, fresh('staged'), quiet)).rejects.toThrow(/pieces › 0 › version/)
  })
  it('a library of the shape before comes back', async () => {
    const plan = withPin(emptyPlan(), 'bass', 'e0', { fingers: [1] })
    const original = '11111111-1111-4111-8111-111111111111'
    const entry = {
      id: ids[0],
      piece: pieceFrom('F4 G4'),
      plan,
      source_name: 'a.abc',
      source_text: 'X:1',
      original_id: original,
      version: 3,
      created_at: 1,
      changed_at: 3,
      opened_at: null,
      deleted_at: null,
      versions: [
        { version: 1, piece: pieceFrom('D4 E4'), source_text: '', plan: emptyPlan(), saved_at: 1 },
        { version: 2, piece: null, source_text: null, plan, saved_at: 2 },
        { version: 3, piece: pieceFrom('F4 G4'), source_text: 'X:1', plan, saved_at: 3 },
      ],
    }
    const old = {
      format: 'even-seat-library',
      class: { name: 'A', school: 'B', settings: null },
      pieces: [entry],
      originals: [{ id: original, name: 'a.abc', created_at: 1 }],
    }
    const file = fresh('zip')
    writeFileSync(file, zipSync({ 'library.json': strToU8(JSON.stringify(old)), [`originals/${original}/a.abc`]: bytes }))
    const empty = await install()
    const { looked } = await brought(empty, file, 'add')
    expect(looked).toMatchObject({ pieces: 1, versions: 3, originals: 1, problems: [] })
    expect(await getVersion(empty.db, ids[0], 2)).toMatchObject({ piece: pieceFrom('D4 E4'), plan, text: '' })
    expect(await getPiece(empty.db, (await lastOpened(empty.db)).id, ids[0])).toMatchObject({
      piece: pieceFrom('F4 G4'),
      plan,
      version: 3,
      originalId: original,
    })
  })
})

describe('many versions', () => {
  it('a pin costs the same however many there are: 300 pins on 300 measures', async () => {
    const notes = Array.from({ length: 300 }, () => 'D4 E4 F4 G4').join(' | ')
    const { db } = here
    const id = await bringOne(here, notes)
    const piece = (await getPiece(db, (await lastOpened(db)).id, id))!.piece
    const events = piece.lines[0].measures.map((m) => m.events[0].id)
    const bodies: number[] = []
    let plan = emptyPlan()
    for (const [i, e] of events.entries()) {
      plan = withPin(plan, 'violin', e, { fingers: [(i % 4) + 1] })
      await savePiece(db, (await lastOpened(db)).id, id, i + 1, { plan }, 10_000 + i)
      const row = (await db('piece_versions')
        .where({ piece_id: id, version: i + 2 })
        .first('body')) as { body: Buffer }
      bodies.push(row.body.length)
    }
    const sum = (list: number[]) => list.reduce((a, b) => a + b, 0)
    // Whole states come once in a while and grow with the plan; their share of each pin stays small.
    expect(sum(bodies) / bodies.length).toBeLessThan(1500)
    expect(bodies.filter((b) => b < 250).length).toBeGreaterThan(280)
    expect((await getVersion(db, id, 151))!.plan.pins.violin).toEqual(
      Object.fromEntries(events.slice(0, 150).map((e, i) => [e, { fingers: [(i % 4) + 1] }])),
    )
    console.log(
      `  a pin on 300 measures is kept in ${Math.round(sum(bodies) / bodies.length)} bytes; data file ${statSync(here.file).size}`,
    )
  })
})
