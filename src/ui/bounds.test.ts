import { describe, expect, it } from 'vitest'
import * as z from 'zod/mini'
import { pieceSchema } from '@/core/piece/piece.schema'
import { classSettingsSchema } from '@/core/plan/class.schema'
import { planSchema } from '@/core/plan/plan.schema'
import { taskSchema } from '@/jobs/protocol'
import { contentsSchema, oldLibrarySchema, pieceLineSchema, versionLineSchema } from '@/store/library/format'
import { classSaveRequest, notesRequest, saveRequest } from '@/api/saving'
import { handOutQuery, sheetQuery, standQuery } from '@/api/handOut'
import { aimRequest, planFileQuery, planQuery, planSaveRequest, recordRequest, warmupQuery } from '@/api/practice'
import { practiseRequest, todayRequest } from '@/workers/protocol'
import { bringRequest } from '@/formats/brought'
import { shelfQuery } from '@/api/shelf'

/** Whatever comes from outside: files, requests, addresses, and rows that a library brought. */
const OUTSIDE: Record<string, z.ZodMiniType> = {
  piece: pieceSchema,
  plan: planSchema,
  class: classSettingsSchema,
  save: saveRequest,
  notes: notesRequest,
  'class save': classSaveRequest,
  bring: bringRequest,
  shelf: shelfQuery,
  handOut: handOutQuery,
  sheet: sheetQuery,
  stand: standQuery,
  'plan query': planQuery,
  'plan file': planFileQuery,
  'plan save': planSaveRequest,
  warmup: warmupQuery,
  record: recordRequest,
  aim: aimRequest,
  practise: practiseRequest,
  today: todayRequest,
  'library contents': contentsSchema,
  'library piece': pieceLineSchema,
  'library version': versionLineSchema,
  'library of before': oldLibrarySchema,
}

type Node = { [key: string]: unknown }
/** The largest number that means anything here: a time in milliseconds. */
const SANE = 3e14

/** Every place of a schema where a number has no sane bounds, or a list or text no end. */
function* unbounded(node: unknown, at: string): Generator<string> {
  if (typeof node !== 'object' || node === null) return
  const n = node as Node
  if (n.type === 'integer' || n.type === 'number') {
    const low = (n.minimum ?? n.exclusiveMinimum) as number | undefined
    const high = (n.maximum ?? n.exclusiveMaximum) as number | undefined
    if (low === undefined || high === undefined || low < -SANE || high > SANE)
      if (n.const === undefined && n.enum === undefined) yield `${at}: number`
  }
  if (n.type === 'array' && n.maxItems === undefined && n.prefixItems === undefined) yield `${at}: list`
  for (const [key, value] of Object.entries(n)) yield* unbounded(value, `${at}/${key}`)
}

describe('what comes from outside', () => {
  it.each(Object.entries(OUTSIDE))('%s has sane bounds for every number and an end to every list', (_, schema) => {
    const json = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' })
    expect([...unbounded(json, '')]).toEqual([])
  })
  it('the tasks of the worker take no more pieces at once than a shelf shows', () => {
    expect(taskSchema.safeParse({ kind: 'previews', ids: Array.from({ length: 201 }, () => 'x'), measures: 6 }).success).toBe(false)
  })
})
