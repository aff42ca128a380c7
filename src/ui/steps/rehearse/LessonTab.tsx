'use client'

import { Check, ListPlus, Play, RotateCcw, SkipForward, Square, X } from 'lucide-react'
import { useEffect, useMemo, useState } from 'react'
import { classApi } from '@/api/address'
import { useClassId } from '@/ui/kit/InClass'
import { planReply } from '@/api/practice'
import { count } from '@/core/count'
import { tempoIn } from '@/core/performance/tempo'
import { RUN_BOUNDS, USUAL_STEPS } from '@/core/plan/run'
import { runOf, sayLeft, sayTime, secondsOf, type Planned } from '@/core/practice/runSheet'
import { capital } from '@/core/names'
import { sayStretch } from '@/core/piece/address'
import { answer } from '@/ui/kit/answer'
import { Button } from '@/ui/kit/Button'
import { NumberField } from '@/ui/kit/NumberField'
import { Select } from '@/ui/kit/Select'
import { SortedList } from '@/ui/kit/SortedList'
import { Left } from '@/ui/rehearse/Left'
import { isOn, type Phase } from '@/core/practice/lessonRun'
import { useLesson, useLessonStore } from '@/ui/rehearse/useLesson'
import { useRehearsal } from '@/ui/rehearse/useRehearsal'
import { useDesk, useDeskStore, useSeats } from '@/ui/session/DeskProvider'
import { stockFor, todayFor } from '@/ui/session/practiser'
import { todayIs } from '@/ui/session/record'
import type { StockInfo } from '@/workers/protocol'
import { lessonLasts, madeOf, rowPut, rowsOrdered } from './edits'
import { LessonRow } from './LessonRow'
import { warming } from './warming'

