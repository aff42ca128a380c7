'use client'

import { useDeferredValue, useMemo } from 'react'
import { bySeat, SEATS, type Seat } from '@/core/hands/instruments'
import { spotsOf } from '@/core/reading/spots'
import type { Spot } from '@/core/reading/spots/spot'
import { useDesk } from './DeskProvider'
import { shownIn, shownSpots, type DeskState } from './deskStore'

type Mapped = Pick<DeskState, 'piece' | 'ensemble' | 'plan' | 'klass'>

/** The class as it is mapped, a moment later than the bench: a changed finger is drawn first, what it means for the rest follows. */
export function useMapped(): Mapped {
  const piece = useDesk((d) => d.piece)
  const ensemble = useDesk((d) => d.ensemble)
  const plan = useDesk((d) => d.plan)
  const klass = useDesk((d) => d.klass)
  return useDeferredValue(useMemo(() => ({ piece, ensemble, plan, klass }), [piece, ensemble, plan, klass]))
}

/** The spots that the teacher sees, of all seats, in the order of the music. */
export function useShownSpots(): readonly Spot[] {
  const mapped = useMapped()
  return useMemo(() => shownSpots(mapped), [mapped])
}

/** The same seat by seat, each the same list while nothing about it changes. */
export function useShownBySeat(): Readonly<Record<Seat, readonly Spot[]>> {
  const mapped = useMapped()
  return useMemo(() => bySeat((s) => shownIn(mapped, s)), [mapped])
}

/** Every spot, shown or not. */
export function useAllSpots(): readonly Spot[] {
  const { piece, ensemble } = useMapped()
  return useMemo(
    () =>
      SEATS.flatMap((s) => spotsOf(piece, ensemble[s])).sort((a, b) => a.onset - b.onset || SEATS.indexOf(a.seat) - SEATS.indexOf(b.seat)),
    [piece, ensemble],
  )
}
