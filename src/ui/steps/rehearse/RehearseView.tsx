'use client'

import dynamic from 'next/dynamic'
import { useEffect } from 'react'
import { Outline } from '@/ui/kit/Outline'
import { Bench } from '@/ui/bench/Bench'
import { LessonStrip } from '@/ui/rehearse/LessonStrip'
import { DRILL } from '@/ui/rehearse/lesson'
import { Stage } from '@/ui/rehearse/Stage'
import { useLesson, useLessonStore } from '@/ui/rehearse/useLesson'
import { useRehearsalStore } from '@/ui/rehearse/useRehearsal'
import { useWallLink } from '@/ui/rehearse/useWallLink'
import { useDesk } from '@/ui/session/DeskProvider'
import { useRehearseKeys } from './keys'
import { Playing } from './Playing'

const ScoreView = dynamic(() => import('@/ui/score/ScoreView').then((m) => m.ScoreView), {
  loading: () => <Outline says="Drawing the score …" rows={6} />,
})

/** The class as it is drawn, with what is heard now over it: the picked moment goes along with the sound. */
export function RehearseView() {
  const rehearsal = useRehearsalStore()
  const lesson = useLessonStore()
  const between = useLesson((l) => l.phase !== 'off' && l.phase !== 'playing')
  useRehearseKeys()
  useWallLink()
  // Whoever leaves the step or the page leaves silence.
  useEffect(
    () => () => {
      lesson.stop()
      rehearsal.stop()
    },
    [rehearsal, lesson],
  )
  return (
    <div className="flex h-full min-h-0 flex-col" role="region" aria-label="Rehearse">
      {between ? <LessonStrip /> : <Playing />}
      <Stage>
        <Music />
      </Stage>
    </div>
  )
}

function Music() {
  const view = useDesk((d) => d.view)
  const drill = useDesk((d) => d.id === DRILL)
  return (
    <div className={`min-h-0 flex-1 ${view === 'bench' ? 'overflow-hidden' : 'overflow-y-auto'} ${drill ? 'drill-bench' : ''}`}>
      {view === 'bench' ? <Bench fixed={drill ? 'Notes of the drill' : undefined} /> : <ScoreView />}
    </div>
  )
}
