import { INSTRUMENTS, SEATS, type Seat } from '@/core/hands/instruments'
import { keyName } from '@/core/music/key'
import type { Key } from '@/core/music/key'
import type { SeatLoad } from '@/core/seats/load'
import type { Scored } from '@/core/seats/search'
import type { ChartOption } from '../parts/Chart'

/** From this many measures on a cell is too narrow for its number. */
const NUMBERED = 32

/** Load by measure and seat: darker is more, with the points in the cell; the picked measure is framed. */
export const loadChart =
  (numbers: readonly string[], loads: Readonly<Record<Seat, SeatLoad>>, picked: { index: number; seat: Seat }): ChartOption =>
  ({ ink, soft, spruce, sheet, rule, rosin }) => {
    const rows = [...SEATS].reverse()
    const most = Math.max(1, ...SEATS.flatMap((s) => loads[s].byMeasure))
    return {
      grid: { left: 48, right: 4, top: 4, bottom: 22 },
      tooltip: {
        formatter: ({ value }: { value: number[] }) =>
          `Measure ${numbers[value[0]]}, ${INSTRUMENTS[rows[value[1]]].name.toLowerCase()}: ${Math.round(value[2])} points`,
      },
      xAxis: {
        type: 'category',
        data: numbers,
        axisLabel: { color: soft },
        axisLine: { lineStyle: { color: rule } },
        axisTick: { show: false },
      },
      yAxis: {
        type: 'category',
        data: rows.map((s) => INSTRUMENTS[s].name),
        axisLabel: { color: ink },
        axisLine: { show: false },
        axisTick: { show: false },
      },
      visualMap: { show: false, min: 0, max: most, inRange: { color: [sheet, spruce] } },
      series: [
        {
          type: 'heatmap',
          data: rows.flatMap((s, y) =>
            loads[s].byMeasure.map((p, x) => {
              const here = x === picked.index && s === picked.seat
              return {
                value: [x, y, p],
                label: { color: p > most * 0.45 ? sheet : ink },
                itemStyle: { borderColor: here ? rosin : rule, borderWidth: here ? 3 : 1 },
              }
            }),
          ),
          label: {
            show: numbers.length <= NUMBERED,
            fontSize: 12,
            formatter: ({ value }: { value: unknown }) => String(Math.round((value as number[])[2]) || ''),
          },
        },
      ],
    }
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
