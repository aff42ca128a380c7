import { describe, expect, it } from 'vitest'
import { rowText, type Letters } from '@/engrave/rows'
import { partOfSeat } from '../part/part'
import { DEFAULT_CLASS } from './class'
import { classSettingsSchema } from './class.schema'
import { ensembleMapper } from '../balance/ensemble'
import { emptyPlan } from './plan'
import { pieceFrom } from '../testing/piece'
import { callsOf, sayCall } from '../reading/calls'
import { readingOf } from '../reading/reading'
import { DEFAULT_CALLS, DEFAULT_TALK, frameMark, sayFrame, sayTape, type Talk } from './talk'
import { sayShaded } from '../words/en/hands'

describe('the class’s own words', () => {
  it('a frame has the teacher’s number, word and mark, as far as there are any; else our name', () => {
    const talk = (words: object) => ({ frames: { 'touch 2-3': { number: '', word: '', mark: '', ...words } } })
    expect(sayFrame({ frames: {} }, 'touch 2-3')).toBe('touch 2-3')
    expect(sayFrame(talk({ number: '1', word: 'hug', mark: '◆' }), 'touch 2-3')).toBe('1, hug ◆')
    expect(sayFrame(talk({ number: '1' }), 'touch 2-3')).toBe('1')
    expect(sayFrame(talk({ mark: '◆' }), 'touch 2-3')).toBe('touch 2-3 ◆')
    expect(sayFrame(talk({ word: 'hug' }), 'touch 1-2')).toBe('touch 1-2')
  })
  it('a tape has its own name beside the finger that it is for', () => {
    expect(sayTape({ 'low 2': 'the blue one' }, 'low 2')).toBe('the blue one (low 2)')
    expect(sayTape({}, '3')).toBe('3')
  })
  it('positions are called as the class does', () => {
    const piece = pieceFrom('D5 E5 D5 C#5', { fifths: 2, mode: 'major' })
    const plan = { ...emptyPlan(), octaves: { cello: -1 } }
    const r = readingOf(piece, ensembleMapper()(piece, plan, DEFAULT_CLASS).cello)
    const said = (positions: (typeof DEFAULT_TALK)['positions']) => sayCall(callsOf(r, { ...DEFAULT_CALLS, positions })[0])
    expect(said('third position')).toContain('fourth position')
    expect(said('third position')).toContain('back to first')
    expect(said('position three')).toContain('position four')
    expect(said('position three')).toContain('back to position one')
    expect(said('III')).toMatch(/\bIV\b/)
    expect(said('III')).toContain('back to I')
  })
  it('letters under the notes are the class’s, with its mark on those of the upper octave', () => {
    const piece = pieceFrom('D4 F#4 D5 A4', { fifths: 2, mode: 'major' })
    const part = partOfSeat(piece, ensembleMapper()(piece, { ...emptyPlan(), octaves: { violin: 0 } }, DEFAULT_CLASS).violin, false)
    const row = (letters?: Letters) => part.measures.flatMap((m) => m.events.map((e) => rowText(part, e, 'letter', letters))).join(' ')
    expect(row()).toBe('D F♯ D A')
    expect(row({ names: 'letters', sharps: true, low: 'low 2', upper: '′' })).toBe('D F♯ D′ A')
    expect(row({ names: 'do-re-mi', sharps: true, low: 'low 2', upper: '+' })).toBe('re fa♯ re+ la')
    expect(row({ names: 'letters', sharps: false, low: 'low 2', upper: '' })).toBe('D F D A')
  })
  it('low and high fingers are said in the class’s order, in sentences and in numerals', () => {
    const two = (low: Talk['low']) => [sayShaded({ low }, 'low', 2), sayShaded({ low }, 'high', 3)].join(', ')
    expect([two('low 2'), two('2 low'), two('↓2')]).toEqual(['low 2, high 3', '2 low, 3 high', '↓2, ↑3'])
    const piece = pieceFrom('C5 G#4 D4', { fifths: 2, mode: 'major' })
    const part = partOfSeat(piece, ensembleMapper()(piece, { ...emptyPlan(), octaves: { violin: 0 } }, DEFAULT_CLASS).violin, false)
    const numerals = (low: Letters['low']) =>
      part.measures.flatMap((m) => m.events.map((e) => rowText(part, e, 'finger', { names: 'letters', sharps: true, upper: '', low })))
    expect(numerals('low 2')).toEqual(['↓2', '↑3', '0'])
    expect(numerals('↓2')).toEqual(['↓2', '↑3', '0'])
    expect(numerals('2 low')).toEqual(['2↓', '3↑', '0'])
  })
  it('a frame is marked over the notes by the class’s mark, its number, its word or its name', () => {
    const frames = (own: { number?: string; word?: string; mark?: string }) => ({
      frames: { 'touch 2-3': { number: '', word: '', mark: '', ...own } },
    })
    expect(frameMark({ frames: {} }, 'touch 2-3')).toBe('touch 2-3')
    expect(frameMark(frames({ word: 'hug' }), 'touch 2-3')).toBe('hug')
    expect(frameMark(frames({ word: 'hug', number: '1' }), 'touch 2-3')).toBe('1')
    expect(frameMark(frames({ word: 'hug', number: '1', mark: '◆' }), 'touch 2-3')).toBe('◆')
  })
  it('settings of before have none of their own', () => {
    const { positions: _p, frames: _f, tapes: _t, upper: _u, ...old } = DEFAULT_TALK
    expect(classSettingsSchema.parse({ ...DEFAULT_CLASS, talk: old }).talk).toEqual(DEFAULT_TALK)
  })
})
