import { randomUUID } from 'node:crypto'
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import type { Knex } from 'knex'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type Student } from '@/core/plan/student'
import { newStudent } from '@/core/plan/student'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { emptyPlan, withPin } from '@/core/plan/plan'
import { pieceFrom } from '@/core/testing/piece'
import { classById, newClass, saveClass } from '@/store/classes'
import { openDatabase } from '@/store/database'
import { addPiece, getPiece, putOnShelf, savePiece, takeOffShelf } from '@/store/pieces'
import { savePlanSettings } from '@/store/practice'
import { nameVersion } from '@/store/versions'
import { blockSheet } from './blockSheets'
import { differsToday, frozenAs, mapNow } from './frozen'
import { keepHandout } from '@/store/handouts'
import { knownBy } from './known'
import { planOn, weekOf } from './plan'
import { keptSheet } from './sheets'
import { ownSource, ownSystems, ownWarmup, ownWeek } from './student'
import { bridgeIn, factsIn } from './term'
import { drawingsFor } from './training'

const D = { fifths: 2, mode: 'major' } as const
const TUNE = pieceFrom('D4 E4 F#4 G4 A4 B4 C#5 D5', D)
const DRAWN = { width: 600, scale: 40 }
const student = (name: string, seat: string, more: Partial<Student> = {}): Student => ({ ...newStudent(randomUUID(), name, seat), ...more })

let db: Knex
let [tuesday, friday] = ['', '']
let [shared, own] = ['', '']
const ADA = student('Ada', 'violin')
const BO = student('Bo', 'bass', { pieces: [] })
const CLEO = student('Cleo', 'violin', { much: 'none' as never })
const of = (s: Student) => ({ of: tuesday, student: s.id })

beforeAll(async () => {
  db = await openDatabase(path.join(mkdtempSync(path.join(os.tmpdir(), 'even-seat-jobs-')), 'x.sqlite'))
  const made = { school: '', like: null, pieces: false }
  tuesday = await newClass(db, { ...made, name: 'Tuesday' }, 1)
  friday = await newClass(db, { ...made, name: 'Friday' }, 2)
  await saveClass(db, tuesday, 1, { name: 'Tuesday', school: '', settings: { ...DEFAULT_CLASS, students: [ADA, BO, CLEO] } })
  shared = await addPiece(db, tuesday, { ...TUNE, title: 'Shared' }, { name: 'x', text: '' }, 1)
  own = await addPiece(db, friday, { ...TUNE, title: 'Of Friday alone' }, { name: 'x', text: '' }, 1)
  await putOnShelf(db, friday, shared)
})
afterAll(() => db.destroy())

describe('what a student’s link shows', () => {
  it('is theirs, on the shelf of their class, and nothing else', async () => {
    expect(await ownSystems(db, { ...of(ADA), piece: shared }, DRAWN)).not.toBeNull()
    // Of another class, of nobody, and one that was not given to them.
    expect(await ownSystems(db, { ...of(ADA), piece: own }, DRAWN)).toBeNull()
    expect(await ownSystems(db, { of: tuesday, student: 'nobody', piece: shared }, DRAWN)).toBeNull()
    expect(await ownSystems(db, { of: friday, student: ADA.id, piece: shared }, DRAWN)).toBeNull()
    expect(await ownSystems(db, { ...of(BO), piece: shared }, DRAWN)).toBeNull()
    expect(await ownWarmup(db, { ...of(BO), piece: shared }, DRAWN)).toMatchObject({ ok: false })
    expect(await ownWarmup(db, { ...of(ADA), piece: own }, DRAWN)).toMatchObject({ ok: false })
    expect(await ownSource(db, of(BO), shared)).toBeNull()
    expect(await drawingsFor(db, of(BO), shared)).toBeNull()
    expect(await ownSource(db, { of: 'nowhere', student: ADA.id }, null)).toBeNull()
  })
  it('goes with the piece when it leaves the shelf', async () => {
    const leaving = await addPiece(db, tuesday, { ...TUNE, title: 'Leaving' }, { name: 'x', text: '' }, 1)
    expect(await ownSource(db, of(ADA), leaving)).not.toBeNull()
    await takeOffShelf(db, tuesday, leaving, 5)
    expect(await ownSource(db, of(ADA), leaving)).toBeNull()
    expect(await ownSystems(db, { ...of(ADA), piece: leaving }, DRAWN)).toBeNull()
  })
  it('has as much written in it as is settled for them', async () => {
    const fingers = async (s: Student) => (await ownSystems(db, { ...of(s), piece: shared }, DRAWN))!.join('')
    expect(await fingers(ADA)).not.toBe(await fingers(CLEO))
  })
  it('is a warm-up of their own seat, the same again, and anew when the piece changes', async () => {
    const bass = student('Dora', 'bass')
    const { version, settings, ...c } = (await classById(db, tuesday))!
    await saveClass(db, tuesday, version, { name: c.name, school: '', settings: { ...settings, students: [...settings.students, bass] } })
    const warmup = async (s: Student) => JSON.stringify(await ownWarmup(db, { ...of(s), piece: shared }, DRAWN))
    const violin = await warmup(ADA)
    expect(violin).toContain('"ok":true')
    expect(await warmup(bass)).not.toBe(violin)
    expect(await warmup(ADA)).toBe(violin)
    const stands = (await getPiece(db, tuesday, shared))!
    await savePiece(db, tuesday, shared, stands.version, { piece: { ...pieceFrom('G4 A4 B4 G4 D4 E4 F#4 G4', D), title: 'Shared' } }, 9)
    expect(await warmup(ADA)).not.toBe(violin)
  })
  it('is a week of their own class and seat; of nobody there is none', async () => {
    expect(await ownWeek(db, of(ADA), '2026-03-02')).toEqual({ ok: true, days: [] })
    const settings = {
      pieces: [shared],
      from: '2026-03-02',
      to: '2026-03-13',
      weekdays: ['Mon', 'Wed'] as never,
      holidays: [],
      minutes: 10,
      seat: null,
      moved: {},
    }
    await savePlanSettings(db, tuesday, 0, settings)
    const week = await ownWeek(db, of(ADA), '2026-03-02')
    expect(week.ok && week.days.flatMap((d) => d.items).length).toBeGreaterThan(0)
    // Who has none of its pieces has nothing to do; another class has no plan.
    const bo = await weekOf(db, { of: tuesday, student: BO }, '2026-03-02', 7)
    expect(bo.ok && bo.days.flatMap((d) => d.items)).toEqual([])
    expect((await planOn(db, friday, '2026-03-02')).ok).toBe(true)
    expect(await planOn(db, friday, '2026-03-02')).toMatchObject({ class: friday, settings: null, days: [] })
    expect(await ownWeek(db, { of: friday, student: ADA.id }, '2026-03-02')).toMatchObject({ ok: false })
    await expect(planOn(db, 'nowhere', '2026-03-02')).rejects.toThrow('doesn’t exist any more')
  })
})

