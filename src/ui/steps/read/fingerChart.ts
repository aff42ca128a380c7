import type { Instrument } from '@/core/instruments/instrument'
import type { Counts } from '@/core/reading/counts'
import type { ChartOption } from '@/ui/kit/Chart'
import { heatOption } from '@/ui/kit/heat'

/** A grid of strings and fingers, top string on top, each cell with its number. */
export const fingerChart =
  (instrument: Instrument, { fingers }: Counts): ChartOption =>
  (colors) =>
    heatOption(
      {
        columns: ['open', '1', '2', '3', '4'],
        rows: instrument.strings.map((s) => s.letter),
        cells: fingers.flatMap((row, y) => row.map((n, x) => ({ x, y, n }))),
        left: 28,
        numbered: true,
        fontSize: 13,
      },
      colors,
    )
