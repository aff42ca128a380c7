'use client'

import { useMemo } from 'react'
import { mapsOf } from '@/core/seats/ensemble'
import type { EverySeat } from '@/core/seats/seat'
import { evennessOf, type Evenness } from '@/core/seats/evenness'
import { loadOf, type SeatLoad } from '@/core/seats/load'
import { useMapped } from './useSpots'
import { count } from '@/core/count'

/** The load of every seat as the class stands, and how even it is. */
export function useLoads(): { loads: EverySeat<SeatLoad>; evenness: Evenness } {
  const { piece, ensemble } = useMapped()
  return useMemo(() => {
    const loads = Object.fromEntries(mapsOf(ensemble).map((m) => [m.seat.id, loadOf(piece, m)]))
    const evenness = evennessOf(Object.fromEntries(Object.entries(loads).map(([seat, l]) => [seat, l.byMeasure])))
    return { loads, evenness }
  }, [piece, ensemble])
}

export const percent = (x: number): string => `${Math.round(100 * x)} %`
/** To a tenth: "4.2", "12", "−0.5". */
export const finePoints = (x: number): string => `${Math.round(10 * x) / 10}`.replace('-', '−')
export const points = (x: number): string => `${Math.round(x)}`
export const sayPoints = (x: number): string => count(Math.round(x), 'point')
