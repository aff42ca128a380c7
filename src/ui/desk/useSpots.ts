'use client'

import { useMemo } from 'react'
import { spotsOf } from '@/core/reading/spots'
import type { Spot } from '@/core/reading/spots/spot'
import { SEATS } from '@/core/hands/instruments'
import { useDesk } from './DeskProvider'
import { shownSpots } from './deskStore'

/** The spots that the teacher sees, of all seats, in the order of the music. */
export function useShownSpots(): readonly Spot[] {
  const piece = useDesk((d) => d.piece)
  const ensemble = useDesk((d) => d.ensemble)
  const plan = useDesk((d) => d.plan)
  const klass = useDesk((d) => d.klass)
  return useMemo(() => shownSpots({ piece, ensemble, plan, klass }), [piece, ensemble, plan, klass])
}

/** Every spot, shown or not. */
export function useAllSpots(): readonly Spot[] {
  const piece = useDesk((d) => d.piece)
  const ensemble = useDesk((d) => d.ensemble)
  return useMemo(
    () =>
      SEATS.flatMap((s) => spotsOf(piece, ensemble[s])).sort((a, b) => a.onset - b.onset || SEATS.indexOf(a.seat) - SEATS.indexOf(b.seat)),
    [piece, ensemble],
  )
}
