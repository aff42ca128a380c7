import { describe, expect, it } from 'vitest'
import { emptyPlan } from '../plan/plan'
import { readPlan } from '../plan/plan.schema'
import { DEFAULT_CLASS } from '../plan/class'
import { ensembleMapper } from '../balance/ensemble'
import { timelineOf } from '../balance/timeline'
import { soundingOf } from '../sounding/sounding'
import { takeOf } from '../sounding/take'
import { pieceFrom } from '../testing/piece'
import { withRow, type RunRow } from '../plan/run'
import { runRowSchema } from '../plan/run.schema'
import {
  playingSeconds,
  recordedAs,
  runOf,
  sayClock,
  sayComing,
  sayLeft,
  sayNext,
  sayRow,
  sayTime,
  sayWhoPlays,
  secondsOf,
  turnsOf,
  warmupRows,
  runWithWarmup,
  countBefore,
  silenceAfter,
} from './runSheet'

const ALL = ['violin', 'viola', 'cello']
const said = (row: Parameters<typeof turnsOf>[0]) => turnsOf(row, ALL).map((t) => t.seats.join('+'))
const C = { fifths: 0, mode: 'major' } as const
// Four measures of two seconds each.
const music = { ...pieceFrom('D4 E4 F4 G4 A4 G4 F4 E4', C, { beats: 2, unit: 4 }), tempo: 60 }
const passage: RunRow & { kind: 'passage' } = {
  kind: 'passage',
  id: 'a',
  from: 1,
  to: 2,
  mode: 'bow',
  rate: 1,
  times: 2,
  who: 'all',
  seats: [],
  rest: 10,
}
const BREATH = { breath: 2, parts: false }

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

  it('takes the time of every turn with its count, and its rest', () => {
    // Two measures of two seconds; counted a bar before the first turn, two beats before the second.
    expect(playingSeconds(music, passage, 2, BREATH)).toBeCloseTo(2 + 4 + 2 + 4, 6)
    expect(playingSeconds(music, passage, 2, { breath: 0, parts: false })).toBeCloseTo(2 + 4 + 4, 6)
    expect(playingSeconds(music, { ...passage, rate: 0.5 }, 1, BREATH)).toBeCloseTo(12, 6)
    expect(playingSeconds(music, passage, 0, BREATH)).toBe(0)
    expect(secondsOf(passage, music, ALL, BREATH)).toBeCloseTo(22, 6)
    expect(secondsOf({ ...passage, who: 'in turn' }, music, ALL, BREATH)).toBeCloseTo(2 + 4 + 5 * 6 + 10, 6)
    expect(secondsOf({ kind: 'step', id: 'b', words: 'Tune.', seconds: 60, rest: 5 }, null, ALL, BREATH)).toBe(65)
    // Measures that the piece has no more: what is left of the passage.
    expect(playingSeconds(music, { ...passage, from: 3, to: 40 }, 1, BREATH)).toBeCloseTo(4, 6)
  })

  it('counts a whole bar before the first turn, two beats before each other, none where there is no breath', () => {
    expect([countBefore(0, 2), countBefore(1, 2), countBefore(0, 0), countBefore(1, 0)]).toEqual(['whole', 'last two', 'whole', 'none'])
    expect([silenceAfter(4), silenceAfter(2), silenceAfter(0)]).toEqual([2, 0, 0])
  })

  it('takes as long as what is played: take after take, with the sound', () => {
    const ensemble = ensembleMapper()(music, emptyPlan(), DEFAULT_CLASS)
    const sounding = soundingOf(music, ensemble)
    const turns = turnsOf({ ...passage, who: 'joining' }, ALL)
    const played = turns.reduce(
      (sum, { seats }, i) =>
        sum +
        takeOf(music, sounding, timelineOf(music, ensemble), {
          stretch: passage,
          rate: 1,
          countIn: countBefore(i, 4),
          introduction: 0,
          breath: silenceAfter(4),
          parts: true,
          seats,
        }).lasts,
      0,
    )
    expect(playingSeconds(music, passage, turns.length, { breath: 4, parts: true })).toBeCloseTo(played, 6)
  })

  it('says what comes next and how the time stands', () => {
    const names = new Map([
      ['violin', 'Violin'],
      ['viola', 'Viola'],
      ['cello', 'Cello'],
    ])
    expect(sayNext({ seats: ['viola'] }, names, 'measure 5')).toBe('Next: viola, measure 5')
    expect(sayNext({ seats: ALL }, names, 'measure 5')).toBe('Next: everyone, measure 5')
    expect(sayWhoPlays(['viola', 'cello'], names)).toBe('viola and cello')
    expect(sayTime(17 * 60 + 1, 20)).toBe('18 of 20 minutes')
    expect(sayTime(25 * 60, 24)).toBe('25 minutes, 1 minute too long')
    expect([sayLeft(61), sayLeft(60), sayLeft(0), sayLeft(-90)]).toEqual(['2 minutes left', '1 minute left', 'Time is up', 'Time is up'])
    const [line] = music.lines
    expect(sayRow(passage, line)).toBe('measures 2 and 3')
    expect(sayRow({ ...passage, from: 2, to: 2 }, line)).toBe('measure 3')
    expect(sayRow({ ...passage, from: 0, to: 99 }, line)).toBe('the whole piece')
    expect(sayComing({ ...passage, who: 'in turn' }, line, ALL, names)).toBe('Next: violin, measures 2 and 3')
    const drill = (title: string) => sayComing({ ...passage, kind: 'drill', drill: 'x', title }, line, ALL, names)
    expect(drill('The D string, steps')).toBe('Next: everyone, the D string, steps')
    expect(drill('B to C, to III')).toBe('Next: everyone, B to C, to III')
    expect(sayComing({ kind: 'step', id: 's', words: 'Tune', seconds: 30, rest: 0 }, line, ALL, names)).toBe('Next: tune')
    expect([sayClock(0), sayClock(5), sayClock(61.2), sayClock(-3)]).toEqual(['0:00', '0:05', '1:02', '0:00'])
  })

  it('is made from the warm-up and from what is planned: tuned, warmed up, the passages slowly, then all of it', () => {
    const rows = runOf(
      [
        { drill: 'scale 1', title: 'Scale of D', times: 2 },
        { words: 'Tap and curl.', seconds: 30 },
      ],
      [
        { chunk: '2-3', tempo: 45, times: 3 },
        { chunk: '0-3 line', tempo: 60, times: 40 },
        { chunk: 'whole', tempo: 60, times: 1 },
        { chunk: '9-12', tempo: 60, times: 3 },
      ],
      4,
      60,
    )
    expect(
      rows.map((r) => (r.kind === 'step' ? r.words : r.kind === 'drill' ? r.title : `${r.from}-${r.to} ${r.rate} ×${r.times}`)),
    ).toEqual(['Tune', 'Scale of D', 'Tap and curl.', 'Find the first note, without a sound', '2-3 0.75 ×3', '0-3 1 ×20', '0-3 1 ×1'])
    expect(new Set(rows.map((r) => r.id)).size).toBe(rows.length)
    for (const row of rows) expect(runRowSchema.parse(row)).toEqual(row)
    expect(runOf([], [], 4, 60)).toHaveLength(3)
  })

  it('takes the warm-up in before the first passage; what is in already stays where it is', () => {
    const rows = [
      { kind: 'step' as const, words: 'Tune', seconds: 60 },
      { kind: 'passage' as const, from: 0, to: 1 },
      { kind: 'drill' as const, drill: 'b', title: 'B', times: 1 },
    ].reduce<RunRow[]>((all, r) => withRow(all, r), [])
    const made = runWithWarmup(rows, [
      { words: 'Tap', seconds: 30 },
      { drill: 'a', title: 'A', times: 2, stretch: { from: 0, to: 1 } },
      { drill: 'b', title: 'B', times: 3 },
    ])
    expect(made.map((r) => (r.kind === 'step' ? r.words : r.kind === 'drill' ? r.title : 'passage'))).toEqual([
      'Tune',
      'Tap',
      'A',
      'passage',
      'B',
    ])
    expect(new Set(made.map((r) => r.id)).size).toBe(5)
    for (const row of made) expect(runRowSchema.parse(row)).toEqual(row)
    expect(runWithWarmup(made, [{ words: 'Tap', seconds: 99 }])).toEqual(made)
    // Played by itself: in its order, with time to tell the next one after what is played.
    const alone = warmupRows(
      [
        { words: 'Tap', seconds: 20 },
        { drill: 'scale', title: 'Scale', times: 3 },
      ],
      25,
    )
    expect(alone.map((r) => [r.kind, r.rest])).toEqual([
      ['step', 0],
      ['drill', 25],
    ])
  })

  it('goes into the record as what it was of the piece; a step does not', () => {
    expect(recordedAs(passage, 4)).toEqual({ what: 'chunk', target: '1-2' })
    expect(recordedAs({ ...passage, from: 0, to: 3 }, 4)).toEqual({ what: 'chunk', target: 'whole' })
    expect(recordedAs({ ...passage, chunk: '1-2 join' }, 4)).toEqual({ what: 'chunk', target: '1-2 join' })
    // The piece has become shorter: it was no more that chunk.
    expect(recordedAs({ ...passage, chunk: '1-2 join' }, 2)).toEqual({ what: 'chunk', target: '1-1' })
    expect(recordedAs({ ...passage, kind: 'drill', drill: 'scale 1', title: 'Scale' }, 4)).toEqual({ what: 'drill', target: 'scale 1' })
    expect(recordedAs({ kind: 'step', id: 's', words: 'Tune', seconds: 30, rest: 0 }, 4)).toBeNull()
  })

  it('is kept with the plan as it is, and a row that is none is left out with the run', () => {
    const rows = withRow(withRow([], { kind: 'passage', from: 0, to: 1 }), { kind: 'step', words: 'Tune', seconds: 60 }, 'r1')
    expect(rows.map((r) => r.id)).toEqual(['r1', 'r2'])
    const plan = { ...emptyPlan(), run: { minutes: 40, rows } }
    expect(readPlan(JSON.parse(JSON.stringify(plan)))).toEqual(plan)
    const { run: _, ...before } = plan
    expect(readPlan(before).run).toEqual({ minutes: 30, rows: [] })
    expect(runRowSchema.safeParse({ ...passage, rate: 9 }).success).toBe(false)
    expect(runRowSchema.safeParse({ ...passage, kind: 'dance' }).success).toBe(false)
  })
})
