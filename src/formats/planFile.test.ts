import { strFromU8 } from 'fflate'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { emptyPlan } from '@/core/plan/plan'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { pieceFrom } from '@/core/testing/piece'
import { practisedPiece } from './drillReport'
import { planCsv, type PlannedDay } from './planFile'
import { planIcs } from './planIcs'
import { planReport } from './planReport'

const item = {
  id: 'a',
  kind: 'new',
  title: 'Oats, "and" Beans',
  says: 'Measure 3',
  minutes: 1.2,
  times: 4,
  tempo: 60,
  beat: 'quarter' as const,
  text: 'Measure 3 of Oats, new.',
}
const days: PlannedDay[] = [
  { date: '2026-03-02', minutes: 2.4, items: [item, { ...item, kind: 'review', times: 1 }] },
  { date: '2026-03-30', minutes: 1.2, items: [item] },
]

describe('a plan taken away', () => {
  it('is a table that a spreadsheet reads (RFC 4180)', () => {
    const bytes = planCsv(days)
    // The mark by which a spreadsheet knows UTF-8.
    expect([...bytes.slice(0, 3)]).toEqual([0xef, 0xbb, 0xbf])
    const text = strFromU8(bytes.slice(3))
    expect(text.startsWith('date,kind,piece,measures,minutes,times,tempo,what\r\n')).toBe(true)
    const { data, errors } = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true })
    expect(errors).toEqual([])
    expect(data).toHaveLength(3)
    expect(data[0]).toEqual({
      date: '2026-03-02',
      kind: 'new',
      piece: 'Oats, "and" Beans',
      measures: 'Measure 3',
      minutes: '1.2',
      times: '4',
      tempo: '60',
      what: 'Measure 3 of Oats, new.',
    })
  })

  it('is entries of a calendar, a whole day each, lines folded and text escaped (RFC 5545)', () => {
    const text = strFromU8(planIcs(days, Date.UTC(2026, 1, 1)))
    expect(text.match(/DTSTART;VALUE=DATE:\d+/g)).toEqual(['DTSTART;VALUE=DATE:20260302', 'DTSTART;VALUE=DATE:20260330'])
    expect(text.match(/^UID:.*/gm)?.map((x) => x.trim())).toEqual([
      'UID:practice-2026-03-02@even-seat',
      'UID:practice-2026-03-30@even-seat',
    ])
    expect(text).toContain('DTSTAMP:20260201T000000Z')
    const unfolded = text.replace(/\r\n[ \t]/g, '')
    expect(unfolded).toContain('SUMMARY:Practice: 2 tasks\\, 2 min')
    expect(unfolded).toContain('4 times clean\\, ♩ = 60.\\n')
    for (const line of text.split('\r\n')) expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75)
  })

  it('is told by the command line with measures as printed', () => {
    const piece = pieceFrom('G4 A4 B4 D5 C5 B4 A4 G4 F#4 G4 A4 F#4 G4:w', { fifths: 1, mode: 'major' })
    const all = [{ id: 'x', c: practisedPiece(piece, emptyPlan(), DEFAULT_CLASS) }]
    const { days: told, problem } = planReport(all, { days: ['2026-03-02', '2026-03-04', '2026-03-06', '2026-03-09'], minutes: 10 })
    expect(problem).toBeNull()
    const numbers = new Set(told.flatMap((d) => d.items.flatMap((x) => x.measures)))
    expect([...numbers].sort()).toEqual(['1', '2', '3', '4'])
    expect(told[0].items[0]).toMatchObject({
      kind: 'new',
      piece: 'Test',
      minutes: expect.any(Number),
      times: expect.any(Number),
      tempo: expect.any(Number),
    })
  })
})
