import { readFileSync } from 'node:fs'
import { beforeAll, describe, expect, it } from 'vitest'
import { octavesFor } from '@/core/balance/ensemble'
import { parsePitch } from '@/core/music/pitch'
import { inSignature } from '@/core/piece/transpose'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { emptyPlan, withBook } from '@/core/plan/plan'
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
  marks: ['fingers', 'positions'],
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
    expect(sheet('lanterns-on-the-weir.abc', { marks: ['letters', 'positions'] }).legend).toBe('Roman numeral: position')
    expect(sheet('two-barges.abc', { seat: 'violin', much: 'changes' }).legend).toMatch(
      /^Written where string, position or finger changes, and at sharps and flats/,
    )
    const few = sheet('copper-kettle-march.abc', { seat: 'bass', much: 'new' })
    expect(numerals(few.pages)).toBe(0)
    expect(few.legend).toBe('')
  })
  it('writes what is asked for at the notes: frames where they change, lines for fingers that stay, what is said', () => {
    const of = (marks: Wanted['marks'], change: Partial<Wanted> = {}) => sheet('two-barges.abc', { marks, ...change })
    const count = (s: { pages: readonly string[] }, what: RegExp) => s.pages.join('').match(what)?.length ?? 0
    const FRAME = /class="dir frame"/g
    const STAYS = /class="bracketSpan stays"/g
    const plain = of(['fingers'])
    expect([FRAME, STAYS, /row-call/g].map((x) => count(plain, x))).toEqual([0, 0, 0])
    const all = of(['fingers', 'frames', 'stays', 'calls'])
    // The cello lies closed from the first note on; 4 on D stays twice while others play.
    expect([FRAME, STAYS].map((x) => count(all, x))).toEqual([1, 2])
    expect(count(all, /row-call/g)).toBe(numerals(all.pages))
    const words = (s: { pages: readonly string[] }) =>
      s.pages
        .join('')
        .replace(/<[^>]*>/g, ' ')
        .replace(/\s+/g, ' ')
    expect(words(all)).toContain('four on D')
    expect(all.legend).toBe('0 open string · line over notes: the finger stays down')
    // Lines are thick, and have none of the hooks that a hand's bracket has.
    expect(count(all, /class="bracketSpan stays"><path [^>]*stroke-width="48"/g)).toBe(2)
    // Words are smaller than numerals, or one would run into the next.
    expect(count(all, /class="verse row-call"><g class="syl"><text [^>]*><tspan class="text"><tspan font-size="330px"/g)).toBe(
      numerals(all.pages),
    )
    expect(count(all, /class="dir frame"><text [^>]*>(?:<tspan [^>]*>)*<tspan font-size="330px"/g)).toBe(1)
    // Nothing of it where nothing is written in; and only where it is written.
    expect(count(of(['frames', 'stays', 'calls', 'heads'], { much: 'none' }), /frame"|stays"|row-call|in-filled/g)).toBe(0)
    const own = { closed: { number: '', word: 'house', mark: '⌂' } }
    const named = { ...source('two-barges.abc'), klass: { ...DEFAULT_CLASS, talk: { ...DEFAULT_CLASS.talk, frames: own } } }
    const marked = sheetOf(toolkit, named, wanted({ marks: ['frames'] }), A4)!
    expect(marked.legend).toBe('⌂ house')
    expect(words(marked)).toContain('⌂')
  })
  it('has letters inside the heads, white on black and black on white, each once and larger than without', () => {
    const lettered = sheet('two-barges.abc', { marks: ['heads'] })
    const svg = lettered.pages.join('')
    const inside = [...svg.matchAll(/class="in-(filled|hollow)"[^>]*fill="([^"]*)">([^<]*)</g)].map(([, how, fill, text]) => [
      how,
      fill,
      text,
    ])
    const { piece } = source('two-barges.abc')
    const written = piece.lines[0].measures.flatMap((m) =>
      m.events.flatMap((e) => (e.kind === 'note' ? e.heads.map((h) => h.pitch.letter as string) : [])),
    )
    expect(inside.map(([, , text]) => text)).toEqual(written)
    for (const [how, fill] of inside) expect(fill).toBe(how === 'filled' ? '#fff' : 'currentColor')
    const wide = (s: string) => Number(/viewBox="0 0 (\d+)/.exec(s.slice(s.indexOf('definition-scale')))![1])
    expect(wide(sheet('two-barges.abc', { marks: [] }).pages[0]) / wide(svg)).toBeGreaterThan(1.6)
    // Signs stand before the note, not in its head; do-re-mi is written as the class says it.
    const solfa = { ...source('two-barges.abc'), klass: { ...DEFAULT_CLASS, talk: { ...DEFAULT_CLASS.talk, names: 'do-re-mi' as const } } }
    expect(sheetOf(toolkit, solfa, wanted({ marks: ['heads'] }), A4)!.pages.join('')).toMatch(/>sol</)
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
  it('of a bass that is tuned higher and reads a transposed part is that of the piece a whole step lower; the score sounds', () => {
    const given = source('two-barges.abc')
    const tuning = ['F#2', 'B2', 'E3', 'A3'].map((n) => parsePitch(n)!)
    const klass = { ...DEFAULT_CLASS, seats: DEFAULT_CLASS.seats.map((r) => (r.id === 'bass' ? { ...r, tuning, transposed: true } : r)) }
    const asked = wanted({ seat: 'bass', marks: ['fingers', 'letters'] })
    const lower = inSignature(given.piece, given.piece.key.fifths - 2)!.piece
    // The bass of the piece a whole step lower, tuned as usual: note for note, letter for letter.
    const octaves = octavesFor(given.piece, given.plan, klass)
    const usual = sheetOf(toolkit, { ...given, piece: lower, plan: { ...given.plan, octaves } }, asked, A4)!
    expect(sheetOf(toolkit, { ...given, klass }, asked, A4)!.pages).toEqual(usual.pages)
    const score = wanted({ seat: null, marks: ['letters'] })
    const letters = (pages: readonly string[]) =>
      pages
        .join('')
        .replace(/<[^>]+>/g, ' ')
        .match(/\b[A-G][♯♭]?\b/g)
        ?.join(' ')
    expect(letters(sheetOf(toolkit, { ...given, klass }, score, A4)!.pages)).toBe(letters(sheetOf(toolkit, given, score, A4)!.pages))
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
