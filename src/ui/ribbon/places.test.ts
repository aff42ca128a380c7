import { expect, it } from 'vitest'
import { DEFAULT_CLASS } from '@/core/seats/class'
import { seatMap } from '@/core/seats/ensemble'
import { SEAT } from '@/core/testing/seats'
import { emptyPlan } from '@/core/seats/plan'
import type { Spot } from '@/core/reading/spots/spot'
import { pieceFrom } from '@/core/testing/piece'
import { byPlace } from './places'

const piece = pieceFrom('D4 | D4 E4 F#4 G4 A4:h. z')
const map = seatMap(piece, emptyPlan(), DEFAULT_CLASS, SEAT.violin)
const QUARTER = map.moments[2].events[0].onset - map.moments[1].events[0].onset
const spot = (index: number, quarters: number, hard: number) => ({ index, onset: quarters * QUARTER, hard }) as Spot

it('a spot stands in its measure where its note begins, a pickup counting from its own first note', () => {
  expect(byPlace(piece, map, [spot(0, 0, 0.4), spot(1, 1, 0.4), spot(1, 3, 0.9), spot(2, 5, 0.5)])).toEqual([
    [{ at: 0, hard: false }],
    [
      { at: 0, hard: false },
      { at: 0.5, hard: true },
    ],
    [{ at: 0, hard: false }],
  ])
})

it('of several at one note the hardest is drawn, whichever comes first', () => {
  for (const hards of [
    [0.3, 0.8],
    [0.8, 0.3],
  ])
    expect(
      byPlace(
        piece,
        map,
        hards.map((h) => spot(1, 2, h)),
      )[1],
    ).toEqual([{ at: 0.25, hard: true }])
})

it('nothing to show is a row of empty measures', () => expect(byPlace(piece, map, [])).toEqual([[], [], []]))
