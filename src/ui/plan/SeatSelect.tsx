'use client'

import { Select } from '@/ui/kit/Select'
import type { SeatId } from '@/core/seats/seat'
import type { ShownPlan } from './usePlan'

type Props = {
  seats: ShownPlan['seats']
  seat: SeatId | null
  choose: (seat: SeatId | null) => void
  size?: 'small'
}

/** The class or one of its seats. */
export function SeatSelect({ seats, seat, choose, size }: Props) {
  return (
    <Select size={size} value={seat ?? ''} onChange={(e) => choose(e.target.value || null)}>
      <option value="">the class</option>
      {seats.map((s) => (
        <option key={s.id} value={s.id}>
          {s.name}
        </option>
      ))}
    </Select>
  )
}
