import { describe, expect, it } from 'vitest'
import { handOutParams, handOutQuery, sheetParams, sheetQuery, sheetsOf, type HandOut } from './handOut'

const read = (text: string) => handOutQuery.parse(Object.fromEntries(new URLSearchParams(text)))
const SEATS = ['violin', 'viola', 'cello', 'bass']

describe('what is handed out, in an address', () => {
  it('is a part for everybody, with fingers, when nothing is said', () => {
    const h = read('')
    expect(h).toMatchObject({ seats: null, much: 'all', own: {}, score: null, paper: 'a4', size: 'normal', fingers: true, letters: false })
    expect(sheetsOf(h, SEATS).map((s) => s.seat)).toEqual(SEATS)
  })
  it.each<Partial<HandOut>>([
    {},
    { seats: [] },
    { seats: ['cello', 'violin-2'], own: { cello: 'none', 'violin-2': 'changes' }, much: 'new' },
    { p: { from: '3', to: '6' } },
    { score: 'changes', paper: 'letter', size: 'large', letters: true, strings: true, fingers: false, bows: true },
  ])('comes back as it went: %j', (change) => {
    const h = { ...read(''), ...change }
    expect(read(handOutParams(h))).toEqual(h)
  })
  it('sheets stand in score order with what each seat has of its own, the score last', () => {
    const h = read('seats=bass,violin&own=bass:none,nobody:all,violin:wrong&much=changes&score=all&bows=1')
    expect(sheetsOf(h, SEATS).map((s) => [s.seat, s.much, s.bows])).toEqual([
      ['violin', 'changes', true],
      ['bass', 'none', true],
      [null, 'all', true],
    ])
    for (const s of sheetsOf(h, SEATS)) expect(sheetQuery.parse(Object.fromEntries(new URLSearchParams(sheetParams(s))))).toEqual(s)
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
