'use client'

import { useClassId } from '@/ui/kit/InClass'
import { classPage } from '@/api/address'
import { printedLines, sayStretch, shortOf } from '@/core/piece/address'
import type { Line } from '@/core/piece/piece'
import { Maximize2 } from 'lucide-react'
import Link from 'next/link'
import { useMemo, useState } from 'react'
import { calledTogether, calledTogetherText, sayCallers, sayParting, type Caller } from '@/core/reading/calledTogether'
import { callsOf, callsText, sayCall } from '@/core/reading/calls'
import type { CallOptions } from '@/core/plan/talk'
import { readingOf } from '@/core/reading/reading'
import { useDesk } from '@/ui/session/DeskProvider'
import { Button } from '@/ui/kit/Button'
import { Choice } from '@/ui/kit/Choice'
import { CopyButton } from '@/ui/kit/CopyButton'
import { BigCalls, type CallLine } from './BigCalls'
import { useCalling, useCallOptions, type CallsOf } from './callStore'
import { SeatTitle } from './SeatTitle'

/** The lines of the picked seat or of the whole class, of the passage that is picked, and all of it as text. */
function useCalls(who: CallsOf, options: CallOptions): { lines: readonly CallLine[]; text: () => string; title: string } {
  const piece = useDesk((d) => d.piece)
  const map = useDesk((d) => d.ensemble[d.seat])
  const ensemble = useDesk((d) => d.ensemble)
  const passage = useDesk((d) => d.passage)
  return useMemo(() => {
    const isCalled = ({ index }: { readonly index: number }): boolean => passage === null || (index >= passage.from && index <= passage.to)
    const which = passage ? `, ${sayStretch(map.line, passage.from, passage.to)}` : ''
    if (who === 'seat') {
      const calls = callsOf(readingOf(piece, map), options).filter(isCalled)
      return {
        lines: calls.map((call) => ({ index: call.index, number: call.number, name: call.name, note: '', said: [{ who: '', call }] })),
        text: () => callsText(calls),
        title: map.seat.name + which,
      }
    }
    const callers = Object.values(ensemble).map((m): Caller => ({ id: m.seat.id, name: m.seat.name, reading: readingOf(piece, m) }))
    const calls = calledTogether(callers, options).filter(isCalled)
    return {
      lines: calls.map(({ index, number, name, groups, parts }) => ({
        index,
        number,
        name,
        note: parts ? sayParting(groups, callers.length) : '',
        said: groups.map((g) => ({ who: sayCallers(g.callers, callers.length), call: g.call })),
      })),
      text: () => calledTogetherText(calls, callers.length),
      title: `all seats${which}`,
    }
  }, [who, piece, map, ensemble, options, passage])
}

/** The measures with which a line begins, by index: as it is printed, or every fourth after the pickup. */
function beginsOf(line: Line): readonly number[] {
  const printed = printedLines(line)
  if (printed) return printed.map((l) => l.from)
  const first = line.measures[0]?.pickup ? 1 : 0
  return [0, ...line.measures.flatMap((_, i) => (i > first && (i - first) % 4 === 0 ? [i] : []))]
}

/** The spoken line of every measure, of the picked seat or of all, as this class speaks it. */
export function CallsTab() {
  const of = useClassId()
  const id = useDesk((d) => d.id)
  const piece = useDesk((d) => d.piece)
  const index = useDesk((d) => d.timeline[d.moment]?.first.at.index ?? 0)
  const timeline = useDesk((d) => d.timeline)
  const pick = useDesk((d) => d.pick)
  const options = useCallOptions()
  const { who, show, setSay } = useCalling()
  const [big, setBig] = useState(false)
  const line = useDesk((d) => d.ensemble[d.seat].line)
  const { lines, text, title } = useCalls(who, options)
  const goTo = (i: number) => pick(timeline.findIndex((b) => b.first.at.index === i))
  return (
    <div className="flex min-h-0 grow flex-col">
      <div className="border-b border-rule px-3 py-2">
        {who === 'seat' && <SeatTitle />}
        <div className="flex flex-wrap items-center gap-2">
          <Choice
            label="What to say"
            value={options.say}
            onChange={setSay}
            options={[
              ['letters', 'Letters'],
              ['fingers', 'Fingers'],
              ['both', 'Both'],
            ]}
          />
          <Choice
            label="Who says it"
            value={who}
            onChange={show}
            options={[
              ['class', 'All'],
              ['seat', 'This seat'],
            ]}
          />
          <CopyButton text={() => `${piece.title}, ${title}\n${text()}\n`} />
          <Button kind="filled" onClick={() => setBig(true)}>
            <Maximize2 size={15} aria-hidden /> Big
          </Button>
        </div>
        <p className="mt-1.5 text-fine">
          <Link href={`${classPage(of, 'people')}#talk`} className="text-link underline underline-offset-2">
            Choose the words on the class page
          </Link>
          {' · '}
          <Link href={`${classPage(of, 'reading')}?piece=${id}`} className="text-link underline underline-offset-2">
            Ask the class to read it
          </Link>
        </p>
      </div>
      <ol aria-label="Calls" tabIndex={0} className="min-h-0 grow overflow-y-auto">
        {lines.map((c) => (
          <li key={c.index} className={`border-b border-rule ${c.index === index ? 'bg-wash/40' : ''}`}>
            <button type="button" onClick={() => goTo(c.index)} className="flex w-full gap-2 px-3 py-1 text-left hover:bg-wash/60">
              <span className="w-7 shrink-0 text-right text-soft tabular-nums" title={c.name}>
                {c.name === c.number ? c.number : shortOf(line, c.index)}
              </span>
              <span className={`flex flex-col gap-0.5 ${c.index === index ? 'text-lead font-semibold' : ''}`}>
                {c.note && <span className="text-body font-normal text-soft">{c.note}</span>}
                {c.said.map(({ who: name, call }) => (
                  <span key={name}>
                    {name && <span className="font-normal text-soft">{name}: </span>}
                    {sayCall(call)}
                  </span>
                ))}
              </span>
            </button>
          </li>
        ))}
      </ol>
      <BigCalls
        open={big}
        onOpenChange={setBig}
        calls={lines}
        begins={beginsOf(line)}
        index={index}
        goTo={goTo}
        title={`${piece.title} · ${title}`}
      />
    </div>
  )
}
