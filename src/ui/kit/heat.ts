import type { ChartColors } from './Chart'

/** A number in a grid; `framed` when it is picked. */
type HeatCell = { readonly x: number; readonly y: number; readonly n: number; readonly framed?: boolean }

type Heat = {
  readonly columns: readonly string[]
  /** From the bottom. */
  readonly rows: readonly string[]
  readonly cells: readonly HeatCell[]
  readonly left: number
  /** Whether there is room for a number in every cell. */
  readonly numbered: boolean
  readonly fontSize: number
}

/** A grid of numbers, darker for more, each cell with its number: it is read without its colour too. */
export function heatOption(
  { columns, rows, cells, left, numbered, fontSize }: Heat,
  { ink, soft, spruce, sheet, rule, pick }: ChartColors,
) {
  const most = Math.max(1, ...cells.map((c) => c.n))
  const bare = { axisTick: { show: false } }
  return {
    grid: { left, right: 6, top: 4, bottom: 22 },
    xAxis: { type: 'category', data: columns, axisLabel: { color: soft }, axisLine: { lineStyle: { color: rule } }, ...bare },
    yAxis: { type: 'category', data: rows, axisLabel: { color: ink }, axisLine: { show: false }, ...bare },
    visualMap: { show: false, min: 0, max: most, inRange: { color: [sheet, spruce] } },
    series: [
      {
        type: 'heatmap',
        data: cells.map(({ x, y, n, framed }) => ({
          value: [x, y, n],
          // On a dark cell the number turns light.
          label: { color: n > most * 0.45 ? sheet : ink },
          itemStyle: { borderColor: framed ? pick : rule, borderWidth: framed ? 3 : 1 },
        })),
        label: {
          show: numbered,
          fontSize,
          formatter: ({ value }: { value: unknown }) => String(Math.round((value as number[])[2]) || ''),
        },
      },
    ],
  }
}
