'use client'

import { useCalled } from '@/ui/kit/InClass'
import { useMemo } from 'react'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { plural } from '@/core/count'
import { inSentence } from '@/core/names'
import { headMeasure, shortOf } from '@/core/piece/address'
import { sayEven } from '@/core/words/en/amounts'
import { sayWaits } from '@/core/balance/waits'
import type { SeatId } from '@/core/seats/seat'
import { Chart } from '@/ui/kit/Chart'
import { chartCell, loadChart } from './charts'
import { Fits } from './Fits'
import { SearchPanel } from './SearchPanel'
import { SecondLines } from './SecondLines'
import { percent, points, sayPoints, useLoads } from '@/ui/session/useLoads'

/** How many of the measures that make the class uneven are named. */
const NAMED = 3

/** Whom the class waits for, where, which other key or octaves would be more even, and which line of its own a seat could play instead. */
export function LevelView() {
  return (
    <div className="px-4 py-3" role="region" aria-label="Balance">
      <Evenness />
      <SearchPanel />
      <SecondLines />
      <Fits />
    </div>
  )
}

function Evenness() {
  const called = useCalled()
  const { loads, evenness, waits } = useLoads()
  const measures = useDesk((d) => d.piece.lines[0].measures)
  const line = useDesk((d) => d.ensemble[d.seat].line)
  const seats = useSeats()
  const nameOf = (id: SeatId) => seats.find((s) => s.id === id)?.name ?? ''
  const timeline = useDesk((d) => d.timeline)
  const index = useDesk((d) => d.timeline[d.moment]?.first.at.index ?? 0)
  const seat = useDesk((d) => d.seat)
  const pick = useDesk((d) => d.pick)
  const numbers = useMemo(() => measures.map((_, i) => ({ short: shortOf(line, i), name: headMeasure(line, i) })), [measures, line])
  const option = useMemo(
    () => loadChart(numbers, seats, loads, evenness.bySeat, { index, seat }),
    [numbers, seats, loads, evenness, index, seat],
  )
  const goTo = (i: number, s = seat) =>
    pick(
      timeline.findIndex((b) => b.first.at.index === i),
      s,
    )
  const { heaviest, lightest, bySeat } = evenness
  return (
    <section aria-labelledby="evenness">
      <h2 id="evenness" className="font-title text-xl leading-snug">
        {sayWaits(waits, line, seats)}
      </h2>
      <p className="mt-0.5">
        {heaviest === lightest
          ? 'Everyone has the same amount to do.'
          : `The ${inSentence(nameOf(heaviest))} has the most to do, the ${inSentence(nameOf(lightest))} the least.`}
        {evenness.measures.length > 0 && ` Most uneven: ${called(plural(Math.min(NAMED, evenness.measures.length), 'measure'))} `}
        {evenness.measures.slice(0, NAMED).map((m, i) => (
          <span key={m.index} className="whitespace-nowrap">
            {i > 0 && ', '}
            <button type="button" className="text-link underline underline-offset-2" onClick={() => goTo(m.index, m.heaviest)}>
              {numbers[m.index].short} ({inSentence(nameOf(m.heaviest))})
            </button>
          </span>
        ))}
      </p>
      <h3 className="sr-only">{called('How hard each seat works, measure by measure')}</h3>
      <Chart
        option={option}
        height={`clamp(${26 * seats.length + 30}px, 40vh - 200px, ${56 * seats.length + 30}px)`}
        label={called('How hard each seat works, measure by measure. The table below says the same')}
        onPick={({ data }) => {
          const cell = chartCell(seats, data)
          if (cell) goTo(cell.index, cell.seat)
        }}
      />
      <details className="inline-block w-full">
        <summary className="cursor-pointer text-sm text-link underline underline-offset-2">In figures</summary>
        <p className="mt-1 max-w-prose text-sm leading-snug">
          {sayEven(evenness.figure)[0].toUpperCase() + sayEven(evenness.figure).slice(1)}: {percent(evenness.figure)}.{' '}
          {called('In each measure')}
          everyone waits for the seat with the most to do, and the average seat does {percent(evenness.figure)} as much. {nameOf(heaviest)}:{' '}
          {sayPoints(bySeat[heaviest])}. {nameOf(lightest)}: {points(bySeat[lightest])}. A point is about one easy bow crossing.
        </p>
      </details>
      <details>
        <summary className="cursor-pointer text-sm text-link underline underline-offset-2">As a table</summary>
        <div className="overflow-x-auto">
          <table className="mt-1 text-sm tabular-nums">
            <caption className="sr-only">{called('How hard each seat works, measure by measure, in points')}</caption>
            <thead>
              <tr>
                <th scope="col" className="pr-3 text-left">
                  {called('Measure')}
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
                    {n.short}
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
