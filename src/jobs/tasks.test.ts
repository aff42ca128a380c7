import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import type { Knex } from 'knex'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { withPin } from '@/core/plan/plan'
import { newStudent } from '@/core/plan/student'
import { pieceFrom } from '@/core/testing/piece'
import { EXPORTS } from '@/formats/kinds'
import { newClass, saveClass } from '@/store/classes'
import { dataFile, openDatabase } from '@/store/database'
import { getHandout } from '@/store/handouts'
import { addPiece, getPiece, listShelf, putOnShelf, savePiece } from '@/store/pieces'
import { savePlanSettings } from '@/store/practice'
import type { Task, TaskKind } from './protocol'
import { done } from './tasks'

/** Every kind of work, done in this thread on a data file of its own: what comes of it, and that it stays in its class. */
const D = { fifths: 2, mode: 'major' } as const
const TUNE = pieceFrom('D4 E4 F#4 G4 A4 B4 C#5 D5', D)
const ADA = newStudent(randomUUID(), 'Ada', 'violin')
const folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-tasks-'))

let db: Knex
let [tuesday, friday] = ['', '']
/** On both shelves, and on Friday's alone. */
let [shared, hidden] = ['', '']

beforeAll(async () => {
  vi.stubEnv('EVEN_SEAT_DATA', folder)
  db = await openDatabase(dataFile())
  const made = { school: '', like: null, pieces: false }
  tuesday = await newClass(db, { ...made, name: 'Tuesday' }, 1)
  friday = await newClass(db, { ...made, name: 'Friday' }, 2)
  await saveClass(db, tuesday, 1, { name: 'Tuesday', school: '', settings: { ...DEFAULT_CLASS, students: [ADA] } })
  shared = await addPiece(db, tuesday, { ...TUNE, title: 'Shared' }, { name: 'x', text: '' }, 1)
  hidden = await addPiece(db, friday, { ...TUNE, title: 'Of Friday alone' }, { name: 'x', text: '' }, 1)
  await putOnShelf(db, friday, shared)
})
afterAll(async () => {
  await db.destroy()
  vi.unstubAllEnvs()
  rmSync(folder, { recursive: true, force: true })
})

const DRAWN = { marks: ['fingers' as const], p: null }
const ON_PAPER = { ...DRAWN, paper: 'a4' as const, size: 'normal' as const }
const PART = { what: 'part' as const, seat: 'violin', much: 'all' as const, size: 'normal' as const, fade: null, student: null }
const file = (of: string, id: string, sheets: Extract<Task, { kind: 'pdf' }>['sheets'] = [PART]) => ({
  of,
  id,
  sheets,
  paper: 'a4' as const,
  ...DRAWN,
  now: 5,
})
const textOf = (bytes: Uint8Array, to = bytes.length): string => Buffer.from(bytes.subarray(0, to)).toString('latin1')
const pagesOf = (bytes: Uint8Array): number => textOf(bytes).match(/\/Type \/Page\b/g)?.length ?? 0

/** What each kind asks for of a piece of a class; null: it asks for no piece. A new kind does not compile until it stands here. */
const OF_A_PIECE: { readonly [K in TaskKind]: ((of: string, id: string) => Task) | null } = {
  preview: (of, id) => ({ kind: 'preview', of, id, measures: 2 }),
  sheet: (of, id) => ({ kind: 'sheet', of, id, what: 'part', seat: 'violin', much: 'all', ...ON_PAPER, now: 5 }),
  pdf: (of, id) => ({ kind: 'pdf', ...file(of, id) }),
  freeze: (of, id) => ({ kind: 'freeze', ...file(of, id), name: 'March', asked: '' }),
  differs: null,
  systems: (of, id) => ({ kind: 'systems', of, id, seat: 'violin', much: 'all', ...DRAWN, width: 700, scale: 40 }),
  version: (of, id) => ({ kind: 'version', of, id, version: 1, measures: 2 }),
  pins: null,
  export: (of, id) => ({ kind: 'export', of, id, as: 'abc', seat: 'violin', bow: false }),
  strips: null,
  plan: null,
  planSheets: null,
  easier: null,
  facts: (of, piece) => ({ kind: 'facts', of, piece }),
  bridge: (of, piece) => ({ kind: 'bridge', of, piece }),
  own: (of, piece) => ({ kind: 'own', of, student: ADA.id, piece, width: 600, scale: 40 }),
  ownWarmup: (of, piece) => ({ kind: 'ownWarmup', of, student: ADA.id, piece, width: 600, scale: 40 }),
  drawings: (of, piece) => ({ kind: 'drawings', of, student: ADA.id, piece }),
  week: null,
  shelve: null,
  backup: null,
  look: null,
  bring: null,
}
const asks = Object.entries(OF_A_PIECE).flatMap(([kind, task]) => (task ? [[kind, task] as const] : []))

