'use client'

import { format, parseISO } from 'date-fns'
import { useEffect, useState } from 'react'
import { weekReply, type WeekReply } from '@/api/student'
import { answer, Trouble } from '@/ui/kit/answer'
import { todayIs } from '@/ui/session/record'
import { useTicks } from './useTicks'

/** What is practised this week, with a box for every time. */
export function Week({ token }: { token: string }) {
  const [week, setWeek] = useState<WeekReply | null>(null)
  const { has, toggle } = useTicks(token)
  useEffect(() => {
    answer(weekReply, `/api/s/${token}/week?today=${todayIs()}`).then(setWeek, (e: unknown) =>
      setWeek({ ok: false, problem: e instanceof Trouble ? e.message : 'Something went wrong. Reload the page.' }),
    )
  }, [token])
  return (
    <section aria-labelledby="week" className="mt-6">
      <h2 id="week" className="font-title text-lg">
        This week
      </h2>
      {!week ? (
        <p role="status">Getting ready …</p>
      ) : !week.ok ? (
        <p role="alert">{week.problem}</p>
      ) : week.days.every((d) => d.items.length === 0) ? (
        <p className="text-soft">Nothing to practise this week.</p>
      ) : (
        <>
          <p className="text-fine text-soft">Your ticks stay on this phone.</p>
          <ol>
            {week.days
              .filter((d) => d.items.length > 0)
              .map((d) => (
                <li key={d.date} className="mt-3">
                  <h3 className="font-semibold">
                    {format(parseISO(d.date), 'EEEE d MMMM')} <span className="font-normal text-soft">{Math.round(d.minutes)} minutes</span>
                  </h3>
                  <ul>
                    {d.items.map((x) => {
                      return (
                        <li key={x.id} className="border-t border-rule py-1.5">
                          <p className="text-sm">{x.text}</p>
                          <p className="flex flex-wrap gap-1">
                            {Array.from({ length: x.times }, (_, i) => {
                              const key = `${d.date} ${x.id} ${i}`
                              return (
                                <label key={i} className="flex size-11 items-center justify-center">
                                  <input
                                    type="checkbox"
                                    className="size-7 accent-control"
                                    aria-label={`${x.text} Time ${i + 1} of ${x.times}`}
                                    checked={has(key)}
                                    onChange={() => toggle(key)}
                                  />
                                </label>
                              )
                            })}
                          </p>
                        </li>
                      )
                    })}
                  </ul>
                </li>
              ))}
          </ol>
        </>
      )}
    </section>
  )
}
