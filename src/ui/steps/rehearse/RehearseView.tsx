'use client'

import dynamic from 'next/dynamic'
import { useEffect } from 'react'
import { Bench } from '@/ui/bench/Bench'
import { NowStrip } from '@/ui/rehearse/NowStrip'
import { useRehearsalStore } from '@/ui/rehearse/useRehearsal'
import { useWallLink } from '@/ui/rehearse/useWallLink'
import { useDesk } from '@/ui/session/DeskProvider'
import { useRehearseKeys } from './keys'

const ScoreView = dynamic(() => import('@/ui/score/ScoreView').then((m) => m.ScoreView))

/** The class as it is drawn, with what is heard now over it: the picked moment goes along with the sound. */
export function RehearseView() {
  const view = useDesk((d) => d.view)
  const rehearsal = useRehearsalStore()
  useRehearseKeys()
  useWallLink()
  // Whoever leaves the step or the page leaves silence.
  useEffect(() => () => rehearsal.stop(), [rehearsal])
  return (
    <div className="flex h-full min-h-0 flex-col" role="region" aria-label="Rehearse">
      <NowStrip />
      <div className={`min-h-0 flex-1 ${view === 'bench' ? 'overflow-hidden' : 'overflow-y-auto'}`}>
        {view === 'bench' ? <Bench /> : <ScoreView />}
      </div>
    </div>
  )
}
