import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { PlayedRow, RunRow } from '../plan/run'
import { lessonStep, NO_LESSON, type LessonEffect, type LessonEvent, type LessonRun } from './lessonRun'

const passage = (id: string, rest = 0): PlayedRow => ({
  kind: 'passage',
  id,
  from: 0,
  to: 1,
  mode: 'bow',
  rate: 1,
  times: 1,
  who: 'all',
  seats: [],
  rest,
})
const step = (id: string, seconds = 10, rest = 0): RunRow => ({ kind: 'step', id, words: `Do ${id}.`, seconds, rest })

/** A lesson with somebody who plays what is to be played and looks at the clock. */
class Room {
  run: LessonRun = NO_LESSON
  now = 0
  /** What sounds or is waited for: let go, it is heard of no more. */
  pending: Extract<LessonEffect, { kind: 'play' | 'wait' }> | null = null
  readonly records: Extract<LessonEffect, { kind: 'record' }>[] = []

  constructor(public rows: readonly RunRow[]) {}

  does(event: LessonEvent): readonly LessonEffect[] {
    const { run, effects } = lessonStep(this.run, event, this.rows, { now: this.now, day: this.now })
    this.run = run
    for (const e of effects) {
      if (e.kind === 'let go') this.pending = null
      if (e.kind === 'play' || e.kind === 'wait') this.pending = e
      if (e.kind === 'record') this.records.push(e)
    }
    return effects
  }
  /** What is waited for comes: the music ends, or the time is up. */
  comes(): void {
    const e = this.pending
    if (!e) return
    this.pending = null
    this.now += e.kind === 'wait' ? e.seconds * 1000 : 30_000
    this.does(e.kind === 'play' ? { kind: 'ended', turn: e.turn, whole: true } : { kind: 'time', turn: e.turn })
  }
}

const rowArb = fc.record({ played: fc.boolean(), rest: fc.constantFrom(0, 5), seconds: fc.constantFrom(5, 30) })
const rowsArb = fc
  .array(rowArb, { minLength: 1, maxLength: 6 })
  .map((rows) => rows.map((r, i): RunRow => (r.played ? passage(`p${i}`, r.rest) : step(`s${i}`, r.seconds, r.rest))))

type Deed =
  | { readonly do: 'event'; readonly event: LessonEvent }
  | { readonly do: 'comes' }
  | { readonly do: 'stopped' | 'broken' | 'late' }
  | { readonly do: 'taken out'; readonly at: number }
const deedArb: fc.Arbitrary<Deed> = fc.oneof(
  { weight: 6, arbitrary: fc.constant<Deed>({ do: 'comes' }) },
  {
    weight: 6,
    arbitrary: fc
      .oneof(
        fc.constantFrom<LessonEvent>({ kind: 'go' }, { kind: 'again' }, { kind: 'skip' }, { kind: 'back' }, { kind: 'stop' }),
        fc.boolean().map((good): LessonEvent => ({ kind: 'tap', good })),
        fc.boolean().map((on): LessonEvent => ({ kind: 'by hand', on })),
        fc.nat(7).map((at): LessonEvent => ({ kind: 'begin', at })),
      )
      .map((event): Deed => ({ do: 'event', event })),
  },
  { weight: 2, arbitrary: fc.constantFrom<Deed>({ do: 'stopped' }, { do: 'broken' }, { do: 'late' }) },
  { weight: 1, arbitrary: fc.nat(5).map((at): Deed => ({ do: 'taken out', at })) },
)

describe('a lesson, row by row', () => {
  it('left alone does every row once, in order, and records what was played once', () => {
    fc.assert(
      fc.property(rowsArb, (rows) => {
        const room = new Room(rows)
        room.does({ kind: 'begin', at: 0 })
        for (let i = 0; i < 20 && room.pending; i++) room.comes()
        expect(room.run.phase).toBe('over')
        expect(room.run.done).toEqual(rows.map((r) => r.id))
        expect(room.records.map((r) => r.row.id)).toEqual(rows.filter((r) => r.kind !== 'step').map((r) => r.id))
        expect(room.records.every((r) => r.minutes === 0.5)).toBe(true)
      }),
    )
  })

  it('whatever is done to it: one record for each row played to its end and for each tap, none lost, none twice', () => {
    fc.assert(
      fc.property(rowsArb, fc.array(deedArb, { maxLength: 60 }), (rows, deeds) => {
        const room = new Room(rows)
        let expected = 0
        for (const d of deeds) {
          const before = room.run
          const { pending } = room
          switch (d.do) {
            case 'comes':
              expected += pending?.kind === 'play' ? 1 : 0
              room.comes()
              break
            case 'event': {
              const doing = room.rows.find((r) => r.id === before.row)
              const recordsTap = d.event.kind === 'tap' && doing !== undefined && doing.kind !== 'step'
              room.does(d.event)
              expected += recordsTap ? 1 : 0
              break
            }
            case 'stopped':
            case 'broken':
              if (pending?.kind !== 'play') break
              room.pending = null
              room.does(
                d.do === 'stopped'
                  ? { kind: 'ended', turn: pending.turn, whole: false }
                  : { kind: 'failed', turn: pending.turn, says: 'No sound.' },
              )
              expect(room.run.phase).toBe('waiting')
              break
            case 'late':
              // What is heard of something that was let go changes nothing.
              expect(room.does({ kind: 'ended', turn: before.turn - 1, whole: true })).toEqual([])
              room.does({ kind: 'time', turn: before.turn - 1 })
              expect(room.run).toBe(before)
              break
            case 'taken out':
              room.rows = room.rows.filter((_, i) => i !== d.at)
              break
          }
          expect(room.records).toHaveLength(expected)
          // What sounds is what is said to be played; what is waited for has an end that is said.
          expect(room.pending?.kind === 'play').toBe(room.run.phase === 'playing')
          expect(room.pending?.kind === 'wait').toBe(room.run.until !== null)
          expect(room.pending === null || room.pending.turn === room.run.turn).toBe(true)
          if (room.run.phase === 'waiting' || room.run.phase === 'over' || room.run.phase === 'off') expect(room.run.until).toBeNull()
        }
      }),
      { numRuns: 2000 },
    )
  })

  it('a row that is taken out while it is played is recorded all the same', () => {
    const room = new Room([passage('a'), passage('b')])
    room.does({ kind: 'go' })
    room.rows = [passage('b')]
    room.comes()
    expect(room.records.map((r) => r.row.id)).toEqual(['a'])
    expect([room.run.phase, room.run.row]).toEqual(['playing', 'b'])
  })

  it('stopped in its middle a row comes again; by hand nothing goes on by itself', () => {
    const room = new Room([passage('a', 5), step('s')])
    room.does({ kind: 'go' })
    room.does({ kind: 'go' })
    expect([room.run.phase, room.run.again, room.pending]).toEqual(['waiting', true, null])
    room.does({ kind: 'go' })
    expect([room.run.phase, room.run.row]).toEqual(['playing', 'a'])
    room.comes()
    expect(room.run.phase).toBe('rest')
    room.does({ kind: 'by hand', on: true })
    expect([room.run.phase, room.run.until, room.pending]).toEqual(['waiting', null, null])
    room.does({ kind: 'go' })
    expect([room.run.phase, room.run.row, room.pending]).toEqual(['step', 's', null])
  })
})
