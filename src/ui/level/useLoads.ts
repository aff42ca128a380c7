'use client'

import { useMemo } from 'react'
import { bySeat, type Seat } from '@/core/hands/instruments'
import { evennessOf, type Evenness } from '@/core/seats/evenness'
import { loadOf, type SeatLoad } from '@/core/seats/load'
import { useMapped } from '../desk/useSpots'

/** The load of every seat as the class stands, and how even it is. */
export function useLoads(): { loads: Readonly<Record<Seat, SeatLoad>>; evenness: Evenness } {
  const { piece, ensemble } = useMapped()
  return useMemo(() => {
    const loads = bySeat((s) => loadOf(piece, ensemble[s]))
    const evenness = evennessOf(bySeat((s) => loads[s].byMeasure))
    return { loads, evenness }
  }, [piece, ensemble])
}

export const percent = (x: number): string => `${Math.round(100 * x)} %`
/** To a tenth: "4.2", "12", "−0.5". */
export const finePoints = (x: number): string => `${Math.round(10 * x) / 10}`.replace('-', '−')
export const points = (x: number): string => `${Math.round(x)}`
export const sayPoints = (x: number): string => (Math.round(x) === 1 ? '1 point' : `${Math.round(x)} points`)
