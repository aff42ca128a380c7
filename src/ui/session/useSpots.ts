'use client'

import { useDeferredValue, useMemo } from 'react'
import type { EverySeat } from '@/core/seats/seat'
import { mapsOf } from '@/core/balance/ensemble'
import { spotsOf } from '@/core/reading/spots'
import { tellingOf } from '@/core/words/en/fingering'
import { said, type SaidSpot } from '@/core/words/en/spots/said'
import { useDesk } from './DeskProvider'
import type { Desk } from './deskStore'
import { inScoreOrder, shownIn, shownSpots } from './selectors'

type Mapped = Pick<Desk, 'piece' | 'ensemble' | 'plan' | 'klass'>

/** The class as it is mapped, a moment later than the bench: a changed finger is drawn first, what it means for the rest follows. */
export function useMapped(): Mapped {
  const piece = useDesk((d) => d.piece)
  const ensemble = useDesk((d) => d.ensemble)
  const plan = useDesk((d) => d.plan)
  const klass = useDesk((d) => d.klass)
  return useDeferredValue(useMemo(() => ({ piece, ensemble, plan, klass }), [piece, ensemble, plan, klass]))
}

/** The spots that the teacher sees, of all seats, in the order of the music. */
export function useShownSpots(): readonly SaidSpot[] {
  const mapped = useMapped()
  return useMemo(() => shownSpots(mapped), [mapped])
}

/** The same seat by seat, each the same list while nothing about it changes. */
export function useShownBySeat(): EverySeat<readonly SaidSpot[]> {
  const mapped = useMapped()
  return useMemo(() => Object.fromEntries(Object.keys(mapped.ensemble).map((s) => [s, shownIn(mapped, s)])), [mapped])
}

/** Every spot, shown or not. */
export function useAllSpots(): readonly SaidSpot[] {
  const { piece, ensemble, klass } = useMapped()
  return useMemo(
    () =>
      inScoreOrder(
        ensemble,
        mapsOf(ensemble).flatMap((m) => spotsOf(piece, m).map((x) => said(x, tellingOf(m, klass.talk)))),
      ),
    [piece, ensemble, klass.talk],
  )
}
