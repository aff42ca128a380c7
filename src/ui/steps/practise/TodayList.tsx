'use client'

import { CalendarDays, Lock, LockOpen, Play, Printer, X } from 'lucide-react'
import Link from 'next/link'
import { useState } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { classPage, piecePage } from '@/api/address'
import { WARMUP_BOUNDS } from '@/core/plan/settled'
import { WARMUP_MINUTES } from '@/core/practice/warmup'
import { capital } from '@/core/names'
import { aboutMinutes, count, plural, sayMinutes } from '@/core/count'
import { Button, buttonLook } from '@/ui/kit/Button'
import { SortedList, SortedRow } from '@/ui/kit/SortedList'
import { isOn } from '@/core/practice/lessonRun'
import { lessonOf } from '@/ui/rehearse/lesson'
import { useLessonStore } from '@/ui/rehearse/useLesson'
import { useDesk, useDeskStore } from '@/ui/session/DeskProvider'
import { stepInPlace } from '@/ui/session/useAddress'
import { warmupPut } from '../rehearse/edits'
import { warming } from '@/ui/rehearse/warming'
import { Going } from '../rehearse/LessonGoing'
import { AddDrill } from './AddDrill'
import { asBefore, keptIn, lasting, drillLeftOut, ordered } from './edits'

import { pickedIn, usePick, usePractise } from './usePractise'

/** The warm-up of today: how long, what is in it in order, and what it prepares. */
export function TodayList() {
  const of = useClassId()
  const today = usePractise((p) => p.today)
  const id = useDesk((d) => d.id)
  const settled = useDesk((d) => d.plan.warmup)
  const edit = useDesk((d) => d.edit)
  const anything = settled.locked.length + settled.dropped.length + settled.order.length + settled.steps.length > 0
  const over = today ? Math.round((today.minutes - settled.minutes) * 10) / 10 : 0
  return (
    <section aria-labelledby="today" className="practise-list">
      <h2 id="today" className="font-title text-xl">
        Warm-up
      </h2>
      <HowLong />
      <p className="mt-1 text-fine text-soft" aria-live="polite">
        {today ? `${capital(aboutMinutes(today.minutes))}. ${today.said}` : 'Making the drills …'}
        {over > 0 && ` What you keep in takes ${sayMinutes(over)} too long.`}
        {today &&
          today.gone.length > 0 &&
          ` ${count(today.gone.length, 'drill')} you kept in ${plural(today.gone.length, 'is', 'are')} not in this piece any more.`}
      </p>
      {today && <Items />}
      {today && today.items.length > 0 && (
        <div className="grid gap-2">
          <Going start="Play all of it" />
        </div>
      )}
      <div className="mt-2 flex flex-wrap gap-1.5">
        <AddDrill />
        <Link href={piecePage(of, id, 'warm-up/print')} className={`tap ${buttonLook('plain', 'small')}`}>
          <Printer size={15} aria-hidden /> Print
        </Link>
        <IntoLesson />
        <Link href={classPage(of, 'plan')} className={`tap ${buttonLook('plain', 'small')}`}>
          <CalendarDays size={15} aria-hidden /> Plan
        </Link>
        {anything && (
          <Button size="small" kind="quiet" onClick={() => edit(asBefore())}>
            Choose again
          </Button>
        )}
      </div>
    </section>
  )
}

/** The warm-up put into the run of the lesson, where it is played as a whole. */
function IntoLesson() {
  const of = useClassId()
  const desk = useDeskStore()
  const stock = usePractise((p) => p.stock)
  const today = usePractise((p) => p.today)
  const go = () => {
    const { id, passage, edit } = desk.getState()
    edit(warmupPut(warming(stock, today, passage)))
    lessonOf(desk).setState({ tab: 'lesson' })
    stepInPlace(piecePage(of, id, 'rehearse'))
  }
  return (
    <Button size="small" disabled={!today || today.items.length === 0} onClick={go}>
      <Play size={15} aria-hidden /> Add to the lesson
    </Button>
  )
}

