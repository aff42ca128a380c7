'use client'

import { useEffect, useMemo, useState } from 'react'
import type { SaidThing } from '@/core/words/en/digest'
import { mapsOf } from '@/core/balance/ensemble'
import { useMapped } from './useSpots'

/** What makes the digest; null while it is fetched. The music is drawn first, what is said of it follows. */
type Maker = Pick<typeof import('./digest'), 'digestFor'>
let made: Maker | null = null

/** The first things to say to the class, of what the teacher has not put away; or that they are not known yet, or cannot be. */
export function useDigest(): readonly SaidThing[] | 'making' | 'failed' {
  const { piece, ensemble, plan, klass } = useMapped()
  const [maker, setMaker] = useState(made)
  const [failed, setFailed] = useState(false)
  useEffect(() => {
    if (maker) return
    let wanted = true
    void import('./digest').then(
      (m) => {
        made = m
        if (wanted) setMaker(m)
      },
      () => wanted && setFailed(true),
    )
    return () => {
      wanted = false
    }
  }, [maker])
  const things = useMemo(
    () => maker && maker.digestFor(piece, mapsOf(ensemble), plan.spots, klass),
    [maker, piece, ensemble, plan.spots, klass],
  )
  return things ?? (failed ? 'failed' : 'making')
}
