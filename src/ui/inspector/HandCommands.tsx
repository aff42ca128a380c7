'use client'

import { handPin, HAND_COMMANDS } from '@/core/fingering/handPins'
import type { MappedNote, SeatMap } from '@/core/fingering/map'
import { useDesk } from '@/ui/session/DeskProvider'
import { sayCommand } from '@/ui/session/edits'
import { Button } from '@/ui/kit/Button'

const KEYS = { stay: 'S', home: 'H', enter: 'N' } as const

/** Where the hand may be told to be at a note: shown where a shift is near. */
export function HandCommands({ map, note }: { map: SeatMap; note: MappedNote }) {
  const tellHand = useDesk((d) => d.tellHand)
  const offered = HAND_COMMANDS.flatMap((command) => {
    const told = handPin(map, note.column, command)
    return told ? [{ command, position: told.position }] : []
  })
  if (offered.length === 0) return null
  return (
    <div className="mt-2 flex flex-wrap gap-1.5" role="group" aria-label="Tell the hand">
      {offered.map(({ command, position }) => (
        <Button key={command} size="small" onClick={() => tellHand(command)} aria-keyshortcuts={KEYS[command]}>
          <span className="first-letter:uppercase">{sayCommand(command, position)}</span>
          <kbd className="text-soft">{KEYS[command]}</kbd>
        </Button>
      ))}
    </div>
  )
}