describe('what is kept beside the threads', () => {
  it('is known by class, piece and their versions: two classes at one version never have each other’s', async () => {
    const [a, b] = [
      { id: 'tuesday', version: 1 },
      { id: 'friday', version: 1 },
    ]
    const piece = { id: 'p', version: 1 }
    expect(
      new Set([knownBy(a, piece), knownBy(b, piece), knownBy({ ...a, version: 2 }, piece), knownBy(a, { ...piece, version: 2 })]).size,
    ).toBe(4)
    const wanted = { seat: 'violin', much: 'all' as const, marks: ['fingers' as const], passage: null }
    const drawn = { paper: 'a4' as const, size: 'normal' as const }
    const plan = emptyPlan()
    const other = withPin(plan, 'violin', TUNE.lines[0].measures[0].events[3].id, { fingers: [4] })
    const sheet = (klass: typeof a, p: typeof plan) =>
      keptSheet({ piece: TUNE, plan: p, klass: DEFAULT_CLASS, known: knownBy(klass, piece) }, wanted, drawn)
    const first = await sheet(a, plan)
    expect(await sheet(a, plan)).toBe(first)
    expect(await sheet(b, other)).not.toBe(first)
    const block = (klass: typeof a) =>
      blockSheet(null as never, { piece: TUNE, plan, klass: DEFAULT_CLASS, known: knownBy(klass, piece) }, 'theory', {
        of: klass.id,
        seat: 'violin',
        student: null,
        now: 0,
      })
    expect(await block(a)).toBe(await block(a))
    expect(await block(a)).not.toBe(await block(b))
  })
})

describe('the term', () => {
  it('says what a piece is for the class that has it, and nothing of one that it has not', async () => {
    expect(await factsIn(db, tuesday, shared)).toMatchObject({ id: shared, title: 'Shared' })
    expect(await factsIn(db, tuesday, own)).toBeNull()
    expect(await factsIn(db, 'nowhere', shared)).toBeNull()
    expect(await bridgeIn(db, tuesday, shared)).toMatchObject({ ok: true })
    expect(await bridgeIn(db, tuesday, own)).toMatchObject({ ok: false })
  })
})

describe('a hand-out as it was printed', () => {
  it('says what is otherwise today, to its own class', async () => {
    const stored = (await getPiece(db, friday, own))!
    const source = { piece: stored.piece, plan: stored.plan, klass: DEFAULT_CLASS }
    const kept = {
      class_id: friday,
      piece_id: own,
      name: 'March',
      title: 'Of Friday alone',
      made_at: 5,
      asked: '',
      bytes: Buffer.from('pdf'),
    }
    const handout = frozenAs(source, kept, mapNow(source))
    await keepHandout(db, handout)
    expect(await differsToday(db, friday, handout.id)).toMatchObject({ ok: true, decided: [], notes: [], more: 0 })
    expect(await differsToday(db, tuesday, handout.id)).toMatchObject({ ok: false })
    const event = stored.piece.lines[0].measures[1].events[0].id
    await savePiece(db, friday, own, stored.version, { plan: withPin(stored.plan, 'violin', event, { fingers: [4] }) }, 9)
    const today = await differsToday(db, friday, handout.id)
    expect(today).toMatchObject({ ok: true, decided: ['Violin: 1 pin different (0 then, 1 now).'] })
    expect(today.ok && today.notes.length).toBe(1)
    await nameVersion(db, own, 1, 'first')
    await takeOffShelf(db, friday, own, 10)
    expect(await differsToday(db, friday, handout.id)).toMatchObject({ ok: false })
  })
})
