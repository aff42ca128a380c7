'use client'

import { Check, Play, RotateCcw, SkipForward, Square, X } from 'lucide-react'
import { count } from '@/core/count'
import { sayLeft } from '@/core/practice/runSheet'
import { Button } from '@/ui/kit/Button'
import { Left } from '@/ui/rehearse/Left'
import { isOn, type Phase } from '@/core/practice/lessonRun'
import { useLesson, useLessonStore, useRunRows } from '@/ui/rehearse/useLesson'

const GO: Readonly<Record<Exclude<Phase, 'off'>, string>> = {
  over: 'From the beginning again',
  playing: 'Stop here',
  step: 'Done, go on',
  rest: 'Go on now',
  waiting: 'Go on',
}

/** What the teacher presses while it runs. `start`: what begins it; `minutes`: how long the lesson is, where it has an end. */
export function Going({ start, minutes = null }: { start: string; minutes?: number | null }) {
  const lesson = useLessonStore()
  const phase = useLesson((l) => l.phase)
  const byHand = useLesson((l) => l.byHand)
  const any = useRunRows().length > 0
  const on = useLesson(isOn)
  if (!any) return null
  return (
    <>
      {/* In reach however far the list is scrolled. */}
      <div className="sticky top-0 z-10 -mx-4 grid gap-2 bg-sheet px-4 py-2">
        <div className="flex items-center gap-1.5">
          <Button kind="filled" className="min-h-11 flex-1 justify-center text-lead" onClick={lesson.go}>
            {phase === 'playing' ? <Square size={17} aria-hidden /> : <Play size={17} aria-hidden />} {phase === 'off' ? start : GO[phase]}
          </Button>
          {on && (
            <>
              <Button className="min-h-11" aria-label="This row again" title="This row again" onClick={lesson.again}>
                <RotateCcw size={16} aria-hidden />
              </Button>
              <Button className="min-h-11" aria-label="Next row" title="Next row" onClick={lesson.skip}>
                <SkipForward size={16} aria-hidden />
              </Button>
              <Button className="min-h-11" onClick={lesson.stop}>
                End
              </Button>
            </>
          )}
        </div>
        <Went />
      </div>
      <label className="tick text-sm">
        <input type="checkbox" className="accent-control" checked={byHand} onChange={(e) => lesson.setByHand(e.target.checked)} />
        One after the other
      </label>
      {minutes !== null && <TimeLeft minutes={minutes} />}
    </>
  )
}

/** How the row goes, as the teacher sees it: each tap goes into the record. */
function Went() {
  const lesson = useLessonStore()
  const id = useLesson((l) => l.row)
  const row = useRunRows().find((r) => r.id === id)
  const phase = useLesson((l) => l.phase)
  const clean = useLesson((l) => l.clean)
  const slips = useLesson((l) => l.slips)
  const unsent = useLesson((l) => l.unsent.length)
  const trouble = useLesson((l) => l.trouble)
  return (
    <>
      {phase !== 'off' && row && row.kind !== 'step' && (
        <div className="flex flex-wrap items-center gap-1.5">
          <Button size="small" onClick={() => lesson.tap(true)}>
            <Check size={15} aria-hidden /> Clean
          </Button>
          <Button size="small" onClick={() => lesson.tap(false)}>
            <X size={15} aria-hidden /> Slip
          </Button>
          <span role="status" className="text-fine text-soft">
            {clean + slips > 0 && `This row: ${clean} clean${slips ? `, ${count(slips, 'slip')}` : ''}.`}
          </span>
        </div>
      )}
      {trouble && (
        <p role="alert" className="text-fine text-madder">
          {trouble}{' '}
          {unsent > 0 && (
            <Button size="small" onClick={() => void lesson.flush()}>
              Record {count(unsent, 'thing')} again
            </Button>
          )}
        </p>
      )}
    </>
  )
}

/** How much of the lesson is left, by the clock of the day. */
function TimeLeft({ minutes }: { minutes: number }) {
  const began = useLesson((l) => l.began)
  const on = useLesson(isOn)
  if (!on || began === null) return null
  return (
    <p className="text-fine text-soft">
      <Left until={began + minutes * 60_000} clock={dayClock} says={sayLeft} /> of the lesson.
    </p>
  )
}

const dayClock = (): number => Date.now()
