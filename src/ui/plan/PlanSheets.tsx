'use client'

import { format, getISOWeek, parseISO } from 'date-fns'
import { Printer } from 'lucide-react'
import { BackLink } from '@/ui/kit/BackLink'
import { Button } from '@/ui/kit/Button'
import { usePlan, type Plan } from './usePlan'

/** How many boxes stand for a task: one for each clean time. */
const boxes = (times: number): string => '☐ '.repeat(times).trim()

/** Days put together by their week. */
function weeksOf(days: Plan['days']): Plan['days'][] {
  const weeks = new Map<string, Plan['days'][number][]>()
  for (const d of days) {
    const date = parseISO(d.date)
    const key = `${format(date, 'RRRR')} ${getISOWeek(date)}`
    weeks.set(key, [...(weeks.get(key) ?? []), d])
  }
  return [...weeks.values()]
}

/** The plan on paper: a sheet a week, with a box for every clean time. */
export function PlanSheets() {
  const { plan, trouble } = usePlan()
  const days = plan?.days.filter((d) => d.items.length > 0) ?? []
  const whose = plan?.seats.find((s) => s.id === plan.settings?.seat)?.name
  return (
    <div className="min-h-dvh bg-paper">
      <header className="bar not-printed sticky top-0 z-10">
        <BackLink href="/plan" says="Back to the plan" />
        <h1 className="min-w-0 flex-1 truncate font-title text-lead">Practice sheets</h1>
        <Button kind="filled" disabled={days.length === 0} onClick={() => window.print()}>
          <Printer size={16} aria-hidden /> Print
        </Button>
      </header>
      <main className="warmup-sheet">
        {!plan ? (
          <p role={trouble ? 'alert' : 'status'}>{trouble ?? 'The sheets are being made …'}</p>
        ) : days.length === 0 ? (
          <p>There is no plan to print.</p>
        ) : (
          weeksOf(days).map((week) => (
            <section key={week[0].date} className="plan-week">
              <h2 className="font-title text-xl">
                {format(parseISO(week[0].date), 'd MMMM')} to {format(parseISO(week.at(-1)!.date), 'd MMMM')}
              </h2>
              <p>{whose ? `${whose} · ` : ''}Name: ____________________</p>
              {week.map((d) => (
                <div key={d.date} className="warmup-item">
                  <h3>
                    {format(parseISO(d.date), 'EEEE')} <span className="font-normal">{d.minutes} min</span>
                  </h3>
                  <ul>
                    {d.items.map((x) => (
                      <li key={x.id} className="flex justify-between gap-4 border-t border-rule py-1">
                        <span>
                          {x.text} <span className="whitespace-nowrap">♩ = {x.tempo}</span>
                        </span>
                        <span className="whitespace-nowrap" aria-label={`${x.times} boxes`}>
                          {boxes(x.times)}
                        </span>
                      </li>
                    ))}
                  </ul>
                </div>
              ))}
            </section>
          ))
        )}
      </main>
    </div>
  )
}
