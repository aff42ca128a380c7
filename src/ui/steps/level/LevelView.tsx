'use client'

import { useMemo } from 'react'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { inSentence } from '@/core/names'
import type { SeatId } from '@/core/seats/seat'
import { Chart } from '@/ui/kit/Chart'
import { cellOf, loadChart } from './charts'
import { SearchPanel } from './SearchPanel'
import { percent, points, sayPoints, useLoads } from '@/ui/session/useLoads'

/** How many of the measures that make the class uneven are named. */
const NAMED = 6

/** How evenly the seats are loaded, where, and which other key or octaves would be more even. */
export function LevelView() {
  return (
    <div className="px-4 py-3" role="region" aria-label="Level">
      <Evenness />
      <SearchPanel />
    </div>
  )
}

function Evenness() {
  const { loads, evenness } = useLoads()
  const measures = useDesk((d) => d.piece.lines[0].measures)
  const seats = useSeats()
  const nameOf = (id: SeatId) => seats.find((s) => s.id === id)?.name ?? ''
  const timeline = useDesk((d) => d.timeline)
  const index = useDesk((d) => d.timeline[d.moment]?.first.at.index ?? 0)
  const seat = useDesk((d) => d.seat)
  const pick = useDesk((d) => d.pick)
  const numbers = useMemo(() => measures.map((m) => m.number), [measures])
  const option = useMemo(() => loadChart(numbers, seats, loads, { index, seat }), [numbers, seats, loads, index, seat])
  const goTo = (i: number, s = seat) =>
    pick(
      timeline.findIndex((b) => b.first.at.index === i),
      s,
    )
  const most = Math.max(1, ...Object.values(evenness.bySeat))
  const { heaviest, lightest } = evenness
  return (
    <section aria-labelledby="evenness">
      <div className="grid gap-x-8 gap-y-2 md:grid-cols-[1fr_1fr]">
        <div>
          <h2 id="evenness" className="font-title text-lg">
            Evenness {percent(evenness.figure)}
          </h2>
          <p className="leading-snug text-soft">
            In every measure the class waits for the seat with most to do; the mean seat does {percent(evenness.figure)} of that. At 100 %
            all work alike in every measure.
          </p>
          <p className="mt-1 leading-snug">
            {nameOf(heaviest)} has most to do, {inSentence(nameOf(lightest))} least.
            {evenness.measures.length > 0 && ' Measures that make it so: '}
            {evenness.measures.slice(0, NAMED).map((m, i) => (
              <span key={m.index}>
                {i > 0 && ', '}
                <button type="button" className="text-rosin underline underline-offset-2" onClick={() => goTo(m.index, m.heaviest)}>
                  {numbers[m.index]} ({inSentence(nameOf(m.heaviest))})
                </button>
              </span>
            ))}
          </p>
        </div>
        <div>
          <dl aria-label="Load of each seat" className="grid content-start gap-y-1">
            {seats.map(({ id: s, name }) => (
              <div key={s} className="grid grid-cols-[52px_1fr_104px] items-center gap-2">
                <dt>{name}</dt>
                <dd aria-hidden>
                  <span
                    className="block h-3 rounded-sm"
                    style={{
                      width: `${(100 * evenness.bySeat[s]) / most}%`,
                      background: s === heaviest ? 'var(--ochre)' : 'var(--spruce)',
                    }}
                  />
                </dd>
                <dd className="text-right whitespace-nowrap tabular-nums">
                  {sayPoints(evenness.bySeat[s])}
                  {s === heaviest ? ' ▲' : ''}
                </dd>
              </div>
            ))}
          </dl>
          <p className="mt-1 text-fine text-soft">One point is about one plain crossing of the bow at an easy speed.</p>
        </div>
      </div>
      <h3 className="mt-2 font-semibold">Load by measure and seat</h3>
      <Chart
        option={option}
        height={134}
        label="Load by measure and seat, in points; the table below says the same"
        onPick={({ data }) => {
          const cell = cellOf(seats, data)
          if (cell) goTo(cell.index, cell.seat)
        }}
      />
      <details>
        <summary className="cursor-pointer text-sm text-rosin underline underline-offset-2">The same as a table</summary>
        <div className="overflow-x-auto">
          <table className="mt-1 text-sm tabular-nums">
            <caption className="sr-only">Load by measure and seat, in points</caption>
            <thead>
              <tr>
                <th scope="col" className="pr-3 text-left">
                  Measure
                </th>
                {seats.map((s) => (
                  <th key={s.id} scope="col" className="px-3 text-right">
                    {s.name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {numbers.map((n, i) => (
                <tr key={i} className="border-t border-rule">
                  <th scope="row" className="pr-3 text-left font-normal">
                    {n}
                  </th>
                  {seats.map((s) => (
                    <td key={s.id} className="px-3 text-right">
                      {points(loads[s.id].byMeasure[i] ?? 0)}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
    </section>
  )
}
