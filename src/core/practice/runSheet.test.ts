import { describe, expect, it } from 'vitest'
import { runRowSchema, sayNext, sayTime, secondsOf, turnsOf, type RunRow } from './runSheet'

const ALL = ['violin', 'viola', 'cello']
const said = (row: Parameters<typeof turnsOf>[0]) => turnsOf(row, ALL).map((t) => t.seats.join('+'))
const passage: RunRow = { kind: 'passage', id: 'a', from: 4, to: 7, mode: 'bow', rate: 0.8, times: 2, who: 'all', seats: [], rest: 10 }

describe('the run of a lesson', () => {
  it('says who plays, time after time: all, in turn, joining, or those named', () => {
    expect(said({ who: 'all', seats: [], times: 2 })).toEqual(['violin+viola+cello', 'violin+viola+cello'])
    expect(said({ who: 'in turn', seats: [], times: 1 })).toEqual(['violin', 'viola', 'cello'])
    expect(said({ who: 'joining', seats: [], times: 2 })).toEqual([
      'violin',
      'violin',
      'violin+viola',
      'violin+viola',
      'violin+viola+cello',
      'violin+viola+cello',
    ])
    expect(said({ who: 'these', seats: ['cello', 'violin'], times: 1 })).toEqual(['violin+cello'])
    // Seats that the class has not any more: everybody plays, and the row is not lost.
    expect(said({ who: 'these', seats: ['bass'], times: 1 })).toEqual(['violin+viola+cello'])
  })
  it('takes the time of every turn, with its rest', () => {
    expect(secondsOf(passage, ALL, () => 12)).toBe(34)
    expect(secondsOf({ ...passage, who: 'in turn' }, ALL, () => 12)).toBe(82)
    expect(secondsOf({ kind: 'step', id: 'b', words: 'Tune.', seconds: 60, rest: 5 }, ALL, () => 12)).toBe(65)
  })
  it('says what comes next and how the time stands', () => {
    const names = new Map([
      ['violin', 'Violin'],
      ['viola', 'Viola'],
      ['cello', 'Cello'],
    ])
    expect(sayNext({ seats: ['viola'] }, names, 'measure 5')).toBe('Next: viola, measure 5')
    expect(sayNext({ seats: ALL }, names, 'measure 5')).toBe('Next: everyone, measure 5')
    expect(sayTime(17 * 60 + 1, 20)).toBe('18 of 20 minutes')
    expect(sayTime(25 * 60, 24)).toBe('25 minutes: 1 minute too long')
  })
  it('is kept as it is, and refuses what is none', () => {
    expect(runRowSchema.parse(passage)).toEqual(passage)
    expect(runRowSchema.safeParse({ ...passage, rate: 9 }).success).toBe(false)
    expect(runRowSchema.safeParse({ ...passage, kind: 'dance' }).success).toBe(false)
  })
})
