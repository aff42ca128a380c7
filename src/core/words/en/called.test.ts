import { describe, expect, it } from 'vitest'
import { demoPieces } from '@/formats/testing/demo'
import { ensembleMapper } from '../../balance/ensemble'
import { drillsOf } from '../../drills/all'
import { practised } from '../../drills/practised'
import { classAt, type ClassSettings } from '../../plan/class'
import { emptyPlan } from '../../plan/plan'
import { readingOf } from '../../reading/reading'
import { spotsOf } from '../../reading/spots'
import { seatsOf } from '../../seats/seat'
import { saidDigest, saidSpots } from '../../testing/said'
import { asCalled } from './called'

describe('a text as a class says it', () => {
  it('has the class’s word for a measure, and its names of lengths', () => {
    const uk = { measure: 'bar', lengths: 'crotchets' } as const
    expect(asCalled(uk, 'Measures 5–8: a dotted quarter, then an eighth. The eighth comes late.')).toBe(
      'Bars 5–8: a dotted crotchet, then a quaver. The quaver comes late.',
    )
    expect(asCalled(uk, 'Measure 3: half notes, 4 quarters, sixteenth notes')).toBe('Bar 3: minims, 4 crotchets, semiquavers')
    expect(asCalled({ measure: 'bar' }, 'one measure of eighths')).toBe('one bar of eighths')
    expect(asCalled({ lengths: 'quarters' }, 'one measure of eighths')).toBe('one measure of eighths')
  })

  it('keeps a half step, a half position and a quarter of a beat', () => {
    const text = 'Half position, a half step, the first half, stop a quarter of a beat'
    expect(asCalled({ measure: 'bar', lengths: 'crotchets' }, text)).toBe(text)
  })
})

describe('a class that says bar and crotchet', () => {
  const at = classAt('first-finger')
  const klass: ClassSettings = { ...at, talk: { ...at.talk, measure: 'bar', lengths: 'crotchets' } }
  const other =
    /\bmeasures?\b|\b(quarter|half|whole|sixteenth|eighth) notes?\b|\bquarters\b|\beighths\b|\bsixteenths\b|dotted (quarter|half|eighth)/i

  it('reads no other word in what is found, in what is said first, and in its drills: every piece of the demonstration', () => {
    let bars = 0
    for (const piece of demoPieces()) {
      const ensemble = ensembleMapper()(piece, emptyPlan(), klass)
      const maps = seatsOf(klass).map((s) => ensemble[s.id])
      const readers = maps.map((m) => ({ reading: readingOf(piece, m), all: spotsOf(piece, m), shown: spotsOf(piece, m) }))
      const drills = drillsOf(practised(piece, seatsOf(klass), ensemble, null, { ...emptyPlan(), talk: klass.talk }))
      const texts = [
        ...maps.flatMap((m) => saidSpots(piece, m, klass.talk).flatMap((s) => [s.text, s.advice])),
        ...saidDigest(readers, klass.talk).flatMap((t) => [t.text, t.advice]),
        ...drills.flatMap((d) => [d.title, d.purpose]),
      ]
      for (const text of texts) {
        expect(other.exec(text)?.[0], text).toBeUndefined()
        if (/\bbars?\b/i.test(text)) bars++
      }
    }
    expect(bars).toBeGreaterThan(200)
  })
})
