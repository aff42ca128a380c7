'use client'

import { Pin } from 'lucide-react'
import { useMemo, useState } from 'react'
import { insteadAt, type Instead } from '@/core/fingering/instead'
import { choicesAt, type MappedNote, type SeatMap } from '@/core/fingering/map'
import { choiceOf, isLearned } from '@/core/hands/hold'
import { sayPrice } from '@/core/words/en/amounts'
import { saySpareds } from '@/core/words/en/fingering'
import { sayHold } from '@/core/words/en/hands'
import { pinEdit } from '@/ui/session/edits'
import { useDesk } from '@/ui/session/DeskProvider'
import { Button } from '@/ui/kit/Button'

/** How many other choices are shown before "more": those that the class has learned first of all. */
const LEARNED = 3
const BEYOND = 1

/** What else could be done at a note: what each changes for the hand, and its price for the whole line; a click pins it. */
export function OtherChoices({ map, note }: { map: SeatMap; note: MappedNote }) {
  const edit = useDesk((d) => d.edit)
  const talk = useDesk((d) => d.klass.talk)
  const [all, setAll] = useState(false)
  const choices = useMemo(() => choicesAt(map, note), [map, note])
  const first = [
    ...choices.filter((c) => isLearned(c.hold)).slice(0, LEARNED),
    ...choices.filter((c) => !isLearned(c.hold)).slice(0, BEYOND),
  ]
  const shown = all ? choices : first
  const rows = useMemo(() => shown.map((c) => ({ ...c, ...insteadAt(map, note, c.hold) })), [shown, map, note])
  return (
    <div className="mt-2">
      <h4 className="text-sm font-semibold">Instead</h4>
      {rows.length > 0 && (
        <ul aria-label="Other choices" className="mt-1 flex flex-col gap-1.5">
          {rows.map((c) => (
            <li key={choiceOf(c.hold)} className="grid grid-cols-[minmax(0,1fr)_auto] items-start gap-x-2">
              <span className="text-sm leading-snug">
                <span className="font-semibold first-letter:uppercase">{sayHold(talk, map.instrument, c.hold)}</span>
                {!isLearned(c.hold) && <span className="font-semibold text-madder"> not learned yet</span>}
                <span className="block">{sayPrice(c.price)}</span>
                <span className="block text-soft">{sayInstead(c)}</span>
              </span>
              <Button
                size="small"
                onClick={() => edit(pinEdit(talk, map, note, c.hold))}
                aria-label={`Pin ${sayHold(talk, map.instrument, c.hold)} instead, ${sayPrice(c.price)}${isLearned(c.hold) ? '' : ', not learned yet'}`}
              >
                <Pin size={13} aria-hidden /> Pin
              </Button>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
        {!note.pinned && (
          <Button size="small" className="border-pinned" onClick={() => edit(pinEdit(talk, map, note, note.hold))}>
            <Pin size={13} aria-hidden /> Pin {sayHold(talk, map.instrument, note.hold)}
          </Button>
        )}
        {choices.length > first.length && (
          <button type="button" className="px-1 text-sm text-link underline" onClick={() => setAll(!all)}>
            {all ? 'fewer' : `${choices.length - first.length} more`}
          </button>
        )}
      </div>
      {choices.length > 0 && (
        <details className="mt-1.5 text-fine leading-snug text-soft">
          <summary className="cursor-pointer text-link underline underline-offset-2">In figures</summary>
          <p className="mt-1">1 is one more bow crossing in the whole line. Anything not learned yet counts 30 or more.</p>
          <ul className="mt-1 tabular-nums">
            {rows.map((c) => (
              <li key={choiceOf(c.hold)}>
                {sayHold(talk, map.instrument, c.hold)}: {priceTag(c.price)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  )
}

/** "for it: saves 2 crossings · for the one you have: saves the fourth finger". */
function sayInstead(of: Instead): string {
  const [now, then] = [saySpareds(of.now), saySpareds(of.then)]
  if (!now && !then) return 'no difference for the hand'
  return [...(then ? [`for it: ${then}`] : []), ...(now ? [`for the one you have: ${now}`] : [])].join(' · ')
}

const priceTag = (price: number): string => (price > 0 ? `+${price}` : price === 0 ? '±0' : `−${-price}`)
