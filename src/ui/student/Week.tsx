'use client'

import { dayNamed } from '@/core/plan/dayNamed'
import { useEffect, useState } from 'react'
import type { Language } from '@/core/language'
import { pupilWords } from '@/core/words/pupil'
import { weekReply, type WeekReply } from '@/api/student'
import { answer, Trouble } from '@/ui/kit/answer'
import { todayIs } from '@/ui/session/record'
import { useTicks } from './useTicks'

/** What is practised this week, with a box for every time. */
export function Week({ token, language }: { token: string; language: Language }) {
  const w = pupilWords({ language })
  const [week, setWeek] = useState<WeekReply | null>(null)
  const { has, toggle } = useTicks(token)
  useEffect(() => {
    answer(weekReply, `/api/s/${token}/week?today=${todayIs()}`).then(setWeek, (e: unknown) =>
      setWeek({ ok: false, problem: e instanceof Trouble && language === 'en' ? e.message : pupilWords({ language }).wrong }),
    )
  }, [token, language])
  return (
    <section aria-labelledby="week" className="mt-6">
      <h2 id="week" className="font-title text-lg">
        {w.thisWeek}
      </h2>
      {!week ? (
        <p role="status">{w.gettingReady}</p>
      ) : !week.ok ? (
        <p role="alert">{week.problem}</p>
      ) : week.days.every((d) => d.items.length === 0) ? (
        <p className="text-soft">{w.nothingThisWeek}</p>
      ) : (
        <>
          <p className="text-fine text-soft">{w.ticksStay}</p>
          <ol>
            {week.days
              .filter((d) => d.items.length > 0)
              .map((d) => (
                <li key={d.date} className="mt-3">
                  <h3 className="font-semibold">
                    {dayNamed(language, d.date)} <span className="font-normal text-soft">{w.minutes(d.minutes)}</span>
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
                                    aria-label={w.time(x.text, i + 1, x.times)}
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
