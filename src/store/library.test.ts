import knex, { type Knex } from 'knex'
import { strToU8, zipSync } from 'fflate'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { PIECE_VERSION } from '@/core/piece/piece'
import { DEFAULT_CLASS } from '@/core/seats/class'
import { emptyPlan, withPin } from '@/core/seats/plan'
import { pieceFrom } from '@/core/testing/piece'
import { packLibrary, unpackLibrary } from '@/formats/library'
import { saveClass, theClass } from './classes'
import { openDatabase } from './database'
import { getVersion, listVersions } from './history'
import { libraryOf, librarySchema, restoreLibrary } from './library'
import { migrationSource } from './migrations'
import { addOriginal, getOriginal } from './originals'
import { addPieces, getPiece, listPieces, savePiece, setDeleted } from './pieces'

let db: Knex
beforeEach(async () => {
  db = await openDatabase(':memory:')
})
afterEach(() => db.destroy())

const bytes = Uint8Array.from([0, 1, 254, 255, 13, 10])
async function bring(): Promise<string> {
  const originalId = await addOriginal(db, { name: 'tune.mxl', bytes }, 1000)
  const source = { name: 'tune.mxl', text: '' }
  const [id] = await addPieces(db, (await theClass(db)).id, [{ piece: pieceFrom('D4 E4'), source, originalId }], 1000)
  return id
}

describe('the file that a piece came in', () => {
  it('is kept byte for byte, also for a copy', async () => {
    const { originalId } = (await getPiece(db, await bring()))!
    expect(await getOriginal(db, originalId!)).toEqual({ name: 'tune.mxl', bytes: Buffer.from(bytes) })
    expect(await getOriginal(db, 'none')).toBeNull()
  })
})

describe('history', () => {
  it('keeps every saved version: what changed is said, each can be had whole', async () => {
    const id = await bring()
    const pinned = withPin(emptyPlan(), 'violin', 'e0', { fingers: [4] })
    await savePiece(db, id, 1, { plan: pinned }, 2000)
    await savePiece(db, id, 2, { piece: pieceFrom('F4 G4'), source: { name: 'tune.mxl', text: 'X:1' } }, 3000)
    expect(await listVersions(db, id)).toEqual([
      { version: 3, savedAt: 3000, notes: true },
      { version: 2, savedAt: 2000, notes: false },
      { version: 1, savedAt: 1000, notes: true },
    ])
    expect(await getVersion(db, id, 2)).toEqual({ version: 2, savedAt: 2000, piece: pieceFrom('D4 E4'), plan: pinned, text: '' })
    expect(await getVersion(db, id, 3)).toMatchObject({ piece: pieceFrom('F4 G4'), plan: pinned, text: 'X:1' })
    expect(await getVersion(db, id, 9)).toBeNull()
  })
  it('a refused save leaves none', async () => {
    const id = await bring()
    expect((await savePiece(db, id, 7, { plan: emptyPlan() }, 2000)).ok).toBe(false)
    expect(await listVersions(db, id)).toHaveLength(1)
  })
})

describe('a whole library', () => {
  const packed = async () => {
    const { library, originals } = await libraryOf(db)
    return packLibrary(library, originals, new Map(library.originals.map((o) => [o.id, o.name])))
  }
  const restore = async (into: Knex, zip: Uint8Array) => {
    const unpacked = unpackLibrary(zip)
    if (!unpacked.ok) throw new Error(unpacked.problem)
    return restoreLibrary(into, librarySchema.parse(unpacked.library), unpacked.originals, (await theClass(into)).id)
  }
  it('comes back into an empty install with nothing lost', async () => {
    const [a, b] = [await bring(), await bring()]
    await savePiece(db, a, 1, { plan: withPin(emptyPlan(), 'cello', 'e1', { strings: [2] }) }, 2000)
    await setDeleted(db, b, 5000)
    const klass = await theClass(db)
    const settings = { ...DEFAULT_CLASS, policy: { ...DEFAULT_CLASS.policy, stay: 'string' as const } }
    await saveClass(db, klass.id, 1, { name: 'Owls', school: 'Hill', settings })
    const zip = await packed()
    const empty = await openDatabase(':memory:')
    expect(await restore(empty, zip)).toEqual({ added: 2, there: 0 })
    expect(await libraryOf(empty)).toEqual(await libraryOf(db))
    const there = await theClass(empty)
    expect([there.name, there.school, there.settings]).toEqual(['Owls', 'Hill', settings])
    expect((await listPieces(empty, there.id)).map((p) => p.id)).toEqual([a])
    expect(await listVersions(empty, a)).toHaveLength(2)
    // Once more: all of it is here.
    expect(await restore(empty, zip)).toEqual({ added: 0, there: 2 })
    await empty.destroy()
  })
  it('what is here already stays as it is', async () => {
    const id = await bring()
    const zip = await packed()
    await savePiece(db, id, 1, { piece: pieceFrom('A4') }, 9000)
    expect(await restore(db, zip)).toEqual({ added: 0, there: 1 })
    expect((await getPiece(db, id))!.piece).toEqual(pieceFrom('A4'))
  })
  it('another zip, a damaged one and a damaged library are refused in words', () => {
    const says = (b: Uint8Array) => {
      const r = unpackLibrary(b)
      return r.ok ? 'ok' : r.problem
    }
    expect(says(zipSync({ 'a.abc': strToU8('X:1') }))).toContain('no library.json')
    expect(says(zipSync({ 'library.json': strToU8('{') }))).toContain('damaged')
    expect(says(strToU8('not a zip'))).toContain('damaged or cut off')
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
    const [typed, brought] = [(await getPiece(old, 'typed'))!, (await getPiece(old, 'brought'))!]
    expect(typed.piece.version).toBe(PIECE_VERSION)
    expect([typed.source.text, brought.source.text]).toEqual(['X:1\nK:D\nDE', ''])
    expect((await getOriginal(old, brought.originalId!))!.bytes.toString()).toBe('<score-partwise/>')
    expect(await listVersions(old, 'typed')).toEqual([{ version: 4, savedAt: 2, notes: true }])
    await old.destroy()
  })
})
