'use client'

import { INSTRUMENTS, SEATS, type Seat } from '@/core/hands/instruments'
import { useDesk } from '../desk/DeskProvider'
import { Choice } from '../parts/Choice'

const OPTIONS = SEATS.map((s) => [s, INSTRUMENTS[s].name] as const)

/** Whose part is read: the picked seat. */
export function SeatTitle() {
  const seat = useDesk((d) => d.seat)
  const moment = useDesk((d) => d.moment)
  const pick = useDesk((d) => d.pick)
  return (
    <div className="mb-2">
      <Choice label="Seat" value={seat} options={OPTIONS} onChange={(s: Seat) => pick(moment, s)} />
    </div>
  )
}
