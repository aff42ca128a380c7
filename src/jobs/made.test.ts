import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import type { Knex } from 'knex'
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { newStudent } from '@/core/plan/student'
import { pieceFrom } from '@/core/testing/piece'
import { classById, newClass, saveClass, type StoredClass } from '@/store/classes'
import { openDatabase } from '@/store/database'
import { addPiece, getHead, getPiece, putOnShelf, savePiece } from '@/store/pieces'
import { keptPreviews, previewKey } from '@/store/previews'
import { deckDrawings, drawLater, termFacts } from './made'
import { BusyError, TaskError } from './pool'
import type { Task } from './protocol'

/** What the threads are asked for, and what they answer. */
const asked: Task[] = []
let answer: (task: Task) => unknown = () => null
vi.mock('./pool', async (original) => ({
  ...(await original<typeof import('./pool')>()),
  inWorker: async (task: Task) => (asked.push(task), answer(task)),
}))

const D = { fifths: 2, mode: 'major' } as const
const TUNE = pieceFrom('D4 E4 F#4 G4 A4 B4 C#5 D5', D)
let db: Knex
let [tuesday, friday] = ['', '']
let piece = ''
const klassOf = async (id: string): Promise<StoredClass> => (await classById(db, id))!

beforeAll(async () => {
  db = await openDatabase(path.join(mkdtempSync(path.join(os.tmpdir(), 'even-seat-made-')), 'x.sqlite'))
  const made = { school: '', like: null, pieces: false }
  tuesday = await newClass(db, { ...made, name: 'Tuesday' }, 1)
  friday = await newClass(db, { ...made, name: 'Friday' }, 2)
  piece = await addPiece(db, tuesday, { ...TUNE, title: 'Shared' }, { name: 'x', text: '' }, 1)
  await putOnShelf(db, friday, piece)
})
afterAll(() => db.destroy())
beforeEach(() => {
  asked.length = 0
  answer = (task) => ('piece' in task ? { id: task.piece } : null)
  delete (globalThis as { evenSeatMade?: unknown }).evenSeatMade
})

const saveSettings = async (id: string, change: (s: StoredClass['settings']) => StoredClass['settings']) => {
  const { version, name, school, settings } = await klassOf(id)
  await saveClass(db, id, version, { name, school, settings: change(settings) })
}

describe('what the pieces of a shelf are for its term', () => {
  it('is made once for all who ask at once, and for each class by itself', async () => {
    const klass = await klassOf(tuesday)
    const all = await Promise.all(Array.from({ length: 30 }, () => termFacts(db, klass)))
    expect(asked).toEqual([{ kind: 'facts', of: tuesday, piece }])
    expect(all[29]).toMatchObject({ ok: true, pieces: [{ id: piece }], beyond: 0 })
    await termFacts(db, await klassOf(friday))
    expect(asked).toHaveLength(2)
  })
  it('is made anew when the piece or what the class has learned changes, and not for its students or its term', async () => {
    // What was stored is laid out as it is read.
    await saveSettings(tuesday, (s) => s)
    await termFacts(db, await klassOf(tuesday))
    await saveSettings(tuesday, (s) => ({ ...s, students: [newStudent(crypto.randomUUID(), 'Ada', 'violin')] }))
    await termFacts(db, await klassOf(tuesday))
    expect(asked).toHaveLength(1)
    await saveSettings(tuesday, (s) => ({ ...s, policy: { ...s.policy, harmonics: !s.policy.harmonics } }))
    await termFacts(db, await klassOf(tuesday))
    expect(asked).toHaveLength(2)
    const { version } = (await getPiece(db, tuesday, piece))!
    await savePiece(db, tuesday, piece, version, { piece: { ...TUNE, title: 'Shared, again' } }, 9)
    await termFacts(db, await klassOf(tuesday))
    expect(asked).toHaveLength(3)
  })
  it('that could not be made is asked for anew', async () => {
    answer = () => {
      throw new TaskError('Too much is asked at once.')
    }
    await expect(termFacts(db, await klassOf(tuesday))).rejects.toThrow('Too much')
    answer = () => ({ id: piece })
    expect(await termFacts(db, await klassOf(tuesday))).toMatchObject({ ok: true, pieces: [{ id: piece }] })
  })
})

describe('what students are asked about', () => {
  it('is drawn once for those at one seat with the same fingers, and by itself for whoever has other ones', async () => {
    answer = () => ({ a: '<svg/>' })
    const klass = await klassOf(tuesday)
    const who = (id: string, seat: string, noFourth = false, versions = {}) => ({ id, seat, noFourth, versions, language: null })
    for (const s of [who('a', 'violin'), who('b', 'violin')]) await deckDrawings(db, klass, s, piece)
    expect(asked).toHaveLength(1)
    for (const s of [who('c', 'cello'), who('d', 'violin', true), who('e', 'violin', false, { [piece]: 1 })])
      await deckDrawings(db, klass, s, piece)
    expect(asked).toHaveLength(4)
    await deckDrawings(db, klass, who('a', 'violin'), null)
    await deckDrawings(db, await klassOf(friday), who('a', 'violin'), piece)
    expect(asked).toHaveLength(6)
    // Of a piece that does not stand on the shelf nothing is asked.
    expect(await deckDrawings(db, klass, who('a', 'violin'), crypto.randomUUID())).toBeNull()
    expect(asked).toHaveLength(6)
  })
})

describe('the small drawings of a shelf', () => {
  const kept = async (of: string) => {
    const [klass, head] = [await klassOf(of), (await getHead(db, of, piece))!]
    return (await keptPreviews(db, of, new Map([[piece, previewKey(head.version, klass.version)]]))).get(piece)
  }
  const draw = async (of: string) => {
    const [klass, head] = [await klassOf(of), (await getHead(db, of, piece))!]
    for (let i = 0; i < 2; i++) drawLater(db, klass, [{ id: piece, version: head.version }])
  }
  it('are asked for once while they are made, and kept for their class alone', async () => {
    answer = () => [{ seat: 'violin' }]
    await draw(tuesday)
    await vi.waitFor(async () => expect(await kept(tuesday)).toEqual([{ seat: 'violin' }]))
    expect(asked).toHaveLength(1)
    expect(await kept(friday)).toBeUndefined()
  })
  it('that had no room are asked for again; that cannot be drawn are kept as that', async () => {
    answer = () => {
      throw new BusyError('Full.')
    }
    await draw(friday)
    await vi.waitFor(() => expect(asked).toHaveLength(1))
    await new Promise((r) => setTimeout(r, 20))
    expect(await kept(friday)).toBeUndefined()
    answer = () => {
      throw new TaskError('It cannot be read.')
    }
    await draw(friday)
    await vi.waitFor(async () => expect(await kept(friday)).toBeNull())
    expect(asked).toHaveLength(2)
  })
})
