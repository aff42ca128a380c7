'use client'

import { sayPositionKey } from '@/core/instruments/instrument'
import { useMemo } from 'react'
import { plainNote, printedNote } from '@/core/music/noteName'
import { countsOf } from '@/core/reading/counts'
import { readingOf } from '@/core/reading/reading'
import { stringName } from '@/core/words/en/hands'
import { sayFrame } from '@/core/plan/talk'
import { useDesk } from '@/ui/session/DeskProvider'
import { Chart } from '@/ui/kit/Chart'
import { fingerChart } from './fingerChart'
import { SeatTitle } from './SeatTitle'

const FINGERS = ['0', '1', '2', '3', '4']

/** What the picked seat's part is made of: fingers and strings, steps and skips, letters, frames. */
export function CountsTab() {
  const piece = useDesk((d) => d.piece)
  const map = useDesk((d) => d.ensemble[d.seat])
  const talk = useDesk((d) => d.klass.talk)
  const reading = readingOf(piece, map)
  const counts = useMemo(() => countsOf(reading), [reading])
  const { instrument } = map
  const on = (string: number) => stringName(talk, instrument, string)
  const option = useMemo(() => fingerChart(instrument, counts), [instrument, counts])
  const top = instrument.strings.map((_, i) => instrument.strings.length - 1 - i)
  const { repeats, steps, skips } = counts.motion
  return (
    <div className="min-h-0 grow overflow-y-auto px-3 py-2" tabIndex={0} role="group" aria-label="How many">
      <SeatTitle />
      <p>
        {counts.notes} notes, {counts.rests} rests{counts.struck > 0 && `, ${counts.struck} unpitched`} · {steps} steps, {skips} skips,{' '}
        {repeats} repeated notes
      </p>
      <h3 className="mt-2 font-semibold">Notes by string and finger</h3>
      <Chart
        option={option}
        height={150}
        label={`Notes of the ${instrument.name.toLowerCase()} by string and finger. The table below says the same`}
      />
      <table className="mt-1 w-full table-fixed text-sm tabular-nums">
        <caption className="sr-only">Notes by string and finger</caption>
        <thead>
          <tr className="text-soft">
            <th scope="col" className="text-left font-normal">
              String
            </th>
            {FINGERS.map((f) => (
              <th key={f} scope="col" className="text-right font-normal">
                {f === '0' ? 'open' : f}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {top.map((s) => (
            <tr key={s} className="border-t border-rule">
              <th scope="row" className="text-left font-semibold">
                {on(s)}
              </th>
              {counts.fingers[s].map((n, f) => (
                <td key={f} className={`text-right ${n === 0 ? 'text-soft' : ''}`}>
                  {n}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <h3 className="mt-3 font-semibold">Letters, and where they are</h3>
      <p className="leading-snug">
        {counts.letters.map((l) => `${printedNote(talk.names, l)} ${l.count} (${l.strings.map(on).join(', ') || 'out'})`).join(' · ')}
      </p>
      {counts.forms.map((f) => (
        <p key={f.letter} className="mt-1 leading-snug">
          <span className="font-semibold">{plainNote(talk.names, f.letter)} in two forms:</span>{' '}
          {f.forms.map((x) => `${printedNote(talk.names, x)} ${x.count}`).join(', ')}
        </p>
      ))}
      <h3 className="mt-3 font-semibold">Where the half steps are</h3>
      <ul>
        {counts.frames.map((f) => (
          <li key={`${f.string} ${f.position} ${f.name}`} className="flex justify-between border-t border-rule py-0.5">
            <span>
              {on(f.string)}, {sayPositionKey(f.position)}: {sayFrame(talk, f.name)}
            </span>
            <span className="text-soft tabular-nums">{f.count} notes</span>
          </li>
        ))}
      </ul>
    </div>
  )
}
