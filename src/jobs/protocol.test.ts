import { describe, expect, it } from 'vitest'
import { taskSchema } from './protocol'

/** What crosses into a thread is checked there once more: a thread reads the data file itself. */
const SHEET = { what: 'part', seat: 'violin', much: 'all', size: 'normal', fade: null, student: null }
const PDF = { kind: 'pdf', of: 'c', id: 'p', sheets: [SHEET], paper: 'a4', marks: ['fingers'], p: null, now: 1 }
const ok = (task: object): boolean => taskSchema.safeParse(task).success

describe('a task', () => {
  it('is one that there is, with all that it asks for', () => {
    expect(ok(PDF)).toBe(true)
    expect(ok({ kind: 'plan', of: 'c', today: '2026-03-02' })).toBe(true)
    expect(ok({ kind: 'nothing of the kind', of: 'c' })).toBe(false)
    expect(ok({ ...PDF, of: undefined })).toBe(false)
  })
  it('asks for no sheet, size, day, seat or amount that there is not', () => {
    const sheet = (more: object) => ({ ...PDF, sheets: [{ ...SHEET, ...more }] })
    for (const wrong of [{ what: 'poster' }, { size: 'huge' }, { much: 'some' }, { seat: '../etc' }, { fade: -1 }])
      expect(ok(sheet(wrong)), JSON.stringify(wrong)).toBe(false)
    expect(ok({ kind: 'plan', of: 'c', today: '2026-02-30' })).toBe(false)
    expect(ok({ kind: 'preview', of: 'c', id: 'p', measures: 0 })).toBe(false)
    expect(ok({ kind: 'systems', of: 'c', id: 'p', seat: null, much: 'all', marks: [], p: null, width: 100_000, scale: 40 })).toBe(false)
  })
  it('has as many sheets as a class can need at the most', () => {
    expect(ok({ ...PDF, sheets: Array.from({ length: 20_000 }, () => SHEET) })).toBe(false)
  })
})
