import { describe, expect, it } from 'vitest'
import { someOf } from '@/core/testing/depth'
import { drillsOf } from '@/core/drills/all'
import { DRILL_KINDS } from '@/core/drills/drill'
import { drill, fingersIn } from '@/core/testing/drills'
import { partsOfPiece } from '@/core/part/part'
import type { Piece } from '@/core/piece/piece'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { emptyPlan } from '@/core/plan/plan'
import { demoFiles } from '../../demo'
import { drillReports, practisedPiece, warmupReports } from './drillReport'
import { readMusicXml } from './musicxml/read'
import { writeMusicXml } from './musicxml/write'
import { readFile } from './read'

const demo = demoFiles().flatMap(({ name, bytes }) => readFile(name, bytes).flatMap(({ reading }) => (reading.ok ? [reading.piece] : [])))
const practise = (piece: Piece) => practisedPiece(piece, emptyPlan(), DEFAULT_CLASS)

describe('the drills of the demonstration', () => {
  it('has drills of every kind', () => {
    const kinds = new Set(demo.flatMap((piece) => drillsOf(practise(piece)).map((d) => d.kind)))
    expect(DRILL_KINDS.filter((k) => !kinds.has(k))).toEqual([])
  })

  it('comes back from MusicXML as it was written, one of each variant of each piece', () => {
    for (const piece of someOf(demo)) {
      const seen = new Set<string>()
      for (const d of drillsOf(practise(piece))) {
        if (seen.has(`${d.kind} ${d.variant}`)) continue
        seen.add(`${d.kind} ${d.variant}`)
        const back = readMusicXml(writeMusicXml(d.piece, partsOfPiece(d.piece)))
        expect(back.ok && back.misfits, d.id).toEqual([])
        const sounds = (p: Piece) =>
          p.lines.map((l) =>
            l.measures.map((m) =>
              m.events.map((e) =>
                e.kind === 'note' ? [e.value, e.heads.map((h) => [h.pitch, h.tie ?? false])] : ['rest', e.wholeMeasure ?? e.value],
              ),
            ),
          )
        expect(sounds((back as { piece: Piece }).piece), d.id).toEqual(sounds(d.piece))
      }
    }
  })

  // Checked by hand against the handbook's hands: what a teacher would write under the notes of each seat (common practice).
  const ferry = demo.find((p) => p.title.includes('Ferry'))!
  it.each([
    [
      'scale',
      'half notes',
      '',
      [
        '3 0 1 low 2 3 0 3 low 2 1 0 3 2 1 0 1 2 3',
        '3 0 1 low 2 3 4 3 low 2 1 0 3 2 1 0 1 2 3',
        '4 0 1 2 4 1 4 2 1 0 4 3 1 0 1 3 4',
        '0 1 4 III 1 4 I 1 III 4 1 I 4 1 0 4 1 0 1 4 0',
      ],
    ],
    ['one string', 'broken thirds', 'The D string', ['0 2 1 3 3 1 2 0', '0 2 1 3 3 1 2 0', '0 3 1 4 4 1 3 0', '0 4 1 0 0 1 4 0']],
    [
      'one string',
      'growing runs',
      'The D string',
      ['0 1 0 0 1 2 1 0 0 1 2 3 2 1 0', '0 1 0 0 1 2 1 0 0 1 2 3 2 1 0', '0 1 0 0 1 3 1 0 0 1 3 4 3 1 0', '0 1 0 0 1 4 1 0 0 1 4 0 4 1 0'],
    ],
    [
      'slide',
      'alternating',
      '',
      ['2 low 2 2 low 2 low 2 2 low 2 2', '2 low 2 2 low 2 low 2 2 low 2 2', '3 2 3 2 2 3 2 3', '4 2 4 2 2 4 2 4'],
    ],
    ['slide', 'same start', '', ['0 1 2 1 0 1 low 2 1', '0 1 2 1 0 1 low 2 1', '0 1 3 1 0 1 2 1', '0 1 4 1 0 1 2 1']],
    ['touch', 'slow', 'E and F', ['1 low 2 1 low 2', '1 low 2 1 low 2', '1 2 1 2', '1 2 1 2']],
    ['open and high', 'by turns', 'Stopped D', ['0 3 0 3 0 3', '0 3 0 3 0 3', '0 4 0 4 0 4', '0 III 4 0 4 0 4']],
    ['reach', 'upwards', 'C to D', ['low 2 3 low 2 3', 'low 2 3 low 2 3', '2 4 2 4', 'III 1 4 1 4']],
    ['cross', 'transfer', 'B to G', ['1 3 1 3 1 3 1 3', '1 3 1 3 1 3 1 3', '1 4 1 4 1 4 1 4', null]],
    ['set', 'shrinking rest', 'B to G', ['1 3 1 3 1 3 1 3', '1 3 1 3 1 3 1 3', '1 4 1 4 1 4 1 4', '4 0 4 0 4 0 4 0']],
    ['skip', 'as in the piece', 'B to G', ['1 3 1 3 1 3', '1 3 1 3 1 3', '1 4 1 4 1 4', '4 0 4 0 4 0']],
    ['alternate', 'bow alone', 'G to A', ['0 0 0 0 3 0 3 0', '0 0 0 0 3 0 3 0', '0 0 0 0 4 0 4 0', '0 0 0 0 0 1 0 1']],
    ['bow only', 'as written', 'Line 1, measures 3 and 4', ['0 0 0 0 0 0', '0 0 0 0 0 0', '0 0 0 0 0 0', '0 0 0 0 0 0']],
    ['ladder', 'find the place', 'D to E', ['3 0 3 0', '3 4 3 4', '4 IV 1 I 4 IV 1', 'III 4 IV 1 III 4 IV 1']],
    [
      'ladder',
      'plucked',
      'D to E',
      ['1 0 0 1 3 0 0 3', '1 4 4 1 3 4 4 3', '1 IV 1 1 I 1 4 IV 1 1 I 4', 'III 1 IV 1 1 III 1 4 IV 4 4 III 4'],
    ],
    ['echo', 'measure', 'Line 1, measure 3', ['3 0 3 1 3', '3 4 3 1 3', '4 IV 1 I 4 1 4', 'III 4 IV 4 1 I 4 0']],
    ['passage', 'slow', 'Line 1, measures 3 and 4', ['3 0 3 1 3 0', '3 4 3 1 3 0', '4 IV 1 I 4 1 4 0', 'III 4 IV 4 1 I 4 0 1']],
  ] as const)('%s, %s %s: what each hand does', (kind, variant, words, expected) => {
    const d = drill(practise(ferry), kind, variant, words)
    const seats = ['violin', 'viola', 'cello', 'bass']
    expect(seats.map((s, i) => (expected[i] === null ? null : fingersIn(d, s)))).toEqual(expected)
  })

  it('is told in plain values, with every seat and as many measures for each', () => {
    const c = practise(ferry)
    const [first] = drillReports('ferry', c, DEFAULT_CLASS, ['slide'])
    expect(first).toMatchObject({ kind: 'slide', variant: 'shrinking rests', title: 'F♯ and F, shorter rests', times: 3 })
    expect(first.seats.map((s) => [s.seat, s.companion, s.measures])).toEqual(['violin', 'viola', 'cello', 'bass'].map((s) => [s, null, 4]))
    expect(first.seats[0].notes[0]).toMatchObject({ string: 'D', finger: 2, place: 'normal', pitch: 'F#4', measure: 1, beat: 1 })
    const lines = warmupReports('ferry', c, DEFAULT_CLASS, 8)
    const last = lines.at(-1)!
    expect(last).toMatchObject({ covers: expect.any(Array), leaves: expect.any(Array) })
    const drills = lines.slice(0, -1) as { minutes: number }[]
    expect('minutes' in last && last.minutes).toBeCloseTo(
      drills.reduce((sum, d) => sum + d.minutes, 0),
      5,
    )
    expect('minutes' in last && last.minutes).toBeLessThanOrEqual(8)
  })
})
