'use client'

import { headMeasure } from '@/core/piece/address'
import { useMemo } from 'react'
import { readingOf } from '@/core/reading/reading'
import { sameSpacings } from '@/core/reading/sameSpacing'
import { useDesk } from '@/ui/session/DeskProvider'
import { momentAt } from '@/ui/session/selectors'
import { SeatTitle } from './SeatTitle'

/** Every kind of crossing of two fingers, explained by one string that the class knows. */
export function SpacingTab() {
  const piece = useDesk((d) => d.piece)
  const map = useDesk((d) => d.ensemble[d.seat])
  const line = useDesk((d) => d.ensemble[d.seat].line)
  const timeline = useDesk((d) => d.timeline)
  const seat = useDesk((d) => d.seat)
  const pick = useDesk((d) => d.pick)
  const all = useMemo(() => sameSpacings(readingOf(piece, map)), [piece, map])
  return (
    <div className="min-h-0 grow overflow-y-auto px-3 py-2" tabIndex={0} role="group" aria-label="Same spacing">
      <SeatTitle />
      <p className="leading-snug text-soft">
        A crossing feels new, but the two fingers lie as far apart as somewhere on one string. Show that first, then cross.
      </p>
      {all.length === 0 && (
        <p className="mt-2">No crossing of two fingers here lies like two fingers on one string that the class knows.</p>
      )}
      <ul className="mt-2">
        {all.map((t) => (
          <li key={t.note.index} className="border-t border-rule py-1.5">
            <button type="button" className="text-left hover:underline" onClick={() => pick(momentAt(timeline, t.note.placed.onset), seat)}>
              <span className="font-semibold">{headMeasure(line, t.note.placed.at.index)}</span>
            </button>
            <p className="leading-snug">{t.text}</p>
          </li>
        ))}
      </ul>
    </div>
  )
}
