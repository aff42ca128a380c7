import { randomUUID } from 'node:crypto'
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { NextRequest } from 'next/server'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { pieceFrom } from '@/core/testing/piece'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { newStudent } from '@/core/plan/student'
import type { PracticeRecord } from '@/core/plan/record'
import { addAnswers } from '@/store/answers'
import { classById, lastOpened, newClass, openClass, saveClass } from '@/store/classes'
import { database } from '@/store/database'
import { keepHandout } from '@/store/handouts'
import { giveLinks } from '@/store/links'
import { bringPieces } from '@/store/pieces'
import { addAim, addRecord, savePlanSettings } from '@/store/practice'
import type { Task } from '@/jobs/protocol'

/*
 * Two classes are open in two windows, and the other one was opened last. Every route is taken from the files: none may
 * give or change what is of another class than the one in its address.
 */

vi.mock('next/cache', () => ({ revalidatePath: () => undefined }))
// The threads are left out: what they do is done here.
vi.mock('@/jobs/pool', async (original) => ({
  ...(await original<typeof import('@/jobs/pool')>()),
  inWorker: async (task: Task) => (await import('@/jobs/tasks')).done(task),
}))

const API = 'src/app/api'
function* files(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const inside = path.join(folder, entry.name)
    if (entry.isDirectory()) yield* files(inside)
    else yield inside
  }
}
const METHODS = ['GET', 'POST', 'PUT', 'DELETE'] as const
type Method = (typeof METHODS)[number]
type Handler = (request: NextRequest, context: { params: Promise<Record<string, string>> }) => Promise<Response>
const routes = [...files(API)].filter((f) => path.basename(f) === 'route.ts')
const ofClass = routes.filter((f) => f.includes('/class/[klass]/'))
/** What is of no class, and why that is right. */
const OF_NO_CLASS = [
  'backup/route.ts',
  'backup/[id]/route.ts',
  'jobs/[id]/route.ts',
  'kept/[name]/route.ts',
  'restore/route.ts',
  'restore/[id]/route.ts',
  'session/route.ts',
  // A link says itself whose it is.
  's/[token]/[id]/part/route.ts',
  's/[token]/[id]/warmup/route.ts',
  's/[token]/train/route.ts',
  's/[token]/week/route.ts',
]

const handlersOf = async (file: string): Promise<[Method, Handler][]> => {
  const found = (await import(path.resolve(file))) as Partial<Record<Method, Handler>>
  return METHODS.flatMap((m) => (found[m] ? [[m, found[m]] as [Method, Handler]] : []))
}
const ask = (handler: Handler, method: Method, params: Record<string, string>, body: unknown = {}, query = '') => {
  const text = JSON.stringify(body)
  const init =
    method === 'GET' || method === 'DELETE'
      ? { method }
      : { method, body: text, headers: { 'content-length': `${Buffer.byteLength(text)}` } }
  return handler(new NextRequest(`http://127.0.0.1/x${query}`, init), { params: Promise.resolve(params) })
}

