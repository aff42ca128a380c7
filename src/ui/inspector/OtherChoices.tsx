'use client'

import { Pin } from 'lucide-react'
import { useMemo, useState } from 'react'
import { sayHold } from '@/core/fingering/explain'
import { choicesAt, type MappedNote, type SeatMap } from '@/core/fingering/map'
import { choiceOf, isLearned } from '@/core/hands/hold'
import { pinned } from '@/ui/session/edits'
import { useDesk } from '@/ui/session/DeskProvider'
import { Button } from '@/ui/kit/Button'

/** How many other choices are shown before "more": those that the class has learned first of all. */
const LEARNED = 4
const BEYOND = 1

/** What else could be done at a note, each with its price for the whole line; a click pins it. */
export function OtherChoices({ map, note }: { map: SeatMap; note: MappedNote }) {
  const edit = useDesk((d) => d.edit)
  const [all, setAll] = useState(false)
  const choices = useMemo(() => choicesAt(map, note), [map, note])
  const first = [
    ...choices.filter((c) => isLearned(c.hold)).slice(0, LEARNED),
    ...choices.filter((c) => !isLearned(c.hold)).slice(0, BEYOND),
  ]
  const shown = all ? choices : first
  return (
    <div className="mt-2">
      <div className="flex flex-wrap gap-1.5">
        {!note.pinned && (
          <Button size="small" className="border-rosin" onClick={() => edit(pinned(map, note, note.hold))}>
            <Pin size={13} aria-hidden /> Pin {sayHold(map.instrument, note.hold)}
          </Button>
        )}
        {shown.map((c) => (
          <Button
            key={choiceOf(c.hold)}
            size="small"
            onClick={() => edit(pinned(map, note, c.hold))}
            aria-label={`Pin ${sayHold(map.instrument, c.hold)} instead, ${sayPrice(c.price)}${isLearned(c.hold) ? '' : ', new for the class'}`}
          >
            or {sayHold(map.instrument, c.hold)}{' '}
            <span className={`tabular-nums ${isLearned(c.hold) ? 'text-soft' : 'font-semibold text-madder'}`}>
              {priceTag(c.price)}
              {isLearned(c.hold) ? '' : ' new'}
            </span>
          </Button>
        ))}
        {choices.length > first.length && (
          <button type="button" className="px-1 text-sm text-rosin underline" onClick={() => setAll(!all)}>
            {all ? 'fewer' : `${choices.length - first.length} more`}
          </button>
        )}
      </div>
      {choices.length > 0 && (
        <p className="mt-1.5 text-fine leading-snug text-soft">
          +1 is about one more bow crossing in the whole line; coming to something new for the class counts 100 or more.
        </p>
      )}
    </div>
  )
}

const priceTag = (price: number): string => (price > 0 ? `+${price}` : price === 0 ? '±0' : `−${-price}`)
const sayPrice = (price: number): string => (price === 0 ? 'as easy' : price > 0 ? `harder by ${price}` : `easier by ${-price}`)
