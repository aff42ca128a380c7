'use client'

import { useMemo } from 'react'
import { capital } from '@/core/names'
import { readingOf } from '@/core/reading/reading'
import { startCardOf } from '@/core/reading/startCard'
import { mapsOf } from '@/core/balance/ensemble'
import { useMapped } from '@/ui/session/useSpots'

/** What each seat has ready before the first note: string and fingers, bow, how it is tested; and the count. */
export function StartCards() {
  const { piece, ensemble, klass } = useMapped()
  const cards = useMemo(
    () =>
      mapsOf(ensemble).flatMap((m) => {
        const card = startCardOf(readingOf(piece, m), klass.talk)
        return card ? [{ id: m.seat.id, name: m.seat.name, ...card }] : []
      }),
    [piece, ensemble, klass.talk],
  )
  if (cards.length === 0) return null
  return (
    <details className="border-t border-rule">
      <summary className="cursor-pointer px-3 py-1.5 font-semibold">Before the first note</summary>
      <dl className="max-h-56 overflow-y-auto px-3 pb-2 text-sm leading-snug" tabIndex={0} aria-label="Before the first note">
        {cards.map((c) => (
          <div key={c.id} className="border-t border-rule py-1">
            <dt className="font-semibold">{c.name}</dt>
            <dd>
              {capital(c.note)}. {capital(c.set)}. {capital(c.bow)}. <span className="text-soft">{capital(c.check)}.</span>
            </dd>
          </div>
        ))}
      </dl>
      <p className="px-3 pb-1.5 text-sm">Count {cards[0].count}.</p>
    </details>
  )
}