/** How long the warm-up may be: the usual lengths, or typed. */
function HowLong() {
  const minutes = useDesk((d) => d.plan.warmup.minutes)
  const edit = useDesk((d) => d.edit)
  const [typed, setTyped] = useState<string | null>(null)
  const take = () => {
    const n = Math.round(Number(typed?.replace(',', '.')) * 10) / 10
    if (typed !== null && n >= WARMUP_BOUNDS.least && n <= WARMUP_BOUNDS.most && n !== minutes) edit(lasting(n))
    setTyped(null)
  }
  return (
    <div role="group" aria-label="How long" className="mt-1 flex flex-wrap items-center gap-1">
      {WARMUP_MINUTES.map((n) => (
        <Button
          key={n}
          size="small"
          kind={n === minutes ? 'filled' : 'plain'}
          aria-pressed={n === minutes}
          onClick={() => edit(lasting(n))}
        >
          {n}
        </Button>
      ))}
      <label className="flex items-center gap-1 text-fine">
        <input
          aria-label={`Minutes, ${WARMUP_BOUNDS.least} to ${WARMUP_BOUNDS.most}`}
          inputMode="decimal"
          value={typed ?? `${minutes}`}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={take}
          onKeyDown={(e) => {
            if (e.key === 'Enter') take()
            if (e.key === 'Escape') setTyped(null)
          }}
          className="w-12 rounded border border-rule bg-paper px-1.5 py-0.5 text-right tabular-nums"
        />
        minutes
      </label>
    </div>
  )
}

/** What is done, in order. */
function Items() {
  const items = usePractise((p) => p.today!.items)
  const edit = useDesk((d) => d.edit)
  return (
    <SortedList ids={items.map((x) => x.id)} order={(ids) => edit(ordered(ids))}>
      {items.map((x, at) => (
        <Row key={x.id} id={x.id} at={at} minutes={x.minutes} />
      ))}
    </SortedList>
  )
}

function Row({ id, at, minutes }: { id: string; at: number; minutes: number }) {
  const drill = usePractise((p) => p.today?.items.find((x) => x.id === id)?.drill ?? null)
  const step = usePractise((p) => p.stock?.steps.find((s) => s.id === id))
  const here = usePractise((p) => pickedIn(p) === id)
  const locked = useDesk((d) => d.plan.warmup.locked.includes(id))
  const edit = useDesk((d) => d.edit)
  const pick = usePick()
  const run = useLessonStore()
  // While all of it is played it goes on from here; else it is looked at.
  const take = () => {
    if (isOn(run.getState())) return run.begin(at)
    run.stop()
    pick(id)
  }
  const title = drill?.title ?? step?.title ?? ''
  return (
    <SortedRow id={id} name={title} here={here}>
      <button type="button" aria-current={here || undefined} onClick={take} className="min-w-0 flex-1 text-left text-sm leading-tight">
        <span className="font-semibold">{title}</span> <span className="whitespace-nowrap text-soft">{sayMinutes(minutes)}</span>
      </button>
      {drill && (
        <button
          type="button"
          aria-pressed={locked}
          aria-label={`Keep ${title} in`}
          title={locked ? 'Kept in' : 'Keep it in'}
          onClick={() => edit(keptIn(id, title, !locked))}
          className={`tap rounded p-1 ${locked ? 'text-ink' : 'text-soft'}`}
        >
          {locked ? <Lock size={15} aria-hidden /> : <LockOpen size={15} aria-hidden />}
        </button>
      )}
      <button
        type="button"
        aria-label={`Leave ${title} out`}
        title="Leave it out"
        onClick={() => edit(drillLeftOut(id, title))}
        className="tap rounded p-1 text-soft hover:text-ink"
      >
        <X size={15} aria-hidden />
      </button>
    </SortedRow>
  )
}
