'use client'

import type { SeatId } from '@/core/seats/seat'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { Choice } from '@/ui/kit/Choice'

/** Whose part is read: the picked seat. */
export function SeatTitle() {
  const seats = useSeats()
  const seat = useDesk((d) => d.seat)
  const moment = useDesk((d) => d.moment)
  const pick = useDesk((d) => d.pick)
  return (
    <div className="mb-2">
      <Choice label="Seat" value={seat} options={seats.map((s) => [s.id, s.name] as const)} onChange={(s: SeatId) => pick(moment, s)} />
    </div>
  )
}
