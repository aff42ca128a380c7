'use client'

import { indexNamed, sayMeasure, shortOf } from '@/core/piece/address'
import { useState } from 'react'
import type { SaidThing } from '@/core/words/en/digest'
import { saySeats } from '@/core/seats/seat'
import { Button } from '@/ui/kit/Button'
import { Outline } from '@/ui/kit/Outline'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { leftOut } from '@/ui/session/edits'
import { StartCards } from './StartCards'
import { useDigest } from '@/ui/session/useDigest'
import { useShownSpots } from '@/ui/session/useSpots'

/** What a teacher says before the class plays: a few things, the first first; the rest is one click away. */
export function DigestTab({ onAll }: { onAll: () => void }) {
  const digest = useDigest()
  const things = typeof digest === 'string' ? [] : digest
  const shown = useShownSpots()
  const said = new Set(things.flatMap((t) => t.spots.map((s) => s.id)))
  const left = shown.filter((s) => !said.has(s.id)).length
  return (
    <div className="flex min-h-0 grow flex-col">
      <h3 className="px-3 pt-2.5 pb-1 font-title text-lead">Say before you play</h3>
      {digest === 'making' ? (
        <Outline says="Working out what to say …" />
      ) : digest === 'failed' ? (
        <p role="alert" className="px-3 pb-3">
          We couldn’t load this. Reload the page.
        </p>
      ) : things.length === 0 ? (
        <p className="px-3 pb-3">Nothing to say first. Just play.</p>
      ) : (
        <ol aria-label="Say before you play" className="min-h-0 grow overflow-y-auto" tabIndex={0}>
          {things.map((t, i) => (
            <ThingRow key={t.id} thing={t} n={i + 1} />
          ))}
        </ol>
      )}
      <StartCards />
      <p className="border-t border-rule px-3 py-1.5">
        <button type="button" className="text-link underline" onClick={onAll}>
          {typeof digest === 'string' || left === 0 ? 'All places to watch' : 'More places to watch'}
        </button>
      </p>
    </div>
  )
}

function ThingRow({ thing, n }: { thing: SaidThing; n: number }) {
  const { text, advice, spots, measures, seats: ids } = thing
  const seats = useSeats()
  const picked = useDesk((d) => d.spot)
  const toSpot = useDesk((d) => d.toSpot)
  const toMeasure = useDesk((d) => d.toMeasure)
  const edit = useDesk((d) => d.edit)
  const line = useDesk((d) => d.ensemble[d.seat].line)
  const [went, setWent] = useState(false)
  const here = spots.length ? spots.some((s) => s.id === picked) : went
  /** To the first spot of a measure, or the measure itself where the thing speaks of more than its spots. */
  const go = (measure: string) => {
    const at = spots.filter((s) => s.measure === measure)
    const [first, ...others] = at.filter((s) => s.onset === at[0].onset)
    if (first) toSpot([first, ...others])
    else toMeasure(measure)
    setWent(true)
  }
  return (
    <li className={`flex gap-2.5 border-t border-rule px-3 py-2 ${here ? 'border-l-[3px] border-l-pick bg-wash/50 pl-[9px]' : ''}`}>
      <span aria-hidden className="w-4 shrink-0 font-title text-lead leading-none text-accent">
        {n}
      </span>
      <div className="min-w-0 grow">
        <button
          type="button"
          aria-current={here || undefined}
          className="block w-full text-left leading-snug font-semibold"
          onClick={() => go(measures[0])}
        >
          {text}
        </button>
        <p className="mt-0.5 text-sm leading-snug text-soft">{advice}</p>
        {here && (
          <div className="mt-1.5 flex flex-wrap items-center gap-x-1.5 gap-y-1 text-fine">
            {measures.slice(0, MOST_SHOWN).map((m) => (
              <button
                key={m}
                type="button"
                aria-label={`To ${sayMeasure(line, indexNamed(line, m))}`}
                className="min-w-6 rounded-full border border-rule bg-sheet px-1.5 leading-5 text-accent hover:border-ink"
                onClick={() => go(m)}
              >
                {shortOf(line, indexNamed(line, m))}
              </button>
            ))}
            {measures.length > MOST_SHOWN && <span className="text-soft">and {measures.length - MOST_SHOWN} more</span>}
            <span className="ml-auto text-soft">{saySeats(seats, ids)}</span>
          </div>
        )}
        {here && spots.length > 0 && (
          <div className="mt-1.5">
            <Button size="small" onClick={() => edit(leftOut(thing))}>
              Leave this out
            </Button>
          </div>
        )}
      </div>
    </li>
  )
}

/** Measures of one thing that have a button of their own. */
const MOST_SHOWN = 8
