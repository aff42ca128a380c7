'use client'

import { sayBeatTempo } from '@/core/piece/headline'
import { format, getISOWeek, parseISO } from 'date-fns'
import { Printer } from 'lucide-react'
import { useEffect, useState } from 'react'
import { Outline } from '@/ui/kit/Outline'
import { useClassId } from '@/ui/kit/InClass'
import { classApi, classPage } from '@/api/address'
import { sheetsReply, type SheetsReply } from '@/api/practice'
import { count, sayMinutes } from '@/core/count'
import type { SeatId } from '@/core/seats/seat'
import { answer, Trouble } from '@/ui/kit/answer'
import { BackLink } from '@/ui/kit/BackLink'
import { Button } from '@/ui/kit/Button'
import { Select } from '@/ui/kit/Select'
import { todayIs } from '@/ui/session/record'
import type { ShownPlan } from './usePlan'

/** How many boxes stand for a task: one for each clean time. */
const boxes = (times: number): string => '☐ '.repeat(times).trim()

/** Days put together by their week. */
function weeksOf(days: ShownPlan['days']): ShownPlan['days'][] {
  const weeks = new Map<string, ShownPlan['days'][number][]>()
  for (const d of days) {
    const date = parseISO(d.date)
    const key = `${format(date, 'RRRR')} ${getISOWeek(date)}`
    weeks.set(key, [...(weeks.get(key) ?? []), d])
  }
  return [...weeks.values()]
}

/** Whose sheets are printed: one seat's or the class's (null), or everybody's, a stack for each seat. */
type Whose = SeatId | 'each' | null

/** The plan on paper: a sheet a week, with a box for every clean time; for the class, a seat, or one for each seat. */
export function PlanSheets() {
  const of = useClassId()
  const [reply, setReply] = useState<SheetsReply | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const [chosen, setChosen] = useState<Whose | undefined>()
  useEffect(() => {
    answer(sheetsReply, classApi(of, `/plan/sheets?today=${todayIs()}`)).then(
      (r) => (r.ok ? setReply(r) : setTrouble(r.problem)),
      (e: unknown) => setTrouble(e instanceof Trouble ? e.message : 'We couldn’t make the sheets. Reload the page.'),
    )
  }, [of])
  const made = reply?.ok ? reply : null
  const whose = chosen === undefined ? (made?.planned ?? null) : chosen
  const sheets = (made?.sheets ?? []).filter((s) => (whose === 'each' ? s.seat !== null : s.seat === whose))
  const weeks = sheets.flatMap((s) => weeksOf(s.days.filter((d) => d.items.length > 0)).map((days) => ({ sheet: s, days })))
  return (
    <div className="min-h-dvh bg-paper">
      <header className="bar not-printed sticky top-0 z-10">
        <BackLink href={classPage(of, 'plan')} says="Back to the plan" />
        <h1 className="min-w-0 flex-1 truncate font-title text-lead">Practice sheets</h1>
        {made && (
          <label className="flex items-center gap-1.5">
            for
            <Select aria-label="Whose sheets" value={whose ?? ''} onChange={(e) => setChosen(e.target.value || null)}>
              <option value="">the class</option>
              <option value="each">one for each seat</option>
              {made.sheets.flatMap((s) =>
                s.seat === null ? (
                  []
                ) : (
                  <option key={s.seat} value={s.seat}>
                    {s.name}
                  </option>
                ),
              )}
            </Select>
          </label>
        )}
        <Button kind="filled" disabled={weeks.length === 0} onClick={() => window.print()}>
          <Printer size={16} aria-hidden /> {weeks.length > 0 ? `Print ${count(weeks.length, 'sheet')}` : 'Print'}
        </Button>
      </header>
      <main className="warmup-sheet">
        {!made && trouble ? (
          <p role="alert">{trouble}</p>
        ) : !made ? (
          <Outline says="Making the practice sheets …" rows={6} />
        ) : weeks.length === 0 ? (
          <p>No plan to print yet. Make one first.</p>
        ) : (
          weeks.map(({ sheet, days }) => <Week key={`${sheet.seat} ${days[0].date}`} whose={sheet.seat && sheet.name} days={days} />)
        )}
      </main>
    </div>
  )
}

function Week({ whose, days }: { whose: string | null; days: ShownPlan['days'] }) {
  return (
    <section className="plan-week">
      <h2 className="font-title text-xl">
        {format(parseISO(days[0].date), 'd MMMM')} to {format(parseISO(days.at(-1)!.date), 'd MMMM')}
      </h2>
      <p>{whose ? `${whose} · ` : ''}Name: ____________________</p>
      {days.map((d) => (
        <div key={d.date} className="warmup-item">
          <h3>
            {format(parseISO(d.date), 'EEEE')} <span className="font-normal">{sayMinutes(d.minutes)}</span>
          </h3>
          <ul>
            {d.items.map((x) => (
              <li key={x.id} className="flex justify-between gap-4 border-t border-rule py-1">
                <span>
                  {x.text} <span className="whitespace-nowrap">{sayBeatTempo(x.beat, x.tempo)}</span>
                </span>
                <span className="whitespace-nowrap" aria-label={count(x.times, 'box', 'boxes')}>
                  {boxes(x.times)}
                </span>
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  )
}
