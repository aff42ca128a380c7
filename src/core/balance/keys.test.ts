import { PLAIN_TONGUE } from '../words/en/hands'
import { describe, expect, it } from 'vitest'
import type { StepId } from '../instruments/instrument'
import type { Key } from '../music/key'
import { keyName } from '../music/key'
import type { Piece } from '../piece/piece'
import { pieceFrom } from '../testing/piece'
import { SEATS } from '../testing/seats'
import { classAt, type ClassSettings } from '../plan/class'
import { ensembleMapper, mapsOf, octavesFor } from './ensemble'
import { evennessOf } from './evenness'
import { inKey } from './inKey'
import { loadOf } from './load'
import { emptyPlan, type Plan } from '../plan/plan'
import { profileOf } from './profile'
import { byRank, settingsInOrder, searcher, USUAL_SPACE, WHOLE_SPACE, type Scored } from './search'
import { seatsOf } from '../seats/seat'
import { sayMove, saySetting, sayWorth } from './saySetting'
import { withSetting } from './setting'

const D: Key = { fifths: 2, mode: 'major' }
const SCALE = 'D4 E4 F#4 G4 A4 B4 C#5 D5'
/** A tune on the first scale, with its turns and its close. */
const TUNE = 'D4 F#4 E4 G4 F#4:h D4:h A4 B4 C#5 D5 B4 A4 G4 E4 F#4 E4 D4:h'

const ranked = (piece: Piece, klass: ClassSettings, plan: Plan = emptyPlan(), signatures = USUAL_SPACE.signatures): Scored[] => {
  const find = searcher(piece, plan, klass)
  return settingsInOrder(
    signatures.flatMap((f) => find(f).slice(0, 1)),
    byRank,
  )
}
const keys = (found: readonly Scored[]) => found.map((f) => keyName({ fifths: f.setting.fifths, mode: 'major' }))
const beginning: StepId = 'three-fingers'

