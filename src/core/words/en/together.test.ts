import { describe, expect, it } from 'vitest'
import { DEFAULT_CLASS } from '../../plan/class'
import { ensembleMapper } from '../../balance/ensemble'
import { emptyPlan } from '../../plan/plan'
import { pieceFrom } from '../../testing/piece'
import { saidSpots } from '../../testing/said'
import type { SaidSpot } from './spots/said'
import { saySeats, seatsOf } from '../../seats/seat'
import { together } from './together'
import { SEATS, type TestSeat } from '../../testing/seats'

const of = (...seats: TestSeat[]) => seats
const say = (ids: readonly string[]) => saySeats(seatsOf(DEFAULT_CLASS), ids)
const spot = (seat: TestSeat, more: Partial<SaidSpot> = {}) =>
  ({ seat, id: `shift ${seat}`, kind: 'shift', onset: 0, text: 'Shift.', advice: 'Slowly.', hard: 0.5, before: 0, ...more }) as SaidSpot

describe('what seats are told together', () => {
  it('is what trips them at one time for one reason in the same words', () => {
    const all = [
      spot('violin'),
      spot('viola', { hard: 0.7 }),
      spot('cello', { text: 'Shift far.' }),
      spot('bass', { kind: 'slide' }),
      spot('bass', { onset: 5 }),
      spot('cello', { advice: 'Fast.' }),
    ]
    expect(together(all).map((g) => [say(g.spots.map((x) => x.seat)), g.hard])).toEqual([
      ['Violin and viola', 0.7],
      ['Cello', 0.5],
      ['Bass', 0.5],
      ['Bass', 0.5],
      ['Cello', 0.5],
    ])
    expect(together([])).toEqual([])
  })

  it('is an old friend only when it is one for all of them', () => {
    expect(together([spot('violin', { before: 1 }), spot('viola')])[0].again).toBe(false)
    expect(together([spot('violin', { before: 1 }), spot('viola', { before: 2 })])[0].again).toBe(true)
  })

  it('names the seats as one says them', () => {
    expect(say(of('bass'))).toBe('Bass')
    expect(say(of('cello', 'violin'))).toBe('Violin and cello')
    expect(say(of('violin', 'viola', 'bass'))).toBe('Violin, viola and bass')
    expect(say(of('bass', 'cello', 'viola', 'violin'))).toBe('All seats')
  })

  it('loses nothing, and says the signature’s sharps once to a class in octaves', () => {
    const piece = pieceFrom('F#4 G4 F#4 E4 C#5:h B4:h', { fifths: 2, mode: 'major' })
    const maps = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS)
    const all = SEATS.flatMap((s) => saidSpots(piece, maps[s])).sort((a, b) => a.onset - b.onset)
    const groups = together(all)
    expect(
      groups
        .flatMap((g) => g.spots)
        .map((s) => s.id)
        .sort(),
    ).toEqual(all.map((s) => s.id).sort())
    const first = groups.filter((g) => g.spots[0].kind === 'by-key')[0]
    expect(say(first.spots.map((x) => x.seat))).toBe('All seats')
    expect(groups.length).toBeLessThan(all.length)
  })
})
