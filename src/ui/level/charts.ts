import { INSTRUMENTS, SEATS, type Seat } from '@/core/hands/instruments'
import { keyName } from '@/core/music/key'
import type { Key } from '@/core/music/key'
import type { SeatLoad } from '@/core/seats/load'
import type { Scored } from '@/core/seats/search'
import type { ChartOption } from '../parts/Chart'
import { heatOption } from '../parts/heat'

/** From this many measures on a cell is too narrow for its number. */
const NUMBERED = 32

/** Load by measure and seat: darker is more, with the points in the cell; the picked measure is framed. */
export const loadChart =
  (numbers: readonly string[], loads: Readonly<Record<Seat, SeatLoad>>, picked: { index: number; seat: Seat }): ChartOption =>
  (colors) => {
    const rows = [...SEATS].reverse()
    const heat = heatOption(
      {
        columns: numbers,
        rows: rows.map((s) => INSTRUMENTS[s].name),
        cells: rows.flatMap((s, y) => loads[s].byMeasure.map((n, x) => ({ x, y, n, framed: x === picked.index && s === picked.seat }))),
        left: 48,
        numbered: numbers.length <= NUMBERED,
        fontSize: 12,
      },
      colors,
    )
    const formatter = ({ value }: { value: number[] }) =>
      `Measure ${numbers[value[0]]}, ${INSTRUMENTS[rows[value[1]]].name.toLowerCase()}: ${Math.round(value[2])} points`
    return { ...heat, tooltip: { formatter } }
  }

/** Which cell was picked. */
export const cellOf = (data: unknown): { index: number; seat: Seat } | null => {
  const value = (data as { value?: number[] } | null)?.value
  return value ? { index: value[0], seat: [...SEATS].reverse()[value[1]] } : null
}

/** Keys compared: total load to the right, evenness upwards; the best lie at the top left. The present one is a diamond. */
export const keysChart =
  (found: readonly Scored[], mode: Key['mode'], now: { fifths: number; total: number; evenness: number }): ChartOption =>
  ({ ink, soft, spruce, madder, rosin, rule }) => ({
    grid: { left: 44, right: 16, top: 12, bottom: 38 },
    tooltip: {
      formatter: ({ name, value }: { name: string; value: number[] }) =>
        `${name}: ${Math.round(value[0])} points, ${Math.round(value[1])} % even`,
    },
    xAxis: {
      type: 'value',
      scale: true,
      name: 'points in all',
      nameLocation: 'middle',
      nameGap: 24,
      nameTextStyle: { color: soft },
      axisLabel: { color: soft },
      splitLine: { lineStyle: { color: rule } },
    },
    yAxis: {
      type: 'value',
      scale: true,
      name: '% even',
      nameTextStyle: { color: soft },
      axisLabel: { color: soft },
      splitLine: { lineStyle: { color: rule } },
    },
    series: [
      {
        type: 'scatter',
        symbolSize: 11,
        data: found.map((f) => ({
          name: keyName({ fifths: f.setting.fifths, mode }),
          value: [f.total, 100 * f.evenness],
          symbol: f.out > 0 ? 'triangle' : 'circle',
          itemStyle: { color: f.out > 0 ? madder : spruce },
        })),
        label: { show: true, position: 'right', color: ink, fontSize: 12, formatter: ({ name }: { name: string }) => name.split(' ')[0] },
        labelLayout: { hideOverlap: true },
      },
      {
        type: 'scatter',
        symbol: 'diamond',
        symbolSize: 16,
        data: [{ name: `now, ${keyName({ fifths: now.fifths, mode })}`, value: [now.total, 100 * now.evenness] }],
        itemStyle: { color: 'transparent', borderColor: rosin, borderWidth: 2.5 },
      },
    ],
  })
