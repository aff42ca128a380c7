import { inSentence } from '@/core/names'
import { type EverySeat, type Seat, type SeatId } from '@/core/seats/seat'
import { keyName } from '@/core/music/key'
import type { Key } from '@/core/music/key'
import type { SeatLoad } from '@/core/balance/load'
import type { Scored } from '@/core/balance/search'
import type { ChartOption } from '@/ui/kit/Chart'
import { heatOption } from '@/ui/kit/heat'
import { points, sayPoints } from '@/ui/session/useLoads'

/** A measure as it stands under the drawing, and as it is said of a cell: "1.3", "Line 1, measure 3". */
type MeasureName = { readonly short: string; readonly name: string }

/** Room for the longest name of a seat, in pixels. */
const WIDEST_NAME = 170

/** From this many measures on a cell is too narrow for its number. */
const NUMBERED = 32

/** Load by measure and seat: darker is more, with the points in the cell and each seat's sum at its name; the picked measure is framed. */
export const loadChart =
  (
    measures: readonly MeasureName[],
    seats: readonly Pick<Seat, 'id' | 'name'>[],
    loads: EverySeat<SeatLoad>,
    sums: EverySeat<number>,
    picked: { index: number; seat: SeatId },
  ): ChartOption =>
  (colors) => {
    const rows = [...seats].reverse()
    const names = rows.map((s) => `${s.name}  ${points(sums[s.id])}`)
    const heat = heatOption(
      {
        columns: measures.map((m) => m.short),
        rows: names,
        cells: rows.flatMap((s, y) =>
          loads[s.id].byMeasure.map((n, x) => ({ x, y, n, framed: x === picked.index && s.id === picked.seat })),
        ),
        left: Math.min(WIDEST_NAME, 16 + 6.6 * Math.max(...names.map((n) => n.length))),
        numbered: measures.length <= NUMBERED,
        fontSize: 12,
      },
      colors,
    )
    const formatter = ({ value }: { value: number[] }) =>
      `${measures[value[0]].name}, ${inSentence(rows[value[1]].name)}: ${sayPoints(value[2])}`
    return { ...heat, tooltip: { formatter } }
  }

/** Which cell was picked. */
export const chartCell = (seats: readonly Pick<Seat, 'id'>[], data: unknown): { index: number; seat: SeatId } | null => {
  const value = (data as { value?: number[] } | null)?.value
  return value ? { index: value[0], seat: [...seats].reverse()[value[1]].id } : null
}

/** Of the drawing's width and height: a dot this close to the right of another leaves no room for the other's name there. */
const [BESIDE, LEVEL] = [0.12, 0.06]

/** On which side of its dot the name of each key stands. */
export function nameSides(dots: readonly { total: number; evenness: number }[]): ('left' | 'right')[] {
  const span = (of: (d: (typeof dots)[number]) => number) => Math.max(...dots.map(of)) - Math.min(...dots.map(of)) || 1
  const [width, height] = [span((d) => d.total), span((d) => d.evenness)]
  return dots.map((d) => {
    const beside = (o: typeof d) => {
      const [right, up] = [(o.total - d.total) / width, Math.abs(o.evenness - d.evenness) / height]
      return right > 0 && right < BESIDE && up < LEVEL
    }
    return dots.some(beside) ? 'left' : 'right'
  })
}

/** Keys compared: total load to the right, evenness upwards; the best lie at the top left. The present one is a diamond. */
export const keysChart =
  (found: readonly Scored[], mode: Key['mode'], now: { fifths: number; total: number; evenness: number }): ChartOption =>
  ({ ink, soft, spruce, madder, pick, rule }) => {
    const sides = nameSides(found)
    return {
      grid: { left: 44, right: 26, top: 12, bottom: 38 },
      tooltip: {
        formatter: ({ name, value }: { name: string; value: number[] }) =>
          `${name}: ${sayPoints(value[0])}, ${Math.round(value[1])} % even`,
      },
      xAxis: {
        type: 'value',
        scale: true,
        name: 'easier ← → harder',
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
          data: found.map((f, i) => ({
            name: keyName({ fifths: f.setting.fifths, mode }),
            value: [f.total, 100 * f.evenness],
            symbol: f.out > 0 ? 'triangle' : 'circle',
            itemStyle: { color: f.out > 0 ? madder : spruce },
            label: { position: sides[i] },
          })),
          label: { show: true, color: ink, fontSize: 12, formatter: ({ name }: { name: string }) => name.split(' ')[0] },
          labelLayout: { moveOverlap: 'shiftY' },
        },
        {
          type: 'scatter',
          symbol: 'diamond',
          symbolSize: 16,
          data: [{ name: `now, ${keyName({ fifths: now.fifths, mode })}`, value: [now.total, 100 * now.evenness] }],
          itemStyle: { color: 'transparent', borderColor: pick, borderWidth: 2.5 },
        },
      ],
    }
  }
