import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Take } from '@/core/sounding/take'
import { AHEAD, conductor, dueAt, heardAt, SETTLE, type SeenNow, type StruckNow } from './conductor'

const take = (beats: readonly number[], lasts: number): Take => ({
  beats: beats.map((at, i) => ({ at, says: `${i + 1}`, accent: 'beat', ahead: false, index: 0 })),
  notes: [],
  cues: beats.map((at, moment) => ({ at, moment, index: 0, pass: 1 })),
  enters: 0,
  ends: lasts,
  lasts,
  way: [],
  rate: 1,
  seats: null,
})
const programOf = (...takes: Take[]) => {
  const left = [...takes]
  return { next: () => left.shift() ?? null }
}

/** Plays a program with ticks and frames at given times; what was struck and shown, and when. */
function played(takes: Take[], times: readonly number[]) {
  const struck: { at: number; said: number }[] = []
  const shown: { what: SeenNow; at: number; seen: number }[] = []
  let now = 0
  const c = conductor(
    programOf(...takes),
    {
      strike: (_what: StruckNow, at) => struck.push({ at, said: now }),
      show: (what, at) => shown.push({ what, at, seen: now }),
    },
    0,
  )
  for (now of times) {
    c.tick(now)
    c.frame(now)
  }
  return { struck, shown, late: c.late() }
}
const every = (step: number, to: number) => Array.from({ length: Math.ceil(to / step) + 1 }, (_x, i) => i * step)

describe('the conductor', () => {
  it('strikes everything once, in order and before its time, and lets takes follow without a gap', () => {
    const { struck, shown, late } = played([take([0, 1], 2), take([0, 0.5], 1)], every(0.025, 5))
    expect(struck.map((s) => Number((s.at - SETTLE).toFixed(3)))).toEqual([0, 1, 2, 2.5])
    for (const s of struck.slice(1)) {
      expect(s.said).toBeLessThanOrEqual(s.at)
      expect(s.said).toBeGreaterThan(s.at - AHEAD - 0.026)
    }
    expect(late).toBe(0)
    expect(shown.map((s) => s.what.kind).join(' ')).toBe('take beat cue beat cue ended take beat cue beat cue ended over')
    for (const s of shown) expect(s.seen - s.at).toBeLessThan(0.026)
  })
  it('drops nothing however unevenly it is woken, and is late only after it slept longer than it looks ahead', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.001, max: 0.28, noNaN: true }), { minLength: 60, maxLength: 60 }), (gaps) => {
        let at = 0
        const times = [0, ...gaps.map((g) => (at += g)), 60]
        const { struck, shown, late } = played([take([0, 0.3, 0.6], 1), take([0, 0.3, 0.6], 1)], times.slice(0, -1).concat(at + 0.2, 60))
        expect(shown.filter((s) => s.what.kind === 'cue')).toHaveLength(6)
        expect(struck).toHaveLength(6)
        if (at > 3) expect(late).toBe(0)
      }),
    )
    expect(played([take([0, 1, 2], 3)], [0, 2.5, 6]).late).toBe(2)
  })
  it('asks for a take only shortly before it begins: what is changed meanwhile holds for the next', () => {
    let asked = 0
    const c = conductor({ next: () => (asked++, take([0], 10)) }, { strike: () => undefined, show: () => undefined }, 0)
    c.tick(0)
    expect(asked).toBe(1)
    c.tick(9)
    expect(asked).toBe(1)
    c.tick(9.8)
    expect(asked).toBe(2)
  })
})

describe('the clock', () => {
  it('goes from the time of the page to what is heard then, and back', () => {
    const stamp = { contextTime: 5, performanceTime: 1000 }
    expect(heardAt(stamp, 1250)).toBe(5.25)
    expect(dueAt(stamp, 5.25)).toBe(1250)
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1e5, noNaN: true }), (t) => {
        expect(dueAt(stamp, heardAt(stamp, t))).toBeCloseTo(t, 5)
      }),
    )
  })
})
