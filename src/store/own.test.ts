import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import type { Knex } from 'knex'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { pieceFrom } from '@/core/testing/piece'
import { lastOpened } from './classes'
import { openDatabase } from './database'
import { ownPiece } from './own'
import { bringPieces, savePiece } from './pieces'
import { namedVersions, nameVersion } from './versions'

let db: Knex
let id: string
beforeEach(async () => {
  db = await openDatabase(path.join(mkdtempSync(path.join(os.tmpdir(), 'even-seat-own-')), 'x.sqlite'))
  const piece = { piece: pieceFrom('D4 E4'), source: { name: 'a.abc', text: '' } }
  ;[id] = await bringPieces(db, (await lastOpened(db)).id, { name: 'a.abc', bytes: new Uint8Array([1]) }, [piece], 1000)
  await savePiece(db, 'class', id, 1, { piece: pieceFrom('D4 D4') }, 2000)
  await savePiece(db, 'class', id, 2, { piece: pieceFrom('G4 A4') }, 3000)
  await nameVersion(db, id, 2, 'Ada’s own')
})
afterEach(() => db.destroy())

describe('a piece as a student plays it', () => {
  it('is as it stands, or the saved version that is theirs; one that is not kept is as none', async () => {
    expect(await ownPiece(db, 'class', { versions: {} }, id)).toMatchObject({ version: 3, piece: pieceFrom('G4 A4') })
    expect(await ownPiece(db, 'class', { versions: { [id]: 2 } }, id)).toMatchObject({
      version: 2,
      piece: pieceFrom('D4 D4'),
    })
    expect(await ownPiece(db, 'class', { versions: { [id]: 77 } }, id)).toMatchObject({ version: 3 })
    expect(await ownPiece(db, 'class', { versions: {} }, '00000000-0000-4000-8000-000000000000')).toBeNull()
  })
  it('can be given by every version that has a name', async () => {
    expect(await namedVersions(db, [id])).toEqual({ [id]: [{ version: 2, name: 'Ada’s own' }] })
    expect(await namedVersions(db, [])).toEqual({})
  })
})
