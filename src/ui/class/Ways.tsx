'use client'

import { useState } from 'react'
import { WHY_DEFAULT, type Policy } from '@/core/fingering/policy'
import type { Seat, SeatId } from '@/core/seats/seat'
import { Choice } from '@/ui/kit/Choice'
import { DecisionSelect } from '@/ui/ways/DecisionSelect'
import { decisionsOf, sayAnswer } from '@/ui/ways/words'
import type { ClassEdits } from './classStore'

const ALL = 'all'

type Props = { seats: readonly Seat[]; policy: Policy; decide: ClassEdits['decide']; decideFor: ClassEdits['decideFor'] }

/** How the class fingers, and what one seat does otherwise. */
export function Ways({ seats, policy, decide, decideFor }: Props) {
  const [whom, setWhom] = useState<SeatId>(ALL)
  const seat = seats.find((s) => s.id === whom)
  const options = [[ALL, 'The whole class'] as const, ...seats.map((s) => [s.id, s.name] as const)]
  return (
    <>
      <div className="mt-1">
        <Choice label="For whom" value={seat?.id ?? ALL} onChange={setWhom} options={options} />
      </div>
      {seat ? (
        <div className="mt-2 flex max-w-xl flex-col gap-2">
          {decisionsOf([seat]).map((d) => (
            <DecisionSelect
              key={d.key}
              decision={d}
              value={seat.policy[d.key]}
              inherited={`same as the class: ${sayAnswer(d, policy[d.key])}`}
              onChange={(value) => decideFor(seat.id, d.key, value as Policy[typeof d.key] | undefined)}
            />
          ))}
        </div>
      ) : (
        <div className="mt-2 grid grid-cols-1 gap-x-6 sm:grid-cols-2 gap-y-3">
          {decisionsOf(seats).map((d) => (
            <DecisionSelect
              key={d.key}
              decision={d}
              value={policy[d.key]}
              note={WHY_DEFAULT[d.key]}
              onChange={(value) => value !== undefined && decide(d.key, value as Policy[typeof d.key])}
            />
          ))}
        </div>
      )}
    </>
  )
}
