import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BASE_NAMES, beatOf, feltBeatTicks, measureTicks, QUARTER, quarters, ticksOf, valueOf, valuesFor } from './time'
import { valueSchema } from './time.schema'

describe('time', () => {
  it('every value the schema admits is a whole number of ticks', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...BASE_NAMES),
        fc.integer({ min: 0, max: 3 }),
        fc.option(fc.constantFrom({ actual: 3, normal: 2 }, { actual: 5, normal: 4 }, { actual: 7, normal: 4 }), { nil: undefined }),
        (base, dots, tuplet) => {
          const parsed = valueSchema.safeParse({ base, dots, tuplet })
          if (parsed.success) expect(Number.isInteger(ticksOf(parsed.data))).toBe(true)
        },
      ),
    )
  })
  it('admits 128ths, triplets, quintuplets and septuplets of 16ths', () => {
    for (const v of [
      { base: '128th', dots: 0 },
      { base: '16th', dots: 0, tuplet: { actual: 3, normal: 2 } },
      { base: '16th', dots: 0, tuplet: { actual: 5, normal: 4 } },
      { base: '16th', dots: 0, tuplet: { actual: 7, normal: 4 } },
    ])
      expect(valueSchema.safeParse(v).success).toBe(true)
    expect(valueSchema.safeParse({ base: '128th', dots: 3 }).success).toBe(false)
  })
  it('values read back from ticks, and any run of 64ths can be written', () => {
    expect(valueOf(QUARTER * 1.5)).toEqual({ base: 'quarter', dots: 1 })
    expect(valueOf(QUARTER * 1.25)).toBeNull()
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400 }), (n) => {
        const values = valuesFor((n * QUARTER) / 16)!
        expect(values.reduce((s, v) => s + ticksOf(v), 0)).toBe((n * QUARTER) / 16)
      }),
    )
    expect(valuesFor(1)).toBeNull()
  })
  it('says quarters as exact fractions and beats from one', () => {
    expect(quarters(QUARTER * 1.5)).toBe('3/2')
    expect(quarters(0)).toBe('0')
    expect(quarters(QUARTER / 3)).toBe('1/3')
    expect(beatOf(QUARTER * 1.5, { beats: 4, unit: 4 })).toBe(2.5)
    expect(beatOf(QUARTER, { beats: 6, unit: 8 })).toBe(3)
  })
  it('three-eight groups are felt in 6/8, quarters in 3/4', () => {
    expect(feltBeatTicks({ beats: 6, unit: 8 })).toBe(1.5 * QUARTER)
    expect(feltBeatTicks({ beats: 3, unit: 4 })).toBe(QUARTER)
    expect(measureTicks({ beats: 6, unit: 8 })).toBe(3 * QUARTER)
  })
})
