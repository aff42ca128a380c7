'use client'

import { useCalled } from '@/ui/kit/InClass'
import { handPin, HAND_COMMANDS, heldOn, heldPlace } from '@/core/fingering/handPins'
import type { MappedNote, SeatMap } from '@/core/fingering/map'
import { beatOf } from '@/core/music/time'
import { useDesk } from '@/ui/session/DeskProvider'
import { sayCommand } from '@/ui/session/edits'
import { Button } from '@/ui/kit/Button'

const KEYS = { stay: 'S', home: 'H', enter: 'N', next: 'I' } as const

/** Where the hand may be told to be at a note; and where a pin holds it, how far. */
export function HandCommands({ map, note }: { map: SeatMap; note: MappedNote }) {
  const tellHand = useDesk((d) => d.tellHand)
  const all = HAND_COMMANDS.flatMap((command) => {
    const told = handPin(map, note.column, command)
    return told ? [{ command, position: told.position }] : []
  })
  // The same place is offered once.
  const offered = all.filter((o, i) => all.findIndex((x) => x.position === o.position) === i)
  if (offered.length === 0) return <Held map={map} note={note} />
  return (
    <>
      <Held map={map} note={note} />
      <div className="mt-2 flex flex-wrap gap-1.5" role="group" aria-label="Tell the hand">
        {offered.map(({ command, position }) => (
          <Button key={command} size="small" onClick={() => tellHand(command)} aria-keyshortcuts={KEYS[command]}>
            <span className="first-letter:uppercase">{sayCommand(command, position)}</span>
            <kbd className="text-soft">{KEYS[command]}</kbd>
          </Button>
        ))}
      </div>
    </>
  )
}

/** The position that a pin holds at a note, to where, with its end to be moved. */
function Held({ map, note }: { map: SeatMap; note: MappedNote }) {
  const called = useCalled()
  const holdPlace = useDesk((d) => d.holdPlace)
  const place = heldPlace(map, note.column)
  if (!place) return null
  const last = map.notes.find((n) => n.column === place.to)
  const { number } = last!.placed.at.measure
  return (
    <div className="mt-2 flex flex-wrap items-center gap-1.5" role="group" aria-label="Pinned position">
      <span className="text-sm">
        <span className="font-semibold">{place.position}</span> {called('to measure')} {number}, beat{' '}
        {beatOf(last!.placed.into, last!.placed.at.meter)}
      </span>
      <Button size="small" disabled={!heldOn(map, place, -1)} onClick={() => holdPlace(-1)} aria-keyshortcuts="-">
        one note shorter <kbd className="text-soft">−</kbd>
      </Button>
      <Button size="small" disabled={!heldOn(map, place, 1)} onClick={() => holdPlace(1)} aria-keyshortcuts="+">
        one note longer <kbd className="text-soft">+</kbd>
      </Button>
    </div>
  )
}
