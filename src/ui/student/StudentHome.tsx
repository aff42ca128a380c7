'use client'

import { format, parseISO } from 'date-fns'
import Link from 'next/link'
import { useEffect, useState } from 'react'
import { weekReply, type WeekReply } from '@/api/student'
import { answer, Trouble } from '@/ui/kit/answer'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { todayIs } from '@/ui/session/record'
import { useTicks } from './useTicks'

type Props = {
  token: string
  name: string
  seat: string
  school: string
  pieces: readonly { readonly id: string; readonly title: string }[]
}

/** A student's first page: their pieces, and what is practised this week with a box for every time. */
export function StudentHome({ token, name, seat, school, pieces }: Props) {
  return (
    <div className="min-h-dvh bg-paper">
      <header className="bar">
        <div className="min-w-0 flex-1 leading-tight">
          <h1 className="truncate font-title text-lead">{name}</h1>
          <p className="truncate text-fine text-soft">{[seat, school].filter(Boolean).join(' · ')}</p>
        </div>
        <ThemeButton />
      </header>
      <main className="mx-auto max-w-2xl px-4 py-4">
        <section aria-labelledby="pieces">
          <h2 id="pieces" className="font-title text-lg">
            My pieces
          </h2>
          {pieces.length === 0 ? (
            <p className="text-soft">No piece has been given out yet.</p>
          ) : (
            <ul className="mt-1 flex flex-col">
              {pieces.map((p) => (
                <li key={p.id} className="border-t border-rule">
                  <Link href={`/s/${token}/${p.id}`} prefetch={false} className="flex min-h-11 items-center py-2 text-lead hover:underline">
                    {p.title}
                  </Link>
                </li>
              ))}
            </ul>
          )}
        </section>
        <section aria-labelledby="reading" className="mt-6">
          <h2 id="reading" className="font-title text-lg">
            Reading
          </h2>
          <Link href={`/s/${token}/train`} prefetch={false} className="flex min-h-11 items-center py-2 text-lead hover:underline">
            Five minutes of notes
          </Link>
        </section>
        <Week token={token} />
      </main>
    </div>
  )
}

function Week({ token }: { token: string }) {
  const [week, setWeek] = useState<WeekReply | null>(null)
  const { has, toggle } = useTicks(token)
  useEffect(() => {
    answer(weekReply, `/api/s/${token}/week?today=${todayIs()}`).then(setWeek, (e: unknown) =>
      setWeek({ ok: false, problem: e instanceof Trouble ? e.message : 'Something went wrong. Load the page again.' }),
    )
  }, [token])
  return (
    <section aria-labelledby="week" className="mt-6">
      <h2 id="week" className="font-title text-lg">
        This week
      </h2>
      {!week ? (
        <p role="status">being worked out …</p>
      ) : !week.ok ? (
        <p role="alert">{week.problem}</p>
      ) : week.days.every((d) => d.items.length === 0) ? (
        <p className="text-soft">Nothing is planned.</p>
      ) : (
        <>
          <p className="text-fine text-soft">What is ticked stays on this phone.</p>
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
                                    className="size-7 accent-rosin"
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
