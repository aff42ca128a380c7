import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Meter } from '../music/time'
import type { Piece } from '../piece/piece'
import { placeMeasures } from '../piece/walk'
import { DEFAULT_CLASS } from '../plan/class'
import { ensembleMapper } from '../balance/ensemble'
import { emptyPlan } from '../plan/plan'
import { timelineOf } from '../balance/timeline'
import { pieceFrom } from '../testing/piece'
import { beatsOfBar, countInBefore } from '../performance/beats'
import { soundingOf } from './sounding'
import { takeOf, wayThrough, type TakeAsk } from './take'

const C = { fifths: 0, mode: 'major' } as const
const says = (m: Meter, parts = false) =>
  beatsOfBar(m, parts)
    .map((b) => b.says || '·')
    .join(' ')
const counted = (text: string, meter: Meter, parts = false) => {
  const piece = pieceFrom(text, C, meter)
  return countInBefore(placeMeasures(piece, piece.lines[0])[0], parts)
    .beats.map((b) => b.says || '·')
    .join(' ')
}
const WHOLE: TakeAsk = { stretch: null, rate: 1, countIn: 'whole', introduction: 0, breath: 0, parts: false, seats: null }
const take = (piece: Piece, ask: Partial<TakeAsk> = {}) => {
  const ensemble = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS)
  return takeOf(piece, soundingOf(piece, ensemble), timelineOf(piece, ensemble), { ...WHOLE, ...ask })
}
const four = { ...pieceFrom('D4 E4 F4 G4 A4 G4 F4 E4', C, { beats: 2, unit: 4 }), tempo: 60 }
const repeated: Piece = {
  ...four,
  lines: four.lines.map((l) => ({ ...l, measures: l.measures.map((m, i) => (i === 1 ? { ...m, repeatEnd: 2 } : m)) })),
}
const ahead = (t: ReturnType<typeof take>) => t.beats.filter((b) => b.ahead).map((b) => [b.says, b.at])

describe('whose turn it is', () => {
  it('only those play, the introduction is heard whole, and the beats stay', () => {
    const all = take(four, { introduction: 1 })
    const some = take(four, { introduction: 1, seats: ['viola', 'cello'] })
    const heard = (t: typeof all, ahead: boolean) => [...new Set(t.notes.filter((n) => n.ahead === ahead).map((n) => n.seat))].sort()
    expect(heard(some, false)).toEqual(['cello', 'viola'])
    expect(heard(some, true)).toEqual(heard(all, true))
    expect(heard(all, false)).toHaveLength(4)
    expect(some.beats).toEqual(all.beats)
    expect(some.seats).toEqual(['viola', 'cello'])
  })
})

describe('a breath', () => {
  it('is so many beats of silence after the music, at the tempo that is played, and none where none is asked for', () => {
    expect(take(four).lasts).toBeCloseTo(take(four).ends, 9)
    expect(take(four, { breath: 2 }).lasts - take(four, { breath: 2 }).ends).toBeCloseTo(2, 9)
    const slow = take(four, { breath: 2, rate: 0.5 })
    expect(slow.lasts - slow.ends).toBeCloseTo(4, 9)
    expect(slow.notes.every((n) => n.at + n.lasts <= slow.ends + 1e-9)).toBe(true)
  })
})

describe('a long piece', () => {
  /** How often a note or a moment is looked at while a piece of so many measures is made ready. */
  function looks(measures: number): number {
    const piece = { ...pieceFrom(Array.from({ length: measures }, () => 'D4 E4 F4 G4').join(' '), C), tempo: 60 }
    const ensemble = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS)
    const sounding = soundingOf(piece, ensemble)
    let looked = 0
    const seen = <T extends object>(of: T): T =>
      new Proxy(of, { get: (t, k) => (k === 'tick' || k === 'onset' ? looked++ : 0, Reflect.get(t, k) as unknown) })
    const seats = Object.fromEntries(Object.entries(sounding.seats).map(([id, all]) => [id, all.map(seen)]))
    const take = takeOf(piece, { ...sounding, seats }, timelineOf(piece, ensemble).map(seen), WHOLE)
    expect(take.notes).toHaveLength(4 * 4 * measures)
    expect(take.cues).toHaveLength(4 * measures)
    return looked
  }
  it('twice as long is twice the work, not four times', () => {
    const [short, long] = [looks(32), looks(64)]
    expect(long / short).toBeLessThan(2.6)
  })
})

describe('beats of a bar, as a class counts them (common practice)', () => {
  it('four in 4/4, three in 3/4, two in 6/8, three in 9/8; groups as they are written', () => {
    expect(says({ beats: 4, unit: 4 })).toBe('1 2 3 4')
    expect(says({ beats: 3, unit: 4 })).toBe('1 2 3')
    expect(says({ beats: 2, unit: 2 })).toBe('1 2')
    expect(says({ beats: 6, unit: 8 })).toBe('1 2')
    expect(says({ beats: 9, unit: 8 })).toBe('1 2 3')
    expect(says({ beats: 7, unit: 8, groups: [2, 2, 3] })).toBe('1 2 3')
  })
  it('eighths are "and"; those of a compound meter are struck and not said', () => {
    expect(says({ beats: 2, unit: 4 }, true)).toBe('1 and 2 and')
    expect(says({ beats: 6, unit: 8 }, true)).toBe('1 · · 2 · ·')
    expect(beatsOfBar({ beats: 6, unit: 8 }, true).map((b) => b.accent)).toEqual(['bar', 'part', 'part', 'beat', 'part', 'part'])
  })
})

