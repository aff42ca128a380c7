import { describe, expect, it } from 'vitest'
import type { ChartColors } from '@/ui/kit/Chart'
import { chartCell, keysChart, loadChart, nameSides } from './charts'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { seatsOf } from '@/core/seats/seat'
import type { SeatLoad } from '@/core/balance/load'
import type { Scored } from '@/core/balance/search'

const colors = Object.fromEntries(
  ['ink', 'soft', 'rule', 'sheet', 'paper', 'spruce', 'ochre', 'pick', 'madder'].map((n) => [n, `#${n}`]),
) as ChartColors
const load = (...byMeasure: number[]): SeatLoad => ({ byMeasure, total: byMeasure.reduce((a, b) => a + b, 0), items: [] })
const key = (fifths: number, total: number, evenness: number, out = 0) => ({ setting: { fifths }, total, evenness, out }) as Scored

describe('the drawing of keys', () => {
  it('writes a name on the side where no other dot is', () => {
    const dots = [
      { total: 100, evenness: 0.5 },
      { total: 105, evenness: 0.505 },
      { total: 300, evenness: 0.9 },
      { total: 105, evenness: 0.7 },
    ]
    expect(nameSides(dots)).toEqual(['left', 'right', 'right', 'right'])
    expect(nameSides([])).toEqual([])
    expect(nameSides([dots[0]])).toEqual(['right'])
    expect(nameSides([dots[0], { ...dots[0] }])).toEqual(['right', 'right'])
  })

  it('puts load to the right and evenness upwards, marks what is out of reach by its shape, and the class as it stands', () => {
    const option = keysChart([key(1, 457, 0.42), key(-6, 900, 0.6, 3)], 'major', { fifths: 1, total: 457, evenness: 0.42 })(colors)
    const [found, now] = (option as { series: { data: { name: string; value: number[]; symbol?: string }[] }[] }).series
    expect(found.data.map((d) => [d.name, ...d.value, d.symbol])).toEqual([
      ['G major', 457, 42, 'circle'],
      ['G♭ major', 900, 60, 'triangle'],
    ])
    expect(now.data[0]).toMatchObject({ name: 'now, G major', value: [457, 42] })
  })
})

const seats = seatsOf(DEFAULT_CLASS)

describe('the drawing of loads', () => {
  const loads = { violin: load(1, 2), viola: load(3, 4), cello: load(5, 6), bass: load(7, 8.4) }
  const option = loadChart(
    ['0', '1'].map((short) => ({ short, name: `Measure ${short}` })),
    seats,
    loads,
    { violin: 3, viola: 7, cello: 11, bass: 15.4 },
    { index: 1, seat: 'bass' },
  )(colors) as {
    yAxis: { data: string[] }
    tooltip: { formatter: (at: { value: number[] }) => string }
    series: { data: { value: number[]; itemStyle?: { borderColor?: string } }[] }[]
  }

  it('has a cell for each measure and seat, violin on top, and says which', () => {
    const { data } = option.series[0]
    expect(data).toHaveLength(8)
    // Rows count from below: the bass is row 0.
    const at = (x: number, y: number) => data.find((d) => d.value[0] === x && d.value[1] === y)?.value[2]
    expect([at(0, 3), at(1, 3), at(0, 0), at(1, 0)].map((n) => Math.round(n ?? -1))).toEqual([1, 2, 7, 8])
    expect(option.tooltip.formatter({ value: [1, 0, 8.4] })).toBe('Measure 1, bass: 8 points')
    expect(option.tooltip.formatter({ value: [0, 3, 1] })).toBe('Measure 0, violin: 1 point')
  })

  it('has each seat’s sum at its name', () => {
    expect([...option.yAxis.data].reverse()).toEqual(['Violin  3', 'Viola  7', 'Cello  11', 'Bass  15'])
  })

  it('knows which cell was picked', () => {
    expect(chartCell(seats, { value: [1, 0, 8] })).toEqual({ index: 1, seat: 'bass' })
    expect(chartCell(seats, { value: [0, 2, 3] })).toEqual({ index: 0, seat: 'viola' })
    expect(chartCell(seats, null)).toBeNull()
    expect(chartCell(seats, {})).toBeNull()
  })
})