/** A class with a row of every kind, and their ids. */
async function filled(name: string, title: string) {
  const db = await database()
  const id = await newClass(db, { name, school: '', like: null, pieces: false }, 1000)
  const student = { ...newStudent(randomUUID(), `${name}’s Ada`, 'violin') }
  const { version } = (await classById(db, id))!
  await saveClass(db, id, version, { name, school: '', settings: { ...DEFAULT_CLASS, students: [student] } })
  const bytes = new Uint8Array([1, 2])
  const [piece] = await bringPieces(
    db,
    id,
    { name: `${title}.abc`, bytes },
    [{ piece: { ...pieceFrom('D4 E4 F#4 G4'), title }, source: { name: 'x', text: '' } }],
    1000,
  )
  const record: PracticeRecord = {
    ...{ id: randomUUID(), piece, what: 'chunk', target: 'm0', seat: null, student: '', day: '2026-03-02', at: 5 },
    ...{ clean: 1, slips: 0, tempo: 60, minutes: 1 },
  }
  await addRecord(db, id, record)
  const aim = {
    id: randomUUID(),
    piece,
    seat: 'violin',
    student: '',
    from: 'I',
    to: 'III',
    string: 'A',
    up: true,
    finger: '1',
    heard: 'sharp' as const,
    cents: 4,
    day: '2026-03-02',
    at: 5,
  }
  expect(await addAim(db, id, aim)).toBe(true)
  const [link] = (await giveLinks(db, id, [student.id], Date.now() + 1e9, Date.now()))!
  const handout = randomUUID()
  await keepHandout(db, {
    ...{ id: handout, class_id: id, piece_id: piece, name: '', title, made_at: 5, engine: 'x', asked: '', source: '{}', map: '{}' },
    bytes: Buffer.from('pdf of ' + name),
  })
  const settings = {
    pieces: [piece],
    from: '2026-03-01',
    to: '2026-03-20',
    weekdays: ['Mon', 'Wed'] as never,
    holidays: [],
    minutes: 10,
    seat: null,
    moved: {},
  }
  expect((await savePlanSettings(db, id, 0, settings as never)).ok).toBe(true)
  await addAnswers(
    db,
    id,
    [
      {
        id: randomUUID(),
        seat: 'violin',
        student: '',
        item: 'letter D4',
        kind: 'letter',
        note: 'D4',
        right: true,
        mistake: null,
        as: '',
        ms: 5,
        at: 5,
      } as never,
    ],
    5,
  )
  return { id, name, title, piece, record, aim, link: link.id, handout }
}
type Filled = Awaited<ReturnType<typeof filled>>

/** Everything that the data file says of all classes, but for when what was opened, and for drawings. */
async function everything(): Promise<string> {
  const db = await database()
  const tables = [
    'classes',
    'pieces',
    'shelves',
    'notes',
    'plans',
    'piece_versions',
    'records',
    'aims',
    'answers',
    'handouts',
    'links',
    'practice',
    'originals',
  ]
  const all = await Promise.all(tables.map(async (t) => [t, await db(t).select('*')] as const))
  return JSON.stringify(all, (key: string, value: unknown) => (key === 'opened_at' ? undefined : value))
}
/** The id that a route's address wants, of a class. */
const rowOf = (file: string, of: Filled): string =>
  file.includes('/piece/[id]')
    ? of.piece
    : file.includes('/records/')
      ? of.record.id
      : file.includes('/aims/')
        ? of.aim.id
        : file.includes('/links/')
          ? of.link
          : of.handout

let [tuesday, friday] = [{} as Filled, {} as Filled]
const was = process.env.EVEN_SEAT_DATA
const held = globalThis as { evenSeatDatabase?: unknown }
const before = held.evenSeatDatabase
beforeAll(async () => {
  process.env.EVEN_SEAT_DATA = mkdtempSync(path.join(os.tmpdir(), 'even-seat-routes-'))
  held.evenSeatDatabase = undefined
  ;[tuesday, friday] = [await filled('Tuesday', 'Tuesday tune'), await filled('Friday', 'Friday tune')]
  // The Friday window was opened last.
  await openClass(await database(), friday.id, Date.now())
  expect((await lastOpened(await database())).id).toBe(friday.id)
})
afterAll(async () => {
  await (await database()).destroy()
  process.env.EVEN_SEAT_DATA = was
  held.evenSeatDatabase = before
})

