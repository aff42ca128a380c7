import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import * as z from 'zod/mini'
import { mended } from './mend'
import { DEFAULT_CLASS } from './plan/class'
import { classSettingsSchema } from './plan/class.schema'
import { emptyPlan } from './plan/plan'
import { planSchema } from './plan/plan.schema'

const schema = z.object({ a: z.enum(['x', 'y']), list: z.array(z.int()), by: z.record(z.string(), z.object({ n: z.int() })) })
const fallback = { a: 'x', list: [], by: {} }

describe('a stored value of another day', () => {
  it('keeps what is known; the rest is as the fallback has it, or gone', () => {
    expect(mended(schema, { a: 'z', list: [1, 'no', 3, null], by: { good: { n: 1 }, bad: { n: 'x' } } }, fallback)).toEqual({
      a: 'x',
      list: [1, 3],
      by: { good: { n: 1 } },
    })
    expect(mended(schema, { a: 'y' }, fallback)).toEqual({ a: 'y', list: [], by: {} })
    expect(mended(schema, 'nothing of it', fallback)).toBeNull()
  })
  it('a value that is right is left as it is', () => {
    expect(mended(planSchema, emptyPlan(), emptyPlan())).toEqual(emptyPlan())
    expect(mended(classSettingsSchema, DEFAULT_CLASS, DEFAULT_CLASS)).toEqual(DEFAULT_CLASS)
  })
  it('whatever comes, it ends, and what comes out is right', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.constantFrom('octaves', 'pins', 'policy', 'spots', 'level', 'substitutes'), (odd, key) => {
        const made = mended(planSchema, { ...emptyPlan(), [key]: odd }, emptyPlan())
        expect(made === null || planSchema.safeParse(made).success).toBe(true)
      }),
    )
  })
})
