import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bottomOf, USUAL_LADDER } from '../sounding/ladder'
import type { Take } from '../sounding/take'
import { nextTime, nowAt, nowOf, onwardFrom, type TimeProgram } from './program'

const BY_HAND: TimeProgram = {
  from: { from: 2, to: 7 },
  whole: { from: 0, to: 7 },
  countIn: 'last two',
  introduction: 1,
  turns: null,
  time: 0,
}
const MANNER = { loop: false, ladder: null, rung: bottomOf(USUAL_LADDER), breath: 0 }

/** Every time of a program, as many as there are, at most so many. */
function times(start: TimeProgram, manner: Parameters<typeof nextTime>[1], most = 50) {
  const all = []
  let [program, rung] = [start, manner.rung]
  for (let i = 0; i < most; i++) {
    const next = nextTime(program, { ...manner, rung })
    if (!next) break
    all.push(next)
    ;[program, rung] = [next.program, next.rung]
  }
  return all
}

describe('what is played, time after time', () => {
  it('by hand is played once, from where one was, with its count and introduction', () => {
    const [one, ...others] = times(BY_HAND, MANNER)
    expect(one.ask).toEqual({ stretch: { from: 2, to: 7 }, countIn: 'last two', introduction: 1, seats: null })
    expect(others).toEqual([])
  })

  it('goes round from its beginning, straight on where there is no breath', () => {
    const all = times(BY_HAND, { ...MANNER, loop: true }, 3)
    expect(all.map((x) => [x.ask.stretch?.from, x.ask.introduction])).toEqual([
      [2, 1],
      [0, 0],
      [0, 0],
    ])
  })

  it('climbs its ladder from the second time on, and never beyond the top', () => {
    const rates = times(BY_HAND, { ...MANNER, loop: true, ladder: USUAL_LADDER }).map((x) => x.rung.rate)
    expect(rates.slice(0, 4)).toEqual([0.6, 0.6, 0.65, 0.65])
    expect(Math.max(...rates)).toBe(1)
    expect([...rates].sort()).toEqual(rates)
  })

  it('a run is over after its last turn, whether it loops or not, each turn once and in order', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(['violin'], ['cello', 'bass'], null), { minLength: 1, maxLength: 6 }),
        fc.boolean(),
        (seats, loop) => {
          const turns = seats.map((s) => ({ seats: s }) as NonNullable<TimeProgram['turns']>[number])
          const all = times({ ...BY_HAND, turns }, { ...MANNER, loop })
          expect(all.map((x) => x.ask.seats)).toEqual(seats)
        },
      ),
    )
  })
})

describe('what is heard now', () => {
  const take = {
    way: [
      { index: 0, pass: 1 },
      { index: 1, pass: 1 },
      { index: 0, pass: 2 },
      { index: 2, pass: 1 },
    ],
    rate: 0.8,
    seats: null,
  } as never as Take
  it('is the measure with what comes after it, also where it comes twice', () => {
    const now = nowOf(take, 3)
    expect(now).toMatchObject({ index: null, next: 0, time: 3, rate: 0.8 })
    expect(nowAt(now, take, { index: 0, pass: 1 })).toMatchObject({ index: 0, next: 1 })
    expect(nowAt(now, take, { index: 0, pass: 2 })).toMatchObject({ index: 0, pass: 2, next: 2 })
    expect(nowAt(now, take, { index: 2, pass: 1 }).next).toBeNull()
  })

  it('goes on a measure later or earlier, inside of what is played', () => {
    expect(onwardFrom({ index: 3 }, { from: 2, to: 5 }, 8, 1)).toEqual({ from: 4, to: 5 })
    expect(onwardFrom({ index: 5 }, { from: 2, to: 5 }, 8, 1)).toEqual({ from: 5, to: 5 })
    expect(onwardFrom({ index: 2 }, { from: 2, to: 5 }, 8, -1)).toEqual({ from: 2, to: 5 })
    expect(onwardFrom(null, null, 8, 1)).toEqual({ from: 1, to: 7 })
  })
})
