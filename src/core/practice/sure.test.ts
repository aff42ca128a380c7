import { describe, expect, it } from 'vitest'
import type { PracticeRecord } from '../plan/record'
import { byStudent, doneFrom, minutesByDay, surenessOf, sureOver } from './sure'

const tap = (target: string, day: string, clean: number, slips: number, by: Partial<PracticeRecord> = {}): PracticeRecord => ({
  id: '00000000-0000-4000-8000-000000000000',
  piece: 'p',
  what: 'chunk',
  target,
  seat: null,
  student: '',
  day,
  clean,
  slips,
  tempo: 60,
  minutes: 1,
  at: 0,
  ...by,
})

describe('what is sure', () => {
  it('puts the taps of a day together', () => {
    const taps = [
      tap('0-1', '2026-03-02', 1, 0),
      tap('0-1', '2026-03-02', 1, 0),
      tap('0-1', '2026-03-02', 1, 1),
      tap('0-1', '2026-03-04', 0, 1),
    ]
    expect(doneFrom(taps, null)).toMatchObject([
      { day: '2026-03-02', chunk: '0-1', clean: 3, slips: 1 },
      { day: '2026-03-04', chunk: '0-1', clean: 0, slips: 1 },
    ])
  })

  it('counts for a seat what the class did and what it did, not what others or one student did', () => {
    const taps = [
      tap('0-1', '2026-03-02', 3, 0),
      tap('2-2', '2026-03-02', 3, 0, { seat: 'viola' }),
      tap('0-2 line', '2026-03-02', 0, 9, { seat: 'viola', student: 'Nele' }),
    ]
    const stands = (seat: string | null) => surenessOf('p', 4, doneFrom(taps, seat))
    expect(stands('viola')).toEqual(['sure', 'sure', 'sure', 'not started'])
    expect(stands('cello')).toEqual(['sure', 'sure', 'not started', 'not started'])
    expect(stands(null)).toEqual(['sure', 'sure', 'not started', 'not started'])
    expect(byStudent(taps)).toEqual([{ student: 'Nele', clean: 0, slips: 9, days: 1 }])
  })

  it('goes by the last day: what slips is not sure any more', () => {
    const taps = [tap('0-2 line', '2026-03-02', 3, 0), tap('2-2', '2026-03-04', 1, 2)]
    expect(surenessOf('p', 3, doneFrom(taps, null))).toEqual(['sure', 'sure', 'not sure'])
    expect(sureOver('p', 3, doneFrom(taps, null))).toEqual([
      { day: '2026-03-02', sure: 3 },
      { day: '2026-03-04', sure: 2 },
    ])
  })

  it('says nothing of what was played and not judged, but counts its minutes', () => {
    const taps = [tap('0-2 line', '2026-03-02', 3, 0), tap('0-1', '2026-03-04', 0, 0, { minutes: 2 })]
    expect(surenessOf('p', 3, doneFrom(taps, null))).toEqual(['sure', 'sure', 'sure'])
    expect(minutesByDay(taps)).toEqual([
      { day: '2026-03-02', minutes: 1 },
      { day: '2026-03-04', minutes: 2 },
    ])
  })

  it('sums the minutes of each day', () => {
    expect(
      minutesByDay([tap('0-1', '2026-03-04', 1, 0), tap('0-1', '2026-03-02', 1, 0, { minutes: 0.25 }), tap('2-2', '2026-03-04', 1, 0)]),
    ).toEqual([
      { day: '2026-03-02', minutes: 0.3 },
      { day: '2026-03-04', minutes: 2 },
    ])
  })
})
