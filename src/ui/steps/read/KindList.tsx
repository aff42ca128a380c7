'use client'

import { capital, inSentence } from '@/core/names'
import { aboutKind } from '@/core/reading/spots/detectors'
import { kindName } from '@/core/words/en/spots/said'
import type { Concern } from '@/core/reading/spots/spot'
import { SPOT_KINDS } from '@/core/plan/spotKinds'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { kindShown, muted } from '@/ui/session/edits'
import { useAllSpots, useShownSpots } from '@/ui/session/useSpots'
import { Button } from '@/ui/kit/Button'
import { KindSelect } from '@/ui/ways/KindSelect'

const CONCERNS: readonly (readonly [Concern, string])[] = [
  ['class', 'For this class'],
  ['eye', 'For the eye'],
  ['hand', 'For the left hand'],
  ['bow', 'For the bow'],
]

/** Every kind of spot with how many there are, and whether it is shown: as the class's level has it, always, or never. */
export function KindList() {
  const all = useAllSpots()
  const shown = useShownSpots()
  const ensemble = useDesk((d) => d.ensemble)
  const kinds = useDesk((d) => d.plan.spots.kinds)
  const quiet = useDesk((d) => d.plan.spots.muted)
  const line = useDesk((d) => d.ensemble[d.seat].line)
  const edit = useDesk((d) => d.edit)
  const seats = useSeats()
  const count = (list: typeof all, kind: string) => list.filter((s) => s.kind === kind).length
  const silenced = all.filter((s) => quiet.includes(s.id))
  return (
    <div className="min-h-0 grow overflow-y-auto px-3 pb-3" tabIndex={0} role="group" aria-label="Kinds of places to watch">
      {CONCERNS.map(([concern, title]) => (
        <section key={concern} className="mt-2">
          <h3 className="font-semibold">{title}</h3>
          <ul>
            {SPOT_KINDS.filter((k) => aboutKind(k).concern === concern).map((k) => (
              <li key={k} className="border-t border-rule py-0.5">
                <KindSelect
                  kind={k}
                  value={kinds[k]}
                  inherited="as the class"
                  count={`${count(shown, k)} of ${count(all, k)}`}
                  onChange={(choice) => edit(kindShown(k, choice))}
                />
              </li>
            ))}
          </ul>
        </section>
      ))}
      {silenced.length > 0 && (
        <section className="mt-3">
          <h3 className="font-semibold">Muted one by one</h3>
          <ul>
            {silenced.map((s) => (
              <li key={s.id} className="flex items-center gap-2 border-t border-rule py-1">
                <span className="min-w-0 grow text-sm leading-snug">
                  {capital(s.where)}, {inSentence(ensemble[s.seat].seat.name)}: {kindName(s.kind).toLowerCase()}
                </span>
                <Button size="small" onClick={() => edit(muted(seats, line, [s], false))}>
                  Show
                </Button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  )
}
