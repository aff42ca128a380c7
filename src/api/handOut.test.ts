import { describe, expect, it } from 'vitest'
import { newStudent } from '@/core/plan/student'
import { fileSheetsOf, handOutParams, handOutQuery, sheetParams, sheetQuery, sheetsOf, type HandOut } from './handOut'

const read = (text: string) => handOutQuery.parse(Object.fromEntries(new URLSearchParams(text)))
const PIECE = '00000000-0000-4000-8000-00000000000a'
const SEATS = ['violin', 'viola', 'cello', 'bass']

describe('what is handed out, in an address', () => {
  it('is a part for everybody, with fingers, when nothing is said', () => {
    const h = read('')
    expect(h).toMatchObject({
      seats: null,
      much: 'all',
      own: {},
      score: null,
      paper: 'a4',
      size: 'normal',
      marks: ['fingers', 'positions'],
    })
    expect(sheetsOf(h, SEATS).map((s) => s.seat)).toEqual(SEATS)
  })
  it.each<Partial<HandOut>>([
    {},
    { seats: [] },
    { seats: ['cello', 'violin-2'], own: { cello: 'none', 'violin-2': 'changes' }, much: 'new' },
    { p: { from: '3', to: '6' } },
    { students: true },
    { fade: true },
    { score: 'changes', paper: 'letter', size: 'large', marks: ['letters', 'strings', 'stays', 'heads'] },
    { marks: [] },
    {
      parts: false,
      also: [
        { kind: 'map', whom: 'class' },
        { kind: 'warmup', whom: 'class' },
        { kind: 'theory', whom: 'seat' },
      ],
    },
    { xml: true, and: ['00000000-0000-4000-8000-00000000000b'] },
  ])('comes back as it went: %j', (change) => {
    const h = { ...read(''), ...change }
    expect(read(handOutParams(h))).toEqual(h)
  })
  it('sheets stand in score order with what each seat has of its own, the score last', () => {
    const h = read('seats=bass,violin&own=bass:none,nobody:all,violin:wrong&much=changes&score=all&marks=bows,nothing')
    expect(sheetsOf(h, SEATS).map((s) => [s.seat, s.much, s.marks])).toEqual([
      ['violin', 'changes', ['bows']],
      ['bass', 'none', ['bows']],
      [null, 'all', ['bows']],
    ])
    for (const s of sheetsOf(h, SEATS)) expect(sheetQuery.parse(Object.fromEntries(new URLSearchParams(sheetParams(s))))).toEqual(s)
  })
  it('what else is made stands behind the part of its seat, what is for the class before the score; kinds are for whom they can be', () => {
    const h = read('seats=violin,bass&also=theory,calls:class,map,nothing,cards:class&score=none')
    // Cards are of a seat, whatever is asked.
    expect(sheetsOf(h, SEATS).map((s) => `${s.what} ${s.seat}`)).toEqual([
      'part violin',
      'theory violin',
      'cards violin',
      'part bass',
      'theory bass',
      'cards bass',
      'map null',
      'calls null',
      'part null',
    ])
    const ids = ['00000000-0000-4000-8000-000000000001', '00000000-0000-4000-8000-000000000002']
    const students = ids.map((id, i) => newStudent(id, `S${i}`, 'violin'))
    const own = fileSheetsOf({ ...h, students: true, parts: false, score: null }, ['violin'], students, PIECE)
    expect(own.map((s) => `${s.what} ${s.student?.name ?? 'class'}`)).toEqual([
      'theory S0',
      'cards S0',
      'theory S1',
      'cards S1',
      'map class',
      'calls class',
    ])
    // What a change cannot alter is not asked for anew.
    const [, theory] = sheetsOf(h, SEATS)
    expect(sheetParams({ ...theory, much: 'none', size: 'large', marks: [] })).toBe(sheetParams(theory))
    expect(read(`and=${ids[0]},../x,${ids[0]}`).and).toEqual([ids[0]])
  })
  it('a file has a sheet for each student as it holds for them; a seat without students has its own, the score is last', () => {
    const id = '00000000-0000-4000-8000-000000000000'
    const at = (name: string, seat: string, own = {}) => ({ ...newStudent(id, name, seat), ...own })
    const students = [at('Bo', 'cello', { large: true }), at('Ada', 'violin', { noFourth: true, much: 'new' }), at('Cy', 'violin')]
    const h = read('students=1&much=changes&own=violin:none&score=all')
    expect(fileSheetsOf(h, SEATS, students, PIECE)).toEqual([
      { what: 'part', seat: 'violin', much: 'new', size: 'normal', student: { id, name: 'Ada', noFourth: true, versions: {} }, fade: null },
      {
        what: 'part',
        seat: 'violin',
        much: 'none',
        size: 'normal',
        student: { id, name: 'Cy', noFourth: false, versions: {} },
        fade: null,
      },
      { what: 'part', seat: 'viola', much: 'changes', size: 'normal', student: null, fade: null },
      {
        what: 'part',
        seat: 'cello',
        much: 'changes',
        size: 'large',
        student: { id, name: 'Bo', noFourth: false, versions: {} },
        fade: null,
      },
      { what: 'part', seat: 'bass', much: 'changes', size: 'normal', student: null, fade: null },
      { what: 'part', seat: null, much: 'all', size: 'normal', student: null, fade: null },
    ])
    // A fading series: four sheets of each part, one of the score.
    expect(fileSheetsOf({ ...h, fade: true }, ['cello'], students, PIECE).map((s) => [s.student?.name, s.fade])).toEqual([
      ['Bo', 0],
      ['Bo', 1],
      ['Bo', 2],
      ['Bo', 3],
      [undefined, null],
    ])
    // Who has other pieces has no sheet of this one; where nobody of a seat has it, the seat has none.
    const others = students.map((s) => (s.name === 'Cy' || s.name === 'Bo' ? { ...s, pieces: [id] } : s))
    expect(fileSheetsOf(h, SEATS, others, PIECE).map((s) => [s.seat, s.student?.name])).toEqual([
      ['violin', 'Ada'],
      ['viola', undefined],
      ['bass', undefined],
      [null, undefined],
    ])
    expect(fileSheetsOf(read(''), SEATS, students, PIECE).map((s) => s.student)).toEqual([null, null, null, null])
  })
  it('what nobody could have chosen falls back', () => {
    expect(read('paper=foolscap&size=9&much=some&p=x&own=::,violin&seats=VIOLIN,../x&score=yes')).toMatchObject({
      paper: 'a4',
      size: 'normal',
      much: 'all',
      own: {},
      seats: [],
      score: null,
      p: null,
    })
  })
})