describe('what is asked of a piece', () => {
  it.each(asks)('%s comes of a piece on the shelf of the class, and of no other', async (_, task) => {
    const found = await done(task(tuesday, shared))
    expect(found).not.toBeNull()
    expect(found).not.toMatchObject({ ok: false })
    for (const [of, id] of [
      [tuesday, hidden],
      [tuesday, 'nothing'],
      ['nowhere', shared],
    ]) {
      const none = await done(task(of, id))
      expect(none === null || (typeof none === 'object' && 'ok' in none && none.ok === false), `${of} ${id}`).toBe(true)
    }
  })
  it('is drawn small with a row a seat', async () => {
    const rows = await done({ kind: 'preview', of: tuesday, id: shared, measures: 2 })
    expect(rows).toHaveLength(DEFAULT_CLASS.seats.length)
  })
  it('is a page a sheet, and every other sheet too', async () => {
    const part = await done({ kind: 'sheet', of: tuesday, id: shared, what: 'part', seat: 'violin', much: 'all', ...ON_PAPER, now: 5 })
    expect(part?.title).toBe('Shared')
    expect(part?.pages).toHaveLength(1)
    for (const what of ['theory', 'warmup', 'week'] as const) {
      const sheet = await done({ kind: 'sheet', of: tuesday, id: shared, what, seat: 'violin', much: 'all', ...ON_PAPER, now: 5 })
      expect(sheet?.pages.length, what).toBeGreaterThan(0)
    }
  })
  it('is put into one file in the order of the print run, each student by name, and the seat of nobody left out', async () => {
    const own = { id: ADA.id, name: 'Ada', noFourth: true, version: null, link: null }
    const all = await done({
      kind: 'pdf',
      ...file(tuesday, shared, [PART, { ...PART, seat: null }, { ...PART, student: own }, { ...PART, fade: 1 }, { ...PART, seat: 'oboe' }]),
    })
    expect(all?.title).toBe('Shared')
    expect(textOf(all!.bytes, 5)).toBe('%PDF-')
    expect(pagesOf(all!.bytes)).toBe(4)
    expect(await done({ kind: 'pdf', ...file(tuesday, shared, [{ ...PART, seat: 'oboe' }]) })).toBeNull()
  })
  it('is kept as it was printed, and says what is otherwise later', async () => {
    const id = await done({ kind: 'freeze', ...file(tuesday, shared), name: 'March', asked: '' })
    const kept = await getHandout(db, tuesday, id!)
    expect(kept).toMatchObject({ name: 'March', title: 'Shared', made_at: 5 })
    expect(textOf(kept!.bytes, 5)).toBe('%PDF-')
    expect(await done({ kind: 'differs', of: tuesday, handout: id! })).toMatchObject({ ok: true, decided: [], notes: [] })
    expect(await done({ kind: 'differs', of: friday, handout: id! })).toMatchObject({ ok: false })
  })
  it('is shown as it was, with what it has otherwise than today', async () => {
    const stored = (await getPiece(db, friday, hidden))!
    const event = stored.piece.lines[0].measures[0].events[3].id
    await savePiece(db, friday, hidden, stored.version, { plan: withPin(stored.plan, 'violin', event, { fingers: [4] }) }, 9)
    const first = await done({ kind: 'version', of: friday, id: hidden, version: 1, measures: 1 })
    expect(first).toMatchObject({ version: 1, title: 'Of Friday alone', pins: 0, measures: 2 })
    expect(first?.differs).toEqual(['Violin: 1 pin different (0 then, 1 now).'])
    expect(await done({ kind: 'version', of: friday, id: hidden, version: 2, measures: 1 })).toMatchObject({ pins: 1, differs: [] })
    expect(await done({ kind: 'version', of: friday, id: hidden, version: 3, measures: 1 })).toBeNull()
  })
  it.each(EXPORTS)('goes out as %s, of one seat, of all, and of its bow alone', async (as) => {
    const one = await done({ kind: 'export', of: tuesday, id: shared, as, seat: 'violin', bow: false })
    const all = await done({ kind: 'export', of: tuesday, id: shared, as, seat: 'all', bow: false })
    const bow = await done({ kind: 'export', of: tuesday, id: shared, as, seat: 'violin', bow: true })
    const sizes = [one, all, bow].map((x) => x?.bytes.length ?? 0)
    for (const size of sizes) expect(size).toBeGreaterThan(0)
    expect(Buffer.from(bow!.bytes).equals(Buffer.from(one!.bytes))).toBe(false)
    expect(await done({ kind: 'export', of: tuesday, id: shared, as, seat: 'oboe', bow: true })).toBeNull()
  })
})

