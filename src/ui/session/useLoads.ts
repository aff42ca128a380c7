'use client'

import { useMemo } from 'react'
import { mapsOf } from '@/core/balance/ensemble'
import type { EverySeat } from '@/core/seats/seat'
import { evennessOf, type Evenness } from '@/core/balance/evenness'
import { waitsIn, type Wait } from '@/core/balance/waits'
import { loadOf, type SeatLoad } from '@/core/balance/load'
import { useMapped } from './useSpots'
import { count } from '@/core/count'

/** The load of every seat as the class stands, how even it is, and whom everyone waits for. */
export function useLoads(): { loads: EverySeat<SeatLoad>; evenness: Evenness; waits: readonly Wait[] } {
  const { piece, ensemble } = useMapped()
  return useMemo(() => {
    const loads = Object.fromEntries(mapsOf(ensemble).map((m) => [m.seat.id, loadOf(piece, m)]))
    const evenness = evennessOf(Object.fromEntries(Object.entries(loads).map(([seat, l]) => [seat, l.byMeasure])))
    // Counted in whole points, as they are shown.
    const waits = waitsIn(Object.fromEntries(Object.entries(loads).map(([seat, l]) => [seat, l.byMeasure.map(Math.round)])))
    return { loads, evenness, waits }
  }, [piece, ensemble])
}

export const percent = (x: number): string => `${Math.round(100 * x)} %`
/** To a tenth: "4.2", "12", "−0.5". */
export const finePoints = (x: number): string => `${Math.round(10 * x) / 10}`.replace('-', '−')
export const points = (x: number): string => `${Math.round(x)}`
export const sayPoints = (x: number): string => count(Math.round(x), 'point')
