'use client'

import { useMemo } from 'react'
import { asClassSays } from '@/core/reading/asClassSays'
import { digestOf } from '@/core/reading/digest/digest'
import { readersOf } from '@/core/reading/digest/readers'
import type { Thing } from '@/core/reading/digest/thing'
import { mapsOf } from '@/core/seats/ensemble'
import { useMapped } from './useSpots'

/** The first things to say to the class, of what the teacher has not put away. */
export function useDigest(): readonly Thing[] {
  const { piece, ensemble, plan, klass } = useMapped()
  return useMemo(
    () => digestOf(readersOf(piece, mapsOf(ensemble), plan.spots, klass.spots, klass.reads)).map((x) => asClassSays(klass.talk, x)),
    [piece, ensemble, plan.spots, klass.spots, klass.reads, klass.talk],
  )
}