describe('the count before the class enters', () => {
  it('check 32: a bar; before a pickup what the bar has before it; in eighths for eighths', () => {
    expect(counted('D4 E4 F4 G4', { beats: 4, unit: 4 })).toBe('1 2 3 4')
    expect(counted('D4 | E4 F4 G4 A4', { beats: 4, unit: 4 })).toBe('1 2 3')
    expect(counted('D4 | E4 F4 G4', { beats: 3, unit: 4 })).toBe('1 2')
    expect(counted('D4:e. E4:s F4 G4 A4', { beats: 4, unit: 4 }, true)).toBe('1 and 2 and 3 and 4 and')
    // An eighth comes in on the "and" of four.
    expect(counted('D4:e | E4 F4 G4 A4', { beats: 4, unit: 4 })).toBe('1 2 3 4')
  })
  it('of a single beat a bar is counted before it: one beat says no pace', () => {
    expect(counted('D4 | E4 F4', { beats: 2, unit: 4 })).toBe('1 2 1')
  })
  it('goes at the pace of the measure that follows, and takes the last two beats where that is asked', () => {
    const t = take(four)
    expect(ahead(t)).toEqual([
      ['1', 0],
      ['2', 1],
    ])
    expect([t.enters, t.ends, t.lasts]).toEqual([2, 10, 10])
    expect(take(four, { rate: 0.5 }).enters).toBe(4)
    const bars = { ...pieceFrom('D4 E4 F4 G4 A4 G4 F4 E4', C), tempo: 60 }
    expect(ahead(take(bars, { countIn: 'last two' }))).toEqual([
      ['3', 0],
      ['4', 1],
    ])
    expect(take(bars, { countIn: 'none', breath: 2 })).toMatchObject({ enters: 0, ends: 8, lasts: 10 })
  })
})

describe('a passage played once', () => {
  it('notes, beats and moments come at the same time, at any tempo, through the repeat', () => {
    const t = take(repeated, { rate: 1.25 })
    expect(t.way.map((m) => m.number)).toEqual(['1', '2', '1', '2', '3', '4'])
    const violin = t.notes.filter((n) => n.seat === 'violin')
    expect(violin.map((n) => n.at)).toEqual(t.cues.map((c) => c.at))
    expect(t.cues.map((c) => c.moment)).toEqual([0, 1, 2, 3, 0, 1, 2, 3, 4, 5, 6, 7])
    expect(t.cues.map((c) => c.pass)).toEqual([1, 1, 1, 1, 2, 2, 2, 2, 1, 1, 1, 1])
    expect(t.beats.filter((b) => !b.ahead).map((b) => b.at)).toEqual(t.cues.map((c) => c.at))
    expect(t.ends).toBeCloseTo(t.enters + 12 / 1.25)
  })
  it('a stretch goes the way that reaches its end; what rings on stops with it', () => {
    expect(take(repeated, { stretch: { from: 1, to: 2 } }).way.map((m) => m.number)).toEqual(['2', '3'])
    expect(take(repeated, { stretch: { from: 0, to: 1 } }).way.map((m) => m.number)).toEqual(['1', '2', '1', '2'])
    const tied = { ...pieceFrom('D4 E4~ E4 G4', C, { beats: 2, unit: 4 }), tempo: 60 }
    const t = take(tied, { stretch: { from: 0, to: 0 }, countIn: 'none' })
    expect(Math.max(...t.notes.map((n) => n.at + n.lasts))).toBe(2)
    expect(wayThrough([], null)).toEqual([])
  })
  it('an introduction is counted, played, and not by the class: the measures before, or the last ones', () => {
    const t = take(four, { stretch: { from: 2, to: 3 }, introduction: 1 })
    expect(t.enters).toBe(4)
    expect(t.beats.filter((b) => b.ahead).map((b) => [b.says, b.index])).toEqual([
      ['1', null],
      ['2', null],
      ['1', 1],
      ['2', 1],
    ])
    expect(new Set(t.notes.filter((n) => n.ahead).map((n) => n.index))).toEqual(new Set([1]))
    expect(t.cues[0]).toMatchObject({ at: 4, index: 2 })
    expect(
      new Set(
        take(four, { introduction: 2 })
          .notes.filter((n) => n.ahead)
          .map((n) => n.index),
      ),
    ).toEqual(new Set([2, 3]))
  })
  it('whatever is asked, all is in order and within the take', () => {
    fc.assert(
      fc.property(
        fc.record({
          stretch: fc.option(fc.tuple(fc.nat(3), fc.nat(3)).map(([a, b]) => ({ from: Math.min(a, b), to: Math.max(a, b) }))),
          rate: fc.double({ min: 0.1, max: 3, noNaN: true }),
          countIn: fc.constantFrom('whole' as const, 'last two' as const, 'none' as const),
          introduction: fc.nat(5),
          breath: fc.nat(4),
          parts: fc.boolean(),
        }),
        (ask) => {
          const t = take(repeated, ask)
          for (const times of [t.beats, t.notes, t.cues].map((xs) => xs.map((x) => x.at)))
            expect(times).toEqual([...times].sort((a, b) => a - b))
          expect(t.enters).toBeLessThanOrEqual(t.ends)
          expect(t.ends).toBeLessThanOrEqual(t.lasts)
          for (const n of t.notes) expect(n.at + n.lasts).toBeLessThanOrEqual(t.ends + 1e-9)
          for (const c of t.cues) expect(c.at).toBeGreaterThanOrEqual(t.enters)
          expect(t.cues.length).toBeGreaterThan(0)
        },
      ),
    )
  })
})