/** The run of a lesson: who plays what in which order, for how long, and what was done. */
export function LessonTab() {
  const rows = useDesk((d) => d.plan.run.rows)
  const edit = useDesk((d) => d.edit)
  const [open, setOpen] = useState<string | null>(null)
  const seconds = useSeconds()
  return (
    <section aria-labelledby="lesson" className="grid content-start gap-3 p-4">
      <Head seconds={rows.reduce((sum, r) => sum + (seconds.get(r.id) ?? 0), 0)} />
      <Going />
      {rows.length === 0 ? (
        <p className="text-soft">
          Nothing is in it yet. Make it of the warm-up and the plan, or put in passages, drills and steps, in the order of the lesson.
        </p>
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
    if (drills) lesson.load().catch(() => lesson.setState({ trouble: 'The drills of the lesson could not be made.' }))
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
        Run of the lesson
      </h2>
      <label className="flex items-center gap-1 text-fine">
        <NumberField
          label="The lesson lasts, in minutes"
          value={minutes}
          min={RUN_BOUNDS.shortest}
          max={RUN_BOUNDS.longest}
          set={(n) => edit(lessonLasts(n))}
        />
        minutes
      </label>
      <p className="w-full text-fine text-soft" aria-live="polite">
        {!any ? '' : drills && making ? 'The drills are being made …' : `${sayTime(seconds, minutes)}.`}
      </p>
    </div>
  )
}

const GO: Readonly<Record<Phase, string>> = {
  off: 'Run it',
  over: 'Run it again',
  playing: 'Stop here',
  step: 'Done, go on',
  rest: 'Go on now',
  waiting: 'Go on',
}

/** What the teacher presses while it runs. */
function Going() {
  const lesson = useLessonStore()
  const phase = useLesson((l) => l.phase)
  const byHand = useLesson((l) => l.byHand)
  const any = useDesk((d) => d.plan.run.rows.length > 0)
  const on = useLesson(isOn)
  if (!any) return null
  return (
    <>
      {/* In reach however far the list is scrolled. */}
      <div className="sticky top-0 z-10 -mx-4 grid gap-2 bg-sheet px-4 py-2">
        <div className="flex items-center gap-1.5">
          <Button kind="filled" className="min-h-11 flex-1 justify-center text-lead" onClick={lesson.go}>
            {phase === 'playing' ? <Square size={17} aria-hidden /> : <Play size={17} aria-hidden />} {GO[phase]}
          </Button>
          {on && (
            <>
              <Button className="min-h-11" aria-label="The row again" title="The row again" onClick={lesson.again}>
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
        Row by row, by hand
      </label>
      <TimeLeft />
    </>
  )
}

/** How the row goes, as the teacher sees it: each tap goes into the record. */
function Went() {
  const lesson = useLessonStore()
  const id = useLesson((l) => l.row)
  const row = useDesk((d) => d.plan.run.rows.find((r) => r.id === id))
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
function TimeLeft() {
  const began = useLesson((l) => l.began)
  const on = useLesson(isOn)
  const minutes = useDesk((d) => d.plan.run.minutes)
  if (!on || began === null) return null
  return (
    <p className="text-fine text-soft">
      <Left until={began + minutes * 60_000} clock={dayClock} says={sayLeft} /> of the lesson.
    </p>
  )
}

const dayClock = (): number => Date.now()

/** What can be put in: a passage, a step, a drill; or all of the warm-up and the plan. */
function PutIn() {
  const of = useClassId()
  const desk = useDeskStore()
  const edit = useDesk((d) => d.edit)
  const piece = useDesk((d) => d.piece)
  const passage = useDesk((d) => d.passage)
  const full = useDesk((d) => d.plan.run.rows.length >= RUN_BOUNDS.rows)
  const [busy, setBusy] = useState(false)
  const [said, setSaid] = useState('')
  const [line] = piece.lines
  const last = line.measures.length - 1
  const stretch = passage ?? { from: 0, to: last }
  const make = async () => {
    setBusy(true)
    setSaid('')
    try {
      const { id, plan, klass } = desk.getState()
      const request = { piece, plan, klass, stretch: null }
      const stock = await stockFor(request)
      const today = await todayFor(request, plan.warmup)
      const planned = await plannedFor(of, id)
      const made = runOf(warming(stock, today, null), planned ?? [], last + 1, tempoIn(piece, 0))
      edit(madeOf(made, 'made of the warm-up and the plan'))
      if (planned === null) setSaid('There is no plan for the class yet: it has the warm-up and the whole piece.')
      else if (planned.length === 0) setSaid('The plan has nothing of this piece today: it has the warm-up and the whole piece.')
    } catch {
      setSaid('It could not be made. Try again.')
    } finally {
      setBusy(false)
    }
  }
  return (
    <div className="grid gap-1.5 border-t border-rule pt-3" role="group" aria-label="Put into the lesson">
      <Button className="justify-self-start" disabled={busy} onClick={() => void make()}>
        <ListPlus size={16} aria-hidden /> Of the warm-up and the plan
      </Button>
      <div className="flex flex-wrap items-center gap-1.5">
        <Button
          size="small"
          disabled={full}
          onClick={() => edit(rowPut({ kind: 'passage', ...stretch }, passage ? sayStretch(line, stretch.from, stretch.to) : 'all of it'))}
        >
          {passage ? capital(sayStretch(line, stretch.from, stretch.to)) : 'All of the piece'}
        </Button>
        <Select
          size="small"
          aria-label="Put in a step without notes"
          value=""
          disabled={full}
          onChange={(e) => {
            const step = USUAL_STEPS[Number(e.target.value)]
            edit(rowPut({ kind: 'step', ...step }, step.words))
          }}
        >
          <option value="">A step …</option>
          {USUAL_STEPS.map((s, i) => (
            <option key={s.words} value={i}>
              {s.words}
            </option>
          ))}
        </Select>
        <DrillSelect disabled={full} />
      </div>
      <p role="status" className="text-fine text-soft">
        {busy ? 'It is being made …' : said || (full ? `A lesson has ${RUN_BOUNDS.rows} rows at the most.` : '')}
      </p>
    </div>
  )
}

/** All drills of the piece, one of each family; made when somebody reaches for them. */
function DrillSelect({ disabled }: { disabled: boolean }) {
  const desk = useDeskStore()
  const edit = useDesk((d) => d.edit)
  const [stock, setStock] = useState<StockInfo | null>(null)
  const load = () => {
    const { piece, plan, klass } = desk.getState()
    stockFor({ piece, plan, klass, stretch: null }).then(setStock, () => undefined)
  }
  const first = new Set(stock?.first)
  const drills = stock?.drills.filter((d) => first.has(d.id)) ?? []
  return (
    <Select
      size="small"
      aria-label="Put in a drill"
      value=""
      disabled={disabled}
      onFocus={load}
      onPointerEnter={load}
      className="max-w-32"
      onChange={(e) => {
        const drill = drills.find((d) => d.id === e.target.value)
        if (drill) edit(rowPut({ kind: 'drill', drill: drill.id, title: drill.title, times: drill.times }, drill.title))
      }}
    >
      <option value="">A drill …</option>
      {drills.map((d) => (
        <option key={d.id} value={d.id}>
          {d.title}
        </option>
      ))}
    </Select>
  )
}

/** What the plan of the class has for this piece today; null: there is no plan. */
async function plannedFor(of: string, piece: string): Promise<Planned[] | null> {
  const today = todayIs()
  const reply = await answer(planReply, classApi(of, `/plan?today=${today}`))
  if (!reply.ok || !reply.settings) return null
  const day = reply.days.find((d) => d.date === today)
  return day?.items.filter((x) => x.piece === piece).map(({ chunk, tempo, times }) => ({ chunk, tempo, times })) ?? []
}
