'use client'

import { useEffect, useMemo, useState } from 'react'
import { RUN_BOUNDS } from '@/core/plan/run'
import { sayTime, secondsOf } from '@/core/practice/runSheet'
import { NumberField } from '@/ui/kit/NumberField'
import { SortedList } from '@/ui/kit/SortedList'
import { useLesson, useLessonStore } from '@/ui/rehearse/useLesson'
import { useRehearsal } from '@/ui/rehearse/useRehearsal'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { lessonLasts, rowsOrdered } from './edits'
import { LessonRow } from './LessonRow'
import { Going } from './LessonGoing'
import { PutIn } from './PutIn'

/** The run of a lesson: who plays what in which order, for how long, and what was done. */
export function LessonTab() {
  const rows = useDesk((d) => d.plan.run.rows)
  const minutes = useDesk((d) => d.plan.run.minutes)
  const edit = useDesk((d) => d.edit)
  const [open, setOpen] = useState<string | null>(null)
  const seconds = useSeconds()
  return (
    <section aria-labelledby="lesson" className="grid content-start gap-3 p-4">
      <Head seconds={rows.reduce((sum, r) => sum + (seconds.get(r.id) ?? 0), 0)} />
      <Going start="Run it" minutes={minutes} />
      {rows.length === 0 ? (
        <p className="text-soft">Nothing here yet. Fill it from the warm-up and the plan, or add passages, drills and steps yourself.</p>
      ) : (
        <SortedList ids={rows.map((r) => r.id)} order={(ids) => edit(rowsOrdered(ids))}>
          {rows.map((row) => (
            <LessonRow
              key={row.id}
              row={row}
              seconds={seconds.get(row.id) ?? 0}
              open={open === row.id}
              setOpen={(on) => setOpen(on ? row.id : null)}
            />
          ))}
        </SortedList>
      )}
      <PutIn />
    </section>
  )
}

/** How long each row takes, by id; drills as soon as they are made. */
function useSeconds(): ReadonlyMap<string, number> {
  const lesson = useLessonStore()
  const rows = useDesk((d) => d.plan.run.rows)
  const piece = useDesk((d) => d.piece)
  const warmup = useDesk((d) => d.plan.warmup)
  const seats = useSeats()
  const music = useLesson((l) => l.music)
  const breath = useRehearsal((r) => r.sound.breath)
  const parts = useRehearsal((r) => r.sound.parts)
  const drills = rows.flatMap((r) => (r.kind === 'drill' ? [r.drill] : [])).join()
  useEffect(() => {
    if (drills) lesson.load().catch(() => lesson.setState({ trouble: 'We couldn’t make the drills for this lesson.' }))
  }, [lesson, drills, piece, warmup])
  return useMemo(() => {
    const all = seats.map((s) => s.id)
    return new Map(
      rows.map((r) => [r.id, secondsOf(r, r.kind === 'drill' ? (music[r.drill]?.piece ?? null) : piece, all, { breath, parts })]),
    )
  }, [rows, music, piece, seats, breath, parts])
}

function Head({ seconds }: { seconds: number }) {
  const minutes = useDesk((d) => d.plan.run.minutes)
  const any = useDesk((d) => d.plan.run.rows.length > 0)
  const making = useLesson((l) => !l.loaded)
  const drills = useDesk((d) => d.plan.run.rows.some((r) => r.kind === 'drill'))
  const edit = useDesk((d) => d.edit)
  return (
    <div className="flex flex-wrap items-baseline justify-between gap-x-3">
      <h2 id="lesson" className="panel-head">
        Lesson
      </h2>
      <label className="flex items-center gap-1 text-fine">
        <NumberField
          label="Lesson length in minutes"
          value={minutes}
          min={RUN_BOUNDS.shortest}
          max={RUN_BOUNDS.longest}
          set={(n) => edit(lessonLasts(n))}
        />
        minutes
      </label>
      <p className="w-full text-fine text-soft" aria-live="polite">
        {!any ? '' : drills && making ? 'Making the drills …' : `${sayTime(seconds, minutes)}.`}
      </p>
    </div>
  )
}
