import { readFileSync } from 'node:fs'
import { beforeAll, describe, expect, it } from 'vitest'
import { DEFAULT_CLASS } from '@/core/seats/class'
import { emptyPlan, withBook } from '@/core/seats/plan'
import { readFile } from '@/formats/read'
import { serverToolkit } from './server'
import { sheetOf, systemsOf, type Wanted } from './sheet'
import type { Toolkit } from './toolkit'

let toolkit: Toolkit
beforeAll(async () => {
  toolkit = await serverToolkit()
})

const source = (name: string, plan = emptyPlan()) => {
  const [{ reading }] = readFile(name, readFileSync(`demo/${name}`))
  if (!reading.ok) throw new Error(name)
  return { piece: reading.piece, plan, klass: DEFAULT_CLASS }
}
const wanted = (change: Partial<Wanted>): Wanted => ({
  seat: 'cello',
  much: 'all',
  rows: ['finger'],
  bows: false,
  passage: null,
  ...change,
})
const A4 = { paper: 'a4', size: 'normal' } as const
const sheet = (name: string, change: Partial<Wanted> = {}, plan = emptyPlan()) => sheetOf(toolkit, source(name, plan), wanted(change), A4)!
const numerals = (pages: readonly string[]) => pages.join('').match(/class="verse row-finger"/g)?.length ?? 0

describe('a sheet', () => {
  it('has as many numbers as was wished: fewer where only changes or new notes are written, none with nothing', () => {
    const [all, changes, fresh, none] = (['all', 'changes', 'new', 'none'] as const).map((much) =>
      numerals(sheet('lanterns-on-the-weir.abc', { much }).pages),
    )
    expect(all).toBeGreaterThan(40)
    expect(changes).toBeLessThan(all)
    expect(changes).toBeGreaterThan(0)
    expect(fresh).toBeLessThan(all)
    expect(none).toBe(0)
  })
  it('says in its legend what stands on it, and no more', () => {
    // The cello goes to IV once; its open strings are played.
    expect(sheet('lanterns-on-the-weir.abc').legend).toBe('0 open string · Roman numeral: position')
    expect(sheet('lanterns-on-the-weir.abc', { much: 'none' }).legend).toBe('')
    expect(sheet('lanterns-on-the-weir.abc', { rows: ['letter'] }).legend).toBe('Roman numeral: position')
    expect(sheet('two-barges.abc', { seat: 'violin', much: 'changes' }).legend).toMatch(
      /^Written where string, position or finger changes and at signs/,
    )
    const few = sheet('copper-kettle-march.abc', { seat: 'bass', much: 'new' })
    expect(numerals(few.pages)).toBe(0)
    expect(few.legend).toBe('')
  })
  it('of a passage has its measures only, says which, and keeps the fingers of the whole', () => {
    const whole = sheet('lanterns-on-the-weir.abc')
    const part = sheet('lanterns-on-the-weir.abc', { passage: { from: '10', to: '13' } }, withBook(emptyPlan(), null, { page: '14' }))
    expect(part.pages).toHaveLength(1)
    expect(part.pages[0].match(/class="measure"/g)).toHaveLength(4)
    expect(part.book).toMatch(/^Page 14 · /)
    expect(whole.problems.length).toBeGreaterThan(part.problems.length)
    // Measures that are not there: the whole piece.
    expect(sheet('lanterns-on-the-weir.abc', { passage: { from: '99', to: '3' } }).pages).toEqual(whole.pages)
  })
  it('of the teacher has every seat, each staff named in each system', () => {
    const score = sheet('two-barges.abc', { seat: null })
    expect(score.name).toBe('Score')
    for (const name of ['Violin', 'Viola', 'Cello', 'Bass']) expect(score.pages.join('')).toContain(`>${name}<`)
  })
  it('is not made for a seat that the class has not', () => {
    expect(sheetOf(toolkit, source('two-barges.abc'), wanted({ seat: 'tuba' }), A4)).toBeNull()
    expect(systemsOf(toolkit, source('two-barges.abc'), wanted({ seat: 'tuba' }), 390, 48)).toBeNull()
  })
  it('on a screen is broken to its width', () => {
    const at = (width: number) => systemsOf(toolkit, source('two-barges.abc'), wanted({}), width, 48)!
    expect(at(390).length).toBeGreaterThan(at(1000).length)
    expect(
      at(390)
        .join('')
        .match(/class="measure"/g),
    ).toHaveLength(
      at(1000)
        .join('')
        .match(/class="measure"/g)!.length,
    )
  })
})