describe('every route', () => {
  it('says in its address which class it is of, or is known to be of none', () => {
    expect(ofClass.length).toBeGreaterThan(20)
    expect(
      routes
        .filter((f) => !ofClass.includes(f))
        .map((f) => path.relative(API, f))
        .sort(),
    ).toEqual([...OF_NO_CLASS].sort())
  })
  it('takes the class from there: nothing but the way in asks which was opened last', () => {
    const asking = [...files('src')].filter(
      (f) => /\.tsx?$/.test(f) && !/\.test\./.test(f) && /\blastOpened\b/.test(readFileSync(f, 'utf8')),
    )
    expect(asking.sort()).toEqual(['src/app/class/[klass]/named.ts', 'src/app/leadOn.ts', 'src/app/page.tsx', 'src/store/classes.ts'])
    for (const f of [...files('src/app/class/[klass]')].filter((x) => path.basename(x) === 'page.tsx'))
      expect(readFileSync(f, 'utf8'), f).toMatch(
        /classNamed\(params\)|loadHead\(params\)|loadPiece\(params\)|redirect\(classPage\(decodeURIComponent\(/,
      )
  })
  it('finds nothing for a class that is not there', async () => {
    for (const file of ofClass)
      for (const [method, handler] of await handlersOf(file)) {
        const answer = await ask(handler, method, { klass: 'nobody', id: rowOf(file, friday) })
        expect(answer.status, `${method} ${file}`).toBe(404)
        expect(await answer.text(), file).toContain('class')
      }
  })
  it('neither gives nor changes what is of another class, whichever was opened last', async () => {
    const stands = await everything()
    for (const file of ofClass.filter((f) => f.includes('[id]')))
      for (const [method, handler] of await handlersOf(file)) {
        const where = `${method} ${file}`
        const answer = await ask(handler, method, { klass: tuesday.id, id: rowOf(file, friday) }, { name: 'x' }, `?and=${friday.piece}`)
        // What is to be taken out and is not there is out.
        if (method === 'DELETE' && /records|aims/.test(file)) expect(answer.status, where).toBe(200)
        else expect(answer.status, where).toBe(404)
        expect(await answer.text(), where).not.toContain('Friday')
      }
    expect(await everything()).toBe(stands)
  })
  it('of its own class is not “not there”', async () => {
    for (const file of ofClass)
      for (const [method, handler] of await handlersOf(file)) {
        if (method !== 'GET') continue
        const answer = await ask(
          handler,
          method,
          { klass: tuesday.id, id: rowOf(file, tuesday) },
          {},
          '?today=2026-03-02&as=midi&parts=1&seats=violin&width=400&scale=40&seat=violin',
        )
        expect(answer.status, file).not.toBe(404)
        const text = Buffer.from(await answer.arrayBuffer()).toString('latin1')
        expect(text, file).not.toContain('Friday')
      }
  }, 120_000)
  it('keeps under the class of its address: records, tries, answers, plan, pieces, links, the class itself', async () => {
    const db = await database()
    const at = async (file: string, method: Method, body: unknown, klass = tuesday.id) => {
      const handler = (await handlersOf(`${API}/class/[klass]/${file}`)).find(([m]) => m === method)![1]
      return ask(handler, method, { klass, id: tuesday.piece }, body)
    }
    const kept = async (table: string, id: string) =>
      ((await db(table).where({ id }).first('class_id')) as { class_id: string } | undefined)?.class_id
    const record = { ...tuesday.record, id: randomUUID() }
    expect((await at('records/route.ts', 'POST', record)).status).toBe(200)
    expect(await kept('records', record.id)).toBe(tuesday.id)
    const aim = { ...tuesday.aim, id: randomUUID() }
    expect((await at('aims/route.ts', 'POST', aim)).status).toBe(200)
    expect(await kept('aims', aim.id)).toBe(tuesday.id)
    // Of a piece that only the other class has, nothing is kept.
    expect((await at('records/route.ts', 'POST', { ...friday.record, id: randomUUID() })).status).toBe(404)
    expect((await at('aims/route.ts', 'POST', { ...friday.aim, id: randomUUID() })).status).toBe(404)
    const answer = {
      id: randomUUID(),
      seat: 'violin',
      student: '',
      item: 'letter D4',
      kind: 'letter',
      note: 'D4',
      right: true,
      mistake: null,
      as: '',
      ms: 5,
      at: 5,
    }
    expect((await at('answers/route.ts', 'POST', { answers: [answer] })).status).toBe(200)
    expect(await kept('answers', answer.id)).toBe(tuesday.id)
    const file = { name: 'a.abc', base64: '' }
    const shelved = (await (await at('shelf/route.ts', 'POST', { file, pieces: [{ piece: pieceFrom('D4') }] })).json()) as {
      added: { id: string }[]
    }
    expect(await db('shelves').where({ piece_id: shelved.added[0].id }).select('class_id')).toEqual([{ class_id: tuesday.id }])
    const { version, settings } = (await classById(db, tuesday.id))!
    expect((await at('route.ts', 'PUT', { base: version, name: 'Tuesday!', school: '', settings })).status).toBe(200)
    expect([(await classById(db, tuesday.id))!.name, (await classById(db, friday.id))!.name]).toEqual(['Tuesday!', 'Friday'])
    // A student of one class gets no link by another's address.
    expect((await at('links/route.ts', 'POST', { students: [settings.students[0].id], until: '2099-01-01' }, friday.id)).status).not.toBe(
      200,
    )
  })
})
