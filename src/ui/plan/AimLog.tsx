'use client'

import { useState } from 'react'
import { useNoteNames } from '@/ui/kit/InClass'
import { sayShift } from '@/core/practice/aims'
import { HEARD, type HeardAs } from '@/core/plan/record'
import { capital } from '@/core/names'
import { Button } from '@/ui/kit/Button'
import { Select } from '@/ui/kit/Select'
import type { ShownPlan, PlanWork } from './usePlan'

/** Tries at a shift, one tap each, and what is known of how it lands. */
export function AimLog({ plan, aim, busy }: { plan: ShownPlan } & Pick<PlanWork, 'aim' | 'busy'>) {
  const all = plan.sure.flatMap((p) => p.shifts.map((s) => ({ ...s, piece: p.piece, title: p.title })))
  const called = useNoteNames()
  const [index, setIndex] = useState(0)
  const [student, setStudent] = useState('')
  const [cents, setCents] = useState('')
  const names = new Map(plan.seats.map((s) => [s.id, s.name]))
  const chosen = all[Math.min(index, all.length - 1)]
  if (!chosen) return null
  const { title: _, ...shift } = chosen
  const measured = cents.trim() === '' ? null : Number(cents.replace(',', '.').replace('−', '-'))
  const wrong = measured !== null && !(Math.abs(measured) <= 200)
  const tap = (heard: HeardAs) => {
    if (wrong) return
    void aim({ ...shift, student: student.trim(), heard, cents: measured }, `${sayShift(shift, called)}: ${heard}`)
    setCents('')
  }
  const about = plan.tendencies.filter((t) => t.piece === shift.piece && t.seat === shift.seat)
  return (
    <section aria-labelledby="aims" className="mt-5">
      <h2 id="aims" className="font-title text-lg">
        How shifts land
      </h2>
      <div className="mt-1 grid gap-2">
        <label>
          Shift
          <Select className="w-full" value={`${index}`} onChange={(e) => setIndex(Number(e.target.value))}>
            {all.map((s, i) => (
              <option key={i} value={i}>
                {names.get(s.seat)}: {sayShift(s, called)} ({s.title})
              </option>
            ))}
          </Select>
        </label>
        <div className="flex flex-wrap gap-2">
          <label className="flex items-center gap-1.5">
            student
            <input
              value={student}
              maxLength={60}
              placeholder="the seat"
              onChange={(e) => setStudent(e.target.value)}
              className="w-32 rounded border border-rule bg-paper px-2 py-1"
            />
          </label>
          <label className="flex items-center gap-1.5">
            cents
            <input
              value={cents}
              inputMode="numeric"
              placeholder="if you measured"
              onChange={(e) => setCents(e.target.value)}
              className="w-28 rounded border border-rule bg-paper px-2 py-1 tabular-nums"
            />
          </label>
        </div>
        {wrong && (
          <p role="alert" className="text-madder">
            Cents from −200 (flat) to 200 (sharp).
          </p>
        )}
        <div className="flex gap-1.5">
          {HEARD.map((h) => (
            <Button key={h} className="tap" disabled={busy || wrong} onClick={() => tap(h)}>
              {capital(h)}
            </Button>
          ))}
        </div>
      </div>
      <ul className="mt-2 grid gap-1" aria-live="polite">
        {about.map((t, i) => (
          <li key={i} className={t.known ? '' : 'text-soft'}>
            {t.student ? `${t.student}: ` : ''}
            {t.text}
          </li>
        ))}
      </ul>
    </section>
  )
}
