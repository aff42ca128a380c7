'use client'

import { headMeasure } from '@/core/piece/address'
import { useMemo } from 'react'
import { readingOf } from '@/core/reading/reading'
import { sameSpacings } from '@/core/reading/sameSpacing'
import { tellingOf } from '@/core/words/en/fingering'
import { saySameSpacing } from '@/core/words/en/reading'
import { useDesk } from '@/ui/session/DeskProvider'
import { SeatTitle } from './SeatTitle'

/** Every kind of crossing of two fingers, explained by one string that the class knows. */
export function SpacingTab() {
  const piece = useDesk((d) => d.piece)
  const map = useDesk((d) => d.ensemble[d.seat])
  const line = useDesk((d) => d.ensemble[d.seat].line)
  const point = useDesk((d) => d.point)
  const talk = useDesk((d) => d.klass.talk)
  const pointed = useDesk((d) => d.pointed)
  const all = useMemo(() => sameSpacings(readingOf(piece, map)), [piece, map])
  return (
    <div className="min-h-0 grow overflow-y-auto px-3 py-2" tabIndex={0} role="group" aria-label="Same spacing">
      <SeatTitle />
      <p className="leading-snug text-soft">
        A crossing feels new, but the fingers are spaced like two notes on one string. Show that first, then cross.
      </p>
      {all.length === 0 && <p className="mt-2">No crossing here has the same spacing as notes on one string that the class knows.</p>}
      <ul className="mt-2">
        {all.map((t) => (
          <li key={t.note.index} className={`border-t border-rule py-1.5 ${pointed?.notes === t.events ? 'bg-wash/50' : ''}`}>
            <button
              type="button"
              aria-current={pointed?.notes === t.events || undefined}
              className="text-left hover:underline"
              onClick={() => point({ measures: [], notes: t.events })}
            >
              <span className="font-semibold">{headMeasure(line, t.note.placed.at.index)}</span>
            </button>
            <p className="leading-snug">{saySameSpacing(tellingOf(map, talk), t)}</p>
          </li>
        ))}
      </ul>
    </div>
  )
}
