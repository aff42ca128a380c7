'use client'

import { useDesk } from '@/ui/session/DeskProvider'
import { Left } from './Left'
import { signOf } from './sign'
import { useLesson, useRunRows } from './useLesson'

/** What a lesson says between what is played: a step, or what comes next, with the time that is left to it. */
export function LessonStrip() {
  const lesson = useLesson((l) => l)
  const rows = useRunRows()
  const piece = useDesk((d) => d.piece)
  const seats = useDesk((d) => d.seats)
  const sign = signOf(lesson, { piece, rows, seats })
  const { until, phase, trouble } = lesson
  if (!sign) return null
  return (
    <div className="now-strip" role="group" aria-label="Now">
      <span className="now-beat">{until === null ? '–' : <Left until={until} clock={pageClock} />}</span>
      <span className="min-w-0 flex-1">
        <span className="block font-title text-2xl leading-tight">{sign.head}</span>
        <span className="block text-fine text-soft">{[sign.tells, trouble, HINT[phase]].filter(Boolean).join(' ')}</span>
      </span>
    </div>
  )
}

const pageClock = (): number => performance.now()

const HINT = {
  off: '',
  playing: '',
  step: 'Space: done, go on.',
  rest: 'Space: at once.',
  waiting: 'Space: go on.',
  over: '',
} as const
