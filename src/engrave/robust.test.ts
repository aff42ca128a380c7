import { partOfSeat } from '@/core/part/part'
import { classAt, DEFAULT_CLASS } from '@/core/plan/class'
import fc from 'fast-check'
import { XMLValidator } from 'fast-xml-parser'
import { beforeAll, describe, expect, it } from 'vitest'
import { casesOf } from '@/core/testing/depth'
import { whyAt } from '@/core/testing/said'
import { unfold } from '@/core/piece/unfold'
import { placeEvents } from '@/core/piece/walk'
import { ensembleMapper } from '@/core/balance/ensemble'
import { emptyPlan, withSubstitute } from '@/core/plan/plan'
import { previewOf } from '@/core/balance/preview'
import { answerAt, timelineOf } from '@/core/balance/timeline'
import { pieces } from '@/core/testing/arbitrary'
import { pieceFrom } from '@/core/testing/piece'
import { reportOf } from '@/formats/report'
import { meiOf } from './mei'
import { ROWS } from './rows'
import { serverToolkit } from './server'
import type { Toolkit } from './toolkit'
import { SEATS } from '@/core/testing/seats'

let toolkit: Toolkit
beforeAll(async () => {
  toolkit = await serverToolkit()
})

describe('any piece the schema admits', () => {
  it('maps, explains, reports and is drawn without an exception', () => {
    fc.assert(
      fc.property(pieces, (piece) => {
        const e = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS)
        for (const seat of SEATS) {
          const m = e[seat]
          for (const n of m.notes) expect(whyAt(m, n)).toMatch(/\.$/)
        }
        expect(unfold(piece.lines[0]).length).toBeLessThan(1000)
        const timeline = timelineOf(piece, e)
        for (const b of timeline) expect(b.ticks).toBeGreaterThan(0)
        for (const b of timeline.slice(0, 5)) expect(answerAt(piece, e.cello, b.onset)?.placed.onset).toBeLessThanOrEqual(b.onset)
        previewOf(piece, emptyPlan(), DEFAULT_CLASS, 2)
        const report = reportOf(
          'x',
          piece,
          SEATS.map((s) => e[s]),
        )
        expect(JSON.parse(JSON.stringify(report))).toEqual(report)
        const mei = meiOf(piece, {
          parts: SEATS.map((s) => e[s]).map((m) => partOfSeat(piece, m, false)),
          rows: ROWS,
          positions: true,
          labels: true,
        })
        expect(XMLValidator.validate(mei)).toBe(true)
      }),
      { numRuns: casesOf(150) },
    )
  })
  it('is taken by the engraver', () => {
    fc.assert(
      fc.property(pieces, (piece) => {
        fc.pre(placeEvents(piece, piece.lines[0]).length > 0)
        const e = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS)
        toolkit.setOptions({ breaks: 'none' })
        expect(
          toolkit.loadData(meiOf(piece, { parts: [partOfSeat(piece, e.violin, false)], rows: ['finger'], positions: true, labels: false })),
        ).toBeTruthy()
      }),
      { numRuns: casesOf(25) },
    )
  })
})

describe('what the score shows', () => {
  const mei = (text: string, fifths = 2, klass = DEFAULT_CLASS) => {
    const piece = pieceFrom(text, { fifths, mode: 'major' })
    const e = ensembleMapper()(piece, emptyPlan(), klass)
    return meiOf(piece, { parts: [partOfSeat(piece, e.violin, false)], rows: ['finger'], positions: true, labels: false })
  }
  it('signs only where the bar needs them (common practice of notation)', () => {
    const signs = [...mei('F#4 F4 F4 F#4 F#4:w').matchAll(/pname="f" oct="4"( accid="\w")?/g)].map((m) => m[1] ?? '')
    expect(signs).toEqual(['', ' accid="n"', '', ' accid="s"', ''])
  })
  it('a tie over the barline shows no second sign', () => {
    const signs = [...mei('D4:h. F4~ F4 F#4 D4:h').matchAll(/pname="f" oct="4"( accid="\w")?/g)].map((m) => m[1] ?? '')
    expect(signs).toEqual([' accid="n"', '', ''])
    expect(mei('D4:h. F4~ F4 F#4 D4:h')).toContain('<tie startid="#violin--e1" endid="#violin--e2"/>')
  })
  it('slurs, key signatures and the final barline', () => {
    const text = mei('(D4 E4 F#4) G4', -3)
    expect(text).toContain('key.sig="3f"')
    expect(text).toContain('<slur startid="#violin--e0" endid="#violin--e2"/>')
    expect(text).toContain('right="end"')
  })
  it('repeats, endings and pickups stand as written', () => {
    const piece = pieceFrom('A4:w B4:w A4:w D5:w')
    const [a, b, c, d] = piece.lines[0].measures
    const line = {
      ...piece.lines[0],
      measures: [{ ...a, repeatStart: true }, b, { ...c, ending: [1], repeatEnd: 2 }, { ...d, ending: [2] }],
    }
    const e = ensembleMapper()({ ...piece, lines: [line] }, emptyPlan(), DEFAULT_CLASS)
    const text = meiOf(
      { ...piece, lines: [line] },
      { parts: [partOfSeat(piece, e.cello, false)], rows: [], positions: false, labels: false },
    )
    expect(text).toContain('left="rptstart"')
    expect(text).toMatch(/<ending n="1" label="1\.">\s*<measure[^>]*right="rptend"/)
    expect(text).toContain('<ending n="2" label="2.">')
    expect(text).toContain('clef.shape="F" clef.line="4"')
  })
  it('a shift is bracketed with its position, and first position said when the hand is back', () => {
    const text = mei('E5 F#5 A5 B5 C6 D6 z B4 A4 B4', 0, classAt('third-position'))
    expect(text).toMatch(/<dir startid="#violin--e2"[^>]*>.*III/)
    expect(text).toContain('<bracketSpan startid="#violin--e2" endid="#violin--e5"')
    expect(text).toMatch(/<dir startid="#violin--e[67]"[^>]*><rend[^>]*>I<\/rend>/)
  })
  it('what stands in place of other notes is bracketed from where to where', () => {
    const piece = pieceFrom('D4 E4 F#4 G4 A4 B4 C#5 D5', { fifths: 2, mode: 'major' })
    const changes = {
      e2: { kind: 'octave', by: 1 },
      e3: { kind: 'octave', by: 1 },
      e4: { kind: 'octave', by: 1 },
      e6: { kind: 'rest' },
    } as const
    const e = ensembleMapper()(piece, withSubstitute(emptyPlan(), 'violin', changes), DEFAULT_CLASS)
    const text = meiOf(piece, { parts: [partOfSeat(piece, e.violin, false)], rows: [], positions: false, labels: false })
    const spans = [...text.matchAll(/<bracketSpan startid="#violin--(e\d)" endid="#violin--(e\d)" func="coloration" lform="dashed"/g)]
    expect(spans.map((m) => [m[1], m[2]])).toEqual([['e2', 'e4']])
    expect(text.match(/ossia/g)).toHaveLength(2)
  })
})
