import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { gunzipSync } from 'node:zlib'
import type { Knex } from 'knex'
import { afterEach, describe, expect, it } from 'vitest'
import { ensembleMapper } from '@/core/balance/ensemble'
import type { Plan } from '@/core/plan/plan'
import { planSchema } from '@/core/plan/plan.schema'
import { readsAll, type Learned } from '@/core/instruments/learned'
import { classAt, DEFAULT_CLASS, type ClassSettings } from '@/core/plan/class'
import { classSettingsSchema, readClassSettings } from '@/core/plan/class.schema'
import { TEST_INSTRUMENTS } from '@/core/testing/seats'
import { STEP_IDS } from '@/core/instruments/instrument'
import { stepOf } from '@/core/instruments/ladder'
import { RHYTHMS } from '@/core/instruments/reads'
import { seatsOf } from '@/core/seats/seat'
import { upgradedClass, upgradedPlan } from '@/core/plan/upgrade'
import { readPieceFile } from '@/formats/json/read'
import { classSaveRequest, saveRequest } from '@/api/saving'
import { lastOpened } from './classes'
import { openDatabase } from './database'
import { getVersion } from './versions'
import { bring } from './library/bring'
import { look } from './library/look'
import { getPiece, listShelf, savePiece } from './pieces'

/*
 * Files that the version before wrote, when a class had four seats and no list of them: a data file, a library and a
 * piece file of one piece with four versions.
 */

const folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-before-'))
const file = (name: string) => path.join(import.meta.dirname, 'testing', name)

const open: Knex[] = []
afterEach(async () => {
  for (const db of open.splice(0)) await db.destroy()
})
async function database(at: string): Promise<Knex> {
  const db = await openDatabase(at)
  open.push(db)
  return db
}
async function dataFileOfThen(): Promise<Knex> {
  const at = path.join(folder, 'then.sqlite')
  writeFileSync(at, gunzipSync(readFileSync(file('before-seats.sqlite.gz'))))
  return database(at)
}

function expectClass({ policy, seats, spots }: ClassSettings) {
  expect(policy).toMatchObject({ school: '1-2-3-4', extensions: false, fourth: 'slurs' })
  expect(seats.map((s) => [s.id, s.name, s.instrument])).toEqual([
    ['violin', 'Violin', 'violin'],
    ['viola', 'Viola', 'viola'],
    ['cello', 'Cello', 'cello'],
    ['bass', 'Bass', 'bass'],
  ])
  expect(seats.find((s) => s.id === 'violin')?.learned.fingers).toEqual([1, 2, 3])
  expect(seats.find((s) => s.id === 'bass')?.learned).toEqual(readsAll(TEST_INSTRUMENTS.bass.learned['third-position']))
  expect(spots).toEqual({ shift: 'show' })
}

function expectPlan(plan: Plan) {
  expect(plan.octaves.cello).toBe(-2)
  expect(plan.pins.violin).toEqual({ e4: { fingers: [4] } })
  expect(plan.policy).toEqual({ school: '1-2-4' })
  expect(plan.seatPolicy.cello).toEqual({ extensions: true })
  expect(plan.substitutes.bass).toEqual({ e7: { kind: 'rest' } })
  expect(plan.learned?.viola).toEqual(readsAll(TEST_INSTRUMENTS.viola.learned['four-strings']))
}

