'use client'

import { useMemo } from 'react'
import type { SaidThing } from '@/core/words/en/digest'
import { useDesk } from './DeskProvider'
import { useDigest } from './useDigest'
import { useShownSpots } from './useSpots'

/**
 * What is written out at the notes: the first place of each thing that is said before playing, all places of the one that was
 * gone to, and the spot that was. `lit`: the measures, by index, that it, or what a panel points at, speaks of.
 */
export function useSaid(): { readonly said: ReadonlySet<string>; readonly lit: ReadonlySet<number> } {
  const digest = useDigest()
  const things = typeof digest === 'string' ? NOTHING : digest
  const shown = useShownSpots()
  const picked = useDesk((d) => d.spot)
  const pointed = useDesk((d) => d.pointed)
  return useMemo(() => {
    const said = new Set(things.flatMap((t) => t.spots.slice(0, 1).map((s) => s.id)))
    if (picked === null) return { said, lit: pointed ? new Set(pointed.measures) : NONE }
    const thing = things.find((t) => t.spots.some((s) => s.id === picked))
    const all = thing?.spots ?? shown.filter((s) => s.id === picked)
    for (const s of all) said.add(s.id)
    return { said, lit: new Set(all.map((s) => s.index)) }
  }, [things, shown, picked, pointed])
}

const NOTHING: readonly SaidThing[] = []
const NONE: ReadonlySet<number> = new Set()