describe('keys as teachers choose them', () => {
  it.each([
    ['the scale', SCALE],
    ['a tune on it', TUNE],
  ])('check 23, %s of a beginning class: D first, G next, no flat key before them (common practice)', (_, text) => {
    const names = keys(ranked(pieceFrom(text, D), classAt(beginning)))
    expect(names.slice(0, 2)).toEqual(['D major', 'G major'])
    // The keys of a class that learns before all others, then those with fewer signs.
    expect(names.slice(0, 6).sort()).toEqual(['A major', 'B♭ major', 'C major', 'D major', 'F major', 'G major'])
    const signs = (name: string) => (name === 'E♭ major' ? 3 : 4)
    expect(names.slice(6).map(signs)).toEqual(names.slice(6).map(signs).sort())
  })

  it.each([
    ['E minor', 'E4 F#4 G4 A4 B4 A4 G4 F#4 E4:h B4:h E4:w', 1],
    ['A minor', 'A4 B4 C5 D5 E5 D5 C5 B4 A4:h E5:h A4:w', 0],
    ['D minor', 'D4 E4 F4 G4 A4 Bb4 A4 G4 F4 E4 D4:h', -1],
  ])('in minor D, A and E come before all others: %s', (_, text, fifths) => {
    for (const step of ['four-strings', 'first-position', 'third-position'] as const) {
      const found = ranked(pieceFrom(text, { fifths, mode: 'minor' }), classAt(step))
      expect(new Set(found.slice(0, 3).map((f) => f.setting.fifths)), step).toEqual(new Set([1, 0, -1]))
      const others = found.slice(3).map((f) => Math.abs(f.setting.fifths))
      expect(others, step).toEqual([...others].sort((a, b) => a - b))
    }
  })

  it('nobody is sent to another octave than the one it reads in by itself only to even the load', () => {
    const found = ranked(pieceFrom('D4 E4 F#4 G4 A4 G4 F#4 E4 D4 F#4 A4 F#4 D4:w', D), classAt('first-position'))
    const home = found.filter((f) => f.setting.fifths >= -2 && f.setting.fifths <= 3)
    expect(home.map((f) => f.moved)).toEqual(home.map(() => 0))
  })

  it('wherever it is written, it is found in the same keys', () => {
    const f = { fifths: -1, mode: 'major' } as const
    const inF = ranked(pieceFrom('F4 G4 A4 Bb4 C5 D5 E5 F5', f), classAt(beginning))
    expect(keys(inF)).toEqual(keys(ranked(pieceFrom(SCALE, D), classAt(beginning))))
  })

  it('offers a key with up to three notes replaced where that leaves nothing new, and says so', () => {
    const piece = pieceFrom(SCALE, D)
    const klass = classAt(beginning)
    const [best] = ranked(piece, klass)
    expect([best.out, best.news, best.replaced]).toEqual([0, 0, 2])
    expect(Object.keys(best.setting.substitutes ?? {})).toEqual(['bass'])
    expect(saySetting(PLAIN_TONGUE, D, seatsOf(klass), octavesFor(piece, emptyPlan(), klass), best)).toBe(
      'D major, as now, with two notes of the bass replaced',
    )
    // Taken, the class has just that.
    const plan = withSetting(emptyPlan(), seatsOf(klass), best.setting)
    const maps = mapsOf(ensembleMapper()(piece, plan, klass))
    expect(maps.flatMap((m) => m.problems)).toEqual([])
    expect(evennessOf(Object.fromEntries(maps.map((m) => [m.seat.id, loadOf(piece, m).byMeasure]))).total).toBeCloseTo(best.total)
    expect(Object.keys(plan.substitutes.bass ?? {})).toHaveLength(2)
  })

  it('replaces nothing where more than three notes would have to be, or none need be', () => {
    const many = pieceFrom('C5 D5 C#5 D5 C#5 D5 C#5 D5', D)
    expect(ranked(many, classAt(beginning), emptyPlan(), [2])[0].replaced).toBe(0)
    expect(ranked(pieceFrom('D4 E4 F#4 G4', D), classAt(beginning), emptyPlan(), [2])[0].replaced).toBe(0)
  })

  it('puts no key of many signs before its plain twin, and asks for no more than four signs', () => {
    const piece = pieceFrom('F#4 A#4 C#5 B4', { fifths: 5, mode: 'major' })
    const all = ranked(piece, classAt('first-position'), emptyPlan(), WHOLE_SPACE.signatures)
    for (const { setting } of all.filter((f) => Math.abs(f.setting.fifths) >= 7)) {
      const twin = all.findIndex((f) => Math.abs(f.setting.fifths - setting.fifths) === 12)
      expect(all.findIndex((f) => f.setting.fifths === setting.fifths)).toBeGreaterThan(twin)
    }
    expect(Math.max(...USUAL_SPACE.signatures.map(Math.abs))).toBe(4)
    const at = (fifths: number) => ({ setting: { fifths } })
    expect(settingsInOrder([at(-7), at(1), at(5)], () => 0).map((f) => f.setting.fifths)).toEqual([1, 5, -7])
  })

  it('counts a new thing once, however often it comes, and every seat by itself', () => {
    const klass = classAt(beginning)
    const piece = pieceFrom('D4 F4 D4 F4 E4 F4 D4:h')
    const maps = mapsOf(ensembleMapper()(piece, emptyPlan(), klass))
    expect(maps.map((m) => profileOf(piece, m).news)).toEqual([['low:2'], ['low:2'], ['finger:2'], ['finger:2']])
    expect(maps.map((m) => profileOf(piece, m).fresh)).toEqual([3, 3, 3, 3])
  })

  it('as now agrees with itself: what stands is found with the same figures, pins and all', () => {
    const klass = classAt('first-position')
    const piece = pieceFrom('G4 (G4 A4) B4 D5 C5 B4 A4', { fifths: 1, mode: 'major' })
    const plan = { ...emptyPlan(), pins: { violin: { e2: { fingers: [4] } }, viola: { e7: { fingers: [4] } } } }
    const maps = mapsOf(ensembleMapper()(piece, plan, klass))
    const now = Object.fromEntries(maps.map((m) => [m.seat.id, m.octave]))
    const space = { ...USUAL_SPACE, octaves: [0] }
    const [found] = searcher(piece, plan, klass, space)(1)
    expect(found.setting.octaves).toEqual(now)
    for (const s of SEATS)
      expect(found.bySeat[s]).toBeCloseTo(
        loadOf(
          piece,
          maps.find((m) => m.seat.id === s)!,
        ).total,
      )
    expect(found.profiles).toEqual(Object.fromEntries(maps.map((m) => [m.seat.id, profileOf(piece, m)])))
    expect(inKey(piece, plan, 1)?.lifted).toBe(0)
  })

  it('says a key as musicians do', () => {
    expect([sayMove(2, 1), sayMove(2, 3), sayMove(2, 2), sayMove(0, -1), sayMove(0, 2)]).toEqual([
      'a fourth up',
      'a fourth down',
      null,
      'a fourth up',
      'a whole step up',
    ])
    const klass = classAt('four-strings')
    const piece = pieceFrom(SCALE, D)
    const found = ranked(piece, klass)
    const now = octavesFor(piece, emptyPlan(), klass)
    expect(saySetting(PLAIN_TONGUE, D, seatsOf(klass), now, found[0])).toMatch(/^G major, a fourth up, viola(, cello)? /)
    const f = found.find((x) => x.setting.fifths === -1)!
    expect(sayWorth(PLAIN_TONGUE, f, seatsOf(klass))).toBe('new: violin low 1, bass half position, a new key for this class')
    expect(sayWorth(PLAIN_TONGUE, found[0], seatsOf(klass))).toBe('nothing new for the hand')
  })
})