describe('what is asked of a class', () => {
  it('is a plan, a sheet for each seat, and whether another key would fit', async () => {
    const today = '2026-03-02'
    expect(await done({ kind: 'easier', of: tuesday, today })).toEqual({ ok: false, problem: 'No plan yet.' })
    const settings = {
      pieces: [shared],
      from: today,
      to: '2026-03-13',
      weekdays: ['Mon' as const],
      holidays: [],
      minutes: 10,
      seat: null,
      moved: {},
    }
    await savePlanSettings(db, tuesday, 0, settings)
    const plan = await done({ kind: 'plan', of: tuesday, today })
    expect(plan).toMatchObject({ ok: true, class: tuesday, settings })
    expect(plan.ok && plan.days.map((d) => d.date)).toEqual(['2026-03-02', '2026-03-09'])
    // Friday has the piece and no plan of it.
    expect(await done({ kind: 'plan', of: friday, today })).toMatchObject({ ok: true, settings: null, days: [] })
    const sheets = await done({ kind: 'planSheets', of: tuesday, today })
    expect(sheets.ok && sheets.sheets.map((s) => s.name)).toEqual(['The class', ...DEFAULT_CLASS.seats.map((s) => s.name)])
    expect(await done({ kind: 'easier', of: tuesday, today })).toMatchObject({ ok: true })
    expect(await done({ kind: 'week', of: tuesday, student: ADA.id, today })).toMatchObject({ ok: true })
    expect(await done({ kind: 'week', of: friday, student: ADA.id, today })).toMatchObject({ ok: false })
  })
  it('that was taken away meanwhile is said, and is no fault', async () => {
    for (const task of [
      { kind: 'plan', of: 'nowhere', today: '2026-03-02' },
      { kind: 'pins', of: 'nowhere' },
      { kind: 'shelve', of: 'nowhere', text: JSON.stringify({ file: { name: 'a', base64: '' }, pieces: [{ piece: TUNE }] }), now: 1 },
    ] satisfies Task[])
      await expect(done(task), task.kind).rejects.toThrow('This class doesn’t exist any more.')
  })
  it('weighs the pins of its own pieces alone', async () => {
    const [own, theirs] = [await done({ kind: 'pins', of: tuesday }), await done({ kind: 'pins', of: friday })]
    expect([own.pins, theirs.pins]).toEqual([0, 1])
  })
  it('has questions of all that a student has learned', async () => {
    const drawings = await done({ kind: 'drawings', of: tuesday, student: ADA.id, piece: null })
    expect(drawings).not.toBeNull()
    const asked = Object.values((await done({ kind: 'drawings', of: tuesday, student: ADA.id, piece: shared }))!)
    expect(asked.length).toBeGreaterThan(0)
    for (const svg of asked) expect(svg).toMatch(/^<svg/)
    expect(await done({ kind: 'drawings', of: tuesday, student: 'nobody', piece: null })).toBeNull()
  })
})

describe('what comes in and goes out', () => {
  const brought = (title: string) => JSON.stringify({ file: { name: `${title}.abc`, base64: '' }, pieces: [{ piece: { ...TUNE, title } }] })
  it('is put on the shelf of its class with a line for each seat, or refused in words', async () => {
    const shelved = await done({ kind: 'shelve', of: tuesday, text: brought('Brought'), now: 7 })
    expect(shelved).toMatchObject({ added: [{ title: 'Brought' }] })
    const id = 'added' in shelved ? shelved.added[0].id : ''
    expect(Object.keys((await getPiece(db, tuesday, id))!.plan.lines)).toEqual(DEFAULT_CLASS.seats.map((s) => s.id))
    expect(await getPiece(db, friday, id)).toBeNull()
    for (const text of ['not JSON', '{}', JSON.stringify({ file: { name: 'x', base64: '' }, pieces: [] })]) {
      const refused = await done({ kind: 'shelve', of: tuesday, text, now: 7 })
      expect('refused' in refused && refused.refused).toMatch(/^we can’t save the pieces: ./)
    }
  })
  it('is everything as one file, which is looked into and brought back as it was', async () => {
    const at = (name: string) => path.join(folder, name)
    const said: string[] = []
    const before = (await listShelf(db, tuesday)).heads.map((h) => h.title).sort()
    const stood = (await db('pieces').select('id')).length
    const made = await done({ kind: 'backup', to: at('all.evenseat'), now: 9 }, (n, all, what) => said.push(`${n} of ${all} ${what}`))
    expect(made.pieces).toBe(stood)
    expect(said.length).toBeGreaterThan(0)
    await done({ kind: 'shelve', of: tuesday, text: brought('Later'), now: 10 })
    const looked = await done({ kind: 'look', file: at('all.evenseat'), staged: at('staged.sqlite') })
    expect(looked).toMatchObject({ pieces: stood, problems: [], missing: 0, beside: 1 })
    const back = await done({ kind: 'bring', staged: at('staged.sqlite'), how: 'replace', safe: at('safe.evenseat'), now: 11 })
    // What stood before is safe in a file of its own.
    expect(back.safe).toMatchObject({ pieces: stood + 1 })
    expect((await listShelf(db, tuesday)).heads.map((h) => h.title).sort()).toEqual(before)
  })
  it('is no library when it is none', async () => {
    writeFileSync(path.join(folder, 'no.evenseat'), 'nothing of the kind')
    await expect(done({ kind: 'look', file: path.join(folder, 'no.evenseat'), staged: path.join(folder, 'no.sqlite') })).rejects.toThrow(
      /./,
    )
  })
  it('is strips for the fingerboard, a page each', async () => {
    const page = { width: 200, height: 280, marks: [] }
    expect(pagesOf(await done({ kind: 'strips', pages: [page, page], now: 5 }))).toBe(2)
  })
})
