import type { Knex } from 'knex'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { pieceFrom } from '@/core/testing/piece'
import { newClass } from './classes'
import { openDatabase } from './database'
import { addPiece, putOnShelf, takeOffShelf } from './pieces'
import { keepPreview, keptPreviews, previewKey } from './previews'

let db: Knex
let [tuesday, friday, piece] = ['', '', '']
beforeEach(async () => {
  db = await openDatabase(':memory:')
  const made = { school: '', like: null, pieces: false }
  ;[tuesday, friday] = [await newClass(db, { ...made, name: 'Tuesday' }, 1), await newClass(db, { ...made, name: 'Friday' }, 2)]
  piece = await addPiece(db, tuesday, pieceFrom('D4 E4'), { name: 'x', text: '' }, 1)
  await putOnShelf(db, friday, piece)
})
afterEach(() => db.destroy())
const KEY = previewKey(1, 1)
const kept = async (of: string, key = KEY) => (await keptPreviews(db, of, new Map([[piece, key]]))).get(piece)

describe('the small drawings of the shelf', () => {
  it('are a class’s own: two classes at the same version never have each other’s', async () => {
    await keepPreview(db, tuesday, { id: piece, key: KEY, dots: 'as Tuesday plays it' })
    expect([await kept(tuesday), await kept(friday)]).toEqual(['as Tuesday plays it', undefined])
    await keepPreview(db, friday, { id: piece, key: KEY, dots: 'as Friday plays it' })
    expect([await kept(tuesday), await kept(friday)]).toEqual(['as Tuesday plays it', 'as Friday plays it'])
  })
  it('are good for one version of the piece and of the class; the newest is kept', async () => {
    await keepPreview(db, tuesday, { id: piece, key: KEY, dots: 'old' })
    for (const key of [previewKey(2, 1), previewKey(1, 2)]) expect(await kept(tuesday, key)).toBeUndefined()
    await keepPreview(db, tuesday, { id: piece, key: previewKey(2, 1), dots: 'new' })
    expect([await kept(tuesday, previewKey(2, 1)), await kept(tuesday)]).toEqual(['new', undefined])
    expect(await db('previews').count({ n: '*' })).toEqual([{ n: 1 }])
  })
  it('that could not be made are kept as that, and none is kept of what left the shelf meanwhile', async () => {
    await keepPreview(db, tuesday, { id: piece, key: KEY, dots: null })
    expect(await kept(tuesday)).toBeNull()
    await keepPreview(db, friday, { id: piece, key: KEY, dots: 'x' })
    await takeOffShelf(db, friday, piece, 5)
    expect(await kept(friday)).toBeUndefined()
    await keepPreview(db, friday, { id: piece, key: KEY, dots: 'too late' })
    expect(await kept(friday)).toBeUndefined()
    expect(await kept(tuesday)).toBeNull()
  })
})
