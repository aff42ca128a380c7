import type { Instrument } from '@/core/hands/instruments'
import type { Counts } from '@/core/reading/counts'
import type { ChartOption } from '../parts/Chart'

/** A grid of strings and fingers, top string on top, each cell with its number. */
export const fingerChart =
  (instrument: Instrument, { fingers }: Counts): ChartOption =>
  ({ ink, soft, spruce, sheet, rule }) => {
    const most = Math.max(1, ...fingers.flat())
    return {
      grid: { left: 28, right: 6, top: 4, bottom: 22 },
      xAxis: {
        type: 'category',
        data: ['open', '1', '2', '3', '4'],
        axisLabel: { color: soft },
        axisLine: { lineStyle: { color: rule } },
        axisTick: { show: false },
      },
      yAxis: {
        type: 'category',
        data: instrument.strings.map((s) => s.letter),
        axisLabel: { color: ink },
        axisLine: { show: false },
        axisTick: { show: false },
      },
      visualMap: { show: false, min: 0, max: most, inRange: { color: [sheet, spruce] } },
      series: [
        {
          type: 'heatmap',
          data: fingers.flatMap((row, string) =>
            row.map((n, finger) => ({ value: [finger, string, n], label: { color: n > most * 0.45 ? sheet : ink } })),
          ),
          label: { show: true, fontSize: 13, formatter: ({ value }: { value: unknown }) => String((value as number[])[2] || '') },
          itemStyle: { borderColor: rule, borderWidth: 1 },
          silent: true,
        },
      ],
    }
  }