describe('what was stored when a class had four seats', () => {
  it('a data file: the class, the plan, and every version as it was', async () => {
    const db = await dataFileOfThen()
    const klass = await lastOpened(db)
    expect(klass).toMatchObject({ name: 'Owls', school: 'Hill' })
    expectClass(klass.settings)
    const [{ id }] = (await listShelf(db, klass.id)).heads
    const stored = (await getPiece(db, (await lastOpened(db)).id, id))!
    expectPlan(stored.plan)
    expect((await getVersion(db, id, 1))?.plan.pins.violin ?? {}).toEqual({})
    const second = (await getVersion(db, id, 2))!
    expect(second.plan.pins.violin).toEqual({ e4: { fingers: [4] } })
    expect([second.name, second.plan.policy]).toEqual(['concert', {}])
    expect((await getVersion(db, id, 3))?.plan.policy).toEqual({ school: '1-2-4' })
    // And it is worked on: what is saved next is a change of what was there.
    const saved = await savePiece(db, (await lastOpened(db)).id, id, stored.version, { plan: { ...stored.plan, policy: {} } }, 9000)
    expect(saved).toMatchObject({ ok: true })
    expect((await getVersion(db, id, stored.version + 1))?.plan.policy).toEqual({})
    expectPlan((await getVersion(db, id, stored.version))!.plan)
    const ensemble = ensembleMapper()(stored.piece, stored.plan, klass.settings)
    expect(Object.keys(ensemble)).toEqual(['violin', 'viola', 'cello', 'bass'])
    expect(ensemble.violin.notes[4].stop.finger).toBe(4)
  })

  it('a library file', async () => {
    const db = await database(path.join(folder, 'new.sqlite'))
    const staged = path.join(folder, 'staged')
    const looked = await look(file('before-seats.evenseat'), staged, () => undefined)
    expect(looked).toMatchObject({ pieces: 1, problems: [], className: 'Owls' })
    await bring(db, staged, 'replace')
    expectClass((await lastOpened(db)).settings)
    const [{ id }] = (await listShelf(db, (await lastOpened(db)).id)).heads
    expectPlan((await getPiece(db, (await lastOpened(db)).id, id))!.plan)
    expect((await getVersion(db, id, 2))?.plan.pins.violin).toEqual({ e4: { fingers: [4] } })
  })

  it('a piece file', () => {
    const read = readPieceFile(readFileSync(file('before-seats.json'), 'utf8'))
    if ('problem' in read) throw new Error(JSON.stringify(read.problem))
    expectPlan(read.plan!)
  })

  it('what a browser has kept unsaved since', () => {
    const { plan } = JSON.parse(readFileSync(file('before-seats.json'), 'utf8')) as { plan: unknown }
    expectPlan(saveRequest.parse({ base: 1, plan, title: 'Up the hill' }).plan)
    const settings = { policy: { ...classPolicyOfThen, fourth: 'always' }, level: levelOfThen, spots: {} }
    const kept = classSaveRequest.parse({ base: 1, name: 'Owls', school: '', settings })
    expect(kept.settings.policy).toMatchObject({ school: '1-2-3-4', extensions: false, fourth: 'always' })
    expect(kept.settings.seats.map((s) => s.learned)).toEqual(Object.values(levelOfThen))
  })

  it('seats at a step as it was made before are at that step as it is today; what was set by hand stays', () => {
    const at = (step: 'first-position' | 'third-position', change: (l: Learned) => Partial<Learned>) => ({
      ...DEFAULT_CLASS,
      steps: undefined,
      seats: classAt(step).seats.map((r) => ({ ...r, learned: { ...r.learned, ...change(r.learned) } })),
    })
    const { steps: _, ...first } = at('first-position', (l) => ({
      shifts: 'any',
      ...(l.positions.length === 2 ? { positions: ['I', 'III'] } : {}),
    }))
    const violaWithout = {
      ...first,
      seats: first.seats.map((r) => (r.id === 'viola' ? { ...r, learned: { ...r.learned, positions: ['I'] } } : r)),
    }
    expect(readClassSettings(violaWithout)).toEqual(classAt('first-position'))
    const { steps: __, ...third } = at('third-position', () => ({ extensions: [] }))
    expect(readClassSettings(third)).toEqual(classAt('third-position'))
    const { steps: ___, ...own } = at('first-position', (l) => ({ fingers: l.fingers.slice(0, 3), shifts: 'any' }))
    expect(readClassSettings(own).seats).toEqual(own.seats)
    // Once brought up to date, a seat that is set to what was a step before keeps it.
    const again = { ...classAt('third-position'), seats: classAt('third-position').seats.slice(0, 1) }
    expect(readClassSettings(JSON.parse(JSON.stringify(again)))).toEqual(again)
  })

  it('a class that stood on a step before there were steps between keeps what it has, and stands there still', () => {
    const rhythms = [...RHYTHMS.slice(0, 8)]
    const klass = classAt('third-position')
    const then = { ...klass, steps: 3, seats: klass.seats.map((r) => ({ ...r, learned: { ...r.learned, rhythms } })) }
    const now = readClassSettings(JSON.parse(JSON.stringify(then)))
    expect(now.seats).toEqual(then.seats)
    expect(stepOf(seatsOf(now))?.id).toBe('third-position')
    expect(readClassSettings(JSON.parse(JSON.stringify(now)))).toEqual(now)
  })

  it('seats of a class that was not asked what it reads read as their step does; set by hand, everything', () => {
    const unread = ({ rhythms: _, signs: __, slurs: ___, keys: ____, combinations: _____, ...hand }: Learned) => hand
    const of = (klass: ClassSettings) => ({ ...klass, steps: 2, seats: klass.seats.map((r) => ({ ...r, learned: unread(r.learned) })) })
    for (const step of STEP_IDS) expect(readClassSettings(of(classAt(step)))).toEqual(classAt(step))
    const own = { ...DEFAULT_CLASS, seats: DEFAULT_CLASS.seats.map((r) => ({ ...r, learned: { ...r.learned, fingers: [1, 2, 3] } })) }
    expect(readClassSettings(of(own)).seats.map((r) => r.learned)).toEqual(own.seats.map((r) => readsAll(r.learned)))
  })

  it('what is written today is left as it is', () => {
    const plan = planSchema.parse(upgradedPlan(JSON.parse(readFileSync(file('before-seats.json'), 'utf8')).plan))
    expect(upgradedPlan(plan)).toEqual(plan)
    const klass = classSettingsSchema.parse(upgradedClass({ policy: classPolicyOfThen, level: levelOfThen }))
    expect(upgradedClass(klass)).toEqual(klass)
    expect([upgradedPlan(null), upgradedClass('x'), upgradedPlan([1])]).toEqual([null, 'x', [1]])
  })
})

const classPolicyOfThen = {
  fourth: 'slurs',
  fingersDown: 'blocks',
  stay: 'first position',
  bassSchool: '1-2-3-4',
  celloExtensions: false,
  shiftWhere: 'pauses',
  harmonics: false,
}
const levelOfThen = Object.fromEntries(Object.entries(TEST_INSTRUMENTS).map(([id, i]) => [id, i.learned['third-position']]))
